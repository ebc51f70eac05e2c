import type { Counted } from './differences.ts'

/** From one attempt on it goes otherwise than before. */
export interface ChangePoint {
  /** How many came before it. */
  readonly at: number
  readonly before: Counted
  readonly after: Counted
  /** How likely so great a difference is where nothing changes, whichever place had been pointed at. */
  readonly chance: number
}

/** On either side at least so many, and in all: of fewer nothing is said. */
const LEAST = 5
/** Of these permutations a share of so few is as fine as it gets: 0.001. */
const PERMUTATIONS = 999

/**
 * Whether a series of attempts goes otherwise from some place on: the greatest log-likelihood ratio of two chances against
 * one over all places, held against the same of the series in random orders. Where all orders are alike, at most `level` of
 * all series are pointed at: a permutation test is exact. Source: Phipson and Smyth, *Statistical Applications in Genetics and
 * Molecular Biology* 9 (2010), for the share counted with the series itself (from memory).
 * @param reached in the order of time
 * @param level 0 to 1, shared among all series that are looked at together
 * @param random evenly from 0, included, to 1, excluded
 * @returns undefined where nothing stands out
 */
export function changeIn(
  reached: readonly boolean[],
  level: number,
  random: () => number,
): ChangePoint | undefined {
  const size = reached.length
  if (size < 2 * LEAST) return undefined
  const series = Uint8Array.from(reached, Number)
  const ratio = ratioOf(size)
  const found = greatest(series, ratio)
  const order = series.slice()
  let asGreat = 1
  for (let n = 0; n < PERMUTATIONS; n++) {
    shuffle(order, random)
    if (greatest(order, ratio).ratio >= found.ratio - 1e-9) asGreat++
    // It has come up too often already.
    if (asGreat / (PERMUTATIONS + 1) > level) return undefined
  }
  const count = (part: Uint8Array): Counted => ({
    reached: part.reduce((sum, one) => sum + one, 0),
    attempts: part.length,
  })
  return {
    at: found.at,
    before: count(series.subarray(0, found.at)),
    after: count(series.subarray(found.at)),
    chance: asGreat / (PERMUTATIONS + 1),
  }
}

/** The log-likelihood of so many of so many at their own chance, from a table of x·log x. */
function ratioOf(size: number): (reached: number, attempts: number) => number {
  const table = Float64Array.from({ length: size + 1 }, (_, x) => (x === 0 ? 0 : x * Math.log(x)))
  const of = (x: number) => table[x] ?? 0
  return (reached, attempts) => of(reached) + of(attempts - reached) - of(attempts)
}

function greatest(
  series: Uint8Array,
  ratio: (reached: number, attempts: number) => number,
): { readonly at: number; readonly ratio: number } {
  const size = series.length
  let all = 0
  for (const one of series) all += one
  let [at, best, before] = [LEAST, -Infinity, 0]
  for (let n = 1; n <= size - LEAST; n++) {
    before += series[n - 1] ?? 0
    if (n < LEAST) continue
    const its = ratio(before, n) + ratio(all - before, size - n)
    if (its > best) [at, best] = [n, its]
  }
  return { at, ratio: best - ratio(all, size) }
}

/** Fisher and Yates; Knuth, *The Art of Computer Programming* 2, 3.4.2 P. */
function shuffle(series: Uint8Array, random: () => number): void {
  for (let n = series.length - 1; n > 0; n--) {
    const other = Math.floor(random() * (n + 1))
    const one = series[n] ?? 0
    series[n] = series[other] ?? 0
    series[other] = one
  }
}
