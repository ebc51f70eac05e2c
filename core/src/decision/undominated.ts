/** Differences smaller than this decide nothing. */
const SAME = 1e-6

/**
 * Those that no other beats: another beats one when it is as good in everything and better in something.
 * Of equals the first stays.
 * @param merits of one, each the larger the better
 */
export function undominated<T>(all: readonly T[], merits: (one: T) => readonly number[]): readonly T[] {
  const scored = all.map((one) => ({ one, merits: merits(one) }))
  return scored
    .filter(
      (mine, index) =>
        !scored.some((other, at) => at !== index && beats(other.merits, mine.merits, at < index)),
    )
    .map(({ one }) => one)
}

function beats(a: readonly number[], b: readonly number[], isFirst: boolean): boolean {
  const differences = a.map((value, index) => value - (b[index] ?? 0))
  if (differences.some((difference) => difference < -SAME)) return false
  return isFirst || differences.some((difference) => difference > SAME)
}
