import { describe, expect, it } from 'vitest'
import { smallFamily, smallTwin } from '../../test/smallFamily.ts'
import { drawUnit, seeded } from '../hand/index.ts'
import { giveInput, inParts, quickestPath, type PathGoal } from '../method/index.ts'
import { compileFamily, USUAL_SITUATION, type Machine, type Situation, type Twin } from './index.ts'
import { menuLineText } from '../../../words/src/index.ts'
import { ENGLISH } from '../../../words/src/english.ts'

/** What version 2 of the pack's format can say: common practice of devices, no source. */

type Parts = Parameters<typeof smallFamily>[0]
function press(twin: Twin, key: 'power' | 'volume-up', heldMs = 100, afterMs = 100): void {
  twin.apply(twin.nowMs + afterMs, [{ kind: 'key-down', key }])
  twin.apply(twin.nowMs + heldMs, [{ kind: 'key-up', key }])
}
const END = { screen: 'recovery-menu' }
/** A recovery list whose third line wipes, moved and chosen as a test says. */
const listOf = (moved: object, ...more: readonly object[]): Parts => ({
  start: 'list',
  menus: {
    list: {
      screen: 'recovery-menu',
      items: [
        { id: 'restart', label: 'restart', to: 'lock' },
        { id: 'update', label: 'update', to: 'lock' },
        { id: 'wipe', label: 'wipe', to: 'done', effects: ['wipe-data'] },
        ...more,
      ],
      ...moved,
    },
  },
  states: { lock: { screen: 'lock-screen' }, done: { screen: 'set-up' } },
})
const WIPE: PathGoal = { kind: 'effect', effect: 'wipe-data' }
const showing = (machine: Machine, screen: string): PathGoal => ({
  kind: 'state',
  isGoal: (state) => machine.states[state]?.screen === screen,
})
/** The way that the menu search finds from where the device is on and locked. */
const wayTo = (machine: Machine, goal: PathGoal) =>
  quickestPath(machine, machine.starts['on-locked'] ?? 0, goal, USUAL_SITUATION)?.steps ?? []

describe('a number of presses that is final after a rest', () => {
  const parts: Parts = {
    start: 'asks',
    states: {
      asks: {
        screen: 'text',
        transitions: [
          { on: { kind: 'press', key: 'power', times: 2, rest: 600 }, to: 'two' },
          { on: { kind: 'press', key: 'power', times: 3, rest: 600 }, to: 'three' },
        ],
      },
      two: END,
      three: { screen: 'question' },
    },
  }
  it.each([
    [1, 'text'],
    [2, 'recovery-menu'],
    [3, 'question'],
    [4, 'text'],
  ] as const)('%i presses lead to the %s', (times, screen) => {
    const { twin } = smallTwin(parts)
    for (let n = 0; n < times; n++) press(twin, 'power')
    twin.advanceTo(twin.nowMs + 599)
    expect(twin.state.screen).toBe('text')
    twin.advanceTo(twin.nowMs + 1)
    expect(twin.state.screen).toBe(screen)
  })
  it('is not final while the key is down again', () => {
    const { twin } = smallTwin(parts)
    press(twin, 'power')
    press(twin, 'power')
    press(twin, 'power', 590, 500)
    expect(twin.state.screen).toBe('text')
    twin.advanceTo(twin.nowMs + 600)
    expect(twin.state.screen).toBe('question')
  })
})

describe('a menu driven by one key, once to move and twice to choose', () => {
  const parts = listOf({
    next: 'power',
    choose: { key: 'power', press: 'short', times: 2, rest: 500 },
  })
  it('the way found is two single presses and a double one, and a hand that follows it arrives', () => {
    const { twin, machine } = smallTwin(parts)
    const way = wayTo(machine, WIPE)
    expect(way.map(({ input }) => (input.kind === 'press' ? (input.times ?? 1) : input.kind))).toEqual([
      1, 1, 2,
    ])
    for (const { input } of way) giveInput(twin, machine, input)
    expect([twin.wiped, twin.state.screen]).toEqual([true, 'set-up'])
  })
  it('two presses in a hurry choose the first line: moving needs the rest', () => {
    const { twin } = smallTwin(parts)
    press(twin, 'power')
    press(twin, 'power')
    twin.advanceTo(twin.nowMs + 500)
    expect(twin.state.screen).toBe('lock-screen')
  })
})

