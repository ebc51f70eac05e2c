import { describe, expect, it } from 'vitest'
import { smallFamily } from '../../test/smallFamily.ts'
import type { Method } from '../catalog/index.ts'
import { compileFamily, USUAL_SITUATION, type Machine } from '../twin/index.ts'
import {
  drawFrom,
  HANDBOOK,
  lagFrom,
  quantileOf,
  rankMethods,
  seeded,
  slackOf,
  studyMethod,
  sumOf,
  type HandValues,
  type Spread,
} from './index.ts'

/** A device that forces itself dark after 7 s and reads its keys when the dark ends. */
function slideMachine(darkMs: number | { minMs: number; medianMs: number; maxMs: number }): Machine {
  const dark = typeof darkMs === 'number' ? { minMs: darkMs, medianMs: darkMs, maxMs: darkMs } : darkMs
  return compileFamily(smallFamily(slideFamily(dark)))
}
const slideFamily = (dark: object) => ({
  start: 'lock',
  durations: { dark },
  states: {
    lock: {
      screen: 'lock-screen',
      transitions: [{ on: { kind: 'hold', keys: ['power', 'volume-down'], time: 7000 }, to: 'dark' }],
    },
    dark: {
      screen: 'dark',
      transitions: [
        { on: { kind: 'after', time: 'dark' }, if: { held: ['power', 'volume-up'] }, to: 'recovery' },
        { on: { kind: 'after', time: 'dark' }, to: 'again' },
      ],
    },
    again: { screen: 'lock-screen', text: 'started again' },
    recovery: { screen: 'recovery-menu' },
  },
})
const SLIDE: Method = {
  id: 'slide',
  name: 'Slide at black',
  from: 'on-locked',
  goal: 'recovery-menu',
  steps: [
    { do: 'hold', keys: ['power', 'volume-down'], order: 'together' },
    { do: 'wait', until: { cue: 'dark' } },
    { do: 'slide', from: 'volume-down', to: 'volume-up' },
  ],
}
const ONE: Spread = { min: 1, middle: 1, max: 1 }
/** Everybody equally quick and nobody early, so that only the reaction and the slide are left to chance. */
const ONLY_THE_SLIDE: HandValues = { ...HANDBOOK, pace: ONE, early: 0 }

describe('the published reaction', () => {
  const table = sumOf(HANDBOOK.reaction)
  // Card, Moran and Newell 1983 (from memory): 100 [50–200] + 70 [25–170] + 70 [30–100] ms = 240 [105–470] ms.
  it('lies between its published extremes, 105 and 470 ms', () => {
    expect(table[0]).toBeGreaterThanOrEqual(105)
    expect(table.at(-1)).toBeLessThanOrEqual(470)
    expect(table.at(-1)).toBeGreaterThan(440)
  })
  it('has the middle of each stage as that stage’s median', () => {
    for (const { min, middle, max } of HANDBOOK.reaction) {
      expect(quantileOf({ min, middle, max }, 0)).toBe(min)
      expect(quantileOf({ min, middle, max }, 0.5)).toBe(middle)
      expect(quantileOf({ min, middle, max }, 1)).toBe(max)
    }
  })
  it('drawn from its table of quantiles agrees with its three stages drawn one by one', () => {
    const random = seeded(11)
    const draws = 40_000
    const fromTable = Array.from({ length: draws }, () => drawFrom(table, random)).sort((a, b) => a - b)
    const fromStages = Array.from({ length: draws }, () =>
      HANDBOOK.reaction.reduce((sum, stage) => sum + quantileOf(stage, random()), 0),
    ).sort((a, b) => a - b)
    for (const part of [0.01, 0.1, 0.25, 0.5, 0.75, 0.9, 0.99]) {
      const place = Math.floor(part * draws)
      expect(Math.abs((fromTable[place] ?? 0) - (fromStages[place] ?? 0))).toBeLessThan(4)
    }
  })
})

