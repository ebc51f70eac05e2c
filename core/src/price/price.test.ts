import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { priceList, pricesByHour, quoteOf, taxWithin, USUAL_PRICES } from './index.ts'

describe('a quote', () => {
  const terms = { currency: 'EUR', taxRate: 0.19, depositShare: 0.3 }
  it('is a range where the route branches, with the mean between', () => {
    expect(
      quoteOf(
        [
          { chance: 0.25, workMinor: 0, feesMinor: 0 },
          { chance: 0.5, workMinor: 3500, feesMinor: 0 },
          { chance: 0.25, workMinor: 4500, feesMinor: 1900 },
        ],
        terms,
      ),
    ).toEqual({
      currency: 'EUR',
      leastMinor: 0,
      mostMinor: 6400,
      meanMinor: 3350,
      // 45.00 with 19 % in it: 45.00 × 19 / 119 = 7.18.
      taxInMostMinor: 718,
      // All of the fees and 30 % of 45.00, in whole units: 19 + 14 = 33.
      depositMinor: 3300,
    })
  })
  it('at most is at most: what hardly ever happens counts for it, and neither for the mean nor for the deposit', () => {
    const courses = [
      { chance: 0.999, workMinor: 1000, feesMinor: 0 },
      { chance: 0.001, workMinor: 90_000, feesMinor: 0 },
    ]
    const [usual] = courses
    expect(quoteOf(courses, terms)).toMatchObject({
      mostMinor: 90_000,
      meanMinor: 1000,
      depositMinor: quoteOf(usual ? [usual] : [], terms).depositMinor,
    })
  })
  it('of nothing costs nothing', () => {
    expect(quoteOf([], terms)).toMatchObject({ leastMinor: 0, mostMinor: 0, meanMinor: 0, depositMinor: 0 })
  })
  it('knows the tax within a price', () => {
    expect([taxWithin(11_900, 0.19), taxWithin(12_000, 0.2), taxWithin(500, 0)]).toEqual([1900, 2000, 0])
  })
})

describe('a price list', () => {
  it('is refused with a negative price, an unknown work or a currency that is none', () => {
    expect(priceList.safeParse(USUAL_PRICES).success).toBe(true)
    for (const wrong of [
      { ...USUAL_PRICES, currency: 'euro' },
      { ...USUAL_PRICES, work: { ...USUAL_PRICES.work, 'clear-cache': -1 } },
      { ...USUAL_PRICES, work: { ...USUAL_PRICES.work, bypass: 100 } },
      { ...USUAL_PRICES, taxRate: 19 },
    ])
      expect(priceList.safeParse(wrong).success).toBe(false)
  })
})

describe('the list that a shop begins with', () => {
  it('is the usual one where an hour costs what is usual', () => {
    expect(pricesByHour(USUAL_PRICES.weights.benchHourMinor)).toEqual(USUAL_PRICES)
  })
  it('at another hour keeps its proportions, in amounts as round as by hand', () => {
    fc.assert(
      fc.property(fc.integer({ min: 200, max: 60_000 }), (hourMinor) => {
        const list = pricesByHour(hourMinor)
        expect(priceList.safeParse(list).success).toBe(true)
        expect(list.weights.benchHourMinor).toBe(hourMinor)
        for (const [amount, usual] of [
          ...Object.entries(list.work).map(
            ([work, minor]) => [minor, USUAL_PRICES.work[work as 'clear-cache']] as const,
          ),
          [list.fees.makersService, USUAL_PRICES.fees.makersService] as const,
          [list.weights.dataMinor.precious, USUAL_PRICES.weights.dataMinor.precious] as const,
          [list.weights.wrongDeviceMinor, USUAL_PRICES.weights.wrongDeviceMinor] as const,
        ]) {
          const exact = (usual * hourMinor) / 3000
          // Two digits that count: off by half of the second at most, which is a twentieth where the first is 1.
          expect(Math.abs(amount - exact)).toBeLessThanOrEqual(Math.max(0.5, exact / 20))
          expect(String(amount).replace(/0*$/, '').length).toBeLessThanOrEqual(2)
        }
      }),
    )
  })
  it('of a currency of large numbers stays within what a list may hold', () => {
    expect(priceList.safeParse(pricesByHour(10_000_000)).success).toBe(true)
  })
})
