import { describe, expect, it } from 'vitest'
import { cpuMs } from '../../test/cpuMs.ts'
import { LIMITS, readPack, tooMuchIn } from './index.ts'

describe('what nobody would write is seen before it is read', () => {
  it('lists in lists without end, and millions of nothing', () => {
    expect(tooMuchIn('['.repeat(LIMITS.depth + 1))?.code).toBe('too-deep')
    expect(tooMuchIn(`[${'{},'.repeat(LIMITS.values / 2)}{}]`)?.code).toBe('too-many-values')
  })
  it('brackets and commas within texts are texts', () => {
    expect(tooMuchIn(JSON.stringify({ note: '[{,'.repeat(LIMITS.values), quote: '"[[[\\' }))).toBeUndefined()
  })
  it('as many levels and values as there may be', () => {
    expect(tooMuchIn(`${'['.repeat(LIMITS.depth)}${']'.repeat(LIMITS.depth)}`)).toBeUndefined()
    expect(tooMuchIn(`[${'1,'.repeat(1000)}1]`)).toBeUndefined()
  })
})

/** A family that uses one part again and again. */
const family = (id: number, uses: object[]) => ({
  id: `f${id}`,
  name: 'F',
  kind: 'phone',
  keys: [{ id: 'power', edge: 'right', at: 0.5 }],
  durations: { any: { minMs: 1, medianMs: 2, maxMs: 3 } },
  compose: uses,
  states: { lock: { screen: 'lock-screen' } },
  starts: { 'on-locked': 'lock' },
  methods: [{ id: 'p', name: 'p', from: 'on-locked', goal: 'dark', steps: [{ do: 'press', key: 'power' }] }],
  accountLock: { asksAfterRecoveryReset: true, acceptsOldScreenLock: false },
  durationsOfTheWork: { wipe: 'any', firstStart: 'any' },
  source: 'tried-here',
})
const document = (fragment: object, families: object[]) => ({
  format: 'benevox-pack',
  formatVersion: 1,
  title: 'T',
  version: 1,
  fragments: [{ id: 'part', says: '', ...fragment }],
  families,
  models: [],
})

describe('a small file that grows without end once it is written out', () => {
  const states = (count: number) =>
    Object.fromEntries(
      Array.from({ length: count }, (_, n) => [
        `s${n}`,
        { screen: 'logo', transitions: [{ on: { kind: 'after', time: 9 }, to: '.s0' }] },
      ]),
    )
  const grown: [string, object][] = [
    [
      'one part in five hundred families, twenty times in each',
      document(
        { states: states(400) },
        Array.from({ length: 500 }, (_, n) =>
          family(
            n,
            Array.from({ length: 20 }, (_u, use) => ({ fragment: 'part', as: `u${use}` })),
          ),
        ),
      ),
    ],
    [
      'a long list handed over at a thousand places',
      document(
        {
          parameters: ['keys'],
          states: Object.fromEntries(
            Array.from({ length: 1000 }, (_, n) => [`s${n}`, { screen: { parameter: 'keys' } }]),
          ),
        },
        [
          family(1, [
            { fragment: 'part', as: 'u', with: { keys: Array.from({ length: 20_000 }, () => 'power') } },
          ]),
        ],
      ),
    ],
    [
      'states that are each like the one before',
      document(
        {
          states: Object.fromEntries(
            Array.from({ length: 4000 }, (_, n) => [
              `s${n}`,
              { ...(n > 0 ? { like: `.s${n - 1}` } : {}), ...states(1)['s0'] },
            ]),
          ),
        },
        [family(1, [{ fragment: 'part', as: 'u' }])],
      ),
    ],
  ]
  it.each(grown)('%s: is refused in a sentence, and soon', (_, written) => {
    let found: string | undefined
    const tookMs = cpuMs(() => {
      const reading = readPack(written)
      if (reading.kind === 'refused') found = reading.faults[0]?.flaw.code
    })
    expect(found).toBe('written-out-too-large')
    expect(tookMs).toBeLessThan(20_000)
  })
})
