import type { CustomersStatus, Job, Problem } from '@benevox/contract'
import sharp from 'sharp'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { pdfText } from '../../../e2e/pdfText.ts'
import { agreementOf, openShop, Person, READY, type TestShop } from '../../test/shop.ts'

let shop: TestShop
let runa: Person
let signature: string
beforeAll(async () => {
  shop = await openShop('test-status', { BENEVOX_PUBLIC: 'https://shop.example/' })
  runa = await Person.signedIn(shop.address)
  const drawn = await sharp({ create: { width: 40, height: 20, channels: 3, background: '#222' } })
    .png()
    .toBuffer()
  signature = drawn.toString('base64')
})
afterAll(() => shop.close())

/** The address as the customer reads it off the receipt. */
async function addressOf({ id }: Job): Promise<string> {
  const receipt = await runa.file(`/api/jobs/${id}/receipt.pdf`)
  const text = (await pdfText(new Uint8Array(await receipt.arrayBuffer()))).replace(/\s/g, '')
  return /https:\/\/shop\.example\/s\/([\w-]{43})/.exec(text)?.[1] ?? ''
}
/** As anybody asks who has nothing but an address. */
async function read<T = CustomersStatus>(secret: string, query = '') {
  const response = await fetch(`${shop.address}/api/status/${secret}${query}`)
  return { status: response.status, headers: response.headers, body: (await response.json()) as T }
}
async function answer<T = CustomersStatus>(secret: string, said: object) {
  const response = await fetch(`${shop.address}/api/status/${secret}/agreement`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ said }),
  })
  return { status: response.status, body: (await response.json()) as T }
}
const ask = (job: Job) =>
  runa.ask<Job>('POST', `/api/jobs/${job.id}/told`, {
    key: crypto.randomUUID(),
    what: 'question',
    how: 'telephone',
    language: 'en',
  })
const jobNow = async ({ id }: Job) => (await runa.ask<Job>('GET', `/api/jobs/${id}`)).body
const asksToAgree = () => runa.openJob({ ...READY, imei: undefined })
const signs = (job: Job) => ({ kind: 'signed', language: 'en', text: agreementOf(job), signature })

describe('the status page', () => {
  it('says how the job stands and nothing that is personal; nobody gets a cookie, no proxy keeps it', async () => {
    const job = await runa.openReady({ accountOnDevice: 'no', carrierLocked: 'no' })
    const { status, headers, body } = await read(await addressOf(job))
    expect([status, body]).toMatchObject([
      200,
      { ticket: job.ticket, stands: 'in-work', waits: null, agreement: null },
    ])
    expect(headers.get('set-cookie')).toBeNull()
    expect(headers.get('cache-control')).toBe('no-store')
    expect(headers.get('x-robots-tag')).toBe('noindex, nofollow')
    expect(headers.get('referrer-policy')).toBe('no-referrer')
    expect(Object.keys(body).sort()).toEqual(
      ['agreement', 'language', 'place', 'shop', 'stands', 'ticket', 'waits'].sort(),
    )
    expect(JSON.stringify(body)).not.toMatch(/Quell|Vane|Orrelin/)
    const other = await runa.openReady()
    expect(await addressOf(other)).not.toBe(await addressOf(job))
  })
  it('is found by its whole address alone: what is nearly it, a ticket or a number is none, and what is over is none alike', async () => {
    const job = await runa.openReady()
    const secret = await addressOf(job)
    const swapped = secret.replace(/[a-z]/, (letter) => letter.toUpperCase())
    const { body: none } = await read<Problem>('x'.repeat(43))
    for (const near of [
      swapped,
      secret.slice(0, -1),
      `${secret}A`,
      `${secret}%20`,
      '%',
      job.ticket,
      String(job.id),
    ]) {
      const { status, body } = await read<Problem>(near)
      expect([400, 404], near).toContain(status)
      if (status === 404) expect(body).toEqual(none)
    }
    const moved = async (sql: string) => {
      await shop.database.query(sql, [job.id])
      return read<Problem>(secret)
    }
    expect((await read(secret)).status).toBe(200)
    const late = await moved('UPDATE status_links SET created_at = NOW() - INTERVAL 401 DAY WHERE job_id = ?')
    expect([late.status, late.body]).toEqual([404, none])
    await moved('UPDATE status_links SET created_at = NOW() WHERE job_id = ?')
    expect((await moved('UPDATE jobs SET closed_at = NOW() - INTERVAL 29 DAY WHERE id = ?')).status).toBe(200)
    const closed = await moved('UPDATE jobs SET closed_at = NOW() - INTERVAL 31 DAY WHERE id = ?')
    expect([closed.status, closed.body]).toEqual([404, none])
  })
  it('two receipts printed at once have one address', async () => {
    const job = await runa.openReady()
    const [one, other] = await Promise.all([addressOf(job), addressOf(job)])
    expect(one).toMatch(/^[\w-]{43}$/)
    expect(one).toBe(other)
  })
})

