import type { Invoice, Job, Problem } from '@benevox/contract'
import fc from 'fast-check'
import { randomUUID } from 'node:crypto'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { pdfText } from '../../../e2e/pdfText.ts'
import { openShop, Person, type TestShop } from '../../test/shop.ts'

let shop: TestShop
let runa: Person
beforeAll(async () => {
  shop = await openShop('test-bill')
  runa = await Person.signedIn(shop.address)
})
afterAll(() => shop.close())

const CODES = { technician: '1357', supervisor: '8642' }
const RESET = ['in-recovery', 'revealed', 'wipe-started', 'wipe-finished', 'first-start', 'set-up'] as const
/** A job that was agreed to and reset; nothing of it is paid. */
async function reset(): Promise<Job> {
  let job = await runa.openReady({ accountOnDevice: 'no', carrierLocked: 'no' })
  const right = { kind: 'right-device', by: 'tag', read: job.ticket }
  const [first, ...rest] = RESET.map((kind) => ({ kind }))
  for (const change of [first, right, ...rest]) job = (await runa.bench(job, change ?? {})).body
  return job
}
const back = <T = Job>(job: Job, more: object = {}) =>
  runa.ask<T>('POST', `/api/jobs/${job.id}/hand-back`, {
    version: job.version,
    screen: 'confirmed-off',
    account: 'not-tested',
    carrier: 'not-part-of-this-job',
    whoSignsIn: '',
    returned: ['device'],
    note: '',
    priceMinor: 3500,
    currency: 'EUR',
    paid: 'card',
    ...more,
  })
const numbersOf = async (): Promise<readonly number[]> =>
  (await shop.database.query<{ number: number }[]>('SELECT number FROM invoices ORDER BY number')).map(
    ({ number }) => number,
  )

describe('what is asked for at the hand-back', () => {
  it('is what the server makes of what was done: another price, another currency or no word of how it is paid is refused', async () => {
    const job = await reset()
    const refused = async (more: object) => {
      const { status, body } = await back<Problem>(job, more)
      return [status, body.detail]
    }
    const comesTo = 'What was done comes to €35.00 by now. Look at the bill again.'
    expect(await refused({ priceMinor: 3400 })).toEqual([409, comesTo])
    expect(await refused({ priceMinor: 0 })).toEqual([409, comesTo])
    expect((await refused({ currency: 'CHF' }))[0]).toBe(400)
    expect((await refused({ paid: undefined }))[1]).toContain('€35.00 is left to pay.')
    expect((await back(job)).body.handBack).toMatchObject({
      priceMinor: 3500,
      bill: { lines: [{ kind: 'work', work: 'reset-from-recovery', minor: 3500 }], taxMinor: 559 },
      settled: { how: 'card', minor: 3500 },
    })
  })
  it('less a deposit that came twice over the line and was taken once, and a discount that a supervisor answers for', async () => {
    let job = await reset()
    const payment = { key: randomUUID(), minor: 1000, currency: 'EUR', how: 'cash' }
    const pay = () =>
      runa.ask<Job>('POST', `/api/jobs/${job.id}/payments`, { version: job.version, ...payment })
    job = (await pay()).body
    expect((await pay()).body.payments).toHaveLength(1)
    const line = { key: randomUUID(), text: 'For a regular', minor: -500, reason: 'comes every year' }
    const add = (code: string, more: object = {}) =>
      runa.ask<Job>('POST', `/api/jobs/${job.id}/lines`, { version: job.version, ...line, code, ...more })
    expect((await add(CODES.technician)).body).toMatchObject({ code: 'wrong-credentials' })
    expect((await add(CODES.supervisor, { reason: 'PIN 4711 was known' })).status).toBe(422)
    job = (await add(CODES.supervisor)).body
    expect(job.ownLines).toMatchObject([{ text: 'For a regular', minor: -500, by: 'Imke' }])
    const { body } = await back(job, { priceMinor: 3000, paid: 'cash' })
    expect(body.handBack).toMatchObject({ priceMinor: 3000, settled: { how: 'cash', minor: 2000 } })
    const kinds = (await runa.events(job)).map(({ kind }) => kind)
    expect(kinds).toEqual(expect.arrayContaining(['payment-taken', 'line-added', 'handed-back']))
  })
})

