import { describe, expect, it } from 'vitest'
import type { Method, Step } from '../catalog/index.ts'
import { smallFamily } from '../../test/smallFamily.ts'
import { compileFamily, durationsAt, USUAL_SITUATION } from '../twin/index.ts'
import { keyChart, PATIENCE_MS, perform, prove } from './index.ts'
import { stepTexts } from '../../../words/src/index.ts'
import { ENGLISH } from '../../../words/src/english.ts'

const machineOf = (parts: Parameters<typeof smallFamily>[0]) =>
  compileFamily(smallFamily({ start: 'list', ...parts }))

describe('doing a method', () => {
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
  const method: Method = {
    id: 'slide',
    name: 'Slide',
    from: 'on-locked',
    goal: 'recovery-menu',
    steps,
  }

  it('reaches its goal at the median and both extremes, and the chart shows the range', () => {
    const proof = prove(machine, method, USUAL_SITUATION)
    expect(proof.holds).toBe(true)
    const chart = keyChart(machine, method, proof)
    expect(chart.length).toEqual({ ms: 3500, earliestMs: 2400, latestMs: 5700 })
    expect(chart.cues[0]).toEqual({
      cue: 'dark',
      at: { ms: 3000, earliestMs: 2000, latestMs: 5000 },
      step: 1,
    })
  })
  it('is stuck, within patience, at the step whose cue never comes', () => {
    const wrong = perform(machine, method, USUAL_SITUATION, durationsAt(machine, 'median'), {
      keyInstead: new Map([['volume-down', 'volume-up']]),
    })
    expect(wrong).toMatchObject({ reached: false, stuckAtStep: 1 })
    expect(wrong.endedAtMs).toBeLessThanOrEqual(2 * PATIENCE_MS)
  })
  it('is refuted by a proof that fails at one extreme only', () => {
    const counted: Method = {
      ...method,
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
    const spoken = { ...method, steps: all }
    expect(
      stepTexts(spoken, keyChart(machine, spoken, prove(machine, spoken, USUAL_SITUATION)), ENGLISH),
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
