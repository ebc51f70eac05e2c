import currencyData from 'cldr-core/supplemental/currencyData.json' with { type: 'json' }
import Decimal from 'decimal.js'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { billOf, inCash, minorOf, taxWithin, type BillLine } from './index.ts'

const taxed = (minor: number) => ({ minor, taxedMinor: minor })
const LINE: fc.Arbitrary<BillLine> = fc.oneof(
  fc
    .integer({ min: 0, max: 90_000 })
    .map((minor): BillLine => ({ kind: 'work', work: 'carrier-order', ...taxed(minor) })),
  fc
    .integer({ min: 0, max: 9000 })
    .map((minor): BillLine => ({ kind: 'makers-service', minor, taxedMinor: 0 })),
  fc
    .integer({ min: -50_000, max: 9000 })
    .map((minor): BillLine => ({ kind: 'own', text: 'x', reason: 'y', by: 'z', ...taxed(minor) })),
)

describe('a bill', () => {
  it('of ten thousand random ones total and tax are those of another decimal package', () => {
    let [cut, discounted] = [0, 0]
    fc.assert(
      fc.property(
        fc.array(LINE, { maxLength: 8 }),
        fc.integer({ min: 0, max: 2700 }),
        fc.integer({ min: 0, max: 120_000 }),
        (lines, rate, mostMinor) => {
          const taxRate = rate / 10_000
          const bill = billOf(lines, { currency: 'EUR', taxRate, mostMinor })
          const sum = (of: readonly number[]) => of.reduce((all, one) => all.plus(one), new Decimal(0))
          const total = sum(bill.lines.map(({ minor }) => minor))
          const gross = sum(bill.lines.map(({ taxedMinor }) => taxedMinor))
          const net = gross.div(new Decimal(1).plus(new Decimal(rate).div(10_000)))
          const tax = gross.minus(net).toDecimalPlaces(0, Decimal.ROUND_HALF_UP)
          expect([bill.totalMinor, bill.taxMinor]).toEqual([total.toNumber(), tax.toNumber()])
          // What was asked for without discount and limit, in the plainest way.
          const own = lines.filter(({ kind }) => kind === 'own')
          const others = sum(lines.filter(({ kind }) => kind !== 'own').map(({ minor }) => minor)).toNumber()
          const wanted = own.reduce((so, { minor }) => Math.max(0, so + minor), others)
          expect(bill.totalMinor).toBe(Math.min(wanted, mostMinor))
          if (wanted > mostMinor) cut++
          if (own.some(({ minor }) => minor < 0)) discounted++
          expect(gross.toNumber()).toBeGreaterThanOrEqual(0)
          expect(gross.toNumber()).toBeLessThanOrEqual(total.toNumber())
        },
      ),
      { numRuns: 10_000 },
    )
    expect(Math.min(cut, discounted)).toBeGreaterThan(1000)
  })
  it('with the tax of published examples in it', () => {
    // 119.00 at 19 % and 107.00 at 7 %: 19.00 and 7.00 (arithmetic of the definition).
    expect([taxWithin(11_900, 0.19), taxWithin(10_700, 0.07), taxWithin(0, 0.2)]).toEqual([1900, 700, 0])
    // Half a minor unit is rounded up, though 3 / 2 has no exact share in binary: 3 at 100 %.
    expect(taxWithin(3, 1)).toBe(2)
  })
})

describe('an amount as somebody types it', () => {
  it('is read with point or comma and any minus, and nothing else is taken for one', () => {
    const typed = ['35', '35.5', '35,50', ' 0.05 ', '-3', '−3,00', '–1.2', '1234.5', '000012']
    expect(typed.map(minorOf)).toEqual([3500, 3550, 3550, 5, -300, -300, -120, 123_450, 1200])
    for (const none of ['', '-', 'ten', '1.234,50', '3.505', '3.', '.5', '--3', '12345678', '1e3', '٣٥'])
      expect([none, minorOf(none)]).toEqual([none, undefined])
  })
})

describe('cash', () => {
  // Source: Unicode CLDR, supplemental currency data, as its own package ships it.
  const fractions: Record<string, { _cashDigits?: string; _cashRounding?: string; _digits: string }> =
    currencyData.supplemental.currencyData.fractions
  it('is rounded as the platform’s data say, in every currency they name and in no other', () => {
    const digitsOf = (currency: string) =>
      new Intl.NumberFormat('en', { style: 'currency', currency }).resolvedOptions().maximumFractionDigits ??
      2
    const current = new Set(Intl.supportedValuesOf('currency'))
    let rounded = 0
    for (const currency of current) {
      const {
        _cashDigits,
        _cashRounding = '0',
        _digits = '2',
      } = fractions[currency] ?? fractions['DEFAULT'] ?? {}
      const cashDigits = Number(_cashDigits ?? _digits)
      // Where the platform has no more digits than cash, there is nothing to round.
      const places = 10 ** Math.max(0, digitsOf(currency) - cashDigits)
      const isNamed = _cashDigits !== undefined || _cashRounding !== '0'
      const coin = isNamed ? Math.max(1, Number(_cashRounding)) * places : 1
      if (coin > 1) rounded++
      for (const minor of [0, 1, 2, 3, 49, 50, 51, 4999, 12_345, -12_345])
        expect([currency, minor, inCash(minor, currency)]).toEqual([
          currency,
          minor,
          new Decimal(minor).div(coin).toDecimalPlaces(0, Decimal.ROUND_HALF_UP).times(coin).toNumber(),
        ])
    }
    expect(rounded).toBeGreaterThan(10)
  })
})