describe('a slide against a window', () => {
  // The chance is the integral of reaction plus travel up to the window, done here on a grid of quantiles.
  const grid = Array.from({ length: 36 }, (_, n) => (n + 0.5) / 36)
  const [perceive = ONE, decide = ONE, move = ONE] = HANDBOOK.reaction
  const [perceiving, deciding, moving, sliding] = [perceive, decide, move, HANDBOOK.slide].map((spread) =>
    grid.map((share) => quantileOf(spread, share)),
  ) as [number[], number[], number[], number[]]
  const integral = (windowMs: number) => {
    let inside = 0
    for (const a of perceiving)
      for (const b of deciding)
        for (const c of moving)
          // With an overlap the second key comes first and the first is let go after it: both must be done.
          for (const d of sliding) if (a + b + c + Math.abs(d) < windowMs) inside++
    return inside / grid.length ** 4
  }
  it.each([220, 260, 300, 340, 400, 480])('of %i ms: the simulation agrees with the integral', (windowMs) => {
    const { firstAttempt, standardError } = studyMethod(slideMachine(windowMs), SLIDE, USUAL_SITUATION, {
      persons: 20_000,
      seed: windowMs,
      values: ONLY_THE_SLIDE,
    })
    expect(Math.abs(firstAttempt - integral(windowMs))).toBeLessThan(4 * standardError + 0.004)
  })
  it('is read off the twin exactly, and is the same window', () => {
    const [hold, slide] = slackOf(slideMachine(431), SLIDE, USUAL_SITUATION)
    expect(hold?.step).toBe(0)
    expect(slide).toMatchObject({ step: 2, windows: [{ fromMs: 0, toMs: 431 }] })
  })
  it('is as narrow as on the quickest unit where the dark varies', () => {
    const [, slide] = slackOf(slideMachine({ minMs: 300, medianMs: 431, maxMs: 900 }), SLIDE, USUAL_SITUATION)
    expect(slide?.windows).toEqual([{ fromMs: 0, toMs: 431 }])
    expect(slide?.safe).toEqual({ fromMs: 0, toMs: 300 })
  })
})

describe('keys moved together', () => {
  /** A device that lets in whoever has power down before volume-up: together that is a matter of chance. */
  const machine = compileFamily(
    smallFamily({
      start: 'lock',
      states: {
        lock: {
          screen: 'lock-screen',
          transitions: [
            { on: { kind: 'key-down', key: 'power' }, to: 'recovery' },
            { on: { kind: 'key-down', key: 'volume-up' }, to: 'other' },
          ],
        },
        other: { screen: 'text' },
        recovery: { screen: 'recovery-menu' },
      },
    }),
  )
  const pressing = (...keys: ('power' | 'volume-up')[]): Method => ({
    ...SLIDE,
    steps: [{ do: 'hold', keys, order: 'together' }],
  })
  it.each([[['power', 'volume-up']], [['volume-up', 'power']]] as const)(
    '%j: either comes first in half of all, whichever is written down first',
    (keys) => {
      const { firstAttempt } = studyMethod(machine, pressing(...keys), USUAL_SITUATION, {
        persons: 4000,
        seed: 3,
      })
      // Four standard errors of a half over 4,000 draws.
      expect(Math.abs(firstAttempt - 0.5)).toBeLessThan(0.032)
    },
  )
})

describe('slack need not be one interval', () => {
  it('finds both where a device reads its keys twice', () => {
    const machine = compileFamily(
      smallFamily({
        start: 'a',
        states: {
          a: { screen: 'logo', transitions: [{ on: { kind: 'after', time: 1000 }, to: 'b' }] },
          b: {
            screen: 'dark',
            transitions: [
              { on: { kind: 'after', time: 500 }, if: { held: [] }, to: 'yes' },
              { on: { kind: 'after', time: 500 }, to: 'c' },
            ],
          },
          c: {
            screen: 'logo',
            text: 'held on',
            transitions: [
              { on: { kind: 'after', time: 1000 }, if: { held: ['power'] }, to: 'd' },
              { on: { kind: 'after', time: 1000 }, to: 'no' },
            ],
          },
          d: {
            screen: 'logo',
            text: 'held long',
            transitions: [{ on: { kind: 'after', time: 800 }, if: { held: [] }, to: 'yes' }],
          },
          no: { screen: 'lock-screen' },
          yes: { screen: 'recovery-menu' },
        },
      }),
    )
    const method: Method = {
      ...SLIDE,
      steps: [
        { do: 'hold', keys: ['power'], order: 'together' },
        { do: 'wait', until: { cue: 'dark' } },
        { do: 'let-go', keys: ['power'] },
      ],
    }
    const letGo = slackOf(machine, method, USUAL_SITUATION).find(({ step }) => step === 2)
    // At the dark (1000 ms): let go before 1500, or after 2500 and before 3300.
    expect(letGo?.windows).toEqual([
      { fromMs: -1000, toMs: 500 },
      { fromMs: 1500, toMs: 2300 },
    ])
  })
})

