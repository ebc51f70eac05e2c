import type { Posture, Method } from '../catalog/index.ts'
import { durationsAt, EndlessMachine, USUAL_SITUATION, type Machine, type Situation } from '../twin/index.ts'
import { perform, type Performance } from './perform.ts'
import { ImpossibleMethod, type Impossible } from './plan.ts'

/** A method done with a perfect hand on a unit in the middle and on both extremes. */
export interface Proof {
  readonly holds: boolean
  readonly min: Performance
  readonly median: Performance
  readonly max: Performance
}

/** Proves a method on its twin: the perfect hand must reach the goal at the median and at both extremes. */
export function prove(machine: Machine, method: Method, situation: Situation): Proof {
  const at = (where: 'min' | 'median' | 'max') =>
    perform(machine, method, situation, durationsAt(machine, where))
  const [min, median, max] = [at('min'), at('median'), at('max')]
  return {
    holds: [min, median, max].every(({ reached, stuckAtStep }) => reached && stuckAtStep === undefined),
    min,
    median,
    max,
  }
}

/** A device in the middle, the quickest and the slowest: what a proof is made on. */
export type ProofUnit = 'median' | 'min' | 'max'

/** Why a method is not verified. */
export type NotVerified =
  /** However it lies there at its beginning, but so. */
  | { readonly why: 'posture'; readonly posture: Posture }
  | { readonly why: 'stuck'; readonly step: number; readonly on: readonly ProofUnit[] }
  | { readonly why: 'misses'; readonly on: readonly ProofUnit[] }
  | Impossible
  | { readonly why: 'endless' }

/** Why a method fails its proof; undefined where it holds, however a foldable lies there at its beginning. */
export function whyMissed(machine: Machine, method: Method): NotVerified | undefined {
  try {
    return whyNotVerified(machine, method, prove(machine, method, USUAL_SITUATION))
  } catch (error) {
    return cannotBeDone(error)
  }
}

/**
 * The same where it was proven already.
 * @param proof in the usual situation
 */
export function whyNotVerified(machine: Machine, method: Method, proof: Proof): NotVerified | undefined {
  if (!proof.holds) return whyItFails(proof)
  const posture = machine.postures.find(
    (one) => !prove(machine, method, { ...USUAL_SITUATION, posture: one }).holds,
  )
  return posture && { why: 'posture', posture }
}

function whyItFails(proof: Proof): NotVerified {
  const on = (['median', 'min', 'max'] as const).filter(
    (unit) => !proof[unit].reached || proof[unit].stuckAtStep !== undefined,
  )
  const step = proof[on[0] ?? 'median'].stuckAtStep
  return step === undefined ? { why: 'misses', on } : { why: 'stuck', step, on }
}

/** The same where the steps cannot even be done on the machine. @throws what is no fault of a method */
export function cannotBeDone(error: unknown): NotVerified {
  if (error instanceof ImpossibleMethod) return error.impossible
  if (error instanceof EndlessMachine) return { why: 'endless' }
  throw error
}
