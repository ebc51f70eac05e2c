import { GENTLE, type Family } from '@benevox/core/catalog'
import {
  giveInput,
  letRest,
  quickestPath,
  wayOut,
  wayToWipe,
  whereRecoveryOpens,
  whereTheWipeEnds,
  type PathStep,
} from '@benevox/core/method'
import { durationsAt, runnableFamily, Twin, USUAL_SITUATION, type Situation } from '@benevox/core/twin'
import { describe, expect, it } from 'vitest'
import { demoPack } from './demoPack.ts'
import { allInputs, did, fewestByTrying } from './trying.ts'

const pack = demoPack()
const STARTED = ['first-start', 'lock-screen', 'set-up']
const WIPED: Situation = { ...USUAL_SITUATION, wiped: true, screenLock: false }
const each = pack.families.map((family) => [family.id, family] as const)

describe.each(each)('the lines of %s', (_, family) => {
  const running = runnableFamily(pack, family)
  const { machine } = running
  const inputs = allInputs(running, pack)
  const opensAt = whereRecoveryOpens(machine, family, USUAL_SITUATION) ?? -1
  const cursors = [...machine.states.entries()].flatMap(([index, { cursor }]) => (cursor ? [index] : []))

  it('have the fewest presses there are, found by trying everything on the simulator, from each line', () => {
    const started = (twin: Twin) => STARTED.includes(twin.state.screen) && !did('start-safe-mode')(twin)
    for (const state of cursors) {
      const name = machine.states[state]?.name
      const wipe = quickestPath(machine, state, { kind: 'effect', effect: 'wipe-data' }, USUAL_SITUATION)
      const cache = quickestPath(machine, state, { kind: 'effect', effect: 'wipe-cache' }, USUAL_SITUATION)
      expect([name, wipe?.cost.presses]).toEqual([
        name,
        fewestByTrying(running, inputs, state, USUAL_SITUATION, did('wipe-data')),
      ])
      expect([name, cache?.cost.presses]).toEqual([
        name,
        fewestByTrying(running, inputs, state, USUAL_SITUATION, did('wipe-cache')),
      ])
      for (const around of [USUAL_SITUATION, WIPED]) {
        const isGoal = (one: number) => STARTED.includes(machine.states[one]?.screen ?? '')
        const out = quickestPath(machine, state, { kind: 'state', isGoal }, around)
        expect([name, out?.cost.presses]).toEqual([
          name,
          fewestByTrying(running, inputs, state, around, started),
        ])
      }
    }
  })

  it('arrive where they say, done on the simulator from each line, before the wipe and after it', () => {
    for (const state of cursors)
      for (const around of [USUAL_SITUATION, WIPED]) {
        const twin = new Twin(machine, state, around, durationsAt(machine, 'median'))
        for (const { input } of wayOut(machine, state, around)) giveInput(twin, machine, input)
        letRest(twin, 1_500_000)
        expect([machine.states[state]?.name, twin.state.screen]).toEqual([
          machine.states[state]?.name,
          around.wiped ? 'set-up' : 'lock-screen',
        ])
        expect(did('start-safe-mode')(twin)).toBe(false)
        const way = wayToWipe(machine, state, USUAL_SITUATION)
        const wiping = new Twin(machine, state, USUAL_SITUATION, durationsAt(machine, 'median'))
        for (const { input } of way?.beforeLastQuestion ?? []) giveInput(wiping, machine, input)
        expect(wiping.wiped).toBe(false)
        for (const { input } of way?.lastQuestion ?? []) giveInput(wiping, machine, input)
        expect(wiping.wiped).toBe(true)
      }
  })

  it('go on, after each input, as they said before it', () => {
    const goals = (['wipe-data', 'wipe-cache'] as const).map(
      (effect) => ({ kind: 'effect', effect }) as const,
    )
    const handled = ({ input: { kind } }: PathStep) => kind === 'plug' || kind === 'fold'
    for (const state of cursors)
      for (const goal of goals) {
        const steps = quickestPath(machine, state, goal, USUAL_SITUATION)?.steps ?? []
        if (steps.some(handled)) continue
        for (const [n, { from }] of steps.entries())
          expect(quickestPath(machine, from, goal, USUAL_SITUATION)?.steps).toEqual(steps.slice(n))
      }
  })

  it('lead out of recovery through one line, before the wipe and after it: no other is taken because the device is quicker there', () => {
    const after = whereTheWipeEnds(machine, opensAt, USUAL_SITUATION) ?? -1
    for (const [from, around] of [
      [opensAt, USUAL_SITUATION],
      [after, WIPED],
    ] as const) {
      const chosen = wayOut(machine, from, around).filter(({ from: at, to, transition }) => {
        const { cursor } = machine.states[at] ?? {}
        return cursor && transition >= cursor.choice && !machine.states[to]?.cursor
      })
      expect(chosen.length).toBeLessThanOrEqual(1)
    }
  })

  it('begin where the device stands, whatever its menus are called and in which order they are listed', () => {
    const name = machine.states[opensAt]?.name
    expect(machine.states[opensAt]?.screen).toBe('recovery-menu')
    // A confirmation page of the family's own, listed before all others and showing itself as a recovery menu.
    const menus = [...running.menus].filter(([, menu]) => menu.screen === 'question')
    const own: Family = {
      ...family,
      menus: {
        ...Object.fromEntries(menus.map(([at, menu]) => [at, { ...menu, screen: 'recovery-menu' as const }])),
        ...family.menus,
      },
    }
    const other = runnableFamily(pack, own)
    const opens = whereRecoveryOpens(other.machine, own, USUAL_SITUATION) ?? -1
    expect(other.machine.states[opens]?.name).toBe(name)
  })
})

it('gentle lines are found from every line of the menus that have them, and delete nothing', () => {
  const found = GENTLE.map((effect) => {
    const families = pack.families.filter((family) => {
      const { machine } = runnableFamily(pack, family)
      const opensAt = whereRecoveryOpens(machine, family, USUAL_SITUATION) ?? -1
      const path = quickestPath(machine, opensAt, { kind: 'effect', effect }, USUAL_SITUATION)
      if (!path) return false
      const twin = new Twin(machine, opensAt, USUAL_SITUATION, durationsAt(machine, 'median'))
      for (const { input } of path.steps) giveInput(twin, machine, input)
      letRest(twin, 100_000)
      expect([family.id, did(effect)(twin), twin.wiped]).toEqual([family.id, true, false])
      return true
    })
    return [effect, families.map(({ id }) => id)]
  })
  expect(found).toEqual([
    ['repair-apps', ['own-recovery-typed-word']],
    ['start-safe-mode', ['counted-presses']],
  ])
})
