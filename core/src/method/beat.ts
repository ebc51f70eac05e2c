import type { Method, Step } from '../catalog/index.ts'
import type { KeyChart } from './keyChart.ts'
import { movesOf } from './moves.ts'

/** One sound of the beat, in milliseconds from the start of its segment. */
export interface Beat {
  /** Negative where it belongs into the count-in. */
  readonly atMs: number
  /** A key going down, fingers sliding, a key let go, the cable or the hinge moved, a second that passes, or words. */
  readonly kind: 'press' | 'slide' | 'let-go' | 'plug' | 'tick' | 'say'
  /** What is said: a step of the method, or all that follows the sign before it in one sentence. */
  readonly says?: { readonly step: number; readonly isCritical: boolean } | undefined
}

/**
 * What runs by time between two cues. A segment begins at the start of the run or when a cue was seen; what
 * hangs on a cue is never beaten, since only the technician's eye knows its moment.
 */
export interface BeatSegment {
  /** The step whose cue begins the segment; absent for the first. */
  readonly afterStep?: number | undefined
  /** The time of the chart at which the segment begins, on a middling unit. */
  readonly chartMs: number
  readonly beats: readonly Beat[]
}

const TICK_MS = 1000
const BESIDE_MS = 200
/** What is asked for is told so long before its moment: a hand has to get there. Common practice, no source. */
export const LEAD_MS = 1500
/** A step this soon after a cue hangs on it. */
const AT_THE_CUE_MS = 60

/**
 * The beat of a method: what runs by time sounds at its moment and is told ahead of it; what the next cue asks
 * for is told while one waits for it; and a tick a second while keys are held.
 */
export function beatOf(method: Method, chart: KeyChart): readonly BeatSegment[] {
  const step = (at: number) => ({ step: at, isCritical: false })
  const moves = movesOf(method)
  const soundAt = (index: number) => {
    const step = method.steps[index]
    // A cable or a hinge moved at leisure has no moment.
    const isHandled = step?.do === 'plug' || step?.do === 'fold'
    return step && (!isHandled || moves.includes(index)) ? soundOf(step) : undefined
  }
  const segments: { afterStep?: number; chartMs: number; endMs: number; beats: Beat[] }[] = []
  let current = { chartMs: 0, endMs: 0, beats: [] as Beat[] } as (typeof segments)[number]
  for (const [index, one] of method.steps.entries()) {
    const beginsMs = chart.stepEnds[index - 1]?.ms ?? 0
    const atMs = beginsMs - current.chartMs
    const hangsOnCue = current.afterStep !== undefined && atMs < AT_THE_CUE_MS
    const sound = soundAt(index)
    if (sound && !hangsOnCue) {
      // Between two cues there may be less time than a hand would like: then it is told at the cue.
      const earliestMs = current.afterStep === undefined ? -LEAD_MS : 0
      current.beats.push({ atMs: Math.max(earliestMs, atMs - LEAD_MS), kind: 'say', says: step(index) })
      current.beats.push({ atMs, kind: sound })
    }
    if (one.do === 'wait' && !('cue' in one.until))
      current.beats.push({ atMs, kind: 'say', says: step(index) })
    if (one.do !== 'wait' || !('cue' in one.until)) continue
    const ahead = soundAt(index + 1) ? { step: index + 1, isCritical: true } : step(index)
    current.beats.push({ atMs: Math.max(0, atMs) + 200, kind: 'say', says: ahead })
    current.endMs = chart.stepEnds[index]?.ms ?? beginsMs
    segments.push(current)
    current = { afterStep: index, chartMs: current.endMs, endMs: current.endMs, beats: [] }
  }
  if (current.beats.length > 0) segments.push({ ...current, endMs: chart.length.ms })
  return segments.map(({ afterStep, chartMs, endMs, beats }) => ({
    afterStep,
    chartMs,
    beats: withTicks(beats, chart, chartMs, endMs),
  }))
}

function soundOf(step: Step): Beat['kind'] | undefined {
  switch (step.do) {
    case 'hold':
    case 'press':
    case 'long-press':
      return 'press'
    case 'let-go':
      return 'let-go'
    case 'slide':
      return 'slide'
    case 'plug':
    case 'fold':
      return 'plug'
    case 'tap':
    case 'type':
    case 'choose':
    case 'wait':
      return undefined
  }
}

function withTicks(
  said: readonly Beat[],
  { lanes }: KeyChart,
  chartMs: number,
  endMs: number,
): readonly Beat[] {
  const isHeld = (ms: number) =>
    lanes.some(({ spans }) => spans.some(({ from, to }) => from.ms <= ms && ms < to.ms))
  // A move is not told over by the second that passes.
  const isBesideAMove = (ms: number) =>
    said.some(({ kind, atMs }) => kind !== 'say' && Math.abs(atMs - ms) < BESIDE_MS)
  const ticks: Beat[] = []
  for (let ms = TICK_MS; chartMs + ms < endMs; ms += TICK_MS)
    if (isHeld(chartMs + ms) && !isBesideAMove(ms)) ticks.push({ atMs: ms, kind: 'tick' })
  return [...said, ...ticks].sort((a, b) => a.atMs - b.atMs)
}
