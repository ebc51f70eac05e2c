import {
  planAccountLock,
  type AccountPlan,
  type AfterWorkingDays,
  type ReleaseUnderWay,
} from '../account/index.ts'
import { planCarrierLock, type CarrierPlan } from '../carrier/index.ts'
import { OpenTime } from '../clocks/index.ts'
import { isBlocked, isLate, releasedBy, type ReleasedLock } from './orders.ts'
import { type JobState } from './records.ts'
import { factsOf, progressOf, routeOf, type Around } from './standing.ts'
import { standingOf } from './steps.ts'

/** Whether the device stands where it would ask for the account. */
export function isAtTheWizard(job: JobState): boolean {
  const { bench, deleted, account } = standingOf(job)
  // Only the wizard asks: what was seen to ask after a reset stands there, whoever has not said so.
  const wasSeen = bench.setUpAt !== undefined || account.asked === true
  return (deleted !== 'no' && wasSeen) || factsOf(job).complaint === 'second-hand'
}

/** Where the order stands that releases a lock, or has released it; one that failed or was cancelled is none. */
const orderOf = (job: JobState, lock: ReleasedLock, now: string): ReleaseUnderWay | undefined =>
  job.orders
    .filter((one) => releasedBy(one) === lock)
    .map((one) => (isLate(one, now) ? 'late' : one.state))
    .find((state) => state === 'waiting' || state === 'late' || state === 'answered' || state === 'released')

/** How the account lock of a job is led to its end. @param now ISO 8601 in UTC */
export function accountPlanOf(job: JobState, around: Around, now: string): AccountPlan {
  const { account, bench, deleted } = standingOf(job)
  const facts = factsOf(job)
  const route = routeOf(job, around)
  return planAccountLock({
    facts: {
      ...facts,
      isSeenToAsk: account.asked === true,
      isStrangers: facts.complaint === 'second-hand',
    },
    foresight: route.foresight,
    isAtTheWizard: isAtTheWizard(job),
    isTakenOff: bench.accountTakenOffAt !== undefined && deleted !== 'by-recovery' && !account.asked,
    shownBy: job.accountConfirmed?.how,
    record: account,
    first: route.choices[0]?.action,
    release: orderOf(job, 'account', now),
    now,
    afterWorkingDays: afterWorkingDaysOf(around),
  })
}

/** How the carrier lock of a job is led to its end. @param now ISO 8601 in UTC */
export function carrierPlanOf(job: JobState, around: Around, now: string): CarrierPlan {
  const facts = factsOf(job)
  return planCarrierLock({
    record: standingOf(job).carrier,
    isHere: facts.deviceHere !== 'no',
    isReleased: progressOf(job).carrierReleased,
    first: routeOf(job, around).choices[0]?.action,
    order: orderOf(job, 'carrier', now),
    isBlocked: isBlocked(job),
    now,
    afterWorkingDays: afterWorkingDaysOf(around),
  })
}

/** By the shop's own calendar, as the route counts them. */
const afterWorkingDaysOf =
  ({ prices, isPublicHoliday = () => false }: Around): AfterWorkingDays =>
  (from, days) => {
    const at = Date.parse(from)
    const time = new OpenTime({ hours: prices.opening, isPublicHoliday }, at)
    return new Date(time.afterWorkingDays(at, days)).toISOString()
  }
