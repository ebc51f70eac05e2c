import type { Chances } from './spread.ts'

/** One of several amounts comes: its own, and after it what follows, independent of it. */
export interface AmountByChance {
  readonly chance: number
  readonly own: Chances
  readonly then?: Amount | undefined
}

/** Values that agree to this part are one: they differ by the order in which the same was added. */
const SAME = 1e-12

/**
 * An uncertain amount that may have thousands of values, since it is a sum of many: each value once, ascending, with
 * its probability.
 */
export class Amount {
  readonly #values: Float64Array
  readonly #chances: Float64Array
  private constructor(values: Float64Array, chances: Float64Array) {
    this.#values = values
    this.#chances = chances
  }

  static readonly NOTHING = new Amount(Float64Array.of(0), Float64Array.of(1))

  /** @param parts whose chances sum to anything */
  static oneOf(parts: readonly AmountByChance[]): Amount {
    // What follows is ascending already: moved by each own value it is one row, and the rows are merged.
    const rows = parts.flatMap(({ chance, own, then = Amount.NOTHING }) =>
      own.flatMap(([by, share]) =>
        share * chance > 0 ? [{ by, share: share * chance, of: then, at: 0 }] : [],
      ),
    )
    const size = rows.reduce((sum, { of }) => sum + of.#values.length, 0)
    const [values, chances] = [new Float64Array(size), new Float64Array(size)]
    let kept = 0
    for (let taken = 0; taken < size; taken++) {
      let least = Infinity
      let from = rows[0]
      for (const row of rows) {
        const value = row.by + (row.of.#values[row.at] ?? Infinity)
        if (value < least) [least, from] = [value, row]
      }
      if (!from) break
      const chance = from.share * (from.of.#chances[from.at++] ?? 0)
      const last = values[kept - 1] ?? -Infinity
      if (least - last > SAME * Math.max(1, least)) values[kept++] = least
      chances[kept - 1] = (chances[kept - 1] ?? 0) + chance
    }
    return new Amount(values.subarray(0, kept), chances.subarray(0, kept))
  }

  /** The value that is not exceeded with a probability; 0 where there is none. @param share 0 to 1 */
  quantile(share: number): number {
    let total = 0
    for (const chance of this.#chances) total += chance
    let sum = 0
    for (const [index, chance] of this.#chances.entries()) {
      sum += chance
      if (sum >= share * total - 1e-9) return this.#values[index] ?? 0
    }
    return this.#values.at(-1) ?? 0
  }

  /** Ascending, each value once. */
  toChances(): Chances {
    return Array.from(this.#values, (value, index) => [value, this.#chances[index] ?? 0] as const)
  }
}
