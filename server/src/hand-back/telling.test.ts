import type { Job, Problem } from '@benevox/contract'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { pdfText } from '../../../e2e/pdfText.ts'
import type { StandIns } from '../../../stand-ins/src/index.ts'
import { mailsIn, openShopWithMail, OWN_ADDRESS } from '../../test/mails.ts'
import { openShop, Person, type TestShop } from '../../test/shop.ts'

let world: StandIns
let shop: TestShop
let runa: Person
let close: () => Promise<void>
beforeAll(async () => {
  ;({ world, shop, runa, close } = await openShopWithMail('test-telling'))
})
afterAll(() => close())

const RESET = ['in-recovery', 'wipe-started', 'wipe-finished', 'first-start', 'set-up'] as const
/** A job whose device can be fetched: 35 euros are to be paid. */
async function ready(): Promise<Job> {
  let job = await runa.openReady({ accountOnDevice: 'no', carrierLocked: 'no' })
  for (const kind of RESET)
    job = (
      await runa.ask<Job>('POST', `/api/jobs/${job.id}/steps`, {
        told: { key: crypto.randomUUID(), at: new Date().toISOString() },
        change: { kind },
      })
    ).body
  const proof = { version: job.version, proof: 'never-asked' }
  return (await runa.ask<Job>('POST', `/api/jobs/${job.id}/account`, proof)).body
}
const tell = <T = Job>(job: Job, more: object = {}) =>
  runa.ask<T>('POST', `/api/jobs/${job.id}/told`, {
    key: crypto.randomUUID(),
    what: 'ready',
    how: 'mail',
    to: 'customer@mail.example',
    language: 'de',
    ...more,
  })
const printed = (path: string) => runa.file(path)
const mailsOf = async ({ ticket }: Job) =>
  (await mailsIn(world)).filter(({ subject }) => subject?.startsWith(ticket))