describe('invoices', () => {
  it('are numbered without a gap, whoever closes at a time and whatever is refused between', async () => {
    const before = (await numbersOf()).length
    const jobs = await Promise.all(Array.from({ length: 8 }, reset))
    const said = await Promise.all(
      jobs.flatMap((job) => [back(job), back(job, { priceMinor: 1 }), back(job)]),
    )
    expect(said.filter(({ status }) => status === 200)).toHaveLength(8)
    const numbers = await numbersOf()
    expect(numbers).toEqual(Array.from({ length: before + 8 }, (_, n) => n + 1))
  })
  it('come back with a hand-back that could not be stored', async () => {
    const job = await reset()
    const before = await numbersOf()
    await shop.database.query(
      `CREATE TRIGGER disk_full BEFORE INSERT ON invoices FOR EACH ROW
       SIGNAL SQLSTATE '45000' SET MESSAGE_TEXT = 'the disk is full'`,
    )
    expect((await back(job)).status).toBe(500)
    await shop.database.query('DROP TRIGGER disk_full')
    expect((await runa.see<Job>(`/api/jobs/${job.id}`)).handBack).toBeNull()
    expect((await back(job)).status).toBe(200)
    expect(await numbersOf()).toEqual([...before, before.length + 1])
  })
  it('are never changed, and none is made where there is nothing to pay', async () => {
    const before = await numbersOf()
    for (const change of ['UPDATE invoices SET number = 99', 'DELETE FROM invoices'])
      await expect(shop.database.query(change)).rejects.toThrow('an invoice is never changed')
    const job = await runa.openReady()
    const { status } = await back(job, {
      screen: 'on',
      account: 'not-part-of-this-job',
      carrier: 'on',
      priceMinor: 0,
      paid: undefined,
    })
    expect(status).toBe(200)
    expect(await numbersOf()).toEqual(before)
  })
})

