import { describe, expect, it } from 'vitest'
import type { Procedure, Step } from '../catalog/index.ts'
import { smallFamily } from '../../test/smallFamily.ts'
import { compileFamily, durationsAt, USUAL_SITUATION, type Machine } from '../twin/index.ts'
import {
  inParts,
  keyChart,
  menuLineText,
  PATIENCE_MS,
  perform,
  prove,
  quickestPath,
  stepWords,
  wayToWipe,
} from './index.ts'

const item = (id: string, to: string, effects: string[] = []) => ({ id, label: id, to, effects })
const menu = (items: object[], rest: object = {}) => ({
  screen: 'recovery-menu',
  items,
  next: 'volume-down',
  previous: 'volume-up',
  choose: { key: 'power', press: 'short' },
  ...rest,
})
const five = ['a', 'b', 'c', 'd', 'e']
const machineOf = (parts: Parameters<typeof smallFamily>[0]) =>
  compileFamily(smallFamily({ start: 'list', ...parts }))
const line = (machine: Machine, from: string, to: string) => {
  const path = quickestPath(
    machine,
    machine.stateIndex.get(from) ?? -1,
    { kind: 'state', isGoal: (state) => machine.states[state]?.name === to },
    USUAL_SITUATION,
  )
  return path && menuLineText(inParts(path.steps), 'en')
}

describe('the way through a menu', () => {
  const list = (rest: object) =>
    machineOf({
      menus: {
        list: menu(
          five.map((id) => item(id, `list@${id}`)),
          rest,
        ),
      },
    })
  it('goes round the end where that is shorter and the menu wraps', () => {
    expect(line(list({}), 'list#0', 'list#4')).toBe('volume-up')
    expect(line(list({ wrap: false }), 'list#0', 'list#4')).toBe('volume-down ×4')
    expect(line(list({ wrap: false }), 'list#4', 'list#1')).toBe('volume-up ×3')
  })
  it('goes on round where the cursor only goes down', () => {
    expect(line(list({ previous: null }), 'list#3', 'list#2')).toBe('volume-down ×4')
  })
  it('has no way back where the cursor only goes down and stops at the end', () => {
    expect(line(list({ previous: null, wrap: false }), 'list#3', 'list#2')).toBeUndefined()
  })
  it('weighs a tap against presses, and a long press against short ones', () => {
    const far = machineOf({
      menus: {
        list: menu([...five.map((id) => item(id, 'list')), item('last', 'out')], {
          touch: true,
          wrap: false,
        }),
      },
      states: { out: { screen: 'text' } },
    })
    expect(line(far, 'list#0', 'out')).toBe('Tap “last”')
    expect(line(far, 'list#5', 'out')).toBe('power')
    const long = machineOf({
      menus: {
        list: menu([item('a', 'out'), item('b', 'list')], { choose: { key: 'power', press: 'long' } }),
      },
      states: { out: { screen: 'text' } },
    })
    expect(line(long, 'list#1', 'out')).toBe('volume-down · power long')
  })
  it('waits where the screen goes on by itself, and says nothing of it', () => {
    const machine = machineOf({
      menus: { list: menu([item('a', 'busy')]), more: menu([item('x', 'more'), item('y', 'more')]) },
      states: { busy: { screen: 'text', transitions: [{ on: { kind: 'after', time: 3000 }, to: 'more' }] } },
    })
    expect(line(machine, 'list#0', 'more#1')).toBe('power · volume-down')
  })
})

describe('the point of no return', () => {
  const deep = machineOf({
    menus: {
      list: menu([item('harmless', 'list'), item('erase', 'sure')]),
      sure: menu([item('no', 'list'), item('yes', 'really')], { screen: 'question' }),
      really: menu([item('no', 'list'), item('never', 'list'), item('yes', 'gone', ['wipe-data'])], {
        screen: 'question',
        wrap: false,
      }),
    },
    states: { gone: { screen: 'wiping' } },
  })
  const at = (name: string) => wayToWipe(deep, deep.stateIndex.get(name) ?? -1, USUAL_SITUATION)
  it('is found on the graph: the way is cut at the last of several questions', () => {
    expect(menuLineText(inParts(at('list#0')?.beforeLastQuestion ?? []), 'en')).toBe(
      'volume-down · power · volume-down · power',
    )
    expect(menuLineText(inParts(at('list#0')?.lastQuestion ?? []), 'en')).toBe('volume-down ×2 · power')
  })
  it('keeps back even the moves of the cursor once the last question stands there', () => {
    expect(at('really#0')?.beforeLastQuestion).toEqual([])
    expect(at('really#1')?.lastQuestion.map(({ effects }) => effects)).toEqual([[], ['wipe-data']])
  })
  it('keeps everything back where one list both asks and wipes', () => {
    const bare = machineOf({
      menus: { list: menu([item('a', 'list'), item('erase', 'gone', ['wipe-data'])]) },
      states: { gone: { screen: 'wiping' } },
    })
    const way = wayToWipe(bare, bare.stateIndex.get('list#0') ?? -1, USUAL_SITUATION)
    expect([way?.beforeLastQuestion.length, way?.lastQuestion.length]).toEqual([0, 2])
  })
  it('is nowhere where no way leads to a wipe', () => {
    expect(
      wayToWipe(machineOf({ menus: { list: menu([item('a', 'list')]) } }), 0, USUAL_SITUATION),
    ).toBeUndefined()
  })
})

