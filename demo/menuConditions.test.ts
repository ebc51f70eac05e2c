import { linkKind, posture, type Family, type MenuItem } from '@benevox/core/catalog'
import { placesOf, wayOnFrom } from '@benevox/core/diagnosis'
import { giveInput, quickestPath, whereRecoveryOpens } from '@benevox/core/method'
import { durationsAt, runnableFamily, Twin, USUAL_SITUATION, type Situation } from '@benevox/core/twin'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { demoPack } from './demoPack.ts'
import { allInputs, did, fewestByTrying } from './trying.ts'

/**
 * Menus that ask for a battery, a cable, a posture, an account: of every family, with conditions drawn at random on its lines, on
 * devices drawn at random. What the menu search says must be what trying everything on the simulator finds.
 */
const pack = demoPack()
const RUNS = 7
/** How long one waits for what was chosen. */
const PATIENCE_MS = 60_000
const percent = fc.integer({ min: 0, max: 100 })
const condition: fc.Arbitrary<MenuItem['if']> = fc.oneof(
  { weight: 3, arbitrary: fc.constant({}) },
  percent.map((batteryFrom) => ({ batteryFrom })),
  percent.map((batteryBelow) => ({ batteryBelow })),
  fc.subarray([...linkKind.options], { minLength: 1 }).map((links) => ({ links })),
  fc.boolean().map((account) => ({ account })),
  fc.subarray([...posture.options], { minLength: 1 }).map((postures) => ({ postures })),
)
const around: fc.Arbitrary<Situation> = fc.record({
  link: fc.constantFrom(...linkKind.options),
  posture: fc.constantFrom(...posture.options),
  batteryPercent: percent,
  screenLock: fc.constant(true),
  account: fc.boolean(),
  loop: fc.constant(false),
  wiped: fc.constant(false),
})

/** The family, made a foldable, with conditions on the lines of its menus, one after the other out of a list. */
function withConditions(family: Family, conditions: readonly MenuItem['if'][]): Family {
  let next = 0
  const menus = Object.fromEntries(
    [...runnableFamily(pack, family).menus].map(([name, menu]) => [
      name,
      {
        ...menu,
        items: menu.items.map((item) => ({ ...item, if: conditions[next++ % conditions.length] ?? {} })),
      },
    ]),
  )
  return { ...family, postures: [...posture.options], menus: { ...family.menus, ...menus } }
}

describe.each(pack.families.map((family) => [family.id, family] as const))('in %s', (_, family) => {
  const opensAt = whereRecoveryOpens(runnableFamily(pack, family).machine, family, USUAL_SITUATION) ?? -1

  it('a line with a condition is taken exactly where trying finds that it can be', () => {
    fc.assert(
      fc.property(fc.array(condition, { minLength: 3, maxLength: 12 }), around, (conditions, situation) => {
        const changed = withConditions(family, conditions)
        const running = runnableFamily(pack, changed)
        const { machine } = running
        const inputs = allInputs(running, pack)
        for (const effect of ['wipe-data', 'wipe-cache'] as const) {
          const path = quickestPath(machine, opensAt, { kind: 'effect', effect }, situation)
          const found = fewestByTrying(running, inputs, opensAt, situation, did(effect))
          // Where a cable or a hinge has to be moved, nothing that is tried without moving it leads there.
          expect([effect, path?.cost.handlings ? undefined : path?.cost.presses]).toEqual([effect, found])
          if (!path) continue
          const twin = new Twin(machine, opensAt, situation, durationsAt(machine, 'median'))
          for (const { input } of path.steps) giveInput(twin, machine, input)
          expect(did(effect)(twin)).toBe(true)
        }
      }),
      { numRuns: RUNS },
    )
  })

  it('from a page that it shows already, what is said leads to recovery on the device as it is', () => {
    const isThere = (twin: Twin) => twin.state.screen === 'recovery-menu'
    fc.assert(
      fc.property(fc.array(condition, { minLength: 3, maxLength: 12 }), around, (conditions, situation) => {
        const changed = withConditions(family, conditions)
        const running = runnableFamily(pack, changed)
        const { machine } = running
        for (const place of placesOf(running)) {
          const on = wayOnFrom({ family: changed, machine }, place, situation)
          const ways = on?.kind === 'inputs' ? on.ways : []
          for (const { state, steps } of ways) {
            const twin = new Twin(machine, state, situation, durationsAt(machine, 'median'))
            for (const { input } of steps) giveInput(twin, machine, input)
            twin.advanceTo(twin.nowMs + PATIENCE_MS)
            const came = twin.observations.some(
              (seen) => seen.kind === 'screen' && seen.screen === 'recovery-menu',
            )
            expect([place, machine.states[state]?.name, came]).toEqual([
              place,
              machine.states[state]?.name,
              true,
            ])
          }
          // Nothing is kept back: where no keys are said to lead on, trying everything finds none.
          if (ways.length > 0) continue
          const inputs = allInputs(running, pack)
          for (const state of machine.states.keys())
            if (machine.states[state]?.screen === place && machine.states[state].cursor)
              expect([place, fewestByTrying(running, inputs, state, situation, isThere)]).toEqual([
                place,
                undefined,
              ])
        }
      }),
      { numRuns: 3 },
    )
  })
})