describe('what a customer answers there', () => {
  it('is taken only where it is asked, once, signed, and of the text that stands; the record says how', async () => {
    const job = await asksToAgree()
    const secret = await addressOf(job)
    expect((await answer<Problem>(secret, signs(job))).body.reason).toEqual({ code: 'not-asked' })
    expect((await ask(job)).status).toBe(200)
    const asked = await read(secret, '?language=en')
    expect(asked.body).toMatchObject({ stands: 'waiting', waits: { for: 'you' } })
    const { title, subject, lines = [], agree } = asked.body.agreement ?? {}
    expect([title, subject, ...lines, agree].join('\n')).toBe(agreementOf(job))
    expect((await answer(secret, { ...signs(job), signature: 'iVBORw0KGgoAAAA=' })).status).toBe(415)
    expect((await answer(secret, { ...signs(job), signature: undefined })).status).toBe(400)
    const old = await answer<Problem>(secret, { ...signs(job), text: `${agreementOf(job)} ` })
    expect(old.body.reason).toMatchObject({ code: 'text-is-old' })
    expect((await jobNow(job)).agreement).toBeNull()

    const signed = await answer(secret, signs(job))
    expect([signed.status, signed.body]).toMatchObject([200, { stands: 'in-work', agreement: null }])
    expect((await jobNow(job)).agreement).toMatchObject({
      kind: 'signed',
      how: 'status-page',
      text: agreementOf(job),
      by: 'Runa',
    })
    expect((await answer<Problem>(secret, signs(job))).body.reason).toEqual({ code: 'not-asked' })
    const paper = await runa.file(`/api/jobs/${job.id}/agreement.pdf`)
    expect(await pdfText(new Uint8Array(await paper.arrayBuffer()))).toContain('asked by Runa of the shop')
  })
  it('is of their own job: what another is asked is neither read nor answered', async () => {
    const [mine, theirs] = [await asksToAgree(), await asksToAgree()]
    const secret = await addressOf(mine)
    await ask(theirs)
    expect((await read(secret)).body.agreement).toBeNull()
    expect((await answer<Problem>(secret, signs(theirs))).status).toBe(409)
    await ask(mine)
    expect((await answer<Problem>(secret, signs(theirs))).body.reason).toMatchObject({ code: 'text-is-old' })
    expect([(await jobNow(mine)).agreement, (await jobNow(theirs)).agreement]).toEqual([null, null])
  })
  it('is of what is so now: what has changed since it was read is read anew', async () => {
    const job = await asksToAgree()
    const secret = await addressOf(job)
    await ask(job)
    const { body } = await runa.ask<Job>('PATCH', `/api/jobs/${job.id}/facts`, {
      version: job.version,
      facts: { carrierLocked: 'no' },
    })
    expect((await answer<Problem>(secret, signs(job))).body.reason).toMatchObject({ code: 'text-is-old' })
    expect((await answer(secret, signs(body))).status).toBe(200)
  })
  it('may be no: it stands on the record, and is asked no more until somebody asks again', async () => {
    const job = await asksToAgree()
    const secret = await addressOf(job)
    await ask(job)
    expect((await answer(secret, { kind: 'refused' })).status).toBe(200)
    expect((await jobNow(job)).agreement).toMatchObject({ kind: 'refused' })
    expect((await read(secret)).body.agreement).toBeNull()
    expect((await answer<Problem>(secret, signs(job))).status).toBe(409)
  })
  it('is given by two at once only once', async () => {
    const job = await asksToAgree()
    const secret = await addressOf(job)
    await ask(job)
    const said = await Promise.all([answer(secret, signs(job)), answer(secret, signs(job))])
    expect(said.map(({ status }) => status).sort()).toEqual([200, 409])
    const events = await runa.events(job)
    expect(events.filter(({ kind }) => kind === 'agreement-signed')).toHaveLength(1)
  })
  it('no staff route is told by it: how it was agreed on the status page is the status page’s alone', async () => {
    const job = await asksToAgree()
    await ask(job)
    expect((await runa.agree<Problem>(job, { how: 'status-page', signature })).status).toBe(400)
  })
})

describe('whoever guesses', () => {
  it('is stopped after some addresses that lead nowhere', async () => {
    const tried = []
    for (let nth = 0; nth < 40; nth++) tried.push((await read(`guess-${nth}`)).status)
    expect(tried.at(-1)).toBe(429)
    expect(tried.filter((status) => status === 404).length).toBeLessThanOrEqual(20)
  })
})
