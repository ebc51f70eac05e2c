import type { JobEvent } from './events.ts'
import type { JobState, RegistryRecord } from './records.ts'
import { isReported } from './standing.ts'

/** The IMEIs by which the device of a job is known. */
export const imeisOf = ({ answers: { imei, imeiSecond } }: Pick<JobState, 'answers'>): readonly string[] =>
  [imei, imeiSecond].filter((one) => one !== undefined)

/**
 * What was reported of this very device on other jobs holds on this one too: a new ticket does not make a reported
 * device clean. What stands here already is not heard again.
 * @param reports reports that stand in the shop, of any IMEI
 */
export function heardElsewhere(job: JobState, reports: readonly RegistryRecord[]): readonly JobEvent[] {
  return reports
    .filter(
      ({ imei, answer }) =>
        answer === 'reported' &&
        imeisOf(job).includes(imei) &&
        !isReported({ registry: job.registry.filter((said) => said.imei === imei) }),
    )
    .map((record) => ({ kind: 'registry-said', record: { ...record, feeMinor: 0, currency: '' } }))
}
