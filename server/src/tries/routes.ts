import { modelOnJob } from '@benevox/core/route'
import type { Body, TryRecord } from '@benevox/contract'
import { IsNull, type EntityManager } from 'typeorm'
import type { Catalog } from '../catalog/service.ts'
import type { Handlers } from '../http/mount.ts'
import { ProblemError } from '../http/problem.ts'
import type { JobChanger } from '../jobs/change.ts'
import { wireTry } from '../jobs/read.ts'
import { staffEntity } from '../session/entity.ts'
import { cableEntity } from '../kit/entity.ts'
import { tryEntity, type TryRow } from './entity.ts'

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
        await refuseSecondRun(manager, params.id, body)
        const found = modelOnJob((await catalog.byId(job.packId)).pack, job.facts)
        if (!found?.family.procedures.some(({ id }) => id === body.procedureId))
          throw new ProblemError('not-possible-now', 'The model on this job has no such procedure.')
        const { id, procedureId, link, cable = null, runner = null } = body
        if (cable !== null && !(await manager.existsBy(cableEntity, { number: cable })))
          throw new ProblemError('not-found', `There is no cable ${cable} in the kit.`)
        await manager.insert(tryEntity, {
          id,
          procedureId,
          link,
          cable,
          runner,
          systemVersion: job.facts.systemVersion ?? null,
          staffId,
          jobId: params.id,
          familyId: found.family.id,
          modelId: found.model.id,
          startedAt: new Date(body.startedAt),
          finishedAt: null,
          outcome: null,
          seen: [],
          notSeen: [],
          marks: [],
        })
        await changer.note(manager, params.id, staffId, {
          kind: 'try-started',
          detail: { procedureId, link, ...(cable === null ? {} : { cable }) },
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
        const { outcome, seen, notSeen, marks } = body
        if (row.outcome !== null && row.outcome !== outcome)
          throw new ProblemError('not-possible-now', `This try is recorded as ${row.outcome} already.`)
        const isTold = row.outcome === outcome
        const same = isTold && isEqual(row, body)
        if (!same) {
          // What was seen may be told more fully afterwards; when it ended stays.
          await manager.update(
            tryEntity,
            { id: row.id },
            { outcome, seen, notSeen, marks: isTold ? row.marks : marks, ...(isTold ? {} : { finishedAt }) },
          )
          await changer.note(manager, params.id, staffId, {
            kind: isTold ? 'try-told' : `try-${outcome}`,
            detail: { seen, ...(notSeen.length > 0 ? { notSeen } : {}) },
          })
        }
        return answer(manager, row.id)
      }),
  }
}

/** A run that is under way at one machine is not begun at another; one that comes late was made meanwhile. */
const LATE_MS = 120_000
async function refuseSecondRun(
  manager: EntityManager,
  jobId: number,
  { startedAt, runner }: Body<'startTry'>,
): Promise<void> {
  if (runner === undefined || Date.now() - Date.parse(startedAt) > LATE_MS) return
  const open = await manager.findOneBy(tryEntity, { jobId, outcome: IsNull() })
  if (open && open.runner !== null && open.runner !== runner)
    throw new ProblemError(
      'not-possible-now',
      'A try is under way on this device at another machine. End it there, or close it here, before the next.',
    )
}

const isEqual = (row: TryRow, { seen, notSeen }: Body<'finishTry'>) =>
  row.seen.join() === seen.join() && row.notSeen.join() === notSeen.join()
