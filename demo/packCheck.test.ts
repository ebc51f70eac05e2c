import { readPack } from '@benevox/core/catalog'
import { checkPack, type PackFinding } from '@benevox/core/method'
import { describe, expect, it } from 'vitest'
import document from './pack.json' with { type: 'json' }
import { findingText } from '../words/src/index.ts'
import { ENGLISH } from '../words/src/english.ts'

type Json = Record<string | number, unknown>

/** The demo pack with faults planted by hand. */
function planted(change: (place: (...path: (string | number)[]) => Json) => void): unknown {
  const copy: Json = structuredClone(document)
  change((...path) => path.reduce<Json>((at, part) => at[part] as Json, copy))
  return copy
}
function findings(written: unknown): readonly PackFinding[] {
  const reading = readPack(written)
  if (reading.kind === 'refused') throw new Error(JSON.stringify(reading.faults))
  return checkPack(reading.pack)
}
const short = (found: readonly PackFinding[]) =>
  found.map(({ code, path }) => `${code} ${path.join('.')}`).sort()
const after = (time: number, to: string, rest: object = {}) => ({ on: { kind: 'after', time }, to, ...rest })
/** In the demo: the family that waits for the buzz has a state of its own, the crown watch states and menus. */
const SETTLING = ['families', 4, 'states'] as const
const CROWN = ['families', 13] as const

