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
 * Quantiles of the package stdlib.
 * @param prior the simulated chance, 0 to 1
 */
export function chanceAfter(reached: number, attempts: number, prior: number, weight = PRIOR_WEIGHT): Chance {
  const before = Math.min(1 - SURE, Math.max(SURE, prior))
  const a = before * weight + reached
  const b = (1 - before) * weight + attempts - reached
  return {
    reached,
    attempts,
    mean: a / (a + b),
    from: betaQuantile(0.1, a, b),
    to: betaQuantile(0.9, a, b),
  }
}
