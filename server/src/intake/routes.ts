import type { Handlers } from '../http/mount.ts'
import { ProblemError } from '../http/problem.ts'
import { refuseSecrets } from '../http/secrets.ts'
import type { JobChanger } from '../jobs/change.ts'
import { evidenceEntity } from './entity.ts'

export function intakeHandlers(changer: JobChanger): Handlers {
  return {
    recordIntake: ({ params, body, staffId }) =>
      changer.change(params.id, body.version, staffId, (row) => {
        if (row.closedAt) throw new ProblemError('not-possible-now', 'This job is closed.')
        refuseSecrets({ note: body.intake.note }, body.noSecret)
        row.intake = body.intake
        return {
          kind: 'intake',
          detail: { left: body.intake.left, marks: body.intake.marks.length },
        }
      }),

    removeEvidence: ({ params, staffId }) =>
      changer.add(params.id, staffId, async (manager, row) => {
        if (row.closedAt) throw new ProblemError('not-possible-now', 'This job is closed.')
        const { affected } = await manager.delete(evidenceEntity, { id: params.evidenceId, jobId: row.id })
        if (!affected) throw new ProblemError('not-found', 'This file is not on the job.')
        return { kind: 'evidence-removed', detail: {} }
      }),
  }
}
