import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import type { KeyId } from '../catalog/index.ts'
import { shownBy, smallTwin } from '../../test/smallFamily.ts'
import { durationsAt, Twin, USUAL_SITUATION, type TwinInput } from './index.ts'

const down = (...keys: KeyId[]): TwinInput[] => keys.map((key) => ({ kind: 'key-down', key }))
const up = (...keys: KeyId[]): TwinInput[] => keys.map((key) => ({ kind: 'key-up', key }))
const after = (time: number, to: string, rest: object = {}) => ({ on: { kind: 'after', time }, to, ...rest })
const hold = (keys: KeyId[], time: number, to: string, rest: object = {}) => ({
  on: { kind: 'hold', keys, time, ...rest },
  to,
})
const press = (key: KeyId, to: string, rest: object = {}) => ({ on: { kind: 'press', key, ...rest }, to })
const state = (screen: string, ...transitions: object[]) => ({ screen, transitions })

describe('1: events, not ticks', () => {
  it('computes the next deadline and passes hours in as many steps as there are transitions', () => {
    const { twin, shown } = smallTwin({
      states: { a: state('logo', after(3_600_000, 'b')), b: state('dark') },
    })
    expect(twin.nextDeadlineMs()).toBe(3_600_000)
    twin.advanceTo(3_599_999)
    expect(twin.state.name).toBe('a')
    twin.advanceTo(9_000_000)
    expect(shown()).toEqual(['0 a', '3600000 b'])
    expect(twin.nextDeadlineMs()).toBe(Number.POSITIVE_INFINITY)
  })
  it('refuses input earlier than its time', () => {
    const { twin } = smallTwin({ states: { a: state('dark') } })
    twin.advanceTo(100)
    expect(() => twin.apply(99, down('power'))).toThrow(RangeError)
    expect(() => twin.advanceTo(50)).toThrow(/past/)
  })
})

describe('2: a hold begins when the exact key set became true', () => {
  const states = { a: state('lock-screen', hold(['power'], 1000, 'b')), b: state('dark') }
  it('also by letting a spoiler go', () => {
    const { twin, shown } = smallTwin({ states })
    twin.apply(0, down('power', 'volume-up'))
    twin.advanceTo(5000)
    expect(twin.state.name).toBe('a')
    twin.apply(5000, up('volume-up'))
    twin.advanceTo(6000)
    expect(shown().at(-1)).toBe('6000 b')
  })
  it('goes on across a change of state, unless the family says from entry or fresh', () => {
    for (const [from, atMs] of [
      ['carried', 1000],
      ['entry', 1400],
      ['fresh', undefined],
    ] as const) {
      const { twin, shown } = smallTwin({
        states: {
          a: state('logo', after(400, 'b')),
          b: state('robot', hold(['power'], 1000, 'c', { from })),
          c: state('dark'),
        },
      })
      twin.apply(0, down('power'))
      twin.advanceTo(3000)
      expect(shown().at(-1)).toBe(atMs === undefined ? '400 b' : `${atMs} c`)
      twin.apply(3000, up('power'))
      twin.apply(3100, down('power'))
      twin.advanceTo(4100)
      expect(twin.state.name).toBe('c')
    }
  })
  it('starts again when let go and pressed anew', () => {
    const { twin, shown } = smallTwin({ states })
    twin.apply(0, down('power'))
    twin.apply(900, up('power'))
    twin.apply(901, down('power'))
    twin.advanceTo(1900)
    expect(twin.state.name).toBe('a')
    twin.advanceTo(1901)
    expect(shown().at(-1)).toBe('1901 b')
  })
  it('starts over once it has fired; nothing fires twice in no time', () => {
    const { twin, shown } = smallTwin({
      states: { a: state('logo', hold(['power'], 1000, 'a2')), a2: state('robot', after(10, 'a')) },
    })
    twin.apply(0, down('power'))
    twin.advanceTo(2500)
    expect(shown()).toEqual(['0 a', '1000 a2', '1010 a', '2000 a2', '2010 a'])
  })
  it('does not mind an ignored key', () => {
    const { twin } = smallTwin({
      states: { a: state('logo', hold(['power'], 1000, 'b', { ignore: ['volume-up'] })), b: state('dark') },
    })
    twin.apply(0, down('power', 'volume-up'))
    twin.advanceTo(1000)
    expect(twin.state.name).toBe('b')
  })
})

