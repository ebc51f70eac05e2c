import {
  handBackFacts,
  type BenchChange,
  type HandBackRecord,
  type JobState,
  type Order,
  type Step,
} from '@benevox/core/job'
import { describe, expect, it } from 'vitest'
import { wordsIn, type Language } from '@benevox/words'
import { pdfText } from '../../../e2e/pdfText.ts'
import { handBackPaper, warrantyIn } from './paper.ts'

const at = '2026-03-05T10:00:00.000Z'
const model = {
  modelId: 'quistral-m2',
  familyId: 'any',
  name: 'Quistral M2',
  modelCode: 'QM2-21',
  methodIds: [],
  entriesAllowed: 5,
}
const step = (change: BenchChange, n: number): Step => ({
  key: `k${n}`,
  at: new Date(Date.parse(at) + n).toISOString(),
  by: 'Runa',
  change,
})
const RESET = (['revealed', 'wipe-started', 'wipe-finished', 'first-start', 'set-up'] as const).map(
  (kind, n) => step({ kind }, n),
)
const HANDED_BACK: HandBackRecord = {
  screen: 'confirmed-off',
  account: 'on',
  carrier: 'not-part-of-this-job',
  whoSignsIn: 'The owner, at home',
  returned: ['device', 'sim-tray'],
  note: 'Reset from recovery.',
  priceMinor: 3550,
  currency: 'EUR',
  at,
}
const job: JobState = {
  id: 1,
  ticket: 'B1001',
  version: 9,
  events: 12,
  openedAt: '2026-03-04T09:00:00.000Z',
  openedBy: 'Runa',
  customer: { name: 'Ægidius Łoś', contact: '' },
  answers: { imei: '490154203237518' },
  intake: null,
  registry: [],
  asking: null,
  ownershipFiles: [],
  agreement: null,
  waived: [],
  steps: RESET,
  takenBack: [],
  attempts: [],
  accountConfirmed: null,
  orders: [],
  remoteRequests: [],
  pricesId: 1,
  catalogId: 1,
  handBack: HANDED_BACK,
}
const NO_BILL = { currency: 'EUR', taxRate: 0.19, lines: [], totalMinor: 0, taxMinor: 0 }
const PLACE = { zone: 'Europe/Berlin', country: 'DE' }
const textOf = async (changed: Partial<JobState> = {}, language: Language = 'en', warranty?: string) => {
  const made = { ...job, ...changed }
  const facts = handBackFacts(made)
  return facts
    ? pdfText(
        new Uint8Array(
          await handBackPaper(
            { shop: 'The shop', zone: PLACE.zone, words: wordsIn(language, PLACE), warranty },
            made,
            facts,
            model,
            [
              {
                number: '000017',
                at: new Date(HANDED_BACK.at),
                record: HANDED_BACK.bill ?? NO_BILL,
                cancels: undefined,
                cancelledBy: undefined,
              },
            ],
          ),
        ),
      )
    : undefined
}

