import { releasedBy, type ReleasedLock } from './orders.ts'
import { type JobState } from './records.ts'
import { factsOf, learntOnJob, type World } from './standing.ts'
import { standingOf } from './steps.ts'

/** Where something that is ordered with comes from. */
export type KnownFrom = 'answered' | 'registry' | 'read-in-recovery' | 'report' | 'order-before'

/** What costs the fee when it is wrong, with where it comes from. */
export type CostsTheFee =
  | {
      readonly id: 'imei'
      readonly imei: string
      readonly second: string | undefined
      readonly from: KnownFrom
    }
  | { readonly id: 'carrier'; readonly carrier: string; readonly country: string; readonly from: KnownFrom }
  | { readonly id: 'model'; readonly name: string; readonly from: KnownFrom }

/**
 * What has to be right before a release is paid for, each to be confirmed by itself.
 * @param model the device's maker and name; empty where it is not known
 */
export function costsTheFee(
  lock: ReleasedLock,
  job: JobState,
  { model }: Pick<World, 'model'>,
): readonly CostsTheFee[] {
  const { imei = '', imeiSecond, originalCarrier = '', carrierCountry = '' } = factsOf(job)
  const isNamed = learntOnJob(job).reportModel === 'same'
  const isAsked = job.registry.some((one) => one.source === 'registry' && one.imei === imei)
  const isRead = standingOf(job).bench.rightDevice?.by === 'model-text'
  const isOrderedBefore = job.orders.some((one) => releasedBy(one) === lock)
  const carrier: CostsTheFee = {
    id: 'carrier',
    carrier: originalCarrier,
    country: carrierCountry,
    from: isOrderedBefore ? 'order-before' : 'answered',
  }
  return [
    { id: 'imei', imei, second: imeiSecond, from: isAsked ? 'registry' : 'answered' },
    ...(lock === 'carrier' ? [carrier] : []),
    {
      id: 'model',
      name: model?.name ?? '',
      from: isRead ? 'read-in-recovery' : isNamed ? 'report' : 'answered',
    },
  ]
}
