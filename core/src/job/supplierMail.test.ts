import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { matchMail, readSupplierMail, type Order } from './index.ts'

const IMEI = '001001011234561'
const lines = (...said: string[]) => said.join('\n')
const HEAD = ['Order: G-40011', `IMEI: ${IMEI}`]
const read = (...said: string[]) => readSupplierMail({ text: lines(...HEAD, ...said) })?.change

const ORDER: Order = {
  id: '00000000-0000-4000-8000-000000000001',
  jobId: 1,
  version: 2,
  serviceId: 1,
  supplier: 'Greywater Releases',
  carrier: 'Skerry Mobile',
  feeMinor: 1900,
  currency: 'EUR',
  imei: IMEI,
  orderedAt: '2026-01-05T10:00:00.000Z',
  promise: {
    countsFrom: '2026-01-05',
    earliest: '2026-01-06',
    latest: '2026-01-08',
    latestBefore: '2026-01-08T23:00:00.000Z',
  },
  state: 'waiting',
  number: 'G-40011',
  answer: null,
  code: null,
  entriesMade: 0,
  entriesAllowed: 5,
}
const FROM = 'orders@greywater.example'

describe('what a supplier’s mail says', () => {
  it('is a confirmation, a delay, a failure, a code, over the air or the app', () => {
    expect(read('Status: confirmed')).toEqual({ kind: 'confirmed' })
    expect(read('Status: failed')).toEqual({ kind: 'failed' })
    expect(read('Status: delayed', 'Until: 2026-01-20')).toEqual({ kind: 'delayed', until: '2026-01-20' })
    expect(read('Status: over the air')).toEqual({ kind: 'answered', answer: 'over-the-air' })
    expect(read('Status: app')).toEqual({ kind: 'answered', answer: 'app' })
  })
  it('keeps leading zeros of a code, however it is grouped, and takes nothing for a code that is none', () => {
    // 3GPP TS 22.022 (from memory): 8 to 16 decimal digits
    expect(read('Status: code', 'Code: 0049 1827')).toMatchObject({ code: '00491827' })
    expect(read('STATUS: Code', 'code: 0000-0000-0000-0001')).toMatchObject({ code: '0000000000000001' })
    for (const none of ['1234567', '12345678901234567', '1234567x', '１２３４５６７８', ''])
      expect(read('Status: code', `Code: ${none}`)).toBeUndefined()
  })
  it('is nothing where a name has two values, is quoted from another mail, or something is missing', () => {
    expect(read('Status: code', 'Code: 11111111', 'Code: 22222222')).toBeUndefined()
    expect(read('Status: code', 'Code: 11111111', '> Code: 22222222')).toMatchObject({ code: '11111111' })
    expect(readSupplierMail({ text: lines(`> IMEI: ${IMEI}`, 'Order: G-1', 'Status: app') })).toBeUndefined()
    expect(readSupplierMail({ text: lines('Order: G-40011', 'Status: app') })).toBeUndefined()
    expect(
      readSupplierMail({ text: lines('Order: ../../x', `IMEI: ${IMEI}`, 'Status: app') }),
    ).toBeUndefined()
    expect(read('Status: delayed', 'Until: tomorrow')).toBeUndefined()
    expect(read('Status: delayed', 'Until: 2026-13-45')).toBeUndefined()
  })
  it('is the same in any order of lines and among any other text', () => {
    const said = [...HEAD, 'Status: code', 'Code: 00491827']
    const other = fc
      .string({ maxLength: 40 })
      .filter((text) => !/^\s*(order|imei|status|code|until)\s*:/i.test(text) && !/[\n\r]/.test(text))
    fc.assert(
      fc.property(
        fc.shuffledSubarray(said, { minLength: 4 }),
        fc.array(other, { maxLength: 8 }),
        (mine, noise) => {
          const text = mine.flatMap((line, nth) => [noise[nth] ?? '', line]).join('\n')
          expect(readSupplierMail({ text })).toEqual({
            number: 'G-40011',
            imei: IMEI,
            change: { kind: 'answered', answer: 'code', code: '00491827' },
          })
        },
      ),
      { numRuns: 300 },
    )
  })
  it('never throws, and takes its time linearly, whatever is written', () => {
    fc.assert(
      fc.property(fc.string({ unit: 'binary', maxLength: 400 }), (text) => {
        readSupplierMail({ text })
      }),
      { numRuns: 500 },
    )
    expect(readSupplierMail({ text: `${'Code: '.repeat(100_000)}\n${':'.repeat(100_000)}` })).toBeUndefined()
  })
})

describe('the answer to an order', () => {
  it('is by number, IMEI and sender, all three: one changed is laid before a person', () => {
    const one = <T>(right: T, wrong: readonly T[]) => fc.constantFrom(right, right, ...wrong)
    fc.assert(
      fc.property(
        fc.record({
          number: one('G-40011', ['G-40012', 'g-40011']),
          imei: one(IMEI, ['490154203237518']),
          from: one(FROM, ['orders@greywater.example.evil.example', 'orders@keelhouse.example', '']),
          supplier: one<string | undefined>(FROM, [undefined, 'orders@keelhouse.example']),
          ordered: one<string | undefined>(IMEI, [undefined]),
        }),
        ({ number, imei, from, supplier, ordered }) => {
          const { imei: _, ...without } = ORDER
          const order: Order = ordered === undefined ? without : ORDER
          const got = matchMail({ from }, { number, imei, change: { kind: 'failed' } }, order, supplier)
          // Said anew, without a look at how it is done.
          const isIts =
            number === 'G-40011' && imei === ordered && supplier !== undefined && from === supplier
          expect('change' in got).toBe(isIts)
        },
      ),
      { numRuns: 500 },
    )
    expect(matchMail({ from: FROM.toUpperCase() }, saidCode('00491827'), ORDER, FROM)).toHaveProperty(
      'change',
    )
    expect(matchMail({ from: FROM }, saidCode('00491827'), undefined, FROM)).toEqual({ why: 'no-order' })
  })
  it('is a second code where a first one was answered, and nothing where it is the same', () => {
    const answered: Order = { ...ORDER, state: 'answered', answer: 'code', code: '11111111' }
    expect(matchMail({ from: FROM }, saidCode('00491827'), answered, FROM)).toEqual({
      change: { kind: 'second-code', code: '00491827' },
    })
    expect(matchMail({ from: FROM }, saidCode('11111111'), answered, FROM)).toEqual({ isKnown: true })
  })
  it('of an account lock is no code', () => {
    const account: Order = { ...ORDER, lock: 'account', carrier: '' }
    expect(matchMail({ from: FROM }, saidCode('00491827'), account, FROM)).toEqual({ why: 'not-now' })
  })
})

function saidCode(code: string) {
  return { number: 'G-40011', imei: IMEI, change: { kind: 'answered', answer: 'code', code } } as const
}
