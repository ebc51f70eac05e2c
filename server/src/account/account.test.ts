import type { Answer, Job, Problem } from '@benevox/contract'
import nodemailer from 'nodemailer'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { StandIns } from '../../../stand-ins/src/index.ts'
import { mailsIn, openShopWithMail, OWN_ADDRESS } from '../../test/mails.ts'
import { openShop, Person, READY } from '../../test/shop.ts'

let world: StandIns
let runa: Person
let close: () => Promise<void>
beforeAll(async () => {
  ;({ world, runa, close } = await openShopWithMail('test-account'))
})
afterAll(() => close())

const second = (): Promise<Job> => runa.openJob({ ...READY, complaint: 'second-hand' })
const write = <T = Job>(job: Job, more: object = {}) =>
  runa.ask<T>('POST', `/api/jobs/${job.id}/seller-mail`, {
    key: crypto.randomUUID(),
    version: job.version,
    to: 'former@mail.example',
    language: 'fr',
    ...more,
  })
const mails = () => mailsIn(world)
const came = async (job: Job) =>
  (await runa.ask<Answer<'listMails'>>('GET', `/api/jobs/${job.id}/mails`)).body.mails

describe('writing to the previous owner', () => {
  it('sends the steps in their language and records it, once for each key', async () => {
    const job = await second()
    const key = crypto.randomUUID()
    const { status, body } = await write(job, { key })
    expect([status, body.steps.at(-1)?.change]).toEqual([
      200,
      { kind: 'seller-written', by: 'mail', language: 'fr' },
    ])
    expect((await write(job, { key })).body.steps).toHaveLength(body.steps.length)
    const sent = (await mails()).filter(({ subject }) => subject?.startsWith(job.ticket))
    expect(sent).toHaveLength(1)
    expect([sent[0]?.from?.address, sent[0]?.messageId]).toEqual([OWN_ADDRESS, `<${key}@shop.example>`])
    expect(sent[0]?.text).toContain('retirez-le du compte')
  })
  it('takes their answer in by the ticket in its subject, and not what the shop has written itself', async () => {
    const job = await second()
    await write(job)
    expect(await came(job)).toEqual([])
    const transport = nodemailer.createTransport({ host: '127.0.0.1', port: world.smtpPort, ignoreTLS: true })
    await transport.sendMail({
      from: 'former@mail.example',
      to: OWN_ADDRESS,
      subject: `RE: ${job.ticket} fini\r\nBcc: somebody@else.example`,
      text: 'fait',
    })
    expect(await came(job)).toMatchObject([
      { from: 'former@mail.example', text: expect.stringContaining('fait') },
    ])
  })
  it('is sent by nobody who has not seen the job as it is', async () => {
    const job = await second()
    const { status, body } = await write<Problem>({ ...job, version: job.version - 1 })
    expect([status, body.code]).toEqual([409, 'stale-version'])
    expect((await mails()).filter(({ subject }) => subject?.startsWith(job.ticket))).toEqual([])
  })
  it.each([
    ['an address that is none', { to: 'former' }],
    ['a header in the address', { to: 'a@b.example\r\nBcc: c@d.example' }],
    ['a language we do not have', { language: 'xx' }],
    ['a key that is none', { key: 'once' }],
  ])('is refused for %s, and nothing is sent', async (_, more) => {
    const job = await second()
    expect((await write<Problem>(job, more)).status).toBe(400)
    expect((await mails()).filter(({ subject }) => subject?.startsWith(job.ticket))).toEqual([])
  })
  it('on a mail server that is away says so, and records nothing', async () => {
    const away = await openShop('test-account-away', {
      BENEVOX_SMTP: 'smtp://127.0.0.1:9',
      BENEVOX_MAIL: OWN_ADDRESS,
    })
    try {
      const teo = await Person.signedIn(away.address)
      const job = await teo.openJob({ ...READY, complaint: 'second-hand' })
      const { status, body } = await teo.ask<Problem>('POST', `/api/jobs/${job.id}/seller-mail`, {
        key: crypto.randomUUID(),
        version: job.version,
        to: 'former@mail.example',
        language: 'en',
      })
      expect([status, body.reason]).toEqual([409, { code: 'mail-not-sent' }])
      expect((await teo.ask<Job>('GET', `/api/jobs/${job.id}`)).body.steps).toEqual([])
    } finally {
      await away.close()
    }
  })
})

describe('what has turned out at the account lock', () => {
  it('is not typed away at the counter, and can be once the step was taken back', async () => {
    const job = await second()
    const key = crypto.randomUUID()
    const told = { key, at: new Date().toISOString() }
    const change = { kind: 'sign-in-refused', why: 'wrong-password' }
    const { body } = await runa.ask<Job>('POST', `/api/jobs/${job.id}/steps`, { told, change })
    expect(body.facts.knowsAccountPassword).toBe('no')
    const typed = (version: number) =>
      runa.ask<Job & Problem>('PATCH', `/api/jobs/${job.id}/facts`, {
        version,
        facts: { knowsAccountPassword: 'yes' },
      })
    const refused = await typed(body.version)
    expect([refused.status, refused.body.reason]).toEqual([
      409,
      { code: 'turned-out', fact: 'knowsAccountPassword' },
    ])
    const back = await runa.ask<Job>('POST', `/api/jobs/${job.id}/take-back`, {
      version: body.version,
      what: { kind: 'step', key },
      reason: 'it was another phone',
    })
    expect(back.status).toBe(200)
    expect((await typed(back.body.version)).body.facts.knowsAccountPassword).toBe('yes')
  })
})
