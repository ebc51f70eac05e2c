import type { Family, KeyId } from '@benevox/core/catalog'
import { keysThatReset, methodsFrom, performPlan, planOf, type Slips } from '@benevox/core/procedure'
import {
  durationsAt,
  runnableFamily,
  USUAL_SITUATION,
  type Machine,
  type TwinInput,
} from '@benevox/core/twin'
import { describe, expect, it } from 'vitest'
import { pack } from './families.ts'
import { allInputs, did, fewestByTrying } from './trying.ts'

/**
 * Which keys a reset needs, against the simulator: every method whose text names no broken key, done by a hand whose
 * broken keys do nothing, and then everything tried in the menus but with those keys.
 */
const isOf = (broken: readonly KeyId[], input: TwinInput) => 'key' in input && broken.includes(input.key)

function resetsWithout(family: Family, broken: readonly KeyId[]): boolean {
  const running = runnableFamily(pack, family)
  const { machine } = running
  const inputs = allInputs(running, pack).filter(({ batches }) =>
    batches.every(([, ...batch]) => !batch.some((input) => isOf(broken, input))),
  )
  const [first] = family.procedures
  const begins = family.procedures.some(({ from, goal }) => from === 'on-locked' && goal === 'recovery-menu')
    ? ['on-locked', 'off']
    : [first?.from]
  const opensAt = new Set(
    family.procedures
      .filter(({ from }) => begins.includes(from))
      .flatMap((procedure) => opening(machine, procedure, broken)),
  )
  return [...opensAt].some(
    (from) => fewestByTrying(running, inputs, from, USUAL_SITUATION, did('wipe-data')) !== undefined,
  )
}
function opening(
  machine: Machine,
  procedure: Family['procedures'][number],
  deadKeys: readonly KeyId[],
): readonly number[] {
  const text = JSON.stringify(procedure.steps)
  if (procedure.goal !== 'recovery-menu' || deadKeys.some((key) => text.includes(`"${key}"`))) return []
  const slips: Slips = { deadKeys }
  const { reached, finalState, stuckAtStep } = performPlan(
    planOf(machine, procedure, USUAL_SITUATION),
    durationsAt(machine, 'median'),
    slips,
  )
  return reached && stuckAtStep === undefined ? [finalState] : []
}

describe.each(pack.families.map((family) => ({ name: family.id, family })))('$name', ({ family }) => {
  const { machine } = runnableFamily(pack, family)
  const suffice = keysThatReset(machine, methodsFrom(family, 'on-locked'), false)
  const leads = (broken: readonly KeyId[]) =>
    suffice.some((some) => !some.some((key) => broken.includes(key)))

  it('once recovery shows, the keys of the methods are not needed any more', () => {
    const ledIn = keysThatReset(machine, methodsFrom(family, 'on-locked'), true)
    const opensAt = new Set(
      methodsFrom(family, 'on-locked').flatMap((procedure) => opening(machine, procedure, [])),
    )
    const running = runnableFamily(pack, family)
    for (const broken of machine.keys) {
      const inputs = allInputs(running, pack).filter(({ batches }) =>
        batches.every(([, ...batch]) => !batch.some((input) => isOf([broken], input))),
      )
      const leadsOn = [...opensAt].some(
        (from) => fewestByTrying(running, inputs, from, USUAL_SITUATION, did('wipe-data')) !== undefined,
      )
      expect([broken, ledIn.some((some) => !some.includes(broken))]).toEqual([broken, leadsOn])
    }
  })
  it('with each of its keys broken, and each two, a reset is to be had exactly where the simulator finds one', () => {
    expect(leads([])).toBe(true)
    for (const one of machine.keys)
      for (const other of machine.keys) {
        const broken = [...new Set([one, other])]
        expect([...broken, leads(broken)]).toEqual([...broken, resetsWithout(family, broken)])
      }
  })
})
