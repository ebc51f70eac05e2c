import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { RANDOM_FACTS } from '../../test/randomFacts.ts'
import { sheetOf } from '../facts/index.ts'
import { USUAL_PRICES } from '../price/index.ts'
import { PHONE } from './fixtures.ts'
import { basisOf, NOTHING_DONE, planRoute, type Facts } from './index.ts'

const given = (facts: Facts) => ({ facts, device: PHONE, progress: NOTHING_DONE, prices: USUAL_PRICES })

describe('what a figure rests on', () => {
  it('is what the route would show with each answer; and to know an answer is never worth less than not to', () => {
    let moved = 0
    let all = 0
    fc.assert(
      fc.property(RANDOM_FACTS, (facts) => {
        const { choices, option } = planRoute(facts, PHONE, NOTHING_DONE, USUAL_PRICES)
        const action = choices[0]?.action
        if (!action || action === 'ask-first' || action === 'refuse') return
        for (const { name, answers } of basisOf(given(facts), action)) {
          expect(facts[name]).toBeUndefined()
          expect(answers.reduce((sum, { chance }) => sum + chance, 0)).toBeCloseTo(1, 9)
          const said = JSON.stringify({ facts, name, action })
          const shown = answers.map(({ answer }) => {
            const asked = { ...facts, [name]: answer, wish: action } as Facts
            const route = planRoute(asked, PHONE, NOTHING_DONE, USUAL_PRICES)
            return route.choices[0]?.action === action ? route.option : undefined
          })
          expect([said, answers.map((one) => one.option)]).toEqual([said, shown])
          if (shown.some((one) => JSON.stringify(one?.own) !== JSON.stringify(option.own))) moved++
          // Where an act waits for its question, what can be done differs too; what is not to be had has no worth.
          if (sheetOf(name).isWaitedFor || shown.includes(undefined)) continue
          all++
          const knowing = answers.reduce(
            (sum, { chance, option: one }) => sum + chance * (one?.inAll.worthMinor ?? 0),
            0,
          )
          expect([said, knowing >= option.inAll.worthMinor - 1e-6]).toEqual([said, true])
        }
      }),
      { numRuns: Number(process.env['BENEVOX_JOBS'] ?? 60), seed: 21 },
    )
    expect(all).toBeGreaterThan(50)
    expect(moved).toBeGreaterThan(20)
  })
})
