import { versionsOfModel, type Family, type KeyId } from '@benevox/core/catalog'
import { diagnose, Knowledge, nextThings } from '@benevox/core/diagnosis'
import { surroundingsIn } from '@benevox/core/job'
import { USUAL_PRICES } from '@benevox/core/price'
import {
  keysThatReset,
  methodsFrom,
  performPlan,
  planOf,
  startWithout,
  type Slips,
} from '@benevox/core/method'
import { decide, keysLeadThere, NOTHING_DONE } from '@benevox/core/route'
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
  const [first] = family.methods
  const begins = family.methods.some(({ from, goal }) => from === 'on-locked' && goal === 'recovery-menu')
    ? ['on-locked', 'off']
    : [first?.from]
  const opensAt = new Set(
    family.methods
      .filter(({ from }) => begins.includes(from))
      .flatMap((method) => opening(machine, method, broken)),
  )
  return [...opensAt].some(
    (from) => fewestByTrying(running, inputs, from, USUAL_SITUATION, did('wipe-data')) !== undefined,
  )
}
function opening(
  machine: Machine,
  method: Family['methods'][number],
  deadKeys: readonly KeyId[],
): readonly number[] {
  const text = JSON.stringify(method.steps)
  if (method.goal !== 'recovery-menu' || deadKeys.some((key) => text.includes(`"${key}"`))) return []
  const slips: Slips = { deadKeys }
  const { reached, finalState, stuckAtStep } = performPlan(
    planOf(machine, method, USUAL_SITUATION),
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
      methodsFrom(family, 'on-locked').flatMap((method) => opening(machine, method, [])),
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

/** Of whom nobody knows the system: counter, bench and simulator must say the same of a broken key. */
const changed = pack.models.filter(({ id }) => versionsOfModel(pack, id).length > 1)
it('a model that an update may have changed is in the demo', () => {
  expect(changed.length).toBeGreaterThan(0)
})
describe.each(changed.map(({ id }) => id))('%s, its system not known, with keys broken', (modelId) => {
  const families = versionsOfModel(pack, modelId).map(({ family }) => family)
  const keys = [...new Set(families.flatMap((family) => runnableFamily(pack, family).machine.keys))]
  const pairs = keys.flatMap((one) => keys.map((other) => [...new Set([one, other])]))
  const facts = { complaint: 'forgotten-lock', modelId, keysWork: 'no' } as const

  it.each(pairs.map((broken) => [broken.join(' and '), broken] as const))(
    '%s: the counter offers the reset exactly where one of its systems has one, and the bench has a method then',
    (_, brokenKeys) => {
      const { device } = surroundingsIn(pack, facts, { brokenKeys, isInRecovery: false })
      const progress = { ...NOTHING_DONE, brokenKeys }
      const { choices } = decide({ facts, device, progress, prices: USUAL_PRICES })
      const offered = choices.some(({ action }) => action === 'reset-from-recovery')
      const share = families.filter((family) => resetsWithout(family, brokenKeys)).length / families.length
      expect(offered).toBe(share > 0)
      expect(keysLeadThere({ facts, device, brokenKeys })).toBeCloseTo(share, 12)
      const knowledge = new Knowledge(
        families.map((family, nth) => ({
          // Versions of one model may have one name.
          family: { ...family, id: `${nth}` },
          machine: runnableFamily(pack, family).machine,
          prior: 1 / families.length,
        })),
        startWithout(families, 'on-locked', brokenKeys),
      )
      const tested = Object.fromEntries(brokenKeys.map((key) => [key, 'broken' as const]))
      const { belief } = diagnose(knowledge, [], { keys: tested })
      const next = nextThings(knowledge, belief, [], { keys: tested })
      if (offered) expect(next.some(({ kind }) => kind === 'attempt')).toBe(true)
    },
  )
})
