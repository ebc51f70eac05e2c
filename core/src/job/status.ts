import type { Family } from '../catalog/index.ts'
import { barring } from './decideBench.ts'
import { listedOf } from './projection.ts'
import type { JobState } from './records.ts'
import { type STANDS, type WaitsFor, type WaitsForWhom } from './shown.ts'
import { isReported, type Around, type ModelKnown } from './standing.ts'
import { fetchingOf, isAsked } from './telling.ts'

/** What a customer reads of their job on its status page: nothing personal, and of the device nothing but the ticket. */
export interface Status {
  readonly stands: (typeof STANDS)[number]
  /** Whose answer is waited for, and the instant by which it should be there. */
  readonly waits: { readonly for: WaitsForWhom; readonly until?: string | undefined } | undefined
}

/** Nobody outside waits with the shop for its own clocks. */
const FOR_WHOM: Readonly<Partial<Record<WaitsFor, WaitsForWhom>>> = {
  carrier: 'supplier',
  account: 'supplier',
  'carrier-reply': 'carrier',
  'sign-in': 'account',
  recovery: 'account',
  seller: 'seller',
  service: 'service',
}

/** Of a device that is reported, or that one must not work on, it says no more than that it was checked in. */
export function statusOf(
  job: JobState,
  around: Around & { readonly family: Family | undefined; readonly model: ModelKnown | undefined },
): Status {
  const says = (stands: Status['stands'], waits?: Status['waits']): Status => ({ stands, waits })
  if (job.handBack) return says('closed')
  if (isReported(job) || barring(job).length > 0) return says('checked-in')
  if (isAsked(job, around)) return says('waiting', { for: 'you' })
  const { station, allWaits } = listedOf(job, around)
  if (station === 'counter') return says('checked-in')
  // At home there is nothing to fetch: once it is done there, it is closed.
  if (fetchingOf(job, around)) return says('ready')
  for (const { for: what, until } of allWaits) {
    const whom = FOR_WHOM[what]
    if (whom) return says('waiting', { for: whom, until })
  }
  return says('in-work')
}