describe('a long press of a menu’s own', () => {
  it('is as long as the menu says, and what is shorter is a short one', () => {
    const parts: Parts = {
      start: 'a',
      longPressMs: 600,
      states: {
        a: {
          screen: 'text',
          transitions: [
            { on: { kind: 'press', key: 'power' }, to: 'short' },
            { on: { kind: 'long-press', key: 'power', time: 2000 }, to: 'long' },
          ],
        },
        short: { screen: 'question' },
        long: END,
      },
    }
    const of = (heldMs: number) => {
      const { twin } = smallTwin(parts)
      press(twin, 'power', heldMs)
      return twin.state.screen
    }
    expect([of(1999), of(2000)]).toEqual(['question', 'recovery-menu'])
    const machine = compileFamily(smallFamily(parts))
    const [step] = wayTo(machine, showing(machine, 'recovery-menu'))
    expect(step?.input).toEqual({ kind: 'long-press', key: 'power', heldMs: 2000 })
  })
})

describe('a word that the screen shows', () => {
  const parts: Parts = {
    start: 'asks',
    states: {
      asks: {
        screen: 'typed-word',
        words: ['river', 'stone', 'cloud'],
        transitions: [
          { on: { kind: 'type-shown' }, to: 'done' },
          { on: { kind: 'type-shown', right: false }, to: 'refused' },
        ],
      },
      refused: { screen: 'text', transitions: [{ on: { kind: 'after', time: 1000 }, to: 'asks' }] },
      done: { screen: 'set-up' },
    },
  }
  it('is another each time it comes, and a wrong one is refused', () => {
    const { twin } = smallTwin(parts)
    expect(twin.word).toBe('river')
    twin.apply(100, [{ kind: 'type', word: 'stone' }])
    expect([twin.state.screen, twin.word]).toEqual(['text', undefined])
    twin.advanceTo(1100)
    expect(twin.word).toBe('stone')
    twin.apply(1200, [{ kind: 'type', word: 'stone' }])
    expect(twin.state.screen).toBe('set-up')
  })
  it('a hand that follows the way reads it off the screen', () => {
    const { twin, machine } = smallTwin(parts)
    const way = wayTo(machine, showing(machine, 'set-up'))
    expect(way.map(({ input }) => input.kind)).toEqual(['type-shown'])
    for (const { input } of way) giveInput(twin, machine, input)
    expect(twin.state.screen).toBe('set-up')
  })
})

describe('a clock that runs across states', () => {
  const idle = (from: 'entry' | 'carried') => {
    const leaves = { on: { kind: 'idle', time: 5000, from }, to: 'gone' }
    const { twin } = smallTwin({
      start: 'a',
      states: {
        a: { screen: 'text', transitions: [leaves, { on: { kind: 'after', time: 3000 }, to: 'b' }] },
        b: { screen: 'question', transitions: [leaves] },
        gone: { screen: 'lock-screen' },
      },
    })
    twin.advanceTo(5000)
    return twin.state.screen
  }
  it('counts since the last input, whatever the screen did meanwhile, where the family says so', () => {
    expect([idle('entry'), idle('carried')]).toEqual(['question', 'lock-screen'])
  })
})