describe('3: the guard of a timed transition is tested once, at the deadline', () => {
  it('so a boot reads its keys at one moment', () => {
    const states = {
      a: state('logo', after(1000, 'recovery', { if: { held: ['volume-up'] } }), after(1000, 'normal')),
      recovery: state('recovery-menu'),
      normal: state('lock-screen'),
    }
    for (const [pressedAtMs, goal] of [
      [1000, 'normal'],
      [999, 'recovery'],
    ] as const) {
      const { twin } = smallTwin({ states })
      twin.apply(pressedAtMs, down('volume-up'))
      twin.advanceTo(5000)
      expect(twin.state.name).toBe(goal)
    }
  })
  it('and a guard that was not met then is spent', () => {
    const { twin } = smallTwin({
      states: { a: state('dark', after(1000, 'b', { if: { links: ['computer'] } })), b: state('logo') },
    })
    twin.apply(2000, [{ kind: 'link', link: 'computer' }])
    twin.advanceTo(60_000)
    expect(twin.state.name).toBe('a')
  })
  it('tests fresh keys against the entry into the state', () => {
    const states = {
      a: state('logo', after(100, 'b')),
      b: state('dark', after(1000, 'c', { if: { held: ['power'], fresh: true } })),
      c: state('robot'),
    }
    for (const [pressedAtMs, name] of [
      [50, 'b'],
      [100, 'c'],
      [600, 'c'],
    ] as const) {
      const { twin } = smallTwin({ states })
      twin.apply(pressedAtMs, down('power'))
      twin.advanceTo(3000)
      expect(twin.state.name).toBe(name)
    }
  })
})

describe('4: at one instant', () => {
  it('timers come before inputs', () => {
    const { twin } = smallTwin({
      states: {
        a: state('logo', after(1000, 'b'), press('power', 'x')),
        b: state('dark', press('power', 'c')),
        c: state('robot'),
        x: state('text'),
      },
    })
    twin.apply(1000, down('power'))
    twin.apply(1100, up('power'))
    expect(twin.state.name).toBe('c')
  })
  it('several inputs are one batch: a slide is never seen with one key only', () => {
    const { twin } = smallTwin({
      states: {
        a: state('dark', hold(['power'], 1, 'x'), hold(['power', 'volume-up'], 500, 'b')),
        b: state('logo'),
        x: state('text'),
      },
    })
    twin.apply(0, down('power', 'volume-down'))
    twin.apply(3000, [...up('volume-down'), ...down('volume-up')])
    twin.advanceTo(3500)
    expect(twin.state.name).toBe('b')
  })
  it('the declared order decides among the rest', () => {
    const { twin } = smallTwin({
      states: {
        a: state('dark', after(10, 'first'), after(10, 'second')),
        first: state('logo'),
        second: state('robot'),
      },
    })
    twin.advanceTo(10)
    expect(twin.state.name).toBe('first')
  })
})

describe('5: a press', () => {
  const states = {
    a: state('recovery-menu', press('power', 'short'), {
      on: { kind: 'long-press', key: 'power' },
      to: 'long',
    }),
    short: state('dark'),
    long: state('robot', press('power', 'never')),
    never: state('text'),
  }
  it('counts at key-up when shorter than the threshold, and at the threshold as a long one, with no gap between', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 3000 }), (heldMs) => {
        const { twin, shown } = smallTwin({ states })
        twin.apply(100, down('power'))
        twin.apply(100 + heldMs, up('power'))
        twin.advanceTo(10_000)
        expect(shown().at(-1)).toBe(heldMs < 600 ? `${100 + heldMs} short` : '700 long')
      }),
    )
  })
  it('that was long makes its key-up inert', () => {
    const { twin } = smallTwin({ states })
    twin.apply(0, down('power'))
    twin.apply(650, up('power'))
    expect(twin.state.name).toBe('long')
  })
  it('begins and ends in its state', () => {
    const { twin } = smallTwin({ states: { z: state('logo', after(200, 'a')), ...states }, start: 'z' })
    twin.apply(150, down('power'))
    twin.apply(300, up('power'))
    expect(twin.state.name).toBe('a')
  })
  it('counts with no other key, unless that key is asked for', () => {
    const robot = {
      a: state('robot', press('volume-up', 'menu', { with: ['power'] }), press('power', 'wrong')),
      menu: state('recovery-menu'),
      wrong: state('text'),
    }
    const alone = smallTwin({ states: robot }).twin
    alone.apply(0, down('volume-up'))
    alone.apply(100, up('volume-up'))
    expect(alone.state.name).toBe('a')
    const both = smallTwin({ states: robot }).twin
    both.apply(0, down('power'))
    both.apply(100, down('volume-up'))
    both.apply(200, up('volume-up'))
    expect(both.state.name).toBe('menu')
    const spoilt = smallTwin({ states }).twin
    spoilt.apply(0, down('power'))
    spoilt.apply(100, down('volume-up'))
    spoilt.apply(200, up('volume-up'))
    spoilt.apply(300, up('power'))
    expect(spoilt.state.name).toBe('a')
  })
})