describe('a bill that is put right after the hand-back', () => {
  const correct = <T = Job>(job: Job, more: object = {}) =>
    runa.ask<T>('POST', `/api/jobs/${job.id}/corrections`, {
      version: job.version,
      key: randomUUID(),
      line: { text: 'Goodwill', minor: -500 },
      reason: 'the glass was scratched',
      isCancelled: false,
      totalMinor: 3000,
      paid: 'card',
      code: CODES.supervisor,
      ...more,
    })
  const of = async (job: Job) =>
    (await runa.see<{ invoices: Invoice[] }>(`/api/jobs/${job.id}/invoices`)).invoices
  const asWritten = (number: number) => String(number).padStart(6, '0')
  const file = (path: string) => runa.file(`${path}?language=en`)
  const paper = async (path: string) => pdfText(new Uint8Array(await (await file(path)).arrayBuffer()))

  it('is cancelled by a number of the same series and billed anew by the next; both are on paper', async () => {
    const last = (await numbersOf()).length
    const job = (await back(await reset())).body
    const { status, body } = await correct(job)
    expect([status, body.corrections?.[0]?.settled]).toEqual([
      200,
      { how: 'card', minor: -500, roundedMinor: 0 },
    ])
    const [was, counter, now] = [1, 2, 3].map((n) => asWritten(last + n))
    expect(await of(job)).toMatchObject([
      { number: was, totalMinor: 3500, cancelledBy: counter },
      { number: counter, totalMinor: 3500, cancels: was },
      { number: now, totalMinor: 3000 },
    ])
    const [first, cancels, anew, document] = await Promise.all(
      [
        `invoices/${was ?? ''}.pdf`,
        `invoices/${counter ?? ''}.pdf`,
        `invoices/${now ?? ''}.pdf`,
        'hand-back.pdf',
      ].map((name) => paper(`/api/jobs/${job.id}/${name}`)),
    )
    expect(first).toContain(`cancelled by ${counter ?? ''}`)
    expect(cancels).toContain(`Cancellation ${counter ?? ''} of invoice ${was ?? ''}`)
    expect(cancels?.replace(/\s/g, '')).toContain('-€35.00')
    expect(anew).toContain('Goodwill')
    for (const said of [now ?? '', '€30.00', 'Paid by card', 'Paid back to the card'])
      expect(document).toContain(said)
    expect(document).not.toContain('the glass was scratched')
    expect((await runa.events(job)).map(({ kind }) => kind)).toContain('bill-corrected')
  })
  it('is put right once, however often that is sent and whoever sends it at a time, by a supervisor alone', async () => {
    const last = (await numbersOf()).length
    const job = (await back(await reset())).body
    expect((await correct<Problem>(job, { code: CODES.technician })).body.code).toBe('wrong-credentials')
    expect((await correct<Problem>(job, { totalMinor: 2900 })).body.detail).toContain('€30.00')
    expect((await correct<Problem>(job, { reason: 'PIN 4711 was known' })).status).toBe(422)
    const key = randomUUID()
    const said = await Promise.all([correct(job, { key }), correct(job, { key }), correct(job), correct(job)])
    expect(said.filter(({ status }) => status === 200).length).toBeGreaterThan(0)
    const now = await runa.see<Job>(`/api/jobs/${job.id}`)
    expect(now.corrections).toHaveLength(1)
    expect(await numbersOf()).toEqual(Array.from({ length: last + 3 }, (_, n) => n + 1))
  })
  it('again and again, at random: all invoices and what cancels them come to what stands', async () => {
    const lines = fc.array(fc.option(fc.integer({ min: -900, max: 900 }).filter((minor) => minor !== 0)), {
      minLength: 1,
      maxLength: 4,
    })
    for (const drawn of fc.sample(lines, { seed: 20261130, numRuns: 6 })) {
      let job = (await back(await reset())).body
      for (const minor of drawn) {
        const stood = job.corrections?.length ? (job.corrections.at(-1)?.bill?.totalMinor ?? 0) : 3500
        const totalMinor = minor === null ? 0 : Math.max(0, (stood || 3500) + minor)
        const said = await correct<Job & Problem>(job, {
          line: minor === null ? undefined : { text: 'Put right', minor },
          isCancelled: minor === null,
          totalMinor,
          paid: 'card',
        })
        // What cannot be so, a cancelled bill cancelled again or more than was agreed, leaves all as it is.
        if (said.status === 200) job = said.body
      }
      const stands = job.corrections?.length ? (job.corrections.at(-1)?.bill?.totalMinor ?? 0) : 3500
      const sum = (await of(job)).reduce(
        (all, { totalMinor, cancels }) => all + (cancels ? -totalMinor : totalMinor),
        0,
      )
      expect(sum).toBe(stands)
    }
    const numbers = await numbersOf()
    expect(numbers).toEqual(Array.from({ length: numbers.length }, (_, n) => n + 1))
  })
  it('may be cancelled alone: it is paid back, and cannot be cancelled twice', async () => {
    const job = (await back(await reset())).body
    const off = { isCancelled: true, line: undefined, totalMinor: 0, paid: 'cash' }
    expect((await correct<Problem>(job, { ...off, paid: 'later' })).status).toBe(409)
    const after = (await correct(job, off)).body
    expect(after.corrections?.[0]?.settled).toMatchObject({ how: 'cash', minor: -3500 })
    expect((await correct<Problem>(after, off)).body.detail).toContain('No bill stands on this job')
    expect(await paper(`/api/jobs/${job.id}/hand-back.pdf`)).toContain('The invoice was cancelled')
    expect(await of(job)).toHaveLength(2)
    const nobody = await file(`/api/jobs/${job.id}/invoices/000001.pdf`)
    expect(nobody.status).toBe(404)
  })
})
