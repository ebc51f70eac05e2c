import type { Family } from '../catalog/index.ts'
import { chargeRange } from '../clocks/index.ts'
import { accountPlanOf, carrierPlanOf } from './desks.ts'
import { locksShown, type LockShown } from './locks.ts'
import type { Locks, Station } from '../route/index.ts'
import { nextForgetting } from './forgetting.ts'
import { releasedBy } from './orders.ts'
import { type JobState } from './records.ts'
import type { WaitsFor } from './shown.ts'
import { factsOf, stationOfJob, type Around, type ModelKnown } from './standing.ts'
import { folded } from '../supply/index.ts'
import { standingOf } from './steps.ts'
import { fetchingOf } from './telling.ts'

/** The timer that runs on a job, with its instants. */
export interface Waits {
  readonly for: WaitsFor
  readonly since: string
  /** The earliest it may be over, when it should be, and when it is late. */
  readonly earliest: string
  readonly until: string
  readonly latest: string
}

/** What lists and counts are made of. */
export interface LockStatesAndWaits {
  readonly station: Station
  readonly locks: Readonly<Record<keyof Locks, LockShown>>
  readonly waits: Waits | null
}

export interface Listed extends LockStatesAndWaits {
  /** All that the job waits for, what should be over first before the others; `waits` is the first of them. */
  readonly allWaits: readonly Waits[]
  readonly device: string
  readonly customerName: string
  readonly modelId: string | null
  readonly imei: string | null
  readonly closedAt: string | null
  /** When something of it is next forgotten by itself. */
  readonly forgetAt: string | null
  /** How long the wipe and the first start took, where both ends were told. */
  readonly wipeSeconds: number | null
  readonly firstStartSeconds: number | null
  /** What a search looks through: in small letters, accents aside (`folded`). */
  readonly words: string
}

/** Counts changes of what is computed here, so that what was stored before is made anew. */
export const PROJECTION = 15

export function listedOf(
  job: JobState,
  around: Around & { readonly family: Family | undefined; readonly model: ModelKnown | undefined },
): Listed {
  const { model } = around
  const facts = factsOf(job)
  const { imei, imeiSecond, serialNumber, modelId } = facts
  const device = model?.name ?? ''
  const { bench } = standingOf(job)
  const allWaits = waitsOf(job, around)
  return {
    station: stationOfJob(job, around),
    locks: locksShown(job, around),
    waits: allWaits[0] ?? null,
    allWaits,
    device,
    customerName: job.customer.name,
    modelId: modelId ?? null,
    imei: imei ?? null,
    closedAt: job.handBack?.at ?? null,
    forgetAt: nextForgetting(job, around.prices),
    wipeSeconds: secondsBetween(bench.wipeStartedAt, bench.wipeFinishedAt),
    firstStartSeconds: secondsBetween(bench.firstStartAt, bench.setUpAt),
    words: folded(
      [job.ticket, job.customer.name, device, model?.modelCode, imei, imeiSecond, serialNumber]
        .filter(Boolean)
        .join(' '),
    ).slice(0, MOST_LETTERS),
  }
}

/** Of four bytes at most each. */
const MOST_LETTERS = 375

function secondsBetween(from: string | undefined, to: string | undefined): number | null {
  const ms = from && to ? Date.parse(to) - Date.parse(from) : 0
  return ms > 0 ? ms / 1000 : null
}

interface Range {
  readonly minMs: number
  readonly medianMs: number
  readonly maxMs: number
}

type WithFamily = Around & { readonly family: Family | undefined }

/** The timer of the bench where one runs, alone; else all that is waited for, what should be over first before the others. */
function waitsOf(job: JobState, around: WithFamily): readonly Waits[] {
  const { family } = around
  if (job.handBack) return []
  const { bench } = standingOf(job)
  const { wipe = '', firstStart = '' } = family?.durationsOfTheWork ?? {}
  if (bench.charging && !bench.charging.endedAt) {
    const { startedAt, fromPercent } = bench.charging
    return [timer('charging', startedAt, chargeRange(family?.kind ?? 'phone', fromPercent))]
  }
  if (bench.wipeStartedAt && !bench.wipeFinishedAt)
    return [timer('wipe', bench.wipeStartedAt, family?.durations[wipe])]
  if (bench.firstStartAt && !bench.setUpAt)
    return [timer('first-start', bench.firstStartAt, family?.durations[firstStart])]
  const ordered = job.orders
    .filter(({ state }) => state === 'waiting')
    .map((order): Waits => {
      const { earliest, latest: promised } = order.promise
      const latest = order.laterUntil ?? promised
      return { for: releasedBy(order), since: order.orderedAt, earliest, until: latest, latest }
    })
  // What is over by when does not hang on the time at which somebody looks.
  const led = [
    ...accountPlanOf(job, around, job.openedAt).waits,
    ...carrierPlanOf(job, around, job.openedAt).waits,
  ]
  return [...ordered, ...led, ...toBeFetched(job, around)].sort(
    (one, other) => Date.parse(one.until) - Date.parse(other.until),
  )
}

/** A customer who knows that it is ready comes for it, or is reminded. */
function toBeFetched(job: JobState, around: Around): readonly Waits[] {
  const { toldAt, nextAt } = fetchingOf(job, around) ?? {}
  return toldAt && nextAt
    ? [{ for: 'fetching', since: toldAt, earliest: toldAt, until: nextAt, latest: nextAt }]
    : []
}

function timer(what: Waits['for'], since: string, range: Range | undefined): Waits {
  const after = (ms = 0) => new Date(Date.parse(since) + ms).toISOString()
  return {
    for: what,
    since,
    earliest: after(range?.minMs),
    until: after(range?.medianMs),
    latest: after(range?.maxMs),
  }
}
