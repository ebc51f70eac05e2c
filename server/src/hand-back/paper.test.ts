import type { Job } from '@benevox/contract'
import { describe, expect, it } from 'vitest'
import { demoPack } from '../../../demo/demoPack.ts'
import { pdfText } from '../../../e2e/pdfText.ts'
import { handBackPaper } from './paper.ts'

const at = '2026-03-05T10:00:00.000Z'
const model = demoPack().models.find(({ id }) => id === 'quistral-m2')
const job: Job = {
  id: 1,
  ticket: 'B1001',
  version: 9,
  openedAt: '2026-03-04T09:00:00.000Z',
  openedBy: 'Runa',
  customer: { name: 'Ægidius Łoś', contact: '' },
  facts: { imei: '490154203237518' },
  bench: { wipeStartedAt: at },
  account: null,
  consent: null,
  openedGates: [],
  intake: null,
  registry: [],
  evidence: [],
  pricesId: 1,
  handBack: {
    screen: 'proven-clear',
    account: 'not-clear',
    carrier: 'proven-clear',
    whoSignsIn: 'The owner, at home',
    returned: ['device', 'sim-tray'],
    note: 'Reset from recovery.',
    priceMinor: 3550,
    currency: 'EUR',
    at,
  },
  catalogId: 1,
  tries: [],
  orders: [],
  station: 'closed',
  locks: { screen: 'clear', account: 'locked', carrier: 'clear' },
}
const textOf = async (changed: Partial<Job> = {}) =>
  pdfText(new Uint8Array(await handBackPaper('The shop', { ...job, ...changed }, model)))

describe('the hand-back paper, read back by another library', () => {
  it('says each lock as it was proven, what was given back and what it cost', async () => {
    const text = await textOf()
    for (const said of [
      'The shop',
      'B1001',
      'Quistral M2 (QM2-21)',
      '490154203237518',
      '2026-03-04',
      '2026-03-05',
      '€35.50',
      'device, SIM tray',
      'Screen lock shown to be clear',
      'Account lock NOT clear, see below',
      'Carrier lock shown to be clear',
      'The owner, at home',
      'Reset from recovery.',
    ])
      expect(text).toContain(said)
  })
  it('says what a reset is and is not (NIST SP 800-88 rev. 1, appendix A: Clear; from memory)', async () => {
    const text = await textOf()
    expect(text).toContain('NIST SP 800-88 rev. 1 a factory reset is “Clear”')
    expect(text).toContain('neither “Purge” nor “Destroy”')
  })
  it('writes names with letters of the second half of the Latin alphabet', async () => {
    expect((await textOf()).replace(/\s/g, '')).toContain('ÆgidiusŁoś')
  })
  it('does not speak of a wipe where there was none', async () => {
    const text = await textOf({ bench: {} })
    expect(text).toContain('Nothing on the device was deleted by us.')
    expect(text).not.toContain('NIST')
  })
  it('names the release and its code, with its zeros', async () => {
    const order = {
      id: crypto.randomUUID(),
      jobId: 1,
      version: 3,
      supplier: 'Greywater Releases',
      carrier: 'Norlane',
      feeMinor: 2600,
      currency: 'EUR',
      orderedAt: at,
      promise: { countsFrom: '2026-03-05', earliest: '2026-03-06', latest: '2026-03-10', latestBefore: at },
      answer: 'code' as const,
      code: '00491827',
      triesMade: 1,
      triesAllowed: 5,
    }
    expect(await textOf({ orders: [{ ...order, state: 'released' }] })).toContain(
      'Carrier Norlane: released through Greywater Releases, code 00491827.',
    )
    expect(await textOf({ orders: [{ ...order, state: 'failed' }] })).not.toContain('00491827')
  })
  it('is not made for a job that is not handed back', async () => {
    await expect(textOf({ handBack: null })).rejects.toThrow('not handed back')
  })
})
