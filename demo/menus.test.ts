import type { Family, Pack } from '@benevox/core/catalog'
import {
  giveInput,
  letRest,
  quickestPath,
  wayOut,
  wayToWipe,
  whereRecoveryOpens,
  whereTheWipeEnds,
} from '@benevox/core/procedure'
import {
  durationsAt,
  runnableFamily,
  Twin,
  USUAL_SITUATION,
  type Machine,
  type Situation,
  type TwinInput,
} from '@benevox/core/twin'
import { describe, expect, it } from 'vitest'
import { demoPack } from './demoPack.ts'

const pack = demoPack()
const STARTED = ['first-start', 'lock-screen', 'set-up']
const WIPED: Situation = { ...USUAL_SITUATION, wiped: true, screenLock: false }
const each = pack.families.map((family) => [family.id, family] as const)

const didWipe = (twin: Twin) =>
  twin.observations.some((one) => one.kind === 'effect' && one.effect === 'wipe-data')

/** What a hand can do at a device: presses of any key once to three times, long ones, with another held, taps, words. */
function allInputs({ machine, family }: { machine: Machine; family: Family }, of: Pack) {
  const menus = [...runnableFamily(of, family).menus.values()]
  const text = JSON.stringify([family, of.fragments])
  const words = [...new Set([...text.matchAll(/"word":"([^"]+)"/g)].map(([, word]) => word ?? ''))]
  const taps = [
    ...new Set([
      ...menus.flatMap(({ items }) => items.map(({ id }) => id)),
      ...[...text.matchAll(/"on":"([^"]+)"/g)].map(([, on]) => on ?? ''),
    ]),
  ]
  type Batch = readonly [afterMs: number, ...inputs: TwinInput[]]
  const inputs: { presses: number; batches: readonly Batch[] }[] = []
  const down = (key: (typeof machine.keys)[number]): TwinInput => ({ kind: 'key-down', key })
  const up = (key: (typeof machine.keys)[number]): TwinInput => ({ kind: 'key-up', key })
  for (const key of machine.keys) {
    for (const times of [1, 2, 3])
      inputs.push({
        presses: times,
        batches: Array.from({ length: times }, (): Batch[] => [
          [150, down(key)],
          [90, up(key)],
        ]).flat(),
      })
    inputs.push({
      presses: 1,
      batches: [
        [150, down(key)],
        [machine.longPressMs + 50, up(key)],
      ],
    })
    for (const held of machine.keys)
      if (held !== key)
        inputs.push({
          presses: 1,
          batches: [
            [150, down(held)],
            [150, down(key)],
            [90, up(key)],
            [90, up(held)],
          ],
        })
  }
  for (const on of taps) inputs.push({ presses: 1, batches: [[150, { kind: 'tap', on }]] })
  for (const word of words) inputs.push({ presses: word.length, batches: [[150, { kind: 'type', word }]] })
  return inputs
}

/**
 * The fewest presses from a state to a goal by trying everything on the running simulator, not on the machine's graph:
 * each input is done on a fresh device that stands in the state, and what it then stands in is where it goes on.
 */
function fewestByTrying(
  running: { machine: Machine; family: Family },
  inputs: ReturnType<typeof allInputs>,
  from: number,
  around: Situation,
  isThere: (twin: Twin) => boolean,
): number | undefined {
  const { machine } = running
  const best = new Map([[from, 0]])
  const buckets: number[][] = [[from]]
  for (let presses = 0; presses < buckets.length; presses++)
    for (let state = buckets[presses]?.pop(); state !== undefined; state = buckets[presses]?.pop()) {
      if (best.get(state) !== presses) continue
      const begin = () => new Twin(machine, state, around, durationsAt(machine, 'median'))
      const goOn = (twin: Twin, cost: number) => {
        if (didWipe(twin)) return
        const to = twin.stateIndex
        if ((best.get(to) ?? Number.POSITIVE_INFINITY) <= cost) return
        best.set(to, cost)
        ;(buckets[cost] ??= []).push(to)
      }
      const here = begin()
      if (isThere(here)) return presses
      if (!here.state.cursor && here.nextDeadlineMs() < Number.POSITIVE_INFINITY) {
        here.advanceTo(here.nextDeadlineMs())
        if (isThere(here)) return presses
        goOn(here, presses)
      }
      for (const input of inputs) {
        const twin = begin()
        for (const [afterMs, ...batch] of input.batches) twin.apply(twin.nowMs + afterMs, batch)
        const cost = presses + input.presses
        if (isThere(twin)) best.set(-1, Math.min(best.get(-1) ?? Number.POSITIVE_INFINITY, cost))
        else goOn(twin, cost)
      }
      for (let n = 0; n <= presses + 40; n++) buckets[n] ??= []
      const found = best.get(-1)
      if (found !== undefined && found <= presses) return found
    }
  return best.get(-1)
}

describe.each(each)('the lines of %s', (_, family) => {
  const running = runnableFamily(pack, family)
  const { machine } = running
  const inputs = allInputs(running, pack)
  const opensAt = whereRecoveryOpens(machine, family, USUAL_SITUATION) ?? -1
  const cursors = [...machine.states.entries()].flatMap(([index, { cursor }]) => (cursor ? [index] : []))

  it('have the fewest presses there are, found by trying everything on the simulator, from each line', () => {
    const did = (effect: string) => (twin: Twin) =>
      twin.observations.some((one) => one.kind === 'effect' && one.effect === effect)
    const started = (twin: Twin) => STARTED.includes(twin.state.screen)
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
        const way = wayToWipe(machine, state, USUAL_SITUATION)
        const wiping = new Twin(machine, state, USUAL_SITUATION, durationsAt(machine, 'median'))
        for (const { input } of way?.beforeLastQuestion ?? []) giveInput(wiping, machine, input)
        expect(wiping.wiped).toBe(false)
        for (const { input } of way?.lastQuestion ?? []) giveInput(wiping, machine, input)
        expect(wiping.wiped).toBe(true)
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
