import { type Method } from '@benevox/core/catalog'
import { criticalSlack, slackOf } from '@benevox/core/hand'
import {
  beatOf,
  LEAD_MS,
  inParts,
  keyChart,
  prove,
  quickestPath,
  Ways,
  wayToWipe,
} from '@benevox/core/method'
import { durationsAt, Twin, USUAL_SITUATION, type Machine, type TwinInput } from '@benevox/core/twin'
import { describe, expect, it } from 'vitest'
import { familyOf, machineOf, mainMenu, pack, press, methodOf } from './families.ts'
import { beatText, criticalText, menuLineText, stepTexts } from '../words/src/index.ts'
import { ENGLISH } from '../words/src/english.ts'

/** By state: the ways there from wherever. */
const everyGoal = (machine: Machine): readonly Ways[] =>
  [...machine.states.keys()].map(
    (to) => new Ways(machine, { kind: 'state', isGoal: (state) => state === to }, USUAL_SITUATION),
  )

describe.each(pack.families.map((family) => [family.id, family] as const))('the family %s', (_, family) => {
  const machine = machineOf(family)

  it.each(family.methods.map((method) => [method.id, method] as const))(
    'reaches its goal by %s with a perfect hand, at the median and both extremes',
    (_id, method) => {
      const proof = prove(machine, method, USUAL_SITUATION)
      expect(proof.holds).toBe(true)
      for (const run of [proof.min, proof.median, proof.max])
        expect(machine.states[run.finalState]?.screen).toBe(method.goal)
      expect(proof.min.endedAtMs).toBeLessThan(proof.max.endedAtMs)
    },
  )

  it('is wiped by the way found, restarts and reaches the set-up wizard with the account lock armed', () => {
    const twin = new Twin(machine, mainMenu(family, machine), USUAL_SITUATION, durationsAt(machine, 'median'))
    const way = wayToWipe(machine, twin.stateIndex, USUAL_SITUATION)
    const drive = (steps: NonNullable<typeof way>['lastQuestion']) => {
      for (const { input } of steps) press(twin, input)
    }
    drive(way?.beforeLastQuestion ?? [])
    expect(twin.wiped).toBe(false)
    drive(way?.lastQuestion.slice(0, -1) ?? [])
    expect(twin.wiped).toBe(false)
    drive(way?.lastQuestion.slice(-1) ?? [])
    expect(twin.wiped).toBe(true)
    expect(twin.observations).toContainEqual(
      expect.objectContaining({ kind: 'effect', effect: 'arm-account-lock' }),
    )
    twin.advanceTo(twin.nextDeadlineMs())
    expect(twin.state.screen).toBe('recovery-menu')
    const isGoal = (state: number) => machine.states[state]?.screen === 'set-up'
    const out = quickestPath(
      machine,
      twin.stateIndex,
      { kind: 'state', isGoal },
      { ...USUAL_SITUATION, wiped: true },
    )
    for (const { input } of out?.steps ?? []) press(twin, input)
    expect(twin.state.screen).toBe('set-up')
  })

  it('finds menu ways as short as a brute-force search on the running twin, from every item to every item', () => {
    const places = machine.states.flatMap(({ cursor }, state) => (cursor ? [state] : []))
    let compared = 0
    const waysTo = everyGoal(machine)
    for (const from of places) {
      const brute = bruteForceDistances(machine, from)
      for (const to of places) {
        const path = waysTo[to]?.from(from)
        const onlyPresses = path?.steps.every(
          ({ input }) => input.kind === 'press' && input.with.length === 0,
        )
        if (!path || !onlyPresses) continue
        expect([from, to, path.steps.length]).toEqual([from, to, brute.get(to)])
        compared++
      }
      for (const [to] of brute) expect(waysTo[to]?.from(from), `${from} to ${to}`).toBeDefined()
    }
    expect(compared).toBeGreaterThanOrEqual(family.keys.length > 1 ? 20 : 4)
  })

  it('never crosses the point of no return on the way to something harmless', () => {
    for (const ways of everyGoal(machine))
      for (const from of machine.states.keys())
        expect(ways.from(from)?.steps.some(({ effects }) => effects.includes('wipe-data')) ?? false).toBe(
          false,
        )
  })
})

