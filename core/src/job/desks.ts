import { planAccountLock, type AccountPlan, type AfterWorkingDays } from '../account/index.ts'
import { planCarrierLock, type CarrierPlan } from '../carrier/index.ts'
import { OpenTime } from '../clocks/index.ts'
import { releasedBy } from './orders.ts'
import { type JobState } from './records.ts'
import { factsOf, progressOf, routeOf, type Around } from './standing.ts'
import { standingOf } from './steps.ts'

/** Whether the device stands where it would ask for the account. */
export function isAtTheWizard(job: JobState): boolean {
  const { bench, deleted } = standingOf(job)
  return (deleted !== 'no' && bench.setUpAt !== undefined) || factsOf(job).complaint === 'second-hand'
}

/** How the account lock of a job is led to its end. @param now ISO 8601 in UTC */
export function accountPlanOf(job: JobState, around: Around, now: string): AccountPlan {
  const { account, bench, deleted } = standingOf(job)
  const facts = factsOf(job)
  const route = routeOf(job, around)
  const order = job.orders.find(
    (one) => releasedBy(one) === 'account' && (one.state === 'waiting' || one.state === 'answered'),
  )
  return planAccountLock({
    facts: { ...facts, isStrangers: facts.complaint === 'second-hand' },
    foresight: route.foresight,
    isAtTheWizard: isAtTheWizard(job),
    isTakenOff: bench.accountTakenOffAt !== undefined && deleted !== 'by-recovery',
    shownBy: job.accountConfirmed?.how,
    record: account,
    first: route.choices[0]?.action,
    release: order?.state === 'waiting' || order?.state === 'answered' ? order.state : undefined,
    now,
    afterWorkingDays: afterWorkingDaysOf(around),
  })
}

/** How the carrier lock of a job is led to its end. @param now ISO 8601 in UTC */
export function carrierPlanOf(job: JobState, around: Around, now: string): CarrierPlan {
  const facts = factsOf(job)
  const order = job.orders.find(
    (one) => releasedBy(one) === 'carrier' && (one.state === 'waiting' || one.state === 'answered'),
  )
  return planCarrierLock({
    record: standingOf(job).carrier,
    isHere: facts.deviceHere !== 'no',
    isReleased: progressOf(job).carrierReleased,
    first: routeOf(job, around).choices[0]?.action,
    order: order?.state === 'waiting' || order?.state === 'answered' ? order.state : undefined,
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
