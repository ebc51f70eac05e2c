/** An uncertain amount by three of its quantiles: in any unit, ascending. */
export interface Spread {
  readonly p10: number
  readonly p50: number
  readonly p90: number
}

/** An uncertain amount as a few values, each with its probability. */
export type Chances = readonly (readonly [value: number, probability: number])[]

/**
 * Three values in place of a distribution, weighted 0.3, 0.4, 0.3.
 * Source: Swanson's rule, as tested by Keefer and Bodily, *Management Science* 29 (1983) (from memory).
 */
export function threePoints({ p10, p50, p90 }: Spread): Chances {
  return [
    [p10, 0.3],
    [p50, 0.4],
    [p90, 0.3],
  ]
}

/** The value that is not exceeded with a probability. @param share 0 to 1 */
export function quantileOf(amount: Chances, share: number): number {
  let sum = 0
  const total = amount.reduce((all, [, p]) => all + p, 0)
  const ascending = [...amount].sort(([a], [b]) => a - b)
  for (const [value, p] of ascending) {
    sum += p
    if (sum >= share * total - 1e-9) return value
  }
  return ascending.at(-1)?.[0] ?? 0
}

export function meanOf(amount: Chances): number {
  const total = amount.reduce((all, [, p]) => all + p, 0)
  return total === 0 ? 0 : amount.reduce((all, [value, p]) => all + value * p, 0) / total
}
