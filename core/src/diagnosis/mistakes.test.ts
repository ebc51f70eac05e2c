import { describe, expect, it } from 'vitest'
import { smallFamily } from '../../test/smallFamily.ts'
import { family as familySchema, type Cue, type Method } from '../catalog/index.ts'
import { criticalSlack, slackOf } from '../hand/index.ts'
import { perform, methodSheet } from '../method/index.ts'
import { compileFamily, durationsAt, USUAL_SITUATION } from '../twin/index.ts'
import { adviceOf, diagnose, judgeDryRun, Knowledge, nextThings, type AttemptMade } from './index.ts'
import type { Advice } from './index.ts'
import { adviceText, adviceWhyText, criticalText, dryRunText, roomText } from '../../../words/src/index.ts'
import { ENGLISH } from '../../../words/src/english.ts'

/** Mistakes of families that the demo does not have: common practice, no source. */

const LOST = { screen: 'text', transitions: [{ on: { kind: 'after', time: 1500 }, to: 'lock' }] }
const RECOVERY = { screen: 'recovery-menu' }
type Steps = readonly object[]

function known(name: string, parts: Parameters<typeof smallFamily>[0], steps: Steps) {
  const composed = smallFamily({ start: 'lock', ...parts })
  const machine = compileFamily(composed)
  const method = {
    ...familySchema.shape.methods.parse([
      { id: name, name: name, from: 'on-locked', goal: 'recovery-menu', steps },
    ])[0],
  } as Method
  const family = { ...composed.family, id: name, methods: [method] }
  const knowledge = new Knowledge([{ family, machine, prior: 1 }], 'on-locked')
  const { chart } = methodSheet(machine, method)
  if (!chart) throw new Error(`${name} is not proven`)
  const said = (advice: Advice) => ({
    says: adviceText(advice, method, chart, ENGLISH),
    why: adviceWhyText(advice.why, method, chart, ENGLISH),
  })
  const after = (...seen: readonly Cue[]) => {
    const attempts: readonly AttemptMade[] = [{ method, reached: false, seen }]
    const { causes, belief } = diagnose(knowledge, attempts)
    const [next] = nextThings(knowledge, belief, attempts)
    if (!next) throw new Error('Nothing to do next')
    return { causes, next, advice: said(adviceOf(next, causes, attempts)) }
  }
  const judged = (slips: Parameters<typeof perform>[4]) => {
    const { actions, endedAtMs } = perform(
      machine,
      method,
      USUAL_SITUATION,
      durationsAt(machine, 'median'),
      slips,
    )
    const verdict = judgeDryRun(machine, method, actions, endedAtMs)
    return verdict.kind === 'failed' ? dryRunText(verdict, method, chart, ENGLISH) : verdict.kind
  }
  const slack = slackOf(machine, method, USUAL_SITUATION)
  return { machine, method, chart, after, judged, slack }
}

/** Dark for two seconds; whoever plugs a computer in meanwhile, the volume key held, is let in. */
const cable = known(
  'cable-in-the-dark',
  {
    states: {
      lock: {
        screen: 'lock-screen',
        transitions: [{ on: { kind: 'hold', keys: ['power', 'volume-down'], time: 7000 }, to: 'dark' }],
      },
      dark: {
        screen: 'dark',
        transitions: [
          { on: { kind: 'link', to: ['computer'] }, if: { held: ['volume-down'] }, to: 'entering' },
          { on: { kind: 'link', to: ['computer'] }, to: 'lost' },
          { on: { kind: 'after', time: 5000 }, to: 'lost' },
        ],
      },
      entering: { screen: 'logo', transitions: [{ on: { kind: 'after', time: 3000 }, to: 'recovery' }] },
      lost: LOST,
      recovery: RECOVERY,
    },
  },
  [
    { do: 'hold', keys: ['power', 'volume-down'] },
    { do: 'wait', until: { cue: 'dark' } },
    { do: 'let-go', keys: ['power'] },
    { do: 'plug', link: 'computer' },
    { do: 'wait', until: { cue: 'recovery-menu' } },
  ],
)

describe('a cable that is moved while keys are held', () => {
  it('has its slack like a key: between the dark and its end', () => {
    expect(cable.slack.find(({ step }) => step === 3)).toMatchObject({
      windows: [{ fromMs: 0, toMs: 5000 }],
      isCounted: false,
    })
  })
  it('is said with what is held meanwhile', () => {
    expect(criticalText(cable.method, 3, cable.chart, ENGLISH)).toBe(
      'At the black screen: let go of power, keep volume-down, then plug in a computer, with a data cable, keep volume-down.',
    )
  })
  it('put in too late is a mistake of its moment, not “again, the same way”', () => {
    const { causes, advice } = cable.after('dark', 'text', 'lock-screen')
    expect(causes[0]?.correction).toEqual({ kind: 'sooner', step: 2 })
    expect(advice.says).toMatch(/^Sooner\. At the black screen: .*plug in a computer/)
    expect(advice.why).toMatch(/the move came too late/)
  })
  it('the dry run says how late it was', () => {
    expect(cable.judged({ lateMs: new Map([[3, 6000]]) })).toMatch(
      /^6\.0 s too late: plugged in: a computer, with a data cable\. Sooner\./,
    )
  })
})

