import binomialCdf from '@stdlib/stats-base-dists-binomial-cdf'
import hypergeometricCdf from '@stdlib/stats-base-dists-hypergeometric-cdf'
import type { EvidenceTry } from './tries.ts'

export interface Counted {
  readonly reached: number
  readonly tries: number
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
const LEAST_TRIES = 3

/**
 * What stands out among a family's tries: a system version that goes worse than those before it, a cable that goes worse
 * than the others. One-sided exact tests (Fisher), held together by Holm's rule, so that a look at the table points
 * at anything in at most 5 of 100 cases where all chances are equal. Each look is one: who looks every day is told more.
 * @returns all that were compared, with how much could be noticed; a value of fewer than three tries is not compared
 */
export function compareTries(tries: readonly EvidenceTry[]): readonly Compared[] {
  const pairs = [
    ...pairsOf(
      tries,
      'system-version',
      ({ systemVersion }) => systemVersion,
      (its, value) => its < value,
    ),
    ...pairsOf(
      tries.filter(({ link }) => link !== 'none'),
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
    power: powerOf(pair.here.tries, pair.elsewhere, FALSE_ALARMS / pairs.length),
  }))
}

type Pair = Pick<Compared, 'kind' | 'value' | 'here' | 'elsewhere'>

function pairsOf(
  tries: readonly EvidenceTry[],
  kind: Compared['kind'],
  valueOf: (one: EvidenceTry) => number | undefined,
  isElsewhere: (its: number, value: number) => boolean,
): readonly Pair[] {
  const values = [...new Set(tries.map(valueOf))].filter((value) => value !== undefined)
  return values.flatMap((value): Pair[] => {
    const here = counted(tries.filter((one) => valueOf(one) === value))
    const elsewhere = counted(
      tries.filter((one) => {
        const its = valueOf(one)
        return its !== undefined && isElsewhere(its, value)
      }),
    )
    return here.tries < LEAST_TRIES || elsewhere.tries < LEAST_TRIES ? [] : [{ kind, value, here, elsewhere }]
  })
}

function counted(tries: readonly EvidenceTry[]): Counted {
  return { reached: tries.filter(({ outcome }) => outcome === 'reached').length, tries: tries.length }
}

/**
 * How likely so few or fewer of all that reached would fall here, were the chances equal: Fisher's exact test, one-sided.
 * The hypergeometric distribution of the package stdlib.
 * @returns 0 to 1
 */
export function chanceOfSoFew(here: Counted, elsewhere: Counted): number {
  return hypergeometricCdf(
    here.reached,
    here.tries + elsewhere.tries,
    here.reached + elsewhere.reached,
    here.tries,
  )
}

/** How likely `tries` of half the chance are pointed out, beside what was counted elsewhere. */
function powerOf(tries: number, elsewhere: Counted, level: number): number {
  let most = -1
  while (most < tries && chanceOfSoFew({ reached: most + 1, tries }, elsewhere) <= level) most++
  return most < 0 ? 0 : binomialCdf(most, tries, elsewhere.reached / elsewhere.tries / 2)
}
