import binomialCdf from '@stdlib/stats-base-dists-binomial-cdf'
import hypergeometricCdf from '@stdlib/stats-base-dists-hypergeometric-cdf'
import type { RecordedAttempt } from './attempts.ts'

export interface Counted {
  readonly reached: number
  readonly attempts: number
}

/** A system version against those before it, or a cable against the others. */
export interface Compared {
  readonly kind: 'system-version' | 'cable'
  readonly value: number
  readonly here: Counted
  readonly elsewhere: Counted
  /** It goes worse here, and not by chance. */
  readonly isWorse: boolean
  /** How likely it would be pointed out, were it to work half as often as elsewhere; 0 to 1. */
  readonly power: number
}

/** How often anything at all is pointed out where nothing differs, at most. Common practice, no source. */
const FALSE_ALARMS = 0.05
const LEAST_ATTEMPTS = 3

/**
 * What stands out among a family's attempts: a system version that goes worse than those before it, a cable that goes worse
 * than the others. One-sided exact tests (Fisher), held together by Holm's rule, so that a look at the table points
 * at anything in at most 5 of 100 cases where all chances are equal. Each look is one: who looks every day is told more.
 * @returns all that were compared, with how much could be noticed; a value of fewer than three attempts is not compared
 */
export function compareAttempts(attempts: readonly RecordedAttempt[]): readonly Compared[] {
  const pairs = [
    ...pairsOf(
      attempts,
      'system-version',
      ({ systemVersion }) => systemVersion,
      (its, value) => its < value,
    ),
    ...pairsOf(
      attempts.filter(({ link }) => link !== 'none'),
      'cable',
      ({ cable }) => cable,
      (its, value) => its !== value,
    ),
  ]
  const inOrder = pairs
    .map((pair) => ({ pair, chance: chanceOfSoFew(pair.here, pair.elsewhere) }))
    .sort((a, b) => a.chance - b.chance)
  const firstKept = inOrder.findIndex(({ chance }, n) => chance > FALSE_ALARMS / (inOrder.length - n))
  const worse = new Set(inOrder.slice(0, firstKept < 0 ? undefined : firstKept).map(({ pair }) => pair))
  return pairs.map((pair) => ({
    ...pair,
    isWorse: worse.has(pair),
    power: powerOf(pair.here.attempts, pair.elsewhere, FALSE_ALARMS / pairs.length),
  }))
}

type Pair = Pick<Compared, 'kind' | 'value' | 'here' | 'elsewhere'>

function pairsOf(
  attempts: readonly RecordedAttempt[],
  kind: Compared['kind'],
  valueOf: (one: RecordedAttempt) => number | undefined,
  isElsewhere: (its: number, value: number) => boolean,
): readonly Pair[] {
  const values = [...new Set(attempts.map(valueOf))].filter((value) => value !== undefined)
  return values.flatMap((value): Pair[] => {
    const here = counted(attempts.filter((one) => valueOf(one) === value))
    const elsewhere = counted(
      attempts.filter((one) => {
        const its = valueOf(one)
        return its !== undefined && isElsewhere(its, value)
      }),
    )
    return here.attempts < LEAST_ATTEMPTS || elsewhere.attempts < LEAST_ATTEMPTS
      ? []
      : [{ kind, value, here, elsewhere }]
  })
}

function counted(attempts: readonly RecordedAttempt[]): Counted {
  return {
    reached: attempts.filter(({ outcome }) => outcome === 'reached').length,
    attempts: attempts.length,
  }
}

/**
 * How likely so few or fewer of all that reached would fall here, were the chances equal: Fisher's exact test, one-sided.
 * The hypergeometric distribution of the package stdlib.
 * @returns 0 to 1
 */
export function chanceOfSoFew(here: Counted, elsewhere: Counted): number {
  return hypergeometricCdf(
    here.reached,
    here.attempts + elsewhere.attempts,
    here.reached + elsewhere.reached,
    here.attempts,
  )
}

/** How likely `attempts` of half the chance are pointed out, beside what was counted elsewhere. */
function powerOf(attempts: number, elsewhere: Counted, level: number): number {
  let most = -1
  while (most < attempts && chanceOfSoFew({ reached: most + 1, attempts }, elsewhere) <= level) most++
  return most < 0 ? 0 : binomialCdf(most, attempts, elsewhere.reached / elsewhere.attempts / 2)
}
