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
  const sorted = [...values].sort((a, b) => a - b)
  return {
    count: sorted.length,
    p10: quantileOfSorted(sorted, 0.1),
    median: quantileOfSorted(sorted, 0.5),
    p90: quantileOfSorted(sorted, 0.9),
  }
}
