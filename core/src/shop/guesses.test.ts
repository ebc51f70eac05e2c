import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { leftOf, waitMs, type Patience } from './index.ts'

const PATIENCE: Patience = { free: 5, longest: 900 }
const DAY_MS = 86_400_000

describe('waits after wrong entries', () => {
  it('grow from the first that is not free, up to the longest', () => {
    expect([1, 5, 6, 7, 8, 14, 15, 16, 1000].map((failures) => waitMs(failures, PATIENCE) / 1000)).toEqual([
      0, 0, 2, 4, 8, 512, 900, 900, 900,
    ])
  })

  /** Somebody who tries as soon as they may, told by a clock of its own: how many entries a span of days lets through. */
  const triesIn = (days: number, patience: Patience): number => {
    let [now, failures, last, tries] = [0, 0, 0, 0]
    while (now < days * DAY_MS) {
      failures = leftOf(failures, now - last) + 1
      last = now
      tries++
      // One who never waits at all still needs a moment.
      now += Math.max(10, waitMs(failures, patience))
    }
    return tries
  }
  it('leave ten thousand codes of four digits to somebody who never stops for more than a quarter of a year', () => {
    // In a day about 96 more than at once, however clever the pauses: one is forgiven each quarter of an hour.
    expect(triesIn(1, PATIENCE)).toBeLessThan(130)
    expect(triesIn(90, PATIENCE)).toBeLessThan(10_000)
  })
  it('are no trap for somebody who mistypes now and then', () => {
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 15 * 60_000, max: DAY_MS }), { minLength: 1, maxLength: 200 }),
        (pauses) => {
          let failures = 0
          for (const pause of pauses) {
            failures = leftOf(failures, pause) + 1
            expect(waitMs(failures, PATIENCE)).toBe(0)
          }
        },
      ),
    )
  })
})
