import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import validator from 'validator'
import {
  checkDigit,
  compareImei,
  groupImei,
  hasValidCheckDigit,
  imeiCandidates,
  imeiOf,
  readImei,
} from './index.ts'

const never = () => false

describe('the check digit', () => {
  it('is 7 for the worked example of 3GPP TS 23.003 annex B (from memory)', () => {
    expect(checkDigit('26053179311383')).toBe(7)
  })
  it('is 3 for 7992739871, the usual example of ISO/IEC 7812-1 annex B (from memory)', () => {
    expect(checkDigit('7992739871')).toBe(3)
  })
  it('accepts 490154203237518 (3GPP, from memory)', () => {
    expect(readImei('490154203237518').kind).toBe('imei')
  })
  it('finds every single wrong digit, and every swap of neighbours but 09 and 90 (ISO/IEC 7812-1, from memory)', () => {
    fc.assert(
      fc.property(
        fc.stringMatching(/^\d{14}$/),
        fc.nat(14),
        fc.integer({ min: 1, max: 9 }),
        (first14, at, add) => {
          const valid = first14 + checkDigit(first14)
          const wrong = valid.slice(0, at) + ((Number(valid[at]) + add) % 10) + valid.slice(at + 1)
          expect(hasValidCheckDigit(wrong)).toBe(false)
          if (at < 14) {
            const pair = valid.slice(at, at + 2)
            const swapped = valid.slice(0, at) + pair[1] + pair[0] + valid.slice(at + 2)
            expect(hasValidCheckDigit(swapped)).toBe(pair[0] === pair[1] || pair === '09' || pair === '90')
          }
        },
      ),
    )
  })
  it('agrees with the general-purpose validation library "validator" on 10,000 random and mutated numbers', () => {
    let seed = 20231
    const random = () => (seed = (seed * 48271) % 2147483647) / 2147483647
    const counts = { valid: 0, invalid: 0 }
    for (let n = 0; n < 10_000; n++) {
      const first14 = Array.from({ length: 14 }, () => Math.floor(random() * 10)).join('')
      const digits = first14 + (n % 2 ? checkDigit(first14) : Math.floor(random() * 10))
      const ours = readImei(digits).kind === 'imei'
      expect(ours, digits).toBe(validator.isIMEI(digits))
      counts[ours ? 'valid' : 'invalid']++
    }
    expect(counts.valid).toBeGreaterThan(5000)
    expect(counts.invalid).toBeGreaterThan(4000)
  })
})

describe('reading an IMEI', () => {
  it('takes it apart as people write it', () => {
    expect(readImei(' IMEI: 49-015420-323751-8 ')).toEqual({
      kind: 'imei',
      digits: '490154203237518',
      typeAllocationCode: '49015420',
      serialNumber: '323751',
      checkDigit: 8,
    })
    expect(readImei('IMEI2: 490154203237518').kind).toBe('imei')
  })
  it('knows the 16-digit form and its software version', () => {
    const reading = readImei('4901542032375107')
    expect(reading).toMatchObject({ kind: 'imeisv', softwareVersion: '07' })
    expect(imeiOf(reading)?.digits).toBe('490154203237518')
  })
  it('completes a label that leaves the check digit off', () => {
    expect(imeiOf(readImei('49015420323751'))?.digits).toBe('490154203237518')
  })
  it.each([
    ['', { kind: 'empty' }],
    ['12345', { kind: 'length', found: 5 }],
    ['49015420323751O', { kind: 'not-a-digit', at: 14, found: 'O' }],
    ['490154203237519', { kind: 'check-digit', expected: 8, found: 9 }],
    ['4901542032375180000', { kind: 'length', found: 19 }],
  ])('says what is wrong with %j', (text, fault) => {
    expect(readImei(text)).toMatchObject(fault)
    expect(imeiOf(readImei(text))).toBeUndefined()
  })
  // Common practice, no source: a device that has lost its number shows zeros, which pass the check digit.
  it.each(['00000000000000', '000000000000000', '00-000000-000000-0', '0000000000000001', '000000000000008'])(
    'takes %s for no device’s number',
    (zeros) => {
      expect(readImei(zeros)).toEqual({ kind: 'only-zeros' })
      expect(imeiOf(readImei(zeros))).toBeUndefined()
    },
  )
  it('never corrects a number into zeros', () => {
    for (const misread of ['000000000000010', '0000000000000000', '00000000000001'])
      expect(imeiCandidates(misread, () => false).map(({ digits }) => digits)).not.toContain('0'.repeat(15))
  })
  it('groups the digits for reading aloud', () => {
    expect(groupImei('490154203237518')).toBe('49-015420-323751-8')
  })
})

