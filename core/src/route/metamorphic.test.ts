import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { RANDOM_FACTS } from '../../test/randomFacts.ts'
import { solve } from '../decision/index.ts'
import { USUAL_PRICES } from '../price/index.ts'
import { Valuer } from './ask.ts'
import { decide, problemOf, type Given } from './decide.ts'
import type { FactName, Facts } from './facts.ts'
import { PHONE } from './fixtures.ts'
import { NOTHING_DONE } from './index.ts'

/** What must hold between two jobs that differ in one thing, whatever the route is. */
const RUNS = 60
const given = (facts: Facts): Given => ({
  facts,
  device: PHONE,
  progress: NOTHING_DONE,
  prices: USUAL_PRICES,
})
const worthOf = (facts: Facts) => solve(problemOf(given(facts))).worth

describe('between two jobs that differ in one thing', () => {
  it('more worth of what is on it never makes a wipe likelier, nor lets it come sooner', () => {
    let kept = 0
    fc.assert(
      fc.property(RANDOM_FACTS, (facts) => {
        const of = (dataWorth: NonNullable<Facts['dataWorth']>) => {
          const { figures, choices } = decide(given({ ...facts, dataWorth }))
          const wipes = choices.findIndex(({ action }) =>
            ['reset-from-settings', 'reset-from-recovery', 'makers-service'].includes(action),
          )
          return { lost: figures.dataLost, turn: wipes < 0 ? Number.POSITIVE_INFINITY : wipes }
        }
        const [none, some, precious] = [of('none'), of('some'), of('precious')]
        expect(some.lost).toBeLessThanOrEqual(none.lost + 1e-9)
        expect(precious.lost).toBeLessThanOrEqual(some.lost + 1e-9)
        expect(some.turn).toBeGreaterThanOrEqual(none.turn)
        expect(precious.turn).toBeGreaterThanOrEqual(some.turn)
        if (precious.lost < none.lost - 1e-9) kept++
      }),
      { numRuns: RUNS, seed: 1 },
    )
    expect(kept).toBeGreaterThan(RUNS / 20)
  })

  it.each<[FactName, string | number, string | number]>([
    ['proofOfPurchase', 'no', 'yes'],
    ['keysWork', 'no', 'yes'],
    ['powersOn', 'no', 'yes'],
    ['backup', 'no', 'yes'],
    ['sellerReachable', 'no', 'yes'],
    ['online', 'no', 'yes'],
    ['secondStep', 'unknown', 'mail'],
    ['passwordChangedLately', 'yes', 'no'],
    ['wipesItself', 'yes', 'no'],
    ['contractRunning', 'yes', 'no'],
    ['wrongEntries', 40, 3],
    ['dataWorth', 'precious', 'none'],
  ])('better odds never lower what it is worth: %s %s, then %s', (name, worse, better) => {
    let gained = 0
    fc.assert(
      fc.property(RANDOM_FACTS, (facts) => {
        const gain = worthOf({ ...facts, [name]: better }) - worthOf({ ...facts, [name]: worse })
        expect(gain).toBeGreaterThanOrEqual(-1e-6)
        if (gain > 1) gained++
      }),
      { numRuns: RUNS, seed: 2 },
    )
    expect(gained).toBeGreaterThan(0)
  })

  it('a fact that changes nothing is worth nothing', () => {
    const secondHand: Facts = { complaint: 'second-hand' }
    const now = new Valuer(given(secondHand), worthOf(secondHand))
    for (const name of [
      'wrongEntries',
      'wipesItself',
      'remoteUnlockSetUp',
      'online',
      'knowsAccountPassword',
      'secondStep',
    ] as const)
      expect([name, now.worthOf(name)]).toEqual([name, expect.closeTo(0, 9)])
    const noAccount: Facts = { complaint: 'forgotten-lock', accountOnDevice: 'no' }
    const without = new Valuer(given(noAccount), worthOf(noAccount))
    for (const name of [
      'knowsAccountPassword',
      'secondStep',
      'passwordChangedLately',
      'remoteUnlockSetUp',
    ] as const)
      expect([name, without.worthOf(name)]).toEqual([name, expect.closeTo(0, 9)])
  })

  it('how things are called, and in which order they were told, changes nothing', () => {
    fc.assert(
      fc.property(RANDOM_FACTS, fc.string(), fc.string(), (facts, one, other) => {
        const backwards = Object.fromEntries(Object.entries(facts).reverse()) as Facts
        const named = {
          ...backwards,
          modelId: one,
          accountAddress: other,
          originalCarrier: one,
          ownershipNote: other,
        }
        const { choices, figures } = decide(given(facts))
        const again = decide(given(named))
        expect(again.choices).toEqual(choices)
        expect(again.figures).toEqual(figures)
      }),
      { numRuns: RUNS, seed: 3 },
    )
  })
})
