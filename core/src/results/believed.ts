import betaQuantile from '@stdlib/stats-base-dists-beta-quantile'
import { chanceHere, USUAL_CHANCES, USUAL_WEIGHS, type Experience, type OutcomeOf } from './experience.ts'

/** A chance that the route counts with, and where it comes from. */
export interface Believed {
  readonly of: OutcomeOf
  readonly usual: number
  readonly worked: number
  readonly all: number
  /** The mean of both, which the route counts with. */
  readonly mean: number
  /** Eight in ten: the interval between the tenth and the ninetieth percentile of the Beta distribution. */
  readonly from: number
  readonly to: number
}

/** What is usual beside what the shop has counted, and both together. Quantiles of the package stdlib. */
export function believed(of: OutcomeOf, seen: Experience): Believed {
  const usual = USUAL_CHANCES[of]
  const { worked, failed } = seen[of] ?? { worked: 0, failed: 0 }
  const [a, b] = [usual * USUAL_WEIGHS + worked, (1 - usual) * USUAL_WEIGHS + failed]
  return {
    of,
    usual,
    worked,
    all: worked + failed,
    mean: chanceHere(of, seen),
    from: betaQuantile(0.1, a, b),
    to: betaQuantile(0.9, a, b),
  }
}