/** Three presses let in; any other number, counted until half a second of rest, starts the device. */
const counted = known(
  'three-presses',
  {
    states: {
      lock: {
        screen: 'lock-screen',
        transitions: [{ on: { kind: 'hold', keys: ['power'], time: 5000 }, to: 'asks' }],
      },
      asks: {
        screen: 'service-menu',
        transitions: [
          { on: { kind: 'press', key: 'volume-up', times: 4 }, to: 'lost' },
          { on: { kind: 'press', key: 'volume-up', times: 3 }, to: 'entering' },
          { on: { kind: 'after', time: 12_000 }, to: 'lost' },
        ],
      },
      entering: {
        screen: 'logo',
        transitions: [
          { on: { kind: 'press', key: 'volume-up' }, to: 'lost' },
          { on: { kind: 'after', time: 3000 }, to: 'recovery' },
        ],
      },
      lost: LOST,
      recovery: RECOVERY,
    },
  },
  [
    { do: 'hold', keys: ['power'] },
    { do: 'wait', until: { cue: 'service-menu' } },
    { do: 'let-go', keys: ['power'] },
    { do: 'press', key: 'volume-up', times: 3 },
    { do: 'wait', until: { cue: 'recovery-menu' } },
  ],
)

describe('a number of presses that is one thing', () => {
  it('one too many is a mistake like any other', () => {
    const { causes } = counted.after('service-menu', 'logo', 'lock-screen')
    expect(causes.map(({ correction }) => correction)).toContainEqual({ kind: 'count', step: 3 })
    expect(counted.judged({ miscount: { step: 3, by: 1 } })).toBe(
      'This is where it failed. Count the presses. Press volume-up 3 times.',
    )
  })
})

/** A menu that leaves by itself after ten seconds; the line is touched. */
const leaving = known(
  'menu-that-leaves',
  {
    states: {
      lock: {
        screen: 'lock-screen',
        transitions: [{ on: { kind: 'hold', keys: ['power'], time: 2000 }, to: 'menu' }],
      },
      menu: {
        screen: 'power-menu',
        transitions: [
          { on: { kind: 'tap', on: 'recovery', label: 'Recovery' }, to: 'entering' },
          { on: { kind: 'idle', time: 10_000 }, to: 'lock' },
        ],
      },
      entering: { screen: 'logo', transitions: [{ on: { kind: 'after', time: 3000 }, to: 'recovery' }] },
      recovery: RECOVERY,
    },
  },
  [
    { do: 'hold', keys: ['power'] },
    { do: 'wait', until: { cue: 'power-menu' } },
    { do: 'let-go', keys: ['power'] },
    { do: 'tap', on: 'recovery', label: 'Recovery' },
    { do: 'wait', until: { cue: 'recovery-menu' } },
  ],
)

describe('a menu that leaves by itself', () => {
  it('is named where the lock screen came back, and the line said that must not wait', () => {
    const { causes, advice } = leaving.after('power-menu', 'lock-screen')
    expect(causes[0]?.correction).toEqual({ kind: 'promptly', step: 3 })
    expect(advice.says).toBe('Do not wait there: it goes away by itself. Tap “Recovery”.')
    expect(advice.why).toMatch(/the screen went away meanwhile/)
  })
  it('in the dry run too', () => {
    expect(leaving.judged({ lateMs: new Map([[3, 20_000]]) })).toBe(
      'This is where it failed. Do not wait there: it goes away by itself. Tap “Recovery”.',
    )
  })
})

/** The device reads its keys three seconds after they went down: power must be up by then, and not before two. */
const byCount = known(
  'power-by-count',
  {
    states: {
      lock: {
        screen: 'lock-screen',
        transitions: [{ on: { kind: 'hold', keys: ['power', 'volume-up'], time: 2000 }, to: 'felt' }],
      },
      felt: {
        screen: 'lock-screen',
        transitions: [
          { on: { kind: 'after', time: 1400 }, if: { held: ['volume-up'] }, to: 'recovery' },
          { on: { kind: 'after', time: 1400 }, to: 'lost' },
        ],
      },
      lost: LOST,
      recovery: RECOVERY,
    },
  },
  [
    { do: 'hold', keys: ['power', 'volume-up'] },
    { do: 'wait', until: { count: 3 } },
    { do: 'let-go', keys: ['power'] },
    { do: 'wait', until: { cue: 'recovery-menu' } },
  ],
)

describe('what hangs on a count', () => {
  it('is told by the count, with both its ends, and not as an instant at a cue', () => {
    const critical = criticalSlack(byCount.slack)
    expect(critical).toMatchObject({ step: 2, isCounted: true, isFreeEarly: false })
    expect(critical?.safe).toEqual({ fromMs: -1000, toMs: 400 })
    if (!critical) return
    expect(criticalText(byCount.method, 2, byCount.chart, ENGLISH)).toBe(
      'At the count of 3: let go of power, keep volume-up.',
    )
    expect(roomText(byCount.method, critical, byCount.chart, ENGLISH)).toBe(
      'Between 2.0 and 3.4 s after the count began, on any device.',
    )
  })
})

describe('what follows several presses', () => {
  it('cannot come before the last of them is over', () => {
    const { slack } = known(
      'presses-then-hold',
      {
        states: {
          lock: {
            screen: 'lock-screen',
            transitions: [{ on: { kind: 'press', key: 'volume-up', times: 3 }, to: 'armed' }],
          },
          armed: {
            screen: 'lock-screen',
            transitions: [{ on: { kind: 'hold', keys: ['power'], time: 2000 }, to: 'recovery' }],
          },
          recovery: RECOVERY,
        },
      },
      [
        { do: 'press', key: 'volume-up', times: 3 },
        { do: 'hold', keys: ['power'] },
        { do: 'wait', until: { cue: 'recovery-menu' } },
      ],
    )
    // A perfect hand rests 160 ms after a press: by so much the next move can be early, and by no more.
    expect(slack.find(({ step }) => step === 1)).toMatchObject({
      isFreeEarly: true,
      windows: [{ fromMs: -160, toMs: 6000 }],
    })
  })
})
