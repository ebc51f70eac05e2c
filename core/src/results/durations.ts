import type { Measured } from './experience.ts'

/** A quantile of sorted values, between neighbours by straight line (R's type 7). */
export function quantileOfSorted(sorted: readonly number[], p: number): number {
  const place = (sorted.length - 1) * p
  const below = Math.floor(place)
  const low = sorted[below] ?? Number.NaN
  return low + ((sorted[below + 1] ?? low) - low) * (place - below)
}

/** How long something took, as quantiles; undefined below `LEAST` values. */
export interface Durations {
  readonly count: number
  readonly p10: number
  readonly median: number
  readonly p90: number
}
const LEAST = 5

export function durationsOf(values: readonly number[]): Durations | undefined {
  if (values.length < LEAST) return undefined
  const { count, p10, p50, p90 } = measuredOf(values)
  return { count, p10, median: p50, p90 }
}

/** Three quantiles of what was measured, and of how much. @param values at least one */
export function measuredOf(values: readonly number[]): Measured {
  const sorted = values.toSorted((a, b) => a - b)
  const at = (share: number) => quantileOfSorted(sorted, share)
  return { count: values.length, p10: at(0.1), p50: at(0.5), p90: at(0.9) }
}
