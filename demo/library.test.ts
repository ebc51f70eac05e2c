import { seeded } from '@benevox/core/hand'
import { performPlan, planOf } from '@benevox/core/method'
import { durationsAt, runnableFamily, Twin, USUAL_SITUATION } from '@benevox/core/twin'
import { describe, expect, it } from 'vitest'
import { generalMachine, instantsOf, movesOf, runGeneral } from '../scripts/perf/machines.mjs'
import { demoPack } from './demoPack.ts'

const pack = demoPack()
const UNITS = 4

// XState 5, a state machine library of general purpose: it has the states, times, guards and the moves of the hand,
// and none of our simulator's code but the list of instants at which its clock is stopped.
describe.each(pack.families.map((family) => [family.id, family] as const))('%s', (_, family) => {
  const { machine } = runnableFamily(pack, family)
  const random = seeded(family.id.length * 17 + 3)
  it.each(family.methods.map((method) => [method.id, method] as const))(
    '%s ends on the same screen in the library, on units of any speed',
    (_id, method) => {
      const plan = planOf(machine, method, USUAL_SITUATION)
      const slowest = durationsAt(machine, 'max')
      for (let n = 0; n < UNITS; n++) {
        const unit = Array.from(durationsAt(machine, 'min'), (ms, index) =>
          Math.round(ms + random() * ((slowest[index] ?? ms) - ms)),
        )
        const { actions, endedAtMs, finalState } = performPlan(plan, unit)
        const twin = new Twin(machine, plan.start, plan.situation, unit)
        const ended = runGeneral(
          generalMachine(machine, plan, unit),
          movesOf(machine, actions),
          instantsOf(twin, actions, endedAtMs),
        )
        expect(machine.states[ended]?.name).toBe(machine.states[finalState]?.name)
      }
    },
  )
})