describe('the words and the chart', () => {
  const family = familyOf('slide-at-dark')
  const machine = machineOf(family)
  const method = methodOf(family, 'slide')
  const chart = keyChart(machine, method, prove(machine, method, USUAL_SITUATION))

  it('draw one lane a key, with the range where a cue ends it', () => {
    expect(chart.lanes.map(({ key }) => key)).toEqual(['volume-up', 'volume-down', 'power'])
    const volumeDown = chart.lanes[1]?.spans[0]
    expect(volumeDown?.to).toEqual({ ms: 7500, earliestMs: 7000, latestMs: 9000 })
    expect(volumeDown?.letGoAtStep).toBe(2)
    const volumeUp = chart.lanes[0]?.spans[0]
    expect(volumeUp?.from.ms).toBe(7500)
    expect(chart.cues.map(({ cue }) => cue)).toEqual(['dark', 'logo', 'short-buzz', 'recovery-menu'])
  })
  it('say each step before its moment', () => {
    expect(stepTexts(method, chart, ENGLISH)).toEqual([
      'Hold power + volume-down',
      'Keep power + volume-down until the screen is black (about 8 s, 7 to 9 s)',
      'Slide from volume-down to volume-up, keep power',
      'Keep power + volume-up until the logo (about 1 s, 0.8 to 1.2 s)',
      'Let go of power + volume-up',
      'Hands off until the recovery menu (about 8 s, 5 to 14 s)',
    ])
  })
  it('find the critical second on the twin, and say it in one sentence', () => {
    const critical = criticalSlack(slackOf(machine, method, USUAL_SITUATION))
    // The window is the dark itself: 1000 ms on a middling unit, 800 ms on the quickest.
    expect(critical).toEqual({
      step: 2,
      isCounted: false,
      isFreeEarly: false,
      windows: [{ fromMs: 0, toMs: 1000 }],
      safe: { fromMs: 0, toMs: 800 },
    })
    expect(criticalText(method, 2, chart, ENGLISH)).toBe(
      'At the black screen: slide from volume-down to volume-up, keep power.',
    )
  })
  it('beat what runs by time, and leave what hangs on a cue to the eye', () => {
    const [first, afterDark, afterLogo] = beatOf(method, chart)
    const said = (segment: typeof first) =>
      segment?.beats.flatMap((one) =>
        one.kind === 'say' ? [`${one.atMs} ${beatText(one, method, chart, ENGLISH)}`] : [],
      )
    // Before its moment, in the count-in; and what the dark will ask for, while one waits for it.
    expect(said(first)).toEqual([
      `${-LEAD_MS} Hold power + volume-down`,
      '200 At the black screen: slide from volume-down to volume-up, keep power.',
    ])
    expect(first?.beats.filter(({ kind }) => kind === 'press')).toEqual([{ atMs: 0, kind: 'press' }])
    // Seven whole seconds before the dark, which comes at 7.5 s on a middling unit.
    expect(first?.beats.filter(({ kind }) => kind === 'tick').map(({ atMs }) => atMs)).toEqual([
      1000, 2000, 3000, 4000, 5000, 6000, 7000,
    ])
    expect(afterDark).toMatchObject({ afterStep: 1, chartMs: 7500 })
    // The slide hangs on the dark: nothing sounds at its moment.
    expect(afterDark?.beats.some(({ kind }) => kind === 'slide')).toBe(false)
    expect(said(afterDark)?.[0]).toContain('At the logo: let go of power + volume-up')
    expect(afterLogo?.beats.some(({ kind }) => kind === 'tick')).toBe(false)
  })
  it('beat a letting go by count at its moment, told a hand’s time ahead', () => {
    const byCount = familyOf('let-power-go-by-count')
    const machine = machineOf(byCount)
    const method = byCount.methods[0] as Method
    const chart = keyChart(machine, method, prove(machine, method, USUAL_SITUATION))
    const beats = beatOf(method, chart).flatMap((segment) => segment.beats)
    const letGo = beats.findIndex(({ kind }) => kind === 'let-go')
    const atMs = beats[letGo]?.atMs ?? 0
    expect(atMs).toBe(3000)
    const ahead = beats.find((one) => one.kind === 'say' && one.atMs === atMs - LEAD_MS)
    expect(ahead && beatText(ahead, method, chart, ENGLISH)).toBe('Let go of power, keep volume-up')
  })
  it('cut the menu line at the last question', () => {
    const way = wayToWipe(machine, mainMenu(family), USUAL_SITUATION)
    expect(menuLineText(inParts(way?.beforeLastQuestion ?? []), ENGLISH)).toBe('volume-down ×3 · power')
    expect(menuLineText(inParts(way?.lastQuestion ?? []), ENGLISH)).toBe('volume-down · power')
  })
  it('go round the end on a watch whose cursor only goes down', () => {
    const watch = machineOf(familyOf('watch-two-keys'))
    const logs = watch.stateIndex.get('recovery.main#6') ?? -1
    const way = wayToWipe(watch, logs, USUAL_SITUATION)
    expect(menuLineText(inParts(way?.beforeLastQuestion ?? []), ENGLISH)).toBe('lower key ×7 · upper key')
  })
  it('cut before the account warning after the typed word', () => {
    const family = familyOf('own-recovery-typed-word')
    const own = machineOf(family)
    const way = wayToWipe(own, mainMenu(family), USUAL_SITUATION)
    expect(menuLineText(inParts(way?.beforeLastQuestion ?? []), ENGLISH)).toBe(
      'volume-down · power · volume-down · power · type “erase”',
    )
    expect(own.states[way?.lastQuestion[0]?.from ?? -1]?.screen).toBe('account-warning')
  })
})

/** Fewest short presses from a place to each state, found by pressing keys on running twins, breadth first. */
function bruteForceDistances(machine: Machine, from: number): ReadonlyMap<number, number> {
  const distances = new Map([[from, 0]])
  let edge = [from]
  for (let presses = 1; edge.length > 0; presses++) {
    const next: number[] = []
    for (const state of edge)
      for (const key of machine.keys) {
        // Once, and where a number of presses is one thing twice; then a look at the screen.
        for (const times of [1, 2]) {
          const twin = new Twin(machine, state, USUAL_SITUATION, durationsAt(machine, 'median'))
          for (let n = 0; n < times && twin.stateIndex === state; n++) {
            twin.apply(twin.nowMs + 1, [{ kind: 'key-down', key }] satisfies TwinInput[])
            twin.apply(twin.nowMs + 60, [{ kind: 'key-up', key }])
          }
          if (twin.stateIndex === state) twin.advanceTo(twin.nowMs + 800)
          if (twin.wiped || distances.has(twin.stateIndex)) continue
          distances.set(twin.stateIndex, presses)
          next.push(twin.stateIndex)
        }
      }
    edge = next
  }
  return distances
}
