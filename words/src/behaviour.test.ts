import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { demoPack } from '../../demo/demoPack.ts'
import { composeFamily, guard, transition, trigger, type Guard, type Trigger } from '@benevox/core/catalog'
import { ENGLISH } from './english.ts'
import { conditionText, doesText, triggerText } from './index.ts'

/** What a form says of what leads out of a screen. */
it.each([
  [{ kind: 'after', time: 1300 }, 'after 1.3 s'],
  [{ kind: 'after', time: 'force-off' }, 'after “force off”'],
  [{ kind: 'hold', keys: ['power', 'volume-up'], time: 'dark' }, 'power + volume-up held for “dark”'],
  [
    { kind: 'hold', keys: ['power'], time: 700, from: 'fresh', ignore: ['volume-up'] },
    'power held for 0.7 s, pressed here, whether or not volume-up is held',
  ],
  [{ kind: 'press', key: 'power' }, 'power pressed'],
  [{ kind: 'press', key: 'power', times: 2, rest: 600 }, 'power pressed twice, then nothing for 0.6 s'],
  [
    { kind: 'press', key: 'volume-up', times: 3, with: ['power'] },
    'volume-up pressed 3 times with power held',
  ],
  [{ kind: 'long-press', key: 'crown', time: 2000 }, 'crown pressed long (2 s)'],
  [{ kind: 'turn', key: 'crown', by: 'down' }, 'turn crown down'],
  [{ kind: 'link', to: ['none', 'charger'] }, 'the cable is changed to no cable or a charger'],
  [{ kind: 'fold', to: ['open', 'half-open'] }, 'it is folded open or half open'],
  [{ kind: 'tap', on: 'power-off' }, '“power off” tapped'],
  [{ kind: 'type-shown', right: false }, 'another word typed'],
  [{ kind: 'idle', time: 'leaves', from: 'carried' }, 'no input for “leaves”, counted from before'],
])('%j is “%s”', (on, says) => {
  expect(triggerText(transition.parse({ on, to: 'a' }).on, ENGLISH)).toBe(says)
})

it('a condition and what is done are lists, and nothing where nothing is', () => {
  const one = transition.parse({
    on: { kind: 'after', time: 1 },
    if: { held: [], links: ['charger'], postures: ['open'], batteryFrom: 20, wiped: false },
    to: 'a',
    cues: ['short-buzz'],
    effects: ['wipe-data'],
    chargedTo: 40,
  })
  expect(conditionText(one.if, ENGLISH)).toBe(
    'no key is held, on the cable: a charger, folded open, battery at 20% or more, before the reset',
  )
  expect(doesText(one, ENGLISH)).toBe('short buzz, deletes everything, is charged to 40%')
  expect([conditionText({}, ENGLISH), doesText({ cues: [], effects: [] }, ENGLISH)]).toEqual(['', ''])
})

it('whatever the demo’s families do has its words, with no name of the format in them', () => {
  const pack = demoPack()
  for (const family of pack.families) {
    const { states, menus } = composeFamily(pack, family).composed
    for (const { transitions } of [...states.values(), ...menus.values()])
      for (const { on, if: guard } of transitions) {
        expect(triggerText(on, ENGLISH)).toMatch(/^\S.*\S$/)
        expect(`${triggerText(on, ENGLISH)} ${conditionText(guard, ENGLISH)}`).not.toMatch(
          /undefined|-press|data-headset/,
        )
      }
  }
})

describe('what differs is said differently', () => {
  const keys = fc.subarray(['power', 'volume-up', 'crown'] as const, { minLength: 1 })
  const none = fc.constant([])
  const key = fc.constantFrom('power', 'volume-up')
  const time = fc.constantFrom<number | string>(700, 1300, 'dark', 'leaves')
  const links = fc.subarray(['none', 'charger', 'own-link-1'] as const, { minLength: 1 })
  const postures = fc.subarray(['open', 'half-open', 'shut'] as const, { minLength: 1 })
  const maybe = <Value>(value: fc.Arbitrary<Value>) => fc.option(value, { nil: undefined })
  const kind = <Kind extends Trigger['kind']>(one: Kind) => fc.constant(one)
  const from = fc.constantFrom('carried', 'entry', 'fresh')
  const drawn = [
    fc.record({ kind: kind('after'), time }),
    fc.record({ kind: kind('hold'), keys, time, from, ignore: fc.oneof(none, keys) }),
    fc.record({
      kind: kind('press'),
      key,
      times: fc.integer({ min: 1, max: 4 }),
      with: fc.oneof(none, keys),
      rest: maybe(time),
    }),
    fc.record({ kind: kind('long-press'), key, time: maybe(time) }),
    fc.record({ kind: kind('key-down'), key }),
    fc.record({ kind: kind('turn'), key, by: fc.constantFrom('up', 'down') }),
    fc.record({ kind: kind('link'), to: links }),
    fc.record({ kind: kind('fold'), to: postures }),
    fc.record({ kind: kind('tap'), on: fc.constantFrom('power-off', 'wipe') }),
    fc.record({ kind: kind('type'), word: fc.constantFrom('yes', 'wipe') }),
    fc.record({ kind: kind('type-shown'), right: fc.boolean() }),
    fc.record({ kind: kind('idle'), time, from: fc.constantFrom('entry', 'carried') }),
  ]
  const percent = maybe(fc.constantFrom(5, 20, 50))
  const conditions = fc.record({
    held: maybe(fc.oneof(none, keys)),
    fresh: maybe(fc.boolean()),
    ignore: maybe(keys),
    links: maybe(links),
    postures: maybe(postures),
    batteryFrom: percent,
    batteryBelow: percent,
    screenLock: maybe(fc.boolean()),
    account: maybe(fc.boolean()),
    loop: maybe(fc.boolean()),
    wiped: maybe(fc.boolean()),
  })
  /** What a guard asks, without what asks nothing: keys that are not asked for are neither fresh nor ignored. */
  const asked = ({ held, fresh, ignore, ...rest }: Guard): string =>
    JSON.stringify({
      ...(held && { held, fresh: held.length > 0 && fresh === true, ignore: ignore ?? [] }),
      ...rest,
    })
  /** Another one that has some of its parts from a second. */
  const mixed = (one: object, other: object, takes: readonly boolean[]): object =>
    Object.fromEntries(
      Object.entries(one).map(([name, value], index) => [
        name,
        takes[index % takes.length] ? (other as Record<string, unknown>)[name] : (value as unknown),
      ]),
    )
  const takes = fc.array(fc.boolean(), { minLength: 11, maxLength: 11 })

  it.each(drawn.map((one) => [one] as const))('of triggers', (one) => {
    fc.assert(
      fc.property(one, one, takes, (first, second, some) => {
        const here = trigger.parse(first)
        const there = trigger.parse(mixed(first, second, some))
        if (triggerText(here, ENGLISH) === triggerText(there, ENGLISH)) expect(there).toEqual(here)
      }),
      { numRuns: 400 },
    )
  })
  it('of conditions', () => {
    fc.assert(
      fc.property(conditions, conditions, takes, (first, second, some) => {
        const here = guard.parse(first)
        const there = guard.parse(mixed(first, second, some))
        if (conditionText(here, ENGLISH) === conditionText(there, ENGLISH))
          expect(asked(there)).toBe(asked(here))
      }),
      { numRuns: 4000 },
    )
  })
})
