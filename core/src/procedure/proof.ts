import type { Procedure } from '../catalog/index.ts'
import { durationsAt, USUAL_SITUATION, type Machine, type Situation } from '../twin/index.ts'
import { perform, type Performance } from './perform.ts'
import { phrases } from './words.ts'

/** A procedure done with a perfect hand on a unit in the middle and on both extremes. */
export interface Proof {
  readonly holds: boolean
  readonly min: Performance
  readonly median: Performance
  readonly max: Performance
}

/** Proves a procedure on its twin: the perfect hand must reach the goal at the median and at both extremes. */
export function prove(machine: Machine, procedure: Procedure, situation: Situation): Proof {
  const at = (where: 'min' | 'median' | 'max') =>
    perform(machine, procedure, situation, durationsAt(machine, where))
  const [min, median, max] = [at('min'), at('median'), at('max')]
  return {
    holds: [min, median, max].every(({ reached, stuckAtStep }) => reached && stuckAtStep === undefined),
    min,
    median,
    max,
  }
}

/** Why a procedure fails its proof; undefined where it holds, however a foldable lies there at its beginning. */
export function whyMissed(machine: Machine, procedure: Procedure): string | undefined {
  try {
    return whyNotProven(machine, procedure, prove(machine, procedure, USUAL_SITUATION))
  } catch (error) {
    return cannotBeDone(procedure, error)
  }
}

/**
 * The same where it was proven already.
 * @param proof in the usual situation
 */
export function whyNotProven(machine: Machine, procedure: Procedure, proof: Proof): string | undefined {
  if (!proof.holds) return whyItFails(procedure, proof)
  const missed = machine.postures.find(
    (posture) => !prove(machine, procedure, { ...USUAL_SITUATION, posture }).holds,
  )
  return (
    missed &&
    `“${procedure.school}” does not reach its goal where the device is ${phrases('en').posture[missed]} at the beginning: say in a step how it is folded.`
  )
}

function whyItFails(procedure: Procedure, proof: Proof): string {
  const units = (['median', 'min', 'max'] as const).filter(
    (unit) => !proof[unit].reached || proof[unit].stuckAtStep !== undefined,
  )
  const stuck = proof[units[0] ?? 'median'].stuckAtStep
  const on = { median: 'a middling unit', min: 'the quickest unit', max: 'the slowest unit' }
  const where = stuck === undefined ? 'does not reach its goal' : `does not get past step ${stuck + 1}`
  const which = units.length === 3 ? 'any unit' : units.map((unit) => on[unit]).join(' and ')
  return `“${procedure.school}” ${where} on ${which}.`
}

/** The same where the steps cannot even be done on the machine. */
export function cannotBeDone({ school }: Procedure, error: unknown): string {
  return `“${school}” cannot be done: ${error instanceof Error ? error.message : String(error)}.`
}