describe('candidates for a misread number', () => {
  const known = (tac: string) => tac === '00100101'
  const first14 = '00100101234567'
  const right = first14 + checkDigit(first14)

  it('offers only valid numbers, each once, with likelihoods that sum to one', () => {
    const wrong = right.slice(0, 14) + ((Number(right[14]) + 1) % 10)
    const offered = imeiCandidates(wrong, never)
    expect(offered.length).toBeGreaterThan(10)
    expect(new Set(offered.map((c) => c.digits)).size).toBe(offered.length)
    for (const candidate of offered) expect(validator.isIMEI(candidate.digits)).toBe(true)
    expect(offered.reduce((sum, c) => sum + c.likelihood, 0)).toBeCloseTo(1, 9)
  })
  it('puts the swapped pair of a known type first', () => {
    const swapped = right.slice(0, 10) + right[11] + right[10] + right.slice(12)
    expect(imeiCandidates(swapped, known)[0]).toMatchObject({
      digits: right,
      slip: { kind: 'swapped', at: 10 },
      knownType: true,
    })
  })
  it('finds the right number after any single slip: one digit, a swap, one dropped, one doubled', () => {
    fc.assert(
      fc.property(fc.nat(14), fc.integer({ min: 1, max: 9 }), (at, add) => {
        const oneWrong = right.slice(0, at) + ((Number(right[at]) + add) % 10) + right.slice(at + 1)
        const dropped = right.slice(0, at) + right.slice(at + 1)
        const doubled = right.slice(0, at) + right[at] + right.slice(at)
        for (const misread of [oneWrong, dropped, doubled]) {
          expect(imeiCandidates(misread, known).map((c) => c.digits)).toContain(right)
        }
      }),
    )
  })
  it('likes a look-alike digit better than any other digit', () => {
    const eightForThree = right.replace('3', '8')
    const ranked = imeiCandidates(eightForThree, known).filter(
      (c) => c.slip.kind === 'one-digit' && c.knownType,
    )
    expect(ranked[0]?.digits).toBe(right)
  })
  it('has none for something else than 14 to 16 digits', () => {
    expect(imeiCandidates('123', never)).toEqual([])
    expect(imeiCandidates('49015420323751x', never)).toEqual([])
  })
})

describe('comparing the dialled number with the box', () => {
  const read = (first14: string) => readImei(first14)
  it('sees through the forms', () => {
    expect(compareImei(readImei('490154203237518'), readImei('4901542032375199'))).toEqual({ kind: 'same' })
  })
  it('sees a misread digit, a swapped pair, a second slot, another device', () => {
    expect(compareImei(read('00100101234567'), read('00100101934567'))).toEqual({ kind: 'misread', at: [8] })
    expect(compareImei(read('00100101234567'), read('00100101324567'))).toEqual({
      kind: 'misread',
      at: [8, 9],
    })
    expect(compareImei(read('00100101234567'), read('00100101234568'))).toEqual({
      kind: 'perhaps-other-slot',
    })
    expect(compareImei(read('00100101234567'), read('00100107776543'))).toEqual({ kind: 'different' })
    expect(compareImei(read('12'), read('00100107776543'))).toEqual({ kind: 'unreadable', which: 'first' })
  })
})
