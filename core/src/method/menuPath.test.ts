import { describe, expect, it } from 'vitest'
import type { Method } from '../catalog/index.ts'
import { smallFamily } from '../../test/smallFamily.ts'
import { compileFamily, durationsAt, USUAL_SITUATION, type Machine, type Situation } from '../twin/index.ts'
import {
  inParts,
  performPlan,
  planOfWholeReset,
  quickestPath,
  wayOut,
  wayToWipe,
  whereRecoveryOpens,
  whereTheWipeEnds,
} from './index.ts'
import { checkMenus } from './menuCheck.ts'
import { menuLineText } from '../../../words/src/index.ts'
import { ENGLISH } from '../../../words/src/english.ts'

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
const line = (machine: Machine, from: string, to: string, around: Partial<Situation> = {}) => {
  const path = quickestPath(
    machine,
    machine.stateIndex.get(from) ?? -1,
    { kind: 'state', isGoal: (state) => machine.states[state]?.name === to },
    { ...USUAL_SITUATION, ...around },
  )
  return path && menuLineText(inParts(path.steps), ENGLISH)
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
    expect(line(far, 'list#0', 'out')).toBe('tap “last”')
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
    expect(menuLineText(inParts(at('list#0')?.beforeLastQuestion ?? []), ENGLISH)).toBe(
      'volume-down · power · volume-down · power',
    )
    expect(menuLineText(inParts(at('list#0')?.lastQuestion ?? []), ENGLISH)).toBe('volume-down ×2 · power')
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

const short = (key: string, times = 1) => ({ kind: 'press', key, times })
const after = (time: number | string, to: string, rest: object = {}) => ({
  on: { kind: 'after', time },
  to,
  ...rest,
})

describe('what a way weighs', () => {
  it('is presses before the device’s own seconds: the slow restart under the cursor, not the quick page three lines down', () => {
    const machine = machineOf({
      durations: { long: { minMs: 200_000, medianMs: 300_000, maxMs: 400_000 } },
      menus: { list: menu([item('restart', 'slow'), item('b', 'list'), item('page', 'quick')]) },
      states: {
        slow: { screen: 'logo', transitions: [after('long', 'there')] },
        quick: { screen: 'bootloader-page', transitions: [{ on: short('power'), to: 'there' }] },
        there: { screen: 'lock-screen' },
      },
    })
    expect(line(machine, 'list#0', 'there')).toBe('power')
    expect(
      menuLineText(
        inParts(wayOut(machine, machine.stateIndex.get('list#1') ?? -1, USUAL_SITUATION)),
        ENGLISH,
      ),
    ).toBe('volume-up · power')
  })
  it('is, of equally many presses, the one that takes fewer lines; only then the quicker one', () => {
    const machine = machineOf({
      durations: { long: { minMs: 9000, medianMs: 9000, maxMs: 9000 } },
      menus: {
        list: menu([item('there', 'slow'), item('other', 'more')], { wrap: false, start: 'other' }),
        more: menu([item('x', 'there')]),
      },
      states: {
        slow: { screen: 'logo', transitions: [after('long', 'there')] },
        there: { screen: 'lock-screen' },
      },
    })
    expect(line(machine, 'list#1', 'there')).toBe('volume-up · power')
  })
})

describe('what a device does of itself, and what it asks for', () => {
  it('the earliest of what time does, not the first that is written down', () => {
    const machine = machineOf({
      menus: { list: menu([item('a', 'busy')]) },
      states: {
        busy: { screen: 'text', transitions: [after(9000, 'late'), after(2000, 'soon')] },
        late: { screen: 'logo' },
        soon: { screen: 'logo' },
      },
    })
    expect([line(machine, 'list#0', 'soon'), line(machine, 'list#0', 'late')]).toEqual(['power', undefined])
  })
  it('a line behind a charger: it is plugged in, or nothing is said of it where it hangs there already', () => {
    const machine = machineOf({
      menus: { list: menu([item('erase', 'asked')]) },
      states: {
        asked: {
          screen: 'text',
          transitions: [
            after(500, 'gone', { if: { links: ['charger'] }, effects: ['wipe-data'] }),
            after(500, 'list', { if: { links: ['none', 'computer', 'data-headset'] } }),
          ],
        },
        gone: { screen: 'wiping' },
      },
    })
    const to = (link: Situation['link']) => {
      const way = wayToWipe(machine, machine.stateIndex.get('list#0') ?? -1, { ...USUAL_SITUATION, link })
      return menuLineText(
        inParts([...(way?.beforeLastQuestion ?? []), ...(way?.lastQuestion ?? [])]),
        ENGLISH,
      )
    }
    expect(to('charger')).toBe('power')
    expect(to('none')).toBe('plug in a charger · power')
  })
  it('a battery that is too low closes a line: no way is told that the device would not go', () => {
    const guarded = machineOf({
      menus: {
        list: menu([item('a', 'list')], {
          transitions: [{ on: { kind: 'long-press', key: 'power' }, if: { batteryFrom: 30 }, to: 'out' }],
        }),
      },
      states: { out: { screen: 'text' } },
    })
    expect(line(guarded, 'list#0', 'out', { batteryPercent: 30 })).toBe('power long')
    expect(line(guarded, 'list#0', 'out', { batteryPercent: 29 })).toBeUndefined()
  })
  it('a press that another answers first, or that a hold forestalls, is no way', () => {
    const same = machineOf({
      menus: {
        list: menu([item('a', 'out'), item('b', 'list')], { choose: { key: 'volume-down', press: 'short' } }),
      },
      states: { out: { screen: 'text' } },
    })
    expect(line(same, 'list#0', 'out')).toBeUndefined()
    const held = machineOf({
      menus: {
        list: menu([item('a', 'out')], {
          transitions: [{ on: { kind: 'hold', keys: ['power'], time: 80 }, to: 'list' }],
        }),
      },
      states: { out: { screen: 'text' } },
    })
    expect(line(held, 'list#0', 'out')).toBeUndefined()
  })
  it('several presses that count as one are said as so many', () => {
    const machine = machineOf({
      menus: {
        list: menu([item('a', 'list')], { transitions: [{ on: short('volume-up', 3), to: 'out' }] }),
      },
      states: { out: { screen: 'text' } },
    })
    expect(line(machine, 'list#0', 'out')).toBe('volume-up ×3')
  })
  it('inputs without fruit are no success: a page too short-lived for a press is never wiped from', () => {
    const machine = machineOf({
      menus: { list: menu([item('erase', 'flash')]) },
      states: {
        flash: {
          screen: 'text',
          transitions: [after(50, 'blink'), { on: short('power'), to: 'gone', effects: ['wipe-data'] }],
        },
        blink: { screen: 'text', transitions: [after(50, 'flash')] },
        gone: { screen: 'wiping' },
      },
    })
    const whole: Method = {
      id: 'x',
      name: 'x',
      from: 'on-locked',
      goal: 'recovery-menu',
      steps: [{ do: 'press', key: 'volume-up', times: 1 }],
    }
    const done = performPlan(
      planOfWholeReset(machine, whole, USUAL_SITUATION),
      durationsAt(machine, 'median'),
    )
    expect(done.reached).toBe(false)
    expect(done.observations.some(({ kind }) => kind === 'effect')).toBe(false)
  })
})

describe('where recovery opens, and where the wipe ends', () => {
  const parts = {
    durations: { wipe: { minMs: 5000, medianMs: 9000, maxMs: 20_000 } },
    menus: {
      // Of the family's own, listed first, and called a recovery menu like the list itself.
      sure: menu([item('no', 'list'), item('yes', 'wiping', ['wipe-data'])]),
      list: menu([item('restart', 'logo'), item('update', 'list'), item('erase', 'sure')], {
        start: 'update',
      }),
    },
    states: {
      lock: {
        screen: 'lock-screen',
        transitions: [{ on: { kind: 'hold', keys: ['power'], time: 3000 }, to: 'list' }],
      },
      wiping: { screen: 'wiping', transitions: [after('wipe', 'list@restart')] },
      logo: {
        screen: 'logo',
        transitions: [
          after(2000, 'setup', { if: { wiped: true } }),
          after(2000, 'lock', { if: { wiped: false } }),
        ],
      },
      setup: { screen: 'set-up' },
    },
    start: 'lock',
  }
  const machine = compileFamily(smallFamily(parts))
  const into = (id: string, steps: Method['steps']): Method => ({
    id,
    name: id,
    from: 'on-locked',
    goal: 'recovery-menu',
    steps,
  })
  const hold = into('hold', [
    { do: 'hold', keys: ['power'], order: 'together' },
    { do: 'wait', until: { cue: 'recovery-menu' } },
  ])
  const nothing = into('nothing', [{ do: 'press', key: 'power', times: 1 }])
  const nameOf = (state: number | undefined) => machine.states[state ?? -1]?.name
  it('is what the machine reached by the method, not the first menu that looks like it', () => {
    expect(nameOf(whereRecoveryOpens(machine, { methods: [nothing, hold] }, USUAL_SITUATION, 'hold'))).toBe(
      'list#1',
    )
    expect(nameOf(whereRecoveryOpens(machine, { methods: [nothing, hold] }, USUAL_SITUATION, 'gone'))).toBe(
      'list#1',
    )
    expect(whereRecoveryOpens(machine, { methods: [nothing] }, USUAL_SITUATION)).toBeUndefined()
  })
  it('after the wipe it is where that ended, done on the simulator', () => {
    const opens = machine.stateIndex.get('list#1') ?? -1
    expect(nameOf(whereTheWipeEnds(machine, opens, USUAL_SITUATION))).toBe('list#0')
    expect(whereTheWipeEnds(machine, machine.stateIndex.get('logo') ?? -1, USUAL_SITUATION)).toBeUndefined()
  })
  it('is checked by following every line: a menu that is gone before a calm hand has chosen in it is found', () => {
    expect(checkMenus(machine, { methods: [hold] })).toEqual([])
    const hurried = compileFamily(
      smallFamily({
        ...parts,
        menus: { ...parts.menus, sure: { ...parts.menus.sure, transitions: [after(350, 'list')] } },
      }),
    )
    expect(checkMenus(hurried, { methods: [hold] }).map(({ code }) => code)).toContain('does-not-wipe')
  })
  it('a device that starts by itself after the wipe stands in no menu', () => {
    const byItself = compileFamily(
      smallFamily({
        ...parts,
        states: {
          ...parts.states,
          wiping: { screen: 'wiping', transitions: [after('wipe', 'setup')] },
        },
      }),
    )
    const ends = whereTheWipeEnds(byItself, byItself.stateIndex.get('list#1') ?? -1, USUAL_SITUATION)
    expect(byItself.states[ends ?? -1]?.name).toBe('setup')
  })
})
