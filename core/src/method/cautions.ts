import type { Method } from '../catalog/index.ts'
import type { KeyChart } from './keyChart.ts'
import { awaitedCues, type RunLine } from './runLine.ts'

/** What may mislead somebody whose hands are on the keys just now. */
export type Caution =
  /** It is being forced off: the power menu may come first, and means nothing. */
  | { readonly kind: 'power-menu' }
  /** Nothing may happen for so long at the most, in ms, and yet it is on its way. */
  | { readonly kind: 'long-wait'; readonly mostMs: number }

/** A wait that one would give up. Common practice, no source. */
const LONG_MS = 60_000

/** @param line where the run stands on the chart; in the count-in nothing is said yet */
export function cautionsAt(
  { from }: Pick<Method, 'from'>,
  chart: KeyChart,
  { ms, next }: Pick<RunLine, 'ms' | 'next'>,
): readonly Caution[] {
  if (ms < 0 || !next) return []
  const power = chart.lanes.find(({ key }) => key === 'power')
  const isHeld = power?.spans.some((span) => span.from.ms <= ms && ms < span.to.ms) ?? false
  const before = awaitedCues(chart).findLast(({ step }) => step < next.step)
  // From a lit screen to the black one, and not once it is dark.
  const isForcedOff = from === 'on-locked' && next.cue === 'dark' && before === undefined && isHeld
  const mostMs = next.at.latestMs - (before?.at.ms ?? 0)
  return [
    ...(isForcedOff ? [{ kind: 'power-menu' } as const] : []),
    ...(mostMs >= LONG_MS ? [{ kind: 'long-wait', mostMs } as const] : []),
  ]
}
