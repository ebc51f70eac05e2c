import binomialCdf from '@stdlib/stats-base-dists-binomial-cdf'
import { describe, expect, it } from 'vitest'
import { seeded } from '../hand/random.ts'
import { believed, changeIn, chanceAfter, quantileOfSorted, USUAL_CHANCES } from './index.ts'

const random = seeded(20261130)
const series = (...parts: readonly (readonly [count: number, chance: number])[]) =>
  parts.flatMap(([count, chance]) => Array.from({ length: count }, () => random() < chance))

describe('a change in a series of attempts', () => {
  it('is seen at most as often as was asked where nothing changes, whatever the chance and the length', () => {
    const LOOKS = 600
    for (const [length, chance] of [
      [12, 0.5],
      [40, 0.9],
      [150, 0.7],
    ] as const) {
      let alarms = 0
      for (let n = 0; n < LOOKS; n++) if (changeIn(series([length, chance]), 0.05, random)) alarms++
      // So many or more of 600 at 0.05 each come in fewer than 1 of 10,000 runs.
      expect(1 - binomialCdf(alarms - 1, LOOKS, 0.05), `${length} ${chance}: ${alarms}`).toBeGreaterThan(1e-4)
    }
  })
  it('is seen near its place where an update halves the chance, and both sides are counted', () => {
    let seen = 0
    for (let n = 0; n < 60; n++) {
      const change = changeIn(series([60, 0.9], [60, 0.45]), 0.05, random)
      if (!change) continue
      expect(change.before.attempts + change.after.attempts).toBe(120)
      if (Math.abs(change.at - 60) <= 12) seen++
    }
    expect(seen).toBeGreaterThan(45)
  })
  it('is the place of the greatest likelihood ratio, as looked up by its formula', () => {
    const one = [true, true, true, true, true, true, false, false, false, false, false, false]
    expect(changeIn(one, 0.05, random)).toMatchObject({
      at: 6,
      before: { reached: 6, attempts: 6 },
      after: { reached: 0, attempts: 6 },
    })
    expect(changeIn(one.slice(0, 9), 1, random)).toBeUndefined()
    expect(changeIn(series([200, 1]), 0.05, random)).toBeUndefined()
  })
})

describe('an interval of eight in ten', () => {
  it('holds the true chance in 80 ± 1 of 100 of 10,000 draws, where chances are as they were believed before', () => {
    const DRAWS = 10_000
    // A Beta distribution with whole parameters is that of an order statistic of even numbers.
    const beta = (a: number, b: number) =>
      Array.from({ length: a + b - 1 }, random).sort((one, other) => one - other)[a - 1] ?? 0
    let held = 0
    for (let n = 0; n < DRAWS; n++) {
      const truth = beta(3, 2)
      const attempts = 1 + Math.floor(random() * 40)
      const reached = series([attempts, truth]).filter(Boolean).length
      const { from, to } = chanceAfter(reached, attempts, 0.6, 5)
      if (truth >= from && truth <= to) held++
    }
    expect(Math.abs(held / DRAWS - 0.8)).toBeLessThan(0.01)
  })
  it('is the same that stands in Settings, and lies about the mean', () => {
    const seen = { carrier: { worked: 14, failed: 3 } }
    const its = believed('carrier', seen)
    expect([its.worked, its.all, its.usual]).toEqual([14, 17, USUAL_CHANCES.carrier])
    const other = chanceAfter(14, 17, USUAL_CHANCES.carrier, 5)
    expect([its.mean, its.from, its.to]).toEqual([
      expect.closeTo(other.mean, 12),
      expect.closeTo(other.from, 12),
      expect.closeTo(other.to, 12),
    ])
  })
})

it('quantiles are those of type 7: of even numbers the share itself (Hyndman and Fan, The American Statistician 50 (1996), from memory)', () => {
  const even = Array.from({ length: 101 }, (_, n) => n)
  for (const share of [0, 0.1, 0.25, 0.5, 0.9, 1])
    expect(quantileOfSorted(even, share)).toBeCloseTo(100 * share, 9)
  expect(quantileOfSorted([1, 2, 3, 4], 0.25)).toBe(1.75)
})