describe('doing a procedure', () => {
  const parts = {
    durations: {
      dark: { minMs: 400, medianMs: 500, maxMs: 700 },
      force: { minMs: 2000, medianMs: 3000, maxMs: 5000 },
    },
    states: {
      list: {
        screen: 'lock-screen',
        transitions: [{ on: { kind: 'hold', keys: ['power', 'volume-down'], time: 'force' }, to: 'dark' }],
      },
      dark: {
        screen: 'dark',
        transitions: [
          { on: { kind: 'after', time: 'dark' }, if: { held: ['power', 'volume-up'] }, to: 'menu' },
          { on: { kind: 'after', time: 'dark' }, to: 'list' },
        ],
      },
      menu: { screen: 'recovery-menu' },
    },
  }
  const machine = machineOf(parts)
  const steps: Step[] = [
    { do: 'hold', keys: ['power', 'volume-down'], order: 'together' },
    { do: 'wait', until: { cue: 'dark' } },
    { do: 'slide', from: 'volume-down', to: 'volume-up' },
    { do: 'wait', until: { cue: 'recovery-menu' } },
    { do: 'let-go', keys: ['power', 'volume-up'] },
  ]
  const procedure: Procedure = {
    id: 'slide',
    school: 'Slide',
    from: 'on-locked',
    goal: 'recovery-menu',
    steps,
  }

  it('reaches its goal at the median and both extremes, and the chart shows the range', () => {
    const proof = prove(machine, procedure, USUAL_SITUATION)
    expect(proof.holds).toBe(true)
    const chart = keyChart(machine, procedure, proof)
    expect(chart.length).toEqual({ ms: 3500, earliestMs: 2400, latestMs: 5700 })
    expect(chart.cues[0]).toEqual({
      cue: 'dark',
      at: { ms: 3000, earliestMs: 2000, latestMs: 5000 },
      step: 1,
    })
  })
  it('is stuck, within patience, at the step whose cue never comes', () => {
    const wrong = perform(machine, procedure, USUAL_SITUATION, durationsAt(machine, 'median'), {
      keyInstead: new Map([['volume-down', 'volume-up']]),
    })
    expect(wrong).toMatchObject({ reached: false, stuckAtStep: 1 })
    expect(wrong.endedAtMs).toBeLessThanOrEqual(2 * PATIENCE_MS)
  })
  it('is refuted by a proof that fails at one extreme only', () => {
    const counted: Procedure = {
      ...procedure,
      steps: [
        { do: 'hold', keys: ['power', 'volume-down'], order: 'together' },
        { do: 'wait', until: { count: 3 } },
        ...steps.slice(2),
      ],
    }
    const proof = prove(machine, counted, USUAL_SITUATION)
    expect([proof.min.reached, proof.median.reached, proof.max.reached, proof.holds]).toEqual([
      false,
      true,
      false,
      false,
    ])
  })
  it('has words for every kind of step', () => {
    const all: Step[] = [
      { do: 'plug', link: 'charger' },
      { do: 'plug', link: 'none' },
      { do: 'hold', keys: ['volume-up', 'power'], order: 'in-order' },
      { do: 'wait', until: { count: 3 } },
      { do: 'wait', until: { ms: 4000 } },
      { do: 'let-go', keys: ['power'] },
      { do: 'let-go', keys: ['volume-up'] },
      { do: 'wait', until: { ms: 4000 } },
      { do: 'press', key: 'power', times: 3 },
      { do: 'long-press', key: 'power' },
      { do: 'tap', on: 'x', label: 'Switch off' },
      { do: 'type', word: 'erase' },
    ]
    const spoken = { ...procedure, steps: all }
    expect(
      stepWords(spoken, keyChart(machine, spoken, prove(machine, spoken, USUAL_SITUATION)), 'en'),
    ).toEqual([
      'Plug in a charger',
      'Take the cable out',
      'Hold volume-up, then power',
      'Keep volume-up + power, count to 3',
      'Keep volume-up + power for about 4 s',
      'Let go of power, keep volume-up',
      'Let go of volume-up',
      'Wait about 4 s',
      'Press power 3 times',
      'Press power long',
      'Tap “Switch off”',
      'Type “erase”',
    ])
  })
})