describe('telling the customer', () => {
  it('that it is ready: in their language, what is to be paid, nothing of its locks; once for each key', async () => {
    const job = await ready()
    const key = crypto.randomUUID()
    const { status, body } = await tell(job, { key })
    expect([status, body.told]).toMatchObject([200, [{ what: 'ready', how: 'mail', by: 'Runa' }]])
    const [again, twice] = await Promise.all([tell(job, { key }), tell(job, { key })])
    expect([again.body.told?.length, twice.body.told?.length]).toEqual([1, 1])
    const sent = await mailsOf(job)
    expect(sent.map(({ to }) => to?.[0]?.address)).toEqual(['customer@mail.example'])
    expect(sent[0]?.subject).toBe(`${job.ticket}: Ihr Gerät ist fertig`)
    expect(sent[0]?.text).toMatch(/Zu bezahlen: 35,00\s€/)
    expect(sent[0]?.text).not.toMatch(/sperre|zurückgesetzt|IMEI/i)
    // What was decided on stays: whoever looks at the job is not in the way.
    expect(body.version).toBe(job.version)
  })
  it('is refused for what is not so, and nothing is sent then', async () => {
    const open = await runa.openReady({ accountOnDevice: 'no', carrierLocked: 'no' })
    const refused = async (job: Job, more: object) => {
      const { status, body } = await tell<Problem>(job, more)
      return [status, body.detail]
    }
    expect(await refused(open, {})).toEqual([
      409,
      'It is not ready to be fetched: something is still to be done.',
    ])
    const job = await ready()
    expect((await refused(job, { what: 'reminder' }))[1]).toContain('tell them that first')
    expect((await refused(job, { what: 'document' }))[1]).toContain('once the job is closed')
    expect((await refused(job, { how: 'telephone' }))[0]).toBe(400)
    expect((await refused(job, { to: undefined }))[0]).toBe(400)
    expect((await refused(job, { to: 'a@b.example\r\nBcc: c@d.example' }))[0]).toBe(400)
    expect([await mailsOf(open), await mailsOf(job)]).toEqual([[], []])
    const letter = await printed(`/api/jobs/${job.id}/letter-to-customer.pdf?what=reminder`)
    expect(letter.status).toBe(409)
  })
  it('a reminder follows by the shop’s rule: the list says when, and the job is waited for until then', async () => {
    const job = await ready()
    await tell(job, { how: 'telephone', to: undefined })
    const rowOf = async () => {
      const { jobs } = (
        await runa.ask<{ jobs: readonly { id: number; waits: { for: string; until: string } | null }[] }>(
          'GET',
          `/api/jobs?search=${job.ticket}`,
        )
      ).body
      return jobs[0]?.waits
    }
    const daysOff = (until = '') => Math.round((Date.parse(until) - Date.now()) / 86_400_000)
    const first = await rowOf()
    expect([first?.for, daysOff(first?.until)]).toEqual(['fetching', 7])
    const clocks = async () =>
      (await runa.ask<{ timers: readonly { id: number }[] }>('GET', '/api/jobs')).body.timers.some(
        ({ id }) => id === job.id,
      )
    expect(await clocks()).toBe(false)
    await shop.database.query('UPDATE jobs SET due_at = NOW() - INTERVAL 1 MINUTE WHERE id = ?', [job.id])
    expect(await clocks()).toBe(true)
    await tell(job, { what: 'reminder', how: 'letter', to: undefined })
    expect(daysOff((await rowOf())?.until)).toBe(21)
    await tell(job, { what: 'reminder' })
    await tell(job, { what: 'reminder' })
    expect(await rowOf()).toBeNull()
  })
  it('of what was done: the document goes along, as it is printed, and says who fetched it', async () => {
    const job = await ready()
    const said = {
      version: job.version,
      screen: 'confirmed-off',
      account: 'confirmed-off',
      carrier: 'not-part-of-this-job',
      whoSignsIn: '',
      returned: ['device'],
      note: '',
      fetchedBy: 'their sister, with the receipt',
      priceMinor: 3500,
      currency: 'EUR',
      paid: 'cash',
    }
    const handsBack = (condition: object) =>
      runa.ask<Job & { code?: string }>('POST', `/api/jobs/${job.id}/hand-back`, { ...said, condition })
    // What differs is said, and is no place for a PIN either.
    expect((await handsBack({ isSame: false, note: '' })).status).toBe(400)
    expect((await handsBack({ isSame: false, note: 'PIN 4711' })).body.code).toBe('looks-like-secret')
    expect((await handsBack({ isSame: true, note: '' })).status).toBe(200)
    expect((await tell(job, { what: 'document', language: 'en' })).status).toBe(200)
    const [mail] = await mailsOf(job)
    const [attached] = mail?.attachments ?? []
    expect([attached?.filename, attached?.mimeType]).toEqual([
      `hand-back-${job.ticket}.pdf`,
      'application/pdf',
    ])
    const sent = await pdfText(new Uint8Array(attached?.content as ArrayBuffer))
    const paper = await printed(`/api/jobs/${job.id}/hand-back.pdf?language=en`)
    expect(sent).toBe(await pdfText(new Uint8Array(await paper.arrayBuffer())))
    expect(sent.replace(/\s/g, '')).toContain('Fetchedbytheirsister,withthereceipt')
    expect((await tell<Problem>(job)).status).toBe(409)
  })
  it('by a mail server that is away: nothing is recorded', async () => {
    const away = await openShop('test-telling-away', {
      BENEVOX_SMTP: 'smtp://127.0.0.1:9',
      BENEVOX_MAIL: OWN_ADDRESS,
    })
    const before = runa
    try {
      runa = await Person.signedIn(away.address)
      const job = await ready()
      const { status, body } = await tell<Problem>(job)
      expect([status, body.reason]).toEqual([409, { code: 'mail-not-sent' }])
      expect((await runa.ask<Job>('GET', `/api/jobs/${job.id}`)).body.told).toBeUndefined()
    } finally {
      runa = before
      await away.close()
    }
  })
})
