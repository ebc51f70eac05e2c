import { modelOnJob } from '@benevox/core/route'
import type { TryRecord } from '@benevox/contract'
import type { EntityManager } from 'typeorm'
import type { Catalog } from '../catalog/service.ts'
import type { Handlers } from '../http/mount.ts'
import { ProblemError } from '../http/problem.ts'
import type { JobChanger } from '../jobs/change.ts'
import { wireTry } from '../jobs/read.ts'
import { staffEntity } from '../session/entity.ts'
import { tryEntity } from './entity.ts'

/** Tries at the key combination, stored as they happen. The client names each, so that repeating is harmless. */
export function tryHandlers(catalog: Catalog, changer: JobChanger): Handlers {
  const answer = async (manager: EntityManager, id: string): Promise<TryRecord> => {
    const names = new Map((await manager.find(staffEntity)).map((member) => [member.id, member.name]))
    return wireTry(await manager.findOneByOrFail(tryEntity, { id }), names)
  }
  return {
    startTry: ({ params, body, staffId }) =>
      changer.locked(params.id, async (manager, job) => {
        const known = await manager.findOneBy(tryEntity, { id: body.id })
        if (known && known.jobId !== params.id)
          throw new ProblemError('not-possible-now', 'This try belongs to another job.')
        if (known) return answer(manager, body.id)
        if (job.closedAt) throw new ProblemError('not-possible-now', 'This job is closed.')
        const found = modelOnJob((await catalog.byId(job.packId)).pack, job.facts)
        if (!found?.family.procedures.some(({ id }) => id === body.procedureId))
          throw new ProblemError('not-possible-now', 'The model on this job has no such procedure.')
        const { id, procedureId, link } = body
        await manager.insert(tryEntity, {
          id,
          procedureId,
          link,
          staffId,
          jobId: params.id,
          familyId: found.family.id,
          modelId: found.model.id,
          startedAt: new Date(body.startedAt),
          finishedAt: null,
          outcome: null,
          seen: [],
        })
        await changer.note(manager, params.id, staffId, {
          kind: 'try-started',
          detail: { procedureId, link },
        })
        return answer(manager, id)
      }),

    finishTry: ({ params, body, staffId }) =>
      changer.locked(params.id, async (manager) => {
        const row = await manager.findOneBy(tryEntity, { id: params.tryId, jobId: params.id })
        if (!row) throw new ProblemError('not-found', 'There is no such try on this job.')
        const finishedAt = new Date(body.finishedAt)
        if (finishedAt < row.startedAt)
          throw new ProblemError('bad-request', 'body.finishedAt: before the try began.', {
            errors: [{ path: 'body.finishedAt', sentence: 'before the try began' }],
          })
        if (row.outcome === null) {
          await manager.update(
            tryEntity,
            { id: row.id },
            { outcome: body.outcome, seen: body.seen, finishedAt },
          )
          await changer.note(manager, params.id, staffId, {
            kind: `try-${body.outcome}`,
            detail: { seen: body.seen },
          })
        } else if (row.outcome !== body.outcome)
          throw new ProblemError('not-possible-now', `This try is recorded as ${row.outcome} already.`)
        return answer(manager, row.id)
      }),
  }
}