describe('the pack check finds what is planted once, and names its path', () => {
  it.each<[string, Parameters<typeof planted>[0], string]>([
    [
      'a state nothing leads to',
      (place) => (place(...SETTLING)['island'] = { screen: 'logo', transitions: [after(500, 'off.off')] }),
      'unreachable families.4.states.island',
    ],
    [
      'a menu nothing leads to',
      (place) =>
        (place(...CROWN, 'menus')['hidden'] = {
          screen: 'service-menu',
          next: 'crown',
          choose: { key: 'crown', press: 'long' },
          items: [{ id: 'go', label: 'Go', to: 'lock' }],
        }),
      'unreachable families.13.menus.hidden',
    ],
    [
      'a state nothing leads out of',
      (place) => {
        place(...CROWN, 'states')['trap'] = { screen: 'text', text: 'Stuck' }
        ;(place(...CROWN, 'states', 'greeting')['transitions'] as object[]).push({
          on: { kind: 'tap', on: 'corner' },
          to: 'trap',
        })
      },
      'dead-end families.13.states.trap',
    ],
    [
      'two states that only lead to each other',
      (place) => {
        place(...CROWN, 'states')['ping'] = { screen: 'logo', transitions: [after(300, 'pong')] }
        place(...CROWN, 'states')['pong'] = { screen: 'dark', transitions: [after(300, 'ping')] }
        ;(place(...CROWN, 'states', 'greeting')['transitions'] as object[]).push({
          on: { kind: 'tap', on: 'corner' },
          to: 'ping',
        })
      },
      'dead-end families.13.states.ping',
    ],
    [
      'two transitions that can fire at once',
      (place) =>
        (place(...SETTLING, 'settling')['transitions'] = [
          { on: { kind: 'after', time: 'settle' }, if: { account: true }, to: 'boot.restart' },
          { on: { kind: 'after', time: 'settle' }, if: { screenLock: true }, to: 'boot.logo' },
          { on: { kind: 'after', time: 'settle' }, to: 'off.off', cues: ['off-buzz'] },
        ]),
      'fires-at-once families.4.states.settling.transitions.1',
    ],
    [
      'a transition that another always comes before',
      (place) =>
        (place(...SETTLING, 'settling')['transitions'] as object[]).push({
          on: { kind: 'after', time: 'settle' },
          if: { loop: true },
          to: 'boot.logo',
        }),
      'never-fires families.4.states.settling.transitions.1',
    ],
    [
      'a hold longer than its state lasts',
      (place) =>
        (place(...SETTLING, 'settling')['transitions'] as object[]).push({
          on: { kind: 'hold', keys: ['power'], time: 9000, from: 'entry' },
          to: 'boot.logo',
        }),
      'hold-too-long families.4.states.settling.transitions.1.on',
    ],
    [
      'a hold on a key that it ignores',
      (place) =>
        (place(...CROWN, 'states', 'greeting')['transitions'] as object[]).push({
          on: { kind: 'hold', keys: ['crown'], ignore: ['crown'], time: 900 },
          to: 'boot.restart',
        }),
      'hold-ignores-its-key families.13.states.greeting.transitions.2.on',
    ],
    [
      'a menu item that leads nowhere',
      (place) => {
        place(...CROWN, 'menus', 'list', 'items', 1)['effects'] = []
        place(...CROWN, 'menus', 'list', 'items', 1)['to'] = 'list@tidy'
      },
      'leads-nowhere families.13.menus.list.items.1',
    ],
    [
      'a method that misses its goal on some units only',
      (place) => (place('families', 1, 'methods', 0, 'with')['count'] = 4),
      'misses-its-goal families.1.methods.0',
    ],
    [
      'a family that never wipes',
      (place) => (place(...CROWN, 'menus', 'sure', 'items', 1)['effects'] = []),
      'no-wipe families.13.menus',
    ],
    [
      'a move key that is the choose key: no line can be chosen',
      (place) => {
        for (const part of [5, 6])
          place('families', 4, 'compose', part)['with'] = { chooseKey: 'volume-down' }
      },
      'no-wipe families.4.menus',
    ],
    [
      'a recovery that nobody gets out of without a reset',
      (place) => {
        place(...CROWN, 'menus', 'list', 'items', 0)['to'] = 'sure'
        place(...CROWN, 'states', 'wiping')['transitions'] = [after(9000, 'boot.restart')]
      },
      'no-way-out families.13.menus',
    ],
    [
      'a wipe that ends at the lock screen',
      (place) => (place(...CROWN, 'states', 'wiping')['transitions'] = [after(9000, 'lock')]),
      'ends-elsewhere families.13.menus',
    ],
    [
      'a page on the way that is gone before anybody can tap',
      (place) => {
        place(...CROWN, 'states')['flash'] = {
          screen: 'text',
          transitions: [after(60, 'list'), { on: { kind: 'tap', on: 'here' }, to: 'sure' }],
        }
        place(...CROWN, 'menus', 'list', 'items', 2)['to'] = 'flash'
      },
      'no-wipe families.13.menus',
    ],
    [
      'a hold behind a shorter one of the same keys',
      (place) =>
        (place(...CROWN, 'states', 'greeting')['transitions'] as object[]).push(
          { on: { kind: 'hold', keys: ['crown'], time: 900 }, to: 'list' },
          { on: { kind: 'hold', keys: ['crown'], time: 4000 }, to: 'boot.restart' },
        ),
      'hold-never-met families.13.states.greeting.transitions.3.on',
    ],
    [
      'a model whose own times let a method miss',
      (place) => {
        const of = (place('models') as unknown as { family?: string }[]).findIndex(
          ({ family }) => family === place('families', 1)['id'],
        )
        const times = Object.fromEntries(
          Object.keys(place('families', 1, 'durations')).map((name) => [
            name,
            { minMs: 90, medianMs: 100, maxMs: 120 },
          ]),
        )
        place('models', of)['durations'] = times
      },
      'model-times',
    ],
    [
      'a fragment that nobody uses',
      (place) => (place('fragments')[23] = { id: 'spare', says: 'Left over' }),
      'unused fragments.23',
    ],
  ])('%s', (_, change, expected) => {
    const found = findings(planted(change))
    expect(short(found).some((one) => one.startsWith(expected))).toBe(true)
    for (const one of found) expect(findingText(one, ENGLISH)).toMatch(/^[A-Z“].{10,}\.$/)
  })
  it('nothing else, where several stand in one pack', () => {
    const found = findings(
      planted((place) => {
        place(...SETTLING)['island'] = { screen: 'logo', transitions: [after(500, 'off.off')] }
        place(...CROWN, 'menus', 'list', 'items', 1)['effects'] = []
        place(...CROWN, 'menus', 'list', 'items', 1)['to'] = 'list@tidy'
        place('fragments')[23] = { id: 'spare', says: 'Left over' }
      }),
    )
    expect(short(found)).toEqual([
      'leads-nowhere families.13.menus.list.items.1',
      'unreachable families.13.states.cache',
      'unreachable families.4.states.island',
      'unused fragments.23',
    ])
  })
  it('says on which units a method misses', () => {
    const found = findings(
      planted((place) => (place('families', 1, 'methods', 0, 'with')['count'] = 4)),
    ).find(({ code }) => code === 'misses-its-goal')
    expect(found && findingText(found, ENGLISH)).toBe(
      '“Power let go by count, volume kept” does not get past step 10 on an average device and the quickest device.',
    )
  })
  it('counts a sum of times as long as its parts together', () => {
    const held = (parts: readonly string[]) =>
      short(
        findings(
          planted((place) => {
            place(...CROWN)['sums'] = { both: parts }
            ;(place(...CROWN, 'states', 'dark')['transitions'] as object[]).push({
              on: { kind: 'hold', keys: ['crown'], time: 'both', from: 'entry' },
              to: 'lock',
            })
          }),
        ),
      )
    // The dark lasts a millisecond; whoever holds for twice its own dark is too late.
    expect(held(['dark', 'dark'])).toContain('hold-too-long families.13.states.dark.transitions.1.on')
  })
  it('reads an update of the system as a family of its own, and says what it breaks there', () => {
    const at = document.families.findIndex(({ id }) => id === 'changed-by-an-update')
    const found = findings(planted((place) => (place('families', at, 'updates', 0)['methods'] = []))).filter(
      ({ code }) => code === 'misses-its-goal',
    )
    expect(found.map(({ path }) => path.slice(0, 4).join('.'))).toEqual([
      `families.${at}.updates.0`,
      `families.${at}.updates.0`,
    ])
  })
})
