import type { Procedure } from '../catalog/index.ts'
import { durationsAt, type Machine, type Situation } from '../twin/index.ts'
import { perform, type Performance } from './perform.ts'

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

/** Why a proof does not hold, in one sentence; undefined where it does. */
export function whyNotProven(procedure: Procedure, proof: Proof): string | undefined {
  if (proof.holds) return undefined
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