describe('a study of many people', () => {
  const hard = slideMachine({ minMs: 220, medianMs: 320, maxMs: 480 })
  it('is the same for the same seed, and close to itself for another', () => {
    const one = studyMethod(hard, SLIDE, USUAL_SITUATION, { seed: 5 })
    expect(studyMethod(hard, SLIDE, USUAL_SITUATION, { seed: 5 })).toEqual(one)
    const other = studyMethod(hard, SLIDE, USUAL_SITUATION, { seed: 6 })
    expect(other).not.toEqual(one)
    expect(Math.abs(other.firstAttempt - one.firstAttempt)).toBeLessThan(5 * one.standardError)
  })
  it('needs more attempts than one over the chance, since slow people on quick devices stay slow', () => {
    const { firstAttempt, attempts } = studyMethod(hard, SLIDE, USUAL_SITUATION, { persons: 4000 })
    expect(firstAttempt).toBeGreaterThan(0.2)
    expect(firstAttempt).toBeLessThan(0.8)
    expect(attempts).toBeGreaterThan(1.15 / firstAttempt)
  })
  it('grows with the window and is all but sure where nothing is asked of the hand', () => {
    const chance = (ms: number) => studyMethod(slideMachine(ms), SLIDE, USUAL_SITUATION).firstAttempt
    expect(chance(250)).toBeLessThan(chance(350))
    expect(chance(350)).toBeLessThan(chance(600))
    expect(chance(3000)).toBeGreaterThan(0.95)
  })
  it('takes a technician’s own values in place of the handbook’s', () => {
    const slow: HandValues = { ...HANDBOOK, pace: { min: 2, middle: 2, max: 2 } }
    const of = (values: HandValues) => studyMethod(hard, SLIDE, USUAL_SITUATION, { values }).firstAttempt
    expect(of(slow)).toBeLessThan(of(HANDBOOK) / 2)
  })
  it('counts the time of failed attempts and the way back between them', () => {
    const { medianMs, p90Ms, attemptMs } = studyMethod(hard, SLIDE, USUAL_SITUATION)
    expect(medianMs).toBeGreaterThan(7000)
    expect(p90Ms).toBeGreaterThan(medianMs + HANDBOOK.betweenAttempts.min)
    expect(attemptMs).toBeGreaterThan(7000)
  })
})

describe('methods of a family', () => {
  it('stand in the order of their chance per minute, only those that begin where the device is', () => {
    const { family } = smallFamily(slideFamily({ minMs: 300, medianMs: 400, maxMs: 600 }))
    const machine = compileFamily(smallFamily(slideFamily({ minMs: 300, medianMs: 400, maxMs: 600 })))
    const anew: Method = {
      ...SLIDE,
      id: 'anew',
      steps: [
        ...SLIDE.steps.slice(0, 2),
        { do: 'let-go', keys: ['power', 'volume-down'] },
        { do: 'hold', keys: ['power', 'volume-up'], order: 'together' },
      ],
    }
    const ranked = rankMethods(
      machine,
      { ...family, methods: [anew, SLIDE, { ...SLIDE, id: 'off', from: 'off' }] },
      'on-locked',
      USUAL_SITUATION,
    )
    expect(ranked.map(({ method }) => method.id)).toEqual(['slide', 'anew'])
    const [slide, second] = ranked
    expect(slide?.chancePerMinute).toBeGreaterThan(second?.chancePerMinute ?? 1)
    expect(slide?.critical).toMatchObject({ step: 2, safe: { toMs: 300 } })
  })
})

describe('a technician’s lag between cue and key', () => {
  it('is the handbook’s 240 ms until three are measured, then the median of theirs', () => {
    expect(lagFrom([300, 320])).toBe(240)
    expect(lagFrom([300, 500, 320])).toBe(320)
    expect(lagFrom([300, 500, 320, 340])).toBe(330)
  })
  it('leaves out what was not pressed for the cue, and old ones', () => {
    expect(lagFrom([20, 30, 5000, 300, 310, 320])).toBe(310)
    expect(lagFrom([...Array<number>(40).fill(900), ...Array<number>(15).fill(250)])).toBe(250)
  })
})
