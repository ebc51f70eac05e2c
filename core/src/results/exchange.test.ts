import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import {
  believed,
  chanceHere,
  EXCHANGED_WEIGHS,
  experience,
  learnt,
  learntTogether,
  resultsDocument,
  resultsInPresentForm,
  tookAfter,
  tookIn,
  USUAL_CHANCES,
  type Experience,
  type Learnt,
} from './index.ts'

const counted = fc.record({ worked: fc.nat(400), failed: fc.nat(400) })
const measured = fc
  .tuple(fc.integer({ min: 1, max: 300 }), fc.nat(50), fc.nat(50), fc.nat(50))
  .map(([count, a, b, c]) => ({ count, p10: a, p50: a + b, p90: a + b + c }))
const shops: fc.Arbitrary<Learnt> = fc.record(
  {
    carrier: counted,
    'recovery-reached': counted,
    took: fc.record({ carrier: measured, supplier: measured }, { requiredKeys: [] }),
    families: fc.dictionary(
      fc.constantFrom('slide', 'hold'),
      fc.record({ reached: counted, wipe: measured }),
    ),
  },
  { requiredKeys: [] },
)

describe('what other shops have learnt', () => {
  it('moves what is usual, as much as so many jobs at most, and what this shop has counted moves that', () => {
    const seen: Experience = {
      carrier: { worked: 9, failed: 1 },
      exchanged: { carrier: { worked: 100, failed: 300 } },
    }
    // Counted by hand: 0.75 as 5 jobs, moved by 12.5 of 50; that as 5 jobs, moved by 9 of 10.
    const before = (0.75 * 5 + 12.5) / 55
    expect(chanceHere('carrier', seen)).toBeCloseTo((before * 5 + 9) / 15, 12)
    expect(believed('carrier', seen)).toMatchObject({
      usual: expect.closeTo(before, 12) as number,
      worked: 9,
      all: 10,
      exchanged: { worked: 100, all: 400 },
    })
  })

  it('says nothing where there is none, and never takes a chance out of what may be', () => {
    fc.assert(
      fc.property(shops, fc.option(shops, { nil: undefined }), (own, exchanged) => {
        for (const of of ['carrier', 'recovery-reached', 'sign-in'] as const)
          for (const family of [undefined, 'slide', 'hold', 'unknown']) {
            const chance = chanceHere(of, { ...own, ...(exchanged ? { exchanged } : {}) }, family)
            expect(chance).toBeGreaterThan(0)
            expect(chance).toBeLessThan(1)
            const { from, to } = believed(of, { ...own, ...(exchanged ? { exchanged } : {}) }, family)
            expect([0 <= from, from <= to, to <= 1]).toEqual([true, true, true])
            if (!exchanged) expect(chanceHere(of, { ...own, exchanged: {} }, family)).toBeCloseTo(chance, 12)
          }
      }),
      { numRuns: 300, seed: 18 },
    )
  })

  it('is worth less than as many jobs of one’s own: with these it is outvoted', () => {
    const others = { worked: 1000, failed: 0 }
    const after = (failed: number) =>
      chanceHere('supplier', { supplier: { worked: 0, failed }, exchanged: { supplier: others } })
    expect(after(0)).toBeGreaterThan(0.98)
    expect(after(5)).toBeLessThan(0.5)
    expect(chanceHere('supplier', {})).toBe(USUAL_CHANCES.supplier)
  })

  it('of one family counts for its keys before this shop has tried them', () => {
    const seen: Experience = {
      exchanged: {
        'recovery-reached': { worked: 40, failed: 20 },
        families: { slide: { reached: { worked: 2, failed: 18 } } },
      },
    }
    expect(chanceHere('recovery-reached', seen, 'slide')).toBeLessThan(0.35)
    expect(chanceHere('recovery-reached', seen, 'hold')).toBeGreaterThan(0.6)
  })

  it('of times moves each quantile, as much as so many jobs at most', () => {
    const usual = { p10: 10, p50: 20, p90: 40 }
    const there = { count: 1000, p10: 20, p50: 40, p90: 80 }
    const own = { count: 5, p10: 5, p50: 5, p90: 5 }
    expect(tookIn(usual, own, there)).toEqual(
      tookAfter(tookAfter(usual, { ...there, count: EXCHANGED_WEIGHS }), own),
    )
    expect(tookIn(usual, undefined, undefined)).toEqual(usual)
  })

  it('of several shops is added up, in whatever order they come', () => {
    fc.assert(
      fc.property(fc.array(shops, { minLength: 1, maxLength: 4 }), (all) => {
        const together = learntTogether(all)
        const sum = (of: 'worked' | 'failed') => all.reduce((so, one) => so + (one.carrier?.[of] ?? 0), 0)
        expect([together.carrier?.worked ?? 0, together.carrier?.failed ?? 0]).toEqual([
          sum('worked'),
          sum('failed'),
        ])
        const count = all.reduce((so, one) => so + (one.took?.carrier?.count ?? 0), 0)
        const weighed = all.reduce(
          (so, one) => so + (one.took?.carrier?.count ?? 0) * (one.took?.carrier?.p50 ?? 0),
          0,
        )
        if (count > 0) {
          expect(together.took?.carrier?.count).toBe(count)
          expect(together.took?.carrier?.p50).toBeCloseTo(weighed / count, 9)
        } else expect(together.took?.carrier).toBeUndefined()
        const slides = all.reduce((so, one) => so + (one.families?.['slide']?.reached?.worked ?? 0), 0)
        expect(together.families?.['slide']?.reached?.worked ?? 0).toBe(slides)
        const turned = learntTogether(all.toReversed())
        expect(chanceHere('carrier', { exchanged: turned })).toBeCloseTo(
          chanceHere('carrier', { exchanged: together }),
          12,
        )
        expect(
          learnt.safeParse(together).success && experience.safeParse({ exchanged: together }).success,
        ).toBe(true)
      }),
      { numRuns: 200, seed: 18 },
    )
  })

  it('travels in a document without a name; one of before, with attempts alone, is read all the same', () => {
    const document = {
      format: 'benevox-results',
      formatVersion: 4,
      attempts: [],
      learnt: { carrier: { worked: 1, failed: 0 } },
    }
    expect(resultsDocument.safeParse(document).success).toBe(true)
    expect(
      resultsDocument.safeParse({ ...document, learnt: { ...document.learnt, by: 'Runa' } }).success,
    ).toBe(false)
    const before = { format: 'benevox-results', formatVersion: 3, attempts: [] }
    expect(resultsDocument.safeParse(before).success).toBe(false)
    expect(resultsDocument.parse(resultsInPresentForm(before)).learnt).toBeUndefined()
  })
})
