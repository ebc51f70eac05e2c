import type { SpentOn, Took } from '../results/index.ts'
import type { JobState } from './records.ts'
import { standingOf } from './steps.ts'

const MINUTE_MS = 60_000
/** Somebody who does nothing at the device for longer has left it lying. Common practice, no source. */
export const LONGEST_PAUSE_MS = 2 * 60 * MINUTE_MS

/** From one instant to another, in milliseconds since 1970; half-open. */
type Stretch = readonly [from: number, to: number]

/**
 * Where the time of a closed job went, in minutes: at the counter until the customer had agreed or work began; at the bench,
 * between one thing done and the next, as long as nobody left it lying; waiting for somebody else; and ready, until it was
 * fetched. What was waited for is taken off the bench.
 * @returns nothing for an open job; of what did not come up, nothing
 */
export function spentOf(job: JobState): readonly Took[] {
  const closed = job.handBack && Date.parse(job.handBack.at)
  if (closed === null) return []
  const opened = Date.parse(job.openedAt)
  const readyAt = job.told?.find(({ what }) => what === 'ready')?.at
  const ready = Math.min(closed, readyAt === undefined ? closed : Date.parse(readyAt))
  // A clock may say that work began before the job was opened.
  const works = worksOf(job)
    .filter((at) => at <= ready)
    .map((at) => Math.max(at, opened))
  const agreed = job.agreement?.kind === 'signed' ? Date.parse(job.agreement.at) : closed
  const counter = Math.max(opened, Math.min(agreed, works[0] ?? closed, ready))
  const waits = united(waitsOf(job, ready))
  const bench = works
    .slice(1)
    .map((at, nth): Stretch => [works[nth] ?? at, at])
    .filter(([from, to]) => to - from <= LONGEST_PAUSE_MS)
  const spent = {
    'at-counter': counter - opened,
    'at-bench': lengthOf(bench) - bench.reduce((sum, one) => sum + overlapOf(one, waits), 0),
    waited: lengthOf(waits),
    'until-fetched': readyAt === undefined ? 0 : closed - ready,
  } satisfies Readonly<Record<SpentOn, number>>
  return Object.entries(spent).flatMap(([of, ms]) =>
    ms > 0 ? [{ of: of as SpentOn, minutes: ms / MINUTE_MS }] : [],
  )
}

/** Instants at which something was done at the device, in order. */
function worksOf({ steps, attempts }: JobState): readonly number[] {
  return [
    ...steps.map(({ at }) => at),
    ...attempts.flatMap(({ startedAt, finishedAt }) => [startedAt, ...(finishedAt ? [finishedAt] : [])]),
  ]
    .map((at) => Date.parse(at))
    .sort((one, other) => one - other)
}

/** When somebody else was waited for: an order, the account's own recovery, a previous owner, the service, the carrier. */
function waitsOf(job: JobState, until: number): readonly Stretch[] {
  const { account, carrier } = standingOf(job)
  const { recovery, seller, service } = account
  const { asked } = carrier
  const pairs: readonly (readonly [string | undefined, string | undefined])[] = [
    ...job.orders.map(({ orderedAt, answeredAt }) => [orderedAt, answeredAt ?? undefined] as const),
    [recovery?.startedAt, recovery?.endedAt],
    [seller?.writtenAt, seller?.answeredAt],
    [service?.sentAt, service?.returnedAt],
    [asked?.at, asked?.answeredAt ?? carrier.worksAt],
  ]
  return pairs.flatMap(([from, to]): readonly Stretch[] => {
    if (from === undefined) return []
    const end = Math.min(until, to === undefined ? until : Date.parse(to))
    return end > Date.parse(from) ? [[Date.parse(from), end]] : []
  })
}

/** Stretches that may lie over each other as some that do not, in order. */
function united(stretches: readonly Stretch[]): readonly Stretch[] {
  const all: Stretch[] = []
  for (const [from, to] of stretches.toSorted(([one], [other]) => one - other)) {
    const last = all.at(-1)
    if (last && from <= last[1]) all[all.length - 1] = [last[0], Math.max(last[1], to)]
    else all.push([from, to])
  }
  return all
}

const lengthOf = (stretches: readonly Stretch[]): number =>
  stretches.reduce((sum, [from, to]) => sum + (to - from), 0)
const overlapOf = ([from, to]: Stretch, others: readonly Stretch[]): number =>
  others.reduce((sum, [start, end]) => sum + Math.max(0, Math.min(to, end) - Math.max(from, start)), 0)
