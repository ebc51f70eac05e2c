import type { Random } from './random.ts'

/** A time that varies: its fastest, its middle and its slowest, in milliseconds. */
export interface Spread {
  readonly min: number
  readonly middle: number
  readonly max: number
}

/**
 * How three published points become a distribution: half of all values lie evenly between the fastest and the
 * middle, half evenly between the middle and the slowest; nothing lies outside. The middle is then the median,
 * and nothing is said that the three points do not say.
 * @param u evenly from 0 to 1
 */
export function quantileOf({ min, middle, max }: Spread, u: number): number {
  return u < 0.5 ? min + (middle - min) * 2 * u : middle + (max - middle) * (2 * u - 1)
}

export function draw(spread: Spread, random: Random): number {
  return quantileOf(spread, random())
}

const STEPS = 1024

/**
 * The sum of several independent spreads as a table of quantiles, so that a draw of it costs one number: each
 * on a grid of 1 ms, convolved.
 */
export function sumOf(spreads: readonly Spread[]): Float64Array {
  let density = [1]
  let fromMs = 0
  for (const spread of spreads) {
    const own = gridOf(spread)
    const next = new Array<number>(density.length + own.length - 1).fill(0)
    for (const [a, left] of density.entries())
      for (const [b, right] of own.entries()) next[a + b] = (next[a + b] ?? 0) + left * right
    density = next
    fromMs += spread.min
  }
  // The cell at n holds what lies between n and n + (number of spreads) ms; its middle stands for it.
  return quantiles(density, fromMs + spreads.length / 2 - 0.5)
}

/** A draw from a table of `sumOf`. */
export function drawFrom(table: Float64Array, random: Random): number {
  const place = random() * STEPS
  const below = place | 0
  const low = table[below] as number
  return low + ((table[below + 1] as number) - low) * (place - below)
}

function gridOf({ min, middle, max }: Spread): number[] {
  return Array.from({ length: Math.round(max - min) }, (_, ms) =>
    ms + 0.5 < middle - min ? 0.5 / (middle - min) : 0.5 / (max - middle),
  )
}

function quantiles(density: readonly number[], fromMs: number): Float64Array {
  const table = new Float64Array(STEPS + 1)
  let cumulated = 0
  let cell = 0
  for (let step = 0; step <= STEPS; step++) {
    const wanted = step / STEPS
    while (cell < density.length - 1 && cumulated + (density[cell] ?? 0) < wanted)
      cumulated += density[cell++] ?? 0
    const inside = Math.min(1, Math.max(0, (wanted - cumulated) / (density[cell] || 1)))
    table[step] = fromMs + cell + inside
  }
  return table
}
