import { chanceAfter, type Chance } from './chance.ts'
import type { EvidenceTry } from './tries.ts'

/** Something that goes better or worse than the rest: a system version, a cable. */
export interface Difference {
  readonly kind: 'system-version' | 'cable'
  readonly value: number
  readonly here: Chance
  readonly elsewhere: Chance
  readonly isWorse: boolean
}

/** How sure it has to be before it is pointed out. Common practice, no source. */
const APART_SD = 2
const LEAST_TRIES = 3

/**
 * What stands out among a family's tries: a system version whose success differs from the versions before it, a
 * cable that differs from the others. Two chances differ where their means lie two standard deviations apart.
 */
export function differencesIn(tries: readonly EvidenceTry[], prior: number): readonly Difference[] {
  return [
    ...apart(tries, prior, 'system-version', ({ systemVersion }) => systemVersion),
    ...apart(
      tries.filter(({ link }) => link !== 'none'),
      prior,
      'cable',
      ({ cable }) => cable,
    ),
  ]
}

function apart(
  tries: readonly EvidenceTry[],
  prior: number,
  kind: Difference['kind'],
  valueOf: (one: EvidenceTry) => number | undefined,
): Difference[] {
  const values = [...new Set(tries.map(valueOf))].filter((value) => value !== undefined)
  return values.flatMap((value): Difference[] => {
    const own = tries.filter((one) => valueOf(one) === value)
    const others = tries.filter((one) => {
      const its = valueOf(one)
      return its !== undefined && (kind === 'system-version' ? its < value : its !== value)
    })
    if (own.length < LEAST_TRIES || others.length < LEAST_TRIES) return []
    const here = counted(own, prior)
    const elsewhere = counted(others, prior)
    const gap = Math.abs(here.mean - elsewhere.mean)
    if (gap < APART_SD * Math.hypot(deviation(here), deviation(elsewhere))) return []
    return [{ kind, value, here, elsewhere, isWorse: here.mean < elsewhere.mean }]
  })
}

function counted(tries: readonly EvidenceTry[], prior: number): Chance {
  return chanceAfter(tries.filter(({ outcome }) => outcome === 'reached').length, tries.length, prior)
}

/** The interval's half width in standard deviations: an 80 % interval of a normal is 1.2816 wide to each side. */
function deviation({ from, to }: Chance): number {
  return (to - from) / 2 / 1.2816
}
