import type { JobState } from '@benevox/core/job'
import type { EntityManager } from 'typeorm'
import { attemptEntity } from '../attempts/entity.ts'
import { orderEntity } from '../orders/entity.ts'

/** Attempts and orders as rows of their own, for what is counted over all jobs. */
export async function keepRows(
  manager: EntityManager,
  before: JobState | undefined,
  job: JobState,
  staffId: number,
): Promise<void> {
  for (const attempt of job.attempts) {
    const known = before?.attempts.find(({ id }) => id === attempt.id)
    if (known === attempt) continue
    const { id, outcome, seen, notSeen, marks } = attempt
    const finishedAt = attempt.finishedAt === null ? null : new Date(attempt.finishedAt)
    const told = { outcome, seen, notSeen, marks, finishedAt }
    if (known) await manager.update(attemptEntity, { id }, told)
    else {
      const { familyId, methodId, modelId, link, cable, runner, systemVersion } = attempt
      await manager.insert(attemptEntity, {
        id,
        jobId: job.id,
        familyId,
        methodId,
        modelId,
        link,
        staffId,
        cable,
        runner,
        systemVersion,
        startedAt: new Date(attempt.startedAt),
        ...told,
      })
    }
  }
  for (const order of job.orders) {
    const known = before?.orders.find(({ id }) => id === order.id)
    if (known === order) continue
    const { id, version, state, answer, entriesMade } = order
    const refundedMinor = order.refund?.paidMinor ?? 0
    const told = { version, state, answer, entriesMade, refundedMinor, number: order.number ?? null }
    if (known) await manager.update(orderEntity, { id }, told)
    else {
      const { jobId, serviceId, feeMinor, currency, promise, entriesAllowed } = order
      const orderedAt = new Date(order.orderedAt)
      const placed = { id, jobId, serviceId, feeMinor, currency, promise, entriesAllowed, orderedAt }
      await manager.insert(orderEntity, { ...placed, ...told })
    }
  }
}
