import cephes from 'cephes'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { seeded } from '../hand/index.ts'
import {
  chanceAfter,
  chanceOfSoFew,
  compareAttempts,
  durationsOf,
  resultsDocument,
  resultsInPresentForm,
  mergeAttempts,
  quantileOfSorted,
} from './index.ts'
import type { RecordedAttempt } from './index.ts'

let made = 0
const oneAttempt = (more: Partial<RecordedAttempt> = {}): RecordedAttempt => ({
  id: `00000000-0000-4000-8000-${String(++made).padStart(12, '0')}`,
  familyId: 'small',
  methodId: 'slide',
  modelId: 'any',
  link: 'computer',
  outcome: 'reached',
  seen: [],
  seconds: 20,
  ...more,
})
const many = (count: number, more: Partial<RecordedAttempt>) =>
  Array.from({ length: count }, () => oneAttempt(more))

/**
 * The chance of `a` or more successes in `a + b - 1` at chance x: for whole numbers it is the Beta distribution
 * function itself (Abramowitz and Stegun, Handbook of Mathematical Functions, 26.5.24, from memory).
 */
function betaByBinomial(x: number, a: number, b: number): number {
  const n = a + b - 1
  let sum = 0
  for (let k = a; k <= n; k++) {
    let term = x ** k * (1 - x) ** (n - k)
    for (let m = 1; m <= k; m++) term *= (n - k + m) / m
    sum += term
  }
  return sum
}

describe('the chance of an attempt after what was counted', () => {
  it('has the quantiles of the Beta distribution, by sums of binomials to 1e-9', () => {
    // A prior of 1/2 worth 2 attempts is flat; each count then gives whole parameters.
    for (const [reached, attempts] of [
      [0, 0],
      [1, 1],
      [3, 5],
      [0, 7],
      [18, 20],
      [40, 41],
    ] as const) {
      const { from, to } = chanceAfter(reached, attempts, 0.5, 2)
      const [a, b] = [1 + reached, 1 + attempts - reached]
      expect(betaByBinomial(from, a, b)).toBeCloseTo(0.1, 9)
      expect(betaByBinomial(to, a, b)).toBeCloseTo(0.9, 9)
    }
  })
  it('agrees with another statistics library, of Cephes’ functions, to 1e-9: priors in the middle, any counts', async () => {
    await cephes.compiled
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 200 }),
        fc.integer({ min: 0, max: 200 }),
        fc.double({ min: 0.15, max: 0.85, noNaN: true }),
        (reached, failed, prior) => {
          const { from, to } = chanceAfter(reached, reached + failed, prior)
          const [a, b] = [4 * prior + reached, 4 * (1 - prior) + failed]
          expect(Math.abs(from - cephes.incbi(a, b, 0.1))).toBeLessThan(1e-9)
          expect(Math.abs(to - cephes.incbi(a, b, 0.9))).toBeLessThan(1e-9)
        },
      ),
      { seed: 7, numRuns: 1000 },
    )
  })
  it('is the simulation’s while nothing is counted, and the shop’s once much is', () => {
    expect(chanceAfter(0, 0, 0.8).mean).toBeCloseTo(0.8, 12)
    const after = chanceAfter(20, 100, 0.8)
    expect(after.mean).toBeCloseTo((3.2 + 20) / 104, 12)
    expect(after.from).toBeLessThan(0.2 + 0.03)
    expect(after.to - after.from).toBeLessThan(0.12)
  })
  it('is never sure, however sure the simulation was', () => {
    const { from, to } = chanceAfter(0, 0, 1)
    expect(from).toBeGreaterThan(0.9)
    expect(to).toBeLessThanOrEqual(1)
    expect(chanceAfter(0, 3, 1).mean).toBeLessThan(0.6)
  })
})

describe('durations', () => {
  it('are quantiles between neighbours (type 7 of Hyndman and Fan 1996, by hand)', () => {
    expect(quantileOfSorted([1, 2, 3, 4], 0.5)).toBe(2.5)
    expect(quantileOfSorted([10, 20, 40], 0.9)).toBeCloseTo(36, 12)
    expect(durationsOf([5, 1, 4, 2, 3])).toEqual({ count: 5, p10: 1.4, median: 3, p90: 4.6 })
  })
  it('are not said where there are too few', () => expect(durationsOf([1, 2, 3, 4])).toBeUndefined())
})

