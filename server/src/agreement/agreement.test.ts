import { createHash } from 'node:crypto'
import type { Job, Problem } from '@benevox/contract'
import { LANGUAGES } from '@benevox/words'
import sharp from 'sharp'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { pdfText } from '../../../e2e/pdfText.ts'
import { agreementOf, openShop, Person, READY, type TestShop } from '../../test/shop.ts'

let shop: TestShop
let runa: Person
beforeAll(async () => {
  shop = await openShop('test-agreement')
  runa = await Person.signedIn(shop.address)
})
afterAll(() => shop.close())

const signature = async () =>
  (
    await sharp({ create: { width: 300, height: 120, channels: 4, background: '#00000000' } })
      .png()
      .toBuffer()
  ).toString('base64')
const patch = <T = Job>(job: Job, facts: object) =>
  runa.ask<T>('PATCH', `/api/jobs/${job.id}/facts`, { version: job.version, facts })
const paper = async (job: Job, query = '') => {
  const response = await runa.file(`/api/jobs/${job.id}/agreement.pdf${query}`)
  return {
    status: response.status,
    text: await pdfText(new Uint8Array(await response.arrayBuffer())).catch(() => ''),
  }
}

describe('the agreement', () => {
  it.each(LANGUAGES)('in %s is kept as it was read, with its digest, and as a paper', async (language) => {
    const job = await runa.openJob(READY)
    const text = agreementOf(job, language)
    const { status, body } = await runa.agree(
      job,
      { how: 'signature', signature: await signature() },
      language,
    )
    expect(status).toBe(200)
    expect(body.agreement).toMatchObject({
      kind: 'signed',
      text,
      // Node's own digest beside the server's record.
      digest: createHash('sha256').update(text).digest('hex'),
      how: 'signature',
      by: 'Runa',
    })
    expect(body.station).toBe('bench')
    const said = (await paper(body)).text.replace(/\s+/g, ' ')
    expect(said).toContain(job.ticket)
    expect(said).toContain(body.agreement?.kind === 'signed' ? body.agreement.digest : 'nothing')
  })
  it('stays in the language in which it was signed, whichever is chosen for the customer afterwards', async () => {
    const job = await runa.openJob(READY)
    const { body } = await runa.agree(job, { how: 'signature', signature: await signature() }, 'de')
    const { text } = await paper(body)
    const changed = await runa.ask<Job>('PATCH', `/api/jobs/${job.id}/facts`, {
      version: body.version,
      facts: { customerLanguage: 'fr' },
    })
    expect([changed.status, changed.body.agreement]).toEqual([200, body.agreement])
    expect((await paper(changed.body)).text).toBe(text)
  })
  it('is refused where the text is not the one the route makes now', async () => {
    const job = await runa.openJob(READY)
    const old = agreementOf(job)
    const { body: changed } = await patch(job, { memoryCard: 'no' })
    const { status, body } = await runa.agree<Problem>(changed, { text: old })
    expect([status, body.code]).toEqual([409, 'not-possible-now'])
  })
  it('needs the signature it speaks of, a picture that can be read, and is not said on the telephone for a wipe', async () => {
    const job = await runa.openJob(READY)
    expect((await runa.agree<Problem>(job, { how: 'signature' })).body.code).toBe('bad-request')
    expect(
      (await runa.agree<Problem>(job, { how: 'signature', signature: 'iVBORw0KGgoAAAA=' })).body.code,
    ).toBe('wrong-file')
    expect((await runa.agree<Problem>(job, { how: 'telephone' })).body.code).toBe('not-possible-now')
  })
  it('is void when the route becomes worse for the customer, and holds when it becomes better', async () => {
    const job = await runa.openReady({ accountOnDevice: 'no', esimProfile: 'no' })
    const better = (await patch(job, { carrierLocked: 'no' })).body
    expect(better.station).toBe('bench')
    const worse = (await patch(better, { accountOnDevice: 'yes' })).body
    expect(worse.station).toBe('counter')
    const inRecovery = (await runa.bench(worse, { kind: 'in-recovery' })).body
    const right = (await runa.bench(inRecovery, { kind: 'right-device', by: 'tag', read: job.ticket })).body
    const { body } = await runa.bench<Problem>(right, { kind: 'revealed' })
    expect([body.code, body.detail]).toEqual(['gate-closed', 'Still needed: Agreement signed.'])
  })
  it('can be refused; what was signed before stays in the append-only list', async () => {
    const job = await runa.openReady()
    const { body } = await runa.ask<Job>('POST', `/api/jobs/${job.id}/agreement`, {
      version: job.version,
      said: { kind: 'refused' },
    })
    expect(body.agreement?.kind).toBe('refused')
    const rows = await shop.database.query<{ n: number }[]>(
      'SELECT COUNT(*) n FROM agreements WHERE job_id = ?',
      [job.id],
    )
    expect(Number(rows[0]?.n)).toBe(2)
    await expect(shop.database.query('UPDATE agreements SET at = NOW(3)')).rejects.toThrow('append-only')
    expect((await paper(body)).status).toBe(409)
  })
  it('is printed to be signed by hand, in the customer’s language', async () => {
    const job = await runa.openJob(READY)
    expect((await paper(job, '?language=fr')).text).toContain('Ce que vous acceptez')
    expect((await paper(job, '?language=xx')).status).toBe(400)
  })
})

