import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { RANDOM_FACTS } from '../../test/randomFacts.ts'
import { USUAL_PRICES } from '../price/index.ts'
import { optionBars } from './bars.ts'
import { PHONE } from './fixtures.ts'
import { foresee, HOW_IT_ENDS, NOTHING_DONE, planRoute, type Figures } from './index.ts'

/** The options of random jobs, each by itself. */
const OPTIONS = RANDOM_FACTS.map((facts): readonly Figures[] => {
  const given = { facts, device: PHONE, progress: NOTHING_DONE, prices: USUAL_PRICES }
  return [
    planRoute(facts, PHONE, NOTHING_DONE).option.own,
    ...foresee(given).alternatives.map(({ own }) => own),
  ]
})

describe('options as pictures', () => {
  it('of random jobs: each bar is whole, in order, as long as its chances, and leaves out only what cannot come', () => {
    let drawn = 0
    fc.assert(
      fc.property(OPTIONS, (options) => {
        for (const [nth, { ends }] of optionBars(options).entries()) {
          const { howItEnds } = options[nth] as Figures
          expect(ends[0]?.from).toBe(0)
          expect(ends.at(-1)?.to).toBeCloseTo(1, 9)
          for (const [index, { how, from, to, chance }] of ends.entries()) {
            expect(to).toBeGreaterThan(from)
            expect(to - from).toBeCloseTo(chance, 9)
            expect(chance).toBe(howItEnds[how])
            expect(from).toBe(ends[index - 1]?.to ?? 0)
          }
          const left = HOW_IT_ENDS.filter((how) => !ends.some((one) => one.how === how))
          for (const how of left) expect(howItEnds[how]).toBe(0)
          drawn += ends.length
        }
      }),
      { numRuns: 150 },
    )
    expect(drawn).toBeGreaterThan(200)
  })
  it('of random jobs: what takes longer or costs more reaches further, and nothing leaves its line', () => {
    fc.assert(
      fc.property(OPTIONS, (options) => {
        const bars = optionBars(options)
        for (const { time, price } of bars)
          for (const { from, to } of [time, price]) {
            expect(from).toBeGreaterThanOrEqual(0)
            expect(to).toBeLessThanOrEqual(1)
            expect(from).toBeLessThanOrEqual(to)
          }
        for (const [a, one] of options.entries())
          for (const [b, other] of options.entries()) {
            const [mine, theirs] = [bars[a], bars[b]]
            if (one.quote.mostMinor > other.quote.mostMinor)
              expect(mine?.price.to).toBeGreaterThan(theirs?.price.to ?? 1)
            if (one.calendarMinutes.p90 > other.calendarMinutes.p90)
              expect(mine?.time.to).toBeGreaterThan(theirs?.time.to ?? 1)
          }
      }),
      { numRuns: 100 },
    )
  })
  it('that cost and take nothing stand at nothing', () => {
    const [leave] = optionBars([planRoute({ hazard: 'swollen-battery' }, PHONE, NOTHING_DONE).option.own])
    expect([leave?.time, leave?.price]).toEqual([
      { from: 0, to: 0 },
      { from: 0, to: 0 },
    ])
  })
})
