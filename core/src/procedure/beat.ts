import type { Procedure } from '../catalog/index.ts'
import type { KeyChart } from './keyChart.ts'
import { stepWords, type Locale } from './words.ts'

/** One sound of the beat, in milliseconds from the start of its segment. */
export interface Beat {
  readonly atMs: number
  readonly kind: 'tick' | 'say'
  readonly text?: string
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

/** The beat of a procedure: each step's words at its moment, and a tick a second while keys are held. */
export function beatOf(procedure: Procedure, chart: KeyChart, locale: Locale): readonly BeatSegment[] {
  const words = stepWords(procedure, chart, locale)
  const segments: { afterStep?: number; chartMs: number; endMs: number; beats: Beat[] }[] = []
  let current = { chartMs: 0, endMs: 0, beats: [] as Beat[] } as (typeof segments)[number]
  for (const [index, step] of procedure.steps.entries()) {
    const beginsMs = chart.stepEnds[index - 1]?.ms ?? 0
    current.beats.push({ atMs: beginsMs - current.chartMs, kind: 'say', text: words[index] ?? '' })
    if (step.do !== 'wait' || !('cue' in step.until)) continue
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

function withTicks(
  said: readonly Beat[],
  { lanes }: KeyChart,
  chartMs: number,
  endMs: number,
): readonly Beat[] {
  const isHeld = (ms: number) =>
    lanes.some(({ spans }) => spans.some(({ from, to }) => from.ms <= ms && ms < to.ms))
  const ticks: Beat[] = []
  for (let ms = TICK_MS; chartMs + ms < endMs; ms += TICK_MS)
    if (isHeld(chartMs + ms)) ticks.push({ atMs: ms, kind: 'tick' })
  return [...said, ...ticks].sort((a, b) => a.atMs - b.atMs)
}
