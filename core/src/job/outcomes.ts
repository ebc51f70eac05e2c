import type { Outcome, OutcomeOf } from '../results/index.ts'
import { releasedBy } from './orders.ts'
import type { JobState } from './records.ts'
import { factsOf } from './standing.ts'
import { standingOf } from './steps.ts'

/**
 * How what was tried for the account lock and the carrier lock has ended on a job, each of them once. What is still open
 * has no outcome; where the job is closed without it having worked, it has not.
 */
export function outcomesOf(job: JobState): readonly Outcome[] {
  const { account, carrier } = standingOf(job)
  const { proofOfPurchase, contractRunning } = factsOf(job)
  const isClosed = job.handBack !== null
  const isSkipped = job.accountConfirmed?.how === 'step-skipped'
  const end = (of: OutcomeOf, worked: boolean | undefined): readonly Outcome[] =>
    worked === undefined && !isClosed ? [] : [{ of, worked: worked ?? false }]
  const service = proofOfPurchase === 'yes' ? 'service-with-proof' : 'service-without-proof'
  const asked = carrier.asked
  // The skipped step proves whatever was done last: an order for it, else the previous owner.
  const released = ordersOf(job, 'account')
  const ordered = ordersOf(job, 'carrier')
  return [
    ...(account.seller
      ? end(
          'previous-owner',
          account.seller.removed === false ? false : isSkipped && released.length === 0 ? true : undefined,
        )
      : []),
    ...(account.recovery ? end('account-recovery', account.recovery.found) : []),
    ...(account.service ? end(service, account.service.unlocked) : []),
    ...(released.length > 0 ? end('authorised-release', howOrdersEnded(released)) : []),
    // A carrier that was passed over for a supplier has neither unlocked it nor refused.
    ...(asked && (asked.says === 'refused' || ordered.length === 0)
      ? end(
          contractRunning === 'yes' ? 'carrier-in-contract' : 'carrier',
          asked.says === 'refused' ? false : carrier.worksAt !== undefined ? true : undefined,
        )
      : []),
    ...(ordered.length > 0 ? end('supplier', howOrdersEnded(ordered)) : []),
  ]
}

const ordersOf = ({ orders }: JobState, lock: 'account' | 'carrier') =>
  orders.filter((one) => releasedBy(one) === lock && one.state !== 'cancelled')

/** Undefined while one of them may still work. */
function howOrdersEnded(orders: ReturnType<typeof ordersOf>): boolean | undefined {
  if (orders.some(({ state }) => state === 'released')) return true
  return orders.every(({ state }) => state === 'failed' || state === 'blocked') ? false : undefined
}
