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
