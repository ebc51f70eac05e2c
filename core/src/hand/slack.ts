import type { Procedure, Step } from '../catalog/index.ts'
import { performPlan, planOf, type Plan } from '../procedure/index.ts'
import { durationsAt, type DrawnDurations, type Machine, type Situation } from '../twin/index.ts'

/** A half-open interval around a key change's perfect moment, in milliseconds; early is negative. */
export interface Window {
  readonly fromMs: number
  readonly toMs: number
}

/** When a key change may come so that the procedure still reaches its goal. */
export interface Slack {
  readonly step: number
  /** On a middling unit. Not always one interval; at a limit of the scan it goes on beyond. */
  readonly windows: readonly Window[]
  /** The interval around the perfect moment that works on a middling unit and on both extremes. */
  readonly safe: Window
}

export const SCAN = { stepMs: 50, earliestMs: -3000, latestMs: 6000 }

/**
 * How early and late each key change may come, read off the twin: every offset of the scan is done with all
 * that follows run again, and each edge is narrowed to 1 ms. An early change is limited by the one before it.
 */
export function slackOf(machine: Machine, procedure: Procedure, situation: Situation): readonly Slack[] {
  const plan = planOf(machine, procedure, situation)
  const units = (['median', 'min', 'max'] as const).map((where) => durationsAt(machine, where))
  const moments = units.map((durations) => momentsOf(plan, durations))
  return procedure.steps.flatMap((step, index): Slack[] => {
    if (!changesKeys(step)) return []
    const windows = units.map((durations, unit) => windowsOf(plan, durations, index, moments[unit] ?? []))
    const around = windows.map((ones) => ones.find(({ fromMs, toMs }) => fromMs <= 0 && toMs > 0))
    return [
      {
        step: index,
        windows: windows[0] ?? [],
        safe: {
          fromMs: Math.max(...around.map((one) => one?.fromMs ?? 0)),
          toMs: Math.min(...around.map((one) => one?.toMs ?? 0)),
        },
      },
    ]
  })
}

/** The key change that forgives least on every unit: the critical second. @returns undefined where all forgive */
export function criticalSlack(slacks: readonly Slack[]): Slack | undefined {
  return slacks.filter(({ safe }) => safe.toMs < SCAN.latestMs).sort((a, b) => a.safe.toMs - b.safe.toMs)[0]
}

function windowsOf(
  plan: Plan,
  durations: DrawnDurations,
  step: number,
  moments: readonly number[],
): Window[] {
  const momentMs = moments[step] ?? 0
  const beforeMs = Math.max(0, ...moments.slice(0, step).filter((ms) => ms !== undefined && ms <= momentMs))
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
  return windows
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

/** When each key change comes with a perfect hand; of a step with several, the first. */
function momentsOf(plan: Plan, durations: DrawnDurations): number[] {
  const moments: number[] = []
  for (const { step, atMs } of performPlan(plan, durations).actions) moments[step] ??= atMs
  return moments
}

function changesKeys(step: Step): boolean {
  return step.do === 'hold' || step.do === 'let-go' || step.do === 'slide' || step.do === 'press'
}
