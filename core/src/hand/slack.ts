import type { Method } from '../catalog/index.ts'
import { isCounted, movesOf, performPlan, planOf, type Plan } from '../method/index.ts'
import { durationsAt, type DrawnDurations, type Machine, type Situation } from '../twin/index.ts'

/** A half-open interval around a key change's perfect moment, in milliseconds; early is negative. */
export interface Window {
  readonly fromMs: number
  readonly toMs: number
}

/** When a move of keys or cable may come so that the method still reaches its goal. */
export interface Slack {
  readonly step: number
  /** It hangs on a count or a time rather than on something seen or felt: it can come too early as well as too late. */
  readonly isCounted: boolean
  /** It may come as soon as a hand is there, right after the move before it. */
  readonly isFreeEarly: boolean
  /** On a middling unit. Not always one interval; at a limit of the scan it goes on beyond. */
  readonly windows: readonly Window[]
  /** The interval around the perfect moment that works on a middling unit and on both extremes. */
  readonly safe: Window
}

export const SCAN = { stepMs: 50, earliestMs: -3000, latestMs: 6000 }

/**
 * How early and late each move may come, read off the twin: every offset of the scan is done with all
 * that follows run again, and each edge is narrowed to 1 ms. An early change is limited by the one before it.
 */
export function slackOf(machine: Machine, method: Method, situation: Situation): readonly Slack[] {
  const plan = planOf(machine, method, situation)
  const units = (['median', 'min', 'max'] as const).map((where) => durationsAt(machine, where))
  const timings = units.map((durations) => timingsOf(plan, durations))
  return movesOf(method).map((step): Slack => {
    const scans = units.map((durations, unit) => scanOf(plan, durations, step, timings[unit] ?? []))
    const around = scans.map(({ windows }) => windows.find(({ fromMs, toMs }) => fromMs <= 0 && toMs > 0))
    return {
      step,
      isCounted: isCounted(method, step),
      isFreeEarly: scans.every(({ earliestMs }, unit) => (around[unit]?.fromMs ?? 0) <= earliestMs),
      windows: scans[0]?.windows ?? [],
      safe: {
        fromMs: Math.max(...around.map((one) => one?.fromMs ?? 0)),
        toMs: Math.min(...around.map((one) => one?.toMs ?? 0)),
      },
    }
  })
}

/** The move that forgives least on every unit: the critical second. @returns undefined where all forgive */
export function criticalSlack(slacks: readonly Slack[]): Slack | undefined {
  return slacks
    .filter((slack) => toleranceOf(slack) < SCAN.latestMs)
    .sort((a, b) => toleranceOf(a) - toleranceOf(b))[0]
}

/** How far from its moment a move may come; what hangs on a cue is not early before it. */
function toleranceOf({ safe, isCounted, isFreeEarly }: Slack): number {
  return isCounted && !isFreeEarly ? Math.min(safe.toMs, -safe.fromMs) : safe.toMs
}

function scanOf(
  plan: Plan,
  durations: DrawnDurations,
  step: number,
  timings: readonly Timing[],
): { readonly earliestMs: number; readonly windows: readonly Window[] } {
  const momentMs = timings[step]?.beginsMs ?? 0
  const beforeMs = Math.max(
    0,
    ...timings.slice(0, step).flatMap((one) => (one && one.endsMs <= momentMs ? [one.endsMs] : [])),
  )
  const works = (offsetMs: number) =>
    performPlan(plan, durations, { doneAtMs: { step, atMs: momentMs + offsetMs } }).reached
  const earliestMs = Math.max(SCAN.earliestMs, Math.ceil(beforeMs - momentMs))
  const windows: { fromMs: number; toMs: number }[] = []
  let beganMs: number | undefined
  let lastMs = earliestMs
  for (const offsetMs of offsets(earliestMs)) {
    const isWorking = works(offsetMs)
    if (isWorking && beganMs === undefined)
      beganMs = offsetMs === earliestMs ? offsetMs : edge(works, lastMs, offsetMs)
    if (!isWorking && beganMs !== undefined) {
      windows.push({ fromMs: beganMs, toMs: edge(works, lastMs, offsetMs) })
      beganMs = undefined
    }
    lastMs = offsetMs
  }
  if (beganMs !== undefined) windows.push({ fromMs: beganMs, toMs: SCAN.latestMs })
  return { earliestMs, windows }
}

function offsets(earliestMs: number): number[] {
  const all = new Set([earliestMs, 0])
  for (let ms = SCAN.earliestMs; ms <= SCAN.latestMs; ms += SCAN.stepMs) if (ms > earliestMs) all.add(ms)
  return [...all].sort((a, b) => a - b)
}

/** The first offset, to 1 ms, at which the answer is that of `toMs` and no longer that of `fromMs`. */
function edge(works: (offsetMs: number) => boolean, fromMs: number, toMs: number): number {
  const before = works(fromMs)
  let [low, high] = [fromMs, toMs]
  while (high - low > 1) {
    const middle = Math.floor((low + high) / 2)
    if (works(middle) === before) low = middle
    else high = middle
  }
  return high
}

interface Timing {
  readonly beginsMs: number
  readonly endsMs: number
}

/** When each step begins and ends to move something, with a perfect hand; a step of many presses takes its time. */
function timingsOf(plan: Plan, durations: DrawnDurations): readonly Timing[] {
  const timings: Timing[] = []
  for (const { step, atMs } of performPlan(plan, durations).actions)
    timings[step] = { beginsMs: timings[step]?.beginsMs ?? atMs, endsMs: atMs }
  return timings
}