describe('6: n presses are one trigger', () => {
  const states = {
    a: state('logo', press('power', 'service', { times: 2 }), after(1000, 'boot')),
    service: state('service-menu'),
    boot: state('lock-screen'),
  }
  const tap = (twin: Twin, atMs: number, key: KeyId) => {
    twin.apply(atMs, down(key))
    twin.apply(atMs + 50, up(key))
  }
  it('so no state between them resets a time-out', () => {
    const { twin, shown } = smallTwin({ states })
    tap(twin, 900, 'power')
    twin.advanceTo(2000)
    expect(shown()).toEqual(['0 a', '1000 boot'])
  })
  it('and another key between them starts the count again', () => {
    const { twin } = smallTwin({ states })
    tap(twin, 0, 'power')
    tap(twin, 100, 'volume-up')
    tap(twin, 200, 'power')
    expect(twin.state.name).toBe('a')
    tap(twin, 300, 'power')
    expect(twin.state.name).toBe('service')
  })
})

describe('7: a screen stays, a buzz is an instant', () => {
  it('dark to dark says nothing, logo to logo neither', () => {
    const { twin, shown } = smallTwin({
      states: {
        a: state('dark', after(10, 'b')),
        b: state('dark', after(10, 'c', { cues: ['short-buzz'] })),
        c: state('logo', after(10, 'd')),
        d: state('logo'),
      },
    })
    twin.advanceTo(100)
    expect(shown()).toEqual(['0 a', '20 short-buzz', '20 c'])
  })
})

describe('8: resetting leaves no memory', () => {
  it('a thousand runs in a row equal a thousand fresh ones', () => {
    const parts = {
      durations: { boot: { minMs: 500, medianMs: 800, maxMs: 1500 } },
      states: {
        a: state('lock-screen', hold(['power', 'volume-down'], 700, 'b')),
        b: state('dark', hold(['power', 'volume-up'], 200, 'c', { from: 'fresh' }), {
          on: { kind: 'after', time: 'boot' },
          to: 'a',
        }),
        c: state('robot', press('volume-up', 'd', { with: ['power'] }), {
          on: { kind: 'idle', time: 3000 },
          to: 'a',
        }),
        d: { screen: 'wiping', transitions: [after(400, 'a', { effects: ['wipe-data'] })] },
      },
    }
    const { twin: used, machine } = smallTwin(parts)
    const input = fc.tuple(
      fc.integer({ min: 0, max: 900 }),
      fc.constantFrom<KeyId>('power', 'volume-up', 'volume-down'),
      fc.boolean(),
    )
    fc.assert(
      fc.property(
        fc.array(input, { maxLength: 25 }),
        fc.constantFrom('min', 'median', 'max' as const),
        (script, where) => {
          const fresh = new Twin(
            machine,
            machine.starts['on-locked'] ?? 0,
            USUAL_SITUATION,
            durationsAt(machine, where),
          )
          used.reset(machine.starts['on-locked'] ?? 0, USUAL_SITUATION, durationsAt(machine, where))
          let nowMs = 0
          for (const [pauseMs, key, isDown] of script) {
            nowMs += pauseMs
            for (const twin of [fresh, used]) twin.apply(nowMs, isDown ? down(key) : up(key))
          }
          for (const twin of [fresh, used]) twin.advanceTo(nowMs + 10_000)
          expect(shownBy(used, machine)).toEqual(shownBy(fresh, machine))
        },
      ),
      { numRuns: 1000 },
    )
  })
})

describe('links, battery and what is on the device', () => {
  it('guard on them, and wiping arms the account lock only where an account is', () => {
    const states = {
      a: state('dark', {
        on: { kind: 'link', to: ['computer'] },
        if: { batteryFrom: 20 },
        to: 'b',
        effects: ['wipe-data', 'arm-account-lock'],
      }),
      b: state(
        'wiping',
        after(10, 'locked', { if: { screenLock: true } }),
        after(10, 'open', { if: { wiped: true } }),
      ),
      locked: state('lock-screen'),
      open: state('set-up'),
    }
    const low = smallTwin({ states }, { batteryPercent: 12 }).twin
    low.apply(0, [{ kind: 'link', link: 'computer' }])
    expect(low.state.name).toBe('a')
    const charged = smallTwin({ states }, { batteryPercent: 12, account: false })
    charged.twin.apply(0, [
      { kind: 'battery', percent: 20 },
      { kind: 'link', link: 'computer' },
    ])
    charged.twin.advanceTo(10)
    expect(charged.shown()).toEqual(['0 a', '0 wipe-data', '0 b', '10 open'])
  })
  it('takes a typed word and a tap', () => {
    const states = {
      a: state('typed-word', { on: { kind: 'type', word: 'erase' }, to: 'b' }),
      b: state('question', { on: { kind: 'tap', on: 'yes' }, to: 'c' }),
      c: state('wiping'),
    }
    const { twin } = smallTwin({ states })
    twin.apply(0, [{ kind: 'type', word: 'delete' }])
    expect(twin.state.name).toBe('a')
    twin.apply(1, [{ kind: 'type', word: 'erase' }])
    twin.apply(2, [{ kind: 'tap', on: 'yes' }])
    expect(twin.state.name).toBe('c')
  })
})
