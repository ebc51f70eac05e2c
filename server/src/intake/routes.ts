import type { Handlers } from '../http/mount.ts'
import type { JobLife } from '../jobs/life.ts'
import { evidenceEntity } from './entity.ts'

export function intakeHandlers(life: JobLife): Handlers {
  return {
    recordIntake: ({ params, body, staffId }) =>
      life.run(
        params.id,
        { staffId, version: body.version },
        { kind: 'record-intake', intake: body.intake, noSecret: body.noSecret },
      ),

    removeEvidence: ({ params, staffId }) =>
      life.run(
        params.id,
        { staffId },
        { kind: 'remove-file', id: params.evidenceId },
        async (manager, { id }) => {
          await manager.delete(evidenceEntity, { id: params.evidenceId, jobId: id })
        },
      ),
  }
}