describe('the hand-back paper, read back by another library', () => {
  it('says each lock as it was proven, what was given back and what it cost', async () => {
    const text = await textOf()
    for (const said of [
      'The shop',
      'B1001',
      'Quistral M2 (QM2-21)',
      '49-015420-323751-8',
      '4 March 2026',
      '5 March 2026',
      '€35.50',
      'device and SIM tray',
      'The owner, at home',
      'Reset from recovery.',
    ])
      expect(text).toContain(said)
    // Ligatures of the face are read back as letters apart.
    const letters = (text ?? '').replace(/\s/g, '')
    for (const said of [
      'Screen lock Confirmed off: the set-up wizard was reached after the reset.',
      'Account lock ON. We have not removed it.',
      'Carrier lock Not part of this job.',
    ])
      expect(letters).toContain(said.replace(/\s/g, ''))
  })
  it('is dated by the shop’s calendar: an hour before midnight in London it is tomorrow in Berlin', async () => {
    const text = await textOf({ openedAt: '2026-03-03T23:00:00.000Z' })
    expect(text).toMatch(/Checked in\s*4 March 2026/)
  })
  it('says what a reset is and is not (NIST SP 800-88 rev. 1, appendix A: Clear; from memory)', async () => {
    const text = await textOf()
    expect(text).toContain('NIST SP 800-88 rev. 1 a factory reset is “Clear”')
    expect(text).toContain('neither “Purge” nor “Destroy”')
  })
  it('says what the device looked like only where somebody compared, and what the shop answers for in its own words', async () => {
    const handedBack = (condition: HandBackRecord['condition']) =>
      textOf({ handBack: { ...HANDED_BACK, condition } }, 'en', 'For ninety days.')
    const same = await handedBack({ isSame: true, note: '' })
    expect(same).toMatch(/Condition\s*as drawn when it was checked in/)
    expect(same).toMatch(/Warranty\s*For ninety days\./)
    const other = await handedBack({ isSame: false, note: 'A new dent below.' })
    expect(other?.replace(/\s+/g, ' ')).toContain('not the same: A new dent below.')
    const silent = await textOf()
    expect(silent).not.toContain('Condition')
    expect(silent).not.toContain('Warranty')
  })
  it('takes the warranty of the customer’s language, else the first there is', () => {
    expect(warrantyIn('de', { en: 'English', de: 'Deutsch' })).toBe('Deutsch')
    expect(warrantyIn('de', { en: 'English', de: '' })).toBe('English')
    expect(warrantyIn('fr', { de: 'Deutsch' })).toBe('Deutsch')
    expect(warrantyIn('fr', {})).toBeUndefined()
  })
  it('writes names with letters of the second half of the Latin alphabet', async () => {
    expect(((await textOf()) ?? '').replace(/\s/g, '')).toContain('ÆgidiusŁoś')
  })
  it('says what was deleted, whichever way, and that recovery came back afterwards changes nothing', async () => {
    const back = [...RESET.slice(0, 4), step({ kind: 'recovery-again' }, 7)]
    expect(await textOf({ steps: back })).toContain('The device was reset from recovery.')
    const settings = [step({ kind: 'screen-lifted', how: 'settings' }, 1)]
    const text = await textOf({ steps: settings })
    expect(text).toContain('The device was reset from its settings.')
    expect(text).not.toContain('We deleted nothing')
  })
  it('does not speak of a wipe where there was none', async () => {
    const text = await textOf({ steps: [] })
    expect(text).toContain('We deleted nothing on the device.')
    expect(text).not.toContain('NIST')
  })
  it('names the release and its code, with its zeros', async () => {
    const order: Omit<Order, 'state'> = {
      id: crypto.randomUUID(),
      jobId: 1,
      version: 3,
      serviceId: 1,
      supplier: 'Greywater Releases',
      carrier: 'Norlane',
      feeMinor: 2600,
      currency: 'EUR',
      orderedAt: at,
      promise: { countsFrom: '2026-03-05', earliest: '2026-03-06', latest: '2026-03-10', latestBefore: at },
      answer: 'code',
      code: '00491827',
      entriesMade: 1,
      entriesAllowed: 5,
    }
    expect(await textOf({ orders: [{ ...order, state: 'released' }] })).toContain(
      'Norlane: unlocked through Greywater Releases, code 00491827.',
    )
    expect(await textOf({ orders: [{ ...order, state: 'failed' }] })).not.toContain('00491827')
  })
  it('says what it cost line by line, its tax, what was paid before and how the rest was', async () => {
    const work = { kind: 'work', work: 'reset-from-recovery', minor: 3500, taxedMinor: 3500 } as const
    const refund = { kind: 'refund', supplier: 'Greywater Releases', minor: -260, taxedMinor: 0 } as const
    const own = { kind: 'own', text: 'For a regular', reason: 'every year', by: 'Imke' } as const
    const lines = [work, refund, { ...own, minor: -300, taxedMinor: -300 }]
    const bill = { currency: 'CHF', taxRate: 0.081, lines, totalMinor: 2940, taxMinor: 240 }
    const closed = (settled: NonNullable<HandBackRecord['settled']>): Partial<JobState> => ({
      handBack: { ...HANDED_BACK, priceMinor: 2940, currency: 'CHF', bill, settled },
      payments: [{ key: crypto.randomUUID(), minor: 1001, currency: 'CHF', how: 'card', by: 'Runa', at }],
    })
    const letters = (text = '') => text.replace(/\s+/g, '')
    const text = letters(await textOf(closed({ how: 'cash', minor: 1940, roundedMinor: 1 })))
    for (const said of [
      'Invoice 000017',
      'Reset from recovery CHF 35.00',
      'Refund from Greywater Releases -CHF 2.60',
      'For a regular -CHF 3.00',
      'Total CHF 29.40',
      // 35.00 less 3.00: of the fee that came back there is none.
      '8.1% tax included in CHF 32.00 of it CHF 2.40',
      'Deposit, 5 March 2026 -CHF 10.01',
      'Rounded to coins CHF 0.01',
      'Paid in cash CHF 19.40',
    ])
      expect(text).toContain(letters(said))
    // Why somebody got it cheaper is the shop’s own matter.
    expect(text).not.toContain(letters('every year'))
    const later = letters(await textOf(closed({ how: 'later', minor: 0, roundedMinor: 0 })))
    expect(later).toContain(letters('Not paid yet CHF 19.39'))
  })
  it('is not made for a job that is not handed back', async () => {
    expect(await textOf({ handBack: null })).toBeUndefined()
  })
})
