import betaQuantile from '@stdlib/stats-base-dists-beta-quantile'

/** What is believed of a chance: a Beta distribution, with what was counted. */
export interface Chance {
  readonly reached: number
  readonly attempts: number
  readonly mean: number
  /** Eight in ten: the interval between the tenth and the ninetieth percentile. */
  readonly from: number
  readonly to: number
}

/** What a simulated chance weighs, in attempts. Common practice, no source. */
export const PRIOR_WEIGHT = 4
/** A simulation never makes sure: the prior keeps this far from 0 and 1. */
const SURE = 0.02

/**
 * The posterior of a success chance: Beta, with the simulation's figure as a prior worth `weight` attempts.
 * @param prior the simulated chance, 0 to 1
 */
export function chanceAfter(reached: number, attempts: number, prior: number, weight = PRIOR_WEIGHT): Chance {
  const before = Math.min(1 - SURE, Math.max(SURE, prior))
  return { reached, attempts, ...posterior(before, weight, reached, attempts - reached) }
}

/**
 * Mean and eight in ten of a Beta distribution that was worth `weight` attempts before. Quantiles of the package stdlib.
 * @param prior between 0 and 1, neither of them
 */
export function posterior(
  prior: number,
  weight: number,
  worked: number,
  failed: number,
): Pick<Chance, 'mean' | 'from' | 'to'> {
  const a = prior * weight + worked
  const b = (1 - prior) * weight + failed
  return { mean: a / (a + b), from: betaQuantile(0.1, a, b), to: betaQuantile(0.9, a, b) }
}