describe('results of several shops', () => {
  it('counts each attempt once, however often it comes round', () => {
    const ours = many(3, {})
    const theirs = [...many(2, { outcome: 'failed' }), ...ours.slice(0, 2)]
    const merged = mergeAttempts(ours, theirs)
    expect(merged).toHaveLength(5)
    expect(mergeAttempts(merged, theirs, ours)).toEqual(merged)
  })
  it('has no place for personal data', () => {
    const document = {
      format: 'benevox-results',
      formatVersion: 4,
      attempts: [{ ...oneAttempt(), by: 'Runa' }],
    }
    expect(resultsDocument.safeParse(document).success).toBe(false)
  })
  it.each([
    [1, 'tries'],
    [2, 'attempts'],
  ])('of version %d is read as before, and nothing else is touched', (formatVersion, list) => {
    const attempt = oneAttempt()
    const { methodId, ...rest } = attempt
    const first = { format: 'benevox-evidence', formatVersion, [list]: [{ ...rest, procedureId: methodId }] }
    expect(resultsDocument.safeParse(first).success).toBe(false)
    expect(resultsDocument.parse(resultsInPresentForm(first)).attempts).toEqual([attempt])
    const strange = { format: 'benevox-evidence', formatVersion: 9, attempts: [] }
    for (const other of [null, 'x', [], { tries: [] }, { tries: [], formatVersion: 2 }, strange])
      expect(resultsInPresentForm(other)).toBe(other)
  })
})

describe('what stands out', () => {
  const pointedAt = (attempts: readonly RecordedAttempt[]) =>
    compareAttempts(attempts).flatMap(({ kind, value, isWorse }) => (isWorse ? [[kind, value]] : []))

  it('is a fall in success from one system version to the next', () => {
    const attempts = [
      ...many(12, { systemVersion: 13 }),
      ...many(1, { systemVersion: 13, outcome: 'failed' }),
      ...many(2, { systemVersion: 14 }),
      ...many(9, { systemVersion: 14, outcome: 'failed' }),
    ]
    expect(pointedAt(attempts)).toEqual([['system-version', 14]])
  })
  it('is a cable against the others, and nothing where few attempts were made', () => {
    const attempts = [
      ...many(10, { cable: 1 }),
      ...many(8, { cable: 2 }),
      ...many(6, { cable: 3, outcome: 'failed' }),
    ]
    expect(pointedAt(attempts)).toEqual([['cable', 3]])
    expect(compareAttempts([...many(2, { cable: 1 }), ...many(2, { cable: 2, outcome: 'failed' })])).toEqual(
      [],
    )
  })

  // R. A. Fisher, The Design of Experiments, 1935, chapter 2 (from memory): eight cups, four of each kind.
  it.each([
    [0, 1 / 70],
    [1, 17 / 70],
    [2, 53 / 70],
    [4, 1],
  ])('has the chances of the lady who tastes tea: %i right', (reached, chance) => {
    const elsewhere = { reached: 4 - reached, attempts: 4 }
    expect(chanceOfSoFew({ reached, attempts: 4 }, elsewhere)).toBeCloseTo(chance, 12)
  })

  it('is pointed at without reason in at most 5 of 100 tables, of any size', () => {
    const random = seeded(20)
    const pick = (most: number) => Math.floor(random() * most)
    const TABLES = 1500
    let alarms = 0
    for (let n = 0; n < TABLES; n++) {
      const success = 0.1 + 0.85 * random()
      const [cables, systems] = [1 + pick(6), 1 + pick(5)]
      const attempts = Array.from({ length: 30 + pick(271) }, () =>
        oneAttempt({
          cable: pick(cables),
          systemVersion: 10 + pick(systems),
          outcome: random() < success ? 'reached' : 'failed',
        }),
      )
      if (pointedAt(attempts).length > 0) alarms++
    }
    expect(alarms / TABLES).toBeLessThanOrEqual(0.05)
    expect(alarms).toBeGreaterThan(0)
  })

  it('has the power that is told, by tables drawn at random', () => {
    const random = seeded(21)
    const good = [...many(36, { cable: 1 }), ...many(4, { cable: 1, outcome: 'failed' })]
    for (const size of [6, 12, 25]) {
      const told = compareAttempts([...good, ...many(size, { cable: 2 })]).find(
        ({ value }) => value === 2,
      )?.power
      let noticed = 0
      for (let n = 0; n < 1000; n++) {
        const half = Array.from({ length: size }, () =>
          oneAttempt({ cable: 2, outcome: random() < 0.45 ? 'reached' : 'failed' }),
        )
        if (pointedAt([...good, ...half]).some(([, value]) => value === 2)) noticed++
      }
      // Of the two comparisons Holm’s rule may ask less of the second: never less is noticed than told.
      expect(noticed / 1000).toBeGreaterThan((told ?? 1) - 0.05)
      expect(noticed / 1000).toBeLessThan((told ?? 0) + 0.05)
    }
  })
})