describe('a gate opened by a supervisor', () => {
  const open = <T = Job>(job: Job, more: object = {}) =>
    runa.ask<T>('POST', `/api/jobs/${job.id}/gates`, {
      version: job.version,
      gate: 'not-work-managed',
      reason: 'The administrator agreed by mail this morning',
      code: '8642',
      ...more,
    })
  it('is recorded with reason and name, and the route goes on', async () => {
    const job = await runa.openJob({ ...READY, workManaged: 'yes' })
    expect(job.station).toBe('hand-back')
    const { body } = await open(job)
    expect(body.waived).toMatchObject([{ check: 'not-work-managed', by: 'Imke' }])
    expect(body.station).toBe('counter')
    expect((await runa.events(body)).at(-1)).toMatchObject({ kind: 'check-waived', by: 'Runa' })
  })
  it('needs a supervisor’s code, a reason and a gate that may be opened', async () => {
    const job = await runa.openJob({ ...READY, workManaged: 'yes' })
    // Whose code it is otherwise is nobody's business.
    expect((await open<Problem>(job, { code: '1357' })).body.reason).toMatchObject({
      code: 'no-supervisors-code',
    })
    expect((await open<Problem>(job, { code: '0000' })).body.code).toBe('wrong-credentials')
    expect((await open<Problem>(job, { reason: 'fine' })).body.code).toBe('bad-request')
    expect((await open<Problem>(job, { gate: 'not-reported' })).body.code).toBe('bad-request')
    expect((await open<Problem>(job, { gate: 'no-hazard' })).body.code).toBe('bad-request')
  })
})

describe('a text that looks like a secret', () => {
  it('is not kept, until somebody says that it is none', async () => {
    const job = await runa.openJob(READY)
    const asked = await patch<Problem>(job, { ownershipNote: 'PIN is 4711' })
    expect([asked.status, asked.body.code]).toEqual([422, 'looks-like-secret'])
    expect(asked.body.errors?.[0]?.path).toBe('body.ownershipNote')
    const body = {
      version: job.version,
      facts: { ownershipNote: 'Box with label 4711' },
      noSecret: ['ownershipNote'],
    }
    expect((await runa.ask('PATCH', `/api/jobs/${job.id}/facts`, body)).status).toBe(200)
  })
})

describe('prices', () => {
  it('are changed by a lead only, and a job keeps those it was quoted by', async () => {
    const before = (await runa.ask<{ id: number; prices: { depositShare: number } }>('GET', '/api/prices'))
      .body
    const dearer = { ...before.prices, depositShare: 0.5 }
    const job = await runa.openReady()
    const change = { prices: dearer, base: before.id }
    expect((await runa.ask<Problem>('POST', '/api/prices', change)).body.code).toBe('not-a-supervisor')
    const imke = await Person.signedIn(shop.address, 2)
    // Two who saw the same list, at one moment: one of them is told that there is another by now.
    const both = await Promise.all([1, 2].map(() => imke.ask<Problem>('POST', '/api/prices', change)))
    expect(both.map(({ status }) => status).toSorted()).toEqual([200, 409])
    expect(both.find(({ status }) => status === 409)?.body.reason).toEqual({ code: 'shop-changed' })
    expect((await imke.ask('GET', '/api/prices')).body).toMatchObject({ id: before.id + 1, by: 'Imke' })
    expect((await runa.ask<Job>('GET', `/api/jobs/${job.id}`)).body.pricesId).toBe(before.id)
    expect((await runa.openJob()).pricesId).toBe(before.id + 1)
  })
})
