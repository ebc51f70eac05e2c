import type { CueMark, KeyChart } from './keyChart.ts'

/** A cue of the chart that a step waits for. */
export type AwaitedCue = CueMark & { readonly step: number }

/** Where a run stands on its chart. */
export interface RunLine {
  /** The moving line, in ms of the chart. */
  readonly ms: number
  /** The step to be done now. */
  readonly step: number
  /** The cue that may come next; absent where no step waits for one any more. */
  readonly next?: AwaitedCue | undefined
}

/** A cue may be reported so long after its latest moment: the time to see it and to find the key. Common practice, no source. */
const REPORTED_LATE_MS = 2000

/** A foot switch’s contact closes more than once within so long; a foot presses no faster. Common practice, no source. */
const BOUNCE_MS = 60

/** So long it takes at least on any unit, in ms, from the cue that was reported to the next one. */
export const leastUntil = (next: AwaitedCue, reported?: AwaitedCue): number =>
  Math.max(0, next.at.earliestMs - (reported?.at.earliestMs ?? 0))

/**
 * Whether a report is more likely a slip than the cue: it comes in less than half of the shortest time on any unit, and
 * no late report of the cue before explains it; or the key bounced.
 * @param sinceMs since the last report, or since the keys were first held
 */
export function isTooEarly(sinceMs: number, next: AwaitedCue, reported?: AwaitedCue): boolean {
  const half = leastUntil(next, reported) / 2
  return sinceMs < (half >= REPORTED_LATE_MS ? half : Math.min(half, BOUNCE_MS))
}

/** The cues that the steps wait for, in the order of the chart. */
export function awaitedCues(chart: KeyChart): readonly AwaitedCue[] {
  return chart.cues.filter((mark): mark is AwaitedCue => mark.step !== undefined)
}

/**
 * Where a run stands. Nothing is taken as come before it was reported or its latest moment on any unit has passed: the
 * line waits at a cue that can still come, as the beat does, and what is reported never says more than came. However
 * late a cue is reported, it is not taken for the next one before that one can have come on any unit.
 * @param elapsedMs since the chart's zero, which is moved when a cue is reported; negative in the count-in
 * @param reported the last cue that was reported, of {@link awaitedCues}
 */
export function runLine(chart: KeyChart, elapsedMs: number, reported?: AwaitedCue): RunLine {
  const awaited = awaitedCues(chart)
  const toCome = awaited.filter(({ step }) => step > (reported?.step ?? -1))
  // One that nobody reported is passed over when its time is over and the one after it can have come.
  const next =
    toCome.find(({ at }, nth) => {
      const after = toCome[nth + 1]
      const canHaveCome = after && elapsedMs >= (reported?.at.ms ?? 0) + leastUntil(after, reported)
      return elapsedMs <= at.latestMs + REPORTED_LATE_MS || !canHaveCome
    }) ?? toCome.at(-1)
  // Before the next cue, and not before the one that has come, though both come at one moment.
  const heldMs = next ? Math.max(reported?.at.ms ?? -Infinity, next.at.ms - 1) : chart.length.ms
  const ms = Math.min(elapsedMs, heldMs, chart.length.ms)
  const atLine = chart.stepEnds.findIndex((end) => end.ms > ms)
  const last = chart.stepEnds.length - 1
  const first = (reported?.step ?? -1) + 1
  // What the cue that came asks for is to be done before the next of the same moment is looked for.
  const isHeldThere = reported !== undefined && ms <= reported.at.ms
  const step = isHeldThere ? first : Math.max(atLine < 0 ? last : atLine, first)
  return { ms, step: Math.min(step, next?.step ?? last, last), next }
}
