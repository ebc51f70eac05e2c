import { billOf, type Bill, type BillLine, type Work } from '../price/index.ts'
import { costOf, releasedBy } from './orders.ts'
import type { JobState } from './records.ts'
import type { World } from './standing.ts'
import { standingOf } from './steps.ts'

/** What a job costs, from what was done: work that succeeded, fees paid to others, and what a supervisor has added. */
export function billOfJob(job: JobState, { prices }: Pick<World, 'prices'>): Bill {
  const agreed = job.agreement?.kind === 'signed' ? job.agreement.terms : undefined
  const currency = agreed?.currency ?? prices.currency
  // Work is asked for where somebody has agreed to pay for it.
  const work = agreed ? workThatSucceeded(job) : []
  const fees = feesOf(job, currency)
  const lines: readonly BillLine[] = [
    ...work.map((one): BillLine => ({ kind: 'work', work: one, ...taxed(prices.work[one]) })),
    ...fees,
    ...(agreed && standingOf(job).account.service?.returnedAt
      ? [{ kind: 'makers-service', ...passedOn(prices.fees.makersService) } as const]
      : []),
    ...(job.ownLines ?? []).map(({ text, reason, by, minor }): BillLine => ({
      kind: 'own',
      text,
      reason,
      by,
      ...taxed(minor),
    })),
  ]
  // With nothing agreed to, what was paid for them is the most.
  const mostMinor = agreed?.mostMinor ?? fees.reduce((sum, { minor }) => sum + minor, 0)
  return billOf(lines, { currency, taxRate: prices.taxRate, mostMinor })
}

const taxed = (minor: number) => ({ minor, taxedMinor: minor })
const passedOn = (minor: number) => ({ minor, taxedMinor: 0 })

/** What was paid to others for the customer, each with what has come back of it. */
function feesOf(job: JobState, currency: string): readonly BillLine[] {
  const reports = job.registry.flatMap((report): readonly BillLine[] =>
    report.feeMinor > 0 && report.currency === currency
      ? [{ kind: 'registry-report', reference: report.reference, ...passedOn(report.feeMinor) }]
      : [],
  )
  const orders = job.orders.flatMap((order): readonly BillLine[] => {
    const { supplier, feeMinor } = order
    if (order.currency !== currency || order.state === 'cancelled' || feeMinor === 0) return []
    const back = feeMinor - costOf(order)
    return [
      { kind: 'order', supplier, ...passedOn(feeMinor) },
      ...(back > 0 ? [{ kind: 'refund', supplier, ...passedOn(-back) } as const] : []),
    ]
  })
  return [...reports, ...orders]
}

/** Each work that was done and came to its end, once, in the order of the price list. */
function workThatSucceeded(job: JobState): readonly Work[] {
  const { bench, account, deleted } = standingOf(job)
  const lifted = bench.screenLifted?.how
  const released = (lock: 'account' | 'carrier') =>
    job.orders.some((one) => releasedBy(one) === lock && one.state === 'released')
  // The account is off by the seller’s word, or by a release, once the wizard no longer asks.
  const isHelped = (account.seller?.removed === true && job.accountConfirmed !== null) || released('account')
  const done: readonly (readonly [Work, boolean])[] = [
    ['unlock-from-afar', lifted === 'remote-unlock'],
    ['reset-from-settings', deleted === 'by-settings'],
    ['clear-cache', lifted === 'cache-cleared'],
    ['install-system-again', lifted === 'system-installed'],
    ['reset-from-recovery', deleted === 'by-recovery' && bench.setUpAt !== undefined],
    ['account-help', isHelped],
    ['carrier-order', released('carrier')],
    ['send-to-makers-service', account.service?.unlocked === true],
  ]
  return done.flatMap(([work, isDone]) => (isDone ? [work] : []))
}