describe('a line of a menu with a condition', () => {
  const parts: Parts = {
    start: 'list',
    menus: {
      list: {
        screen: 'recovery-menu',
        items: [
          {
            id: 'wipe',
            label: 'wipe',
            if: { batteryFrom: 35, links: ['charger'] },
            to: 'done',
            effects: ['wipe-data'],
          },
          { id: 'restart', label: 'restart', to: 'lock' },
        ],
        next: 'volume-down',
        choose: { key: 'power', press: 'short' },
      },
    },
    states: { lock: { screen: 'lock-screen' }, done: { screen: 'set-up' } },
  }
  it.each<[Partial<Situation>, boolean]>([
    [{ batteryPercent: 34, link: 'charger' }, false],
    [{ batteryPercent: 35, link: 'none' }, false],
    [{ batteryPercent: 35, link: 'charger' }, true],
  ])('at %o it is chosen: %s', (more, isChosen) => {
    const { twin } = smallTwin(parts, more)
    press(twin, 'power')
    expect(twin.wiped).toBe(isChosen)
  })
})

describe('a charge to any level', () => {
  it('brings the battery to where the family says, and never below what it was', () => {
    const parts: Parts = {
      start: 'charging',
      states: {
        charging: {
          screen: 'charge-percent',
          transitions: [{ on: { kind: 'after', time: 1000 }, to: 'asks', chargedTo: 45 }],
        },
        asks: {
          screen: 'text',
          transitions: [{ on: { kind: 'press', key: 'power' }, if: { batteryFrom: 50 }, to: 'done' }],
        },
        done: END,
      },
    }
    const from = (batteryPercent: number) => {
      const { twin } = smallTwin(parts, { batteryPercent })
      twin.advanceTo(1000)
      press(twin, 'power')
      return twin.state.screen
    }
    expect([from(0), from(50)]).toEqual(['text', 'recovery-menu'])
  })
})

describe('a duration that is the sum of others', () => {
  it('is long on the unit on which they are', () => {
    const family = smallFamily({
      start: 'a',
      durations: {
        dark: { minMs: 500, medianMs: 1000, maxMs: 4000 },
        logo: { minMs: 2000, medianMs: 3000, maxMs: 9000 },
      },
      states: {
        a: { screen: 'text', transitions: [{ on: { kind: 'after', time: 'restart' }, to: 'b' }] },
        b: END,
      },
    })
    const machine = compileFamily({
      ...family,
      family: { ...family.family, sums: { restart: ['dark', 'logo'] } },
    })
    const place = (name: string) => machine.durations.findIndex((one) => one.name === name)
    expect(machine.durations[place('restart')]).toMatchObject({ minMs: 2500, medianMs: 4000, maxMs: 13_000 })
    const random = seeded(7)
    const unit = new Float64Array(machine.durations.length)
    for (let n = 0; n < 200; n++) {
      drawUnit(machine, random, unit)
      expect(unit[place('restart')]).toBeCloseTo((unit[place('dark')] ?? 0) + (unit[place('logo')] ?? 0), 9)
    }
  })
})

describe('a menu moved by turning a key', () => {
  const parts = listOf(
    { turn: 'volume-up', choose: { key: 'volume-up', press: 'short' } },
    { id: 'off', label: 'off', to: 'lock' },
  )
  const turned = (...ways: readonly ('up' | 'down')[]) => {
    const { twin } = smallTwin(parts)
    for (const by of ways) twin.apply(twin.nowMs + 200, [{ kind: 'turn', key: 'volume-up', by }])
    return twin.state.cursor?.itemId
  }
  it('goes on with a turn down, back with one up, and round the end', () => {
    expect([turned('down'), turned('down', 'down', 'up'), turned('up')]).toEqual(['update', 'update', 'off'])
  })
  it('the way found is turns and a press, the shorter way round, and a hand that follows it arrives', () => {
    const { twin, machine } = smallTwin(parts)
    const way = wayTo(machine, WIPE)
    expect(menuLineText(inParts(way), ENGLISH)).toMatch(/^turn volume-up (up|down) ×2 · volume-up$/)
    for (const { input } of way) giveInput(twin, machine, input)
    expect(twin.wiped).toBe(true)
  })
})
