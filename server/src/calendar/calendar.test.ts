import type { Answer, Job, Problem } from '@benevox/contract'
import ICAL from 'ical.js'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { openShop, Person, READY, type TestShop } from '../../test/shop.ts'

let shop: TestShop
let runa: Person
let imke: Person
beforeAll(async () => {
  shop = await openShop('test-calendar')
  runa = await Person.signedIn(shop.address)
  imke = await Person.signedIn(shop.address, 2)
})
afterAll(() => shop.close())

const fetched = (path: string) => fetch(`${shop.address}${path}`)
const renewed = async () =>
  (await imke.ask<Answer<'renewCalendar'>>('POST', '/api/calendar', {})).body.calendar?.path ?? ''
/** The entries of the feed as another library reads them (RFC 5545). */
async function entries(path: string): Promise<readonly ICAL.Event[]> {
  const response = await fetched(path)
  expect([response.status, response.headers.get('content-type')]).toEqual([
    200,
    'text/calendar; charset=utf-8',
  ])
  const calendar = new ICAL.Component(ICAL.parse(await response.text()) as unknown[])
  return calendar.getAllSubcomponents('vevent').map((one) => new ICAL.Event(one))
}

describe('the calendar of the shop', () => {
  it('is an address that a supervisor makes and renews; the old one is none then', async () => {
    expect((await runa.see<Answer<'getCalendar'>>('/api/calendar')).calendar).toBeNull()
    expect((await runa.ask<Problem>('POST', '/api/calendar', {})).status).toBe(403)
    const first = await renewed()
    expect(first).toMatch(/^\/api\/calendar\/[\w-]{43}\.ics$/)
    expect((await runa.see<Answer<'getCalendar'>>('/api/calendar')).calendar?.path).toBe(first)
    const second = await renewed()
    expect([second !== first, (await fetched(first)).status, (await fetched(second)).status]).toEqual([
      true,
      404,
      200,
    ])
    const other = `${second.slice(0, -5)}${second.at(-5) === 'A' ? 'B' : 'A'}.ics`
    expect((await fetched(other)).status).toBe(404)
    expect((await fetched('/api/calendar/short.ics')).status).toBe(400)
  })
  it('holds what jobs wait for, day or instant, in its language and without anybody’s name', async () => {
    const path = await renewed()
    const { suppliers } = await runa.see<Answer<'listSuppliers'>>('/api/suppliers')
    const serviceId = suppliers
      .flatMap((one) => one.services)
      .find(({ carrier }) => carrier === 'Skerry Mobile')?.id
    const job = await runa.openJob({ ...READY, customerLanguage: 'fr' })
    await runa.ask('PATCH', `/api/jobs/${job.id}/facts`, {
      version: job.version,
      customer: { name: 'Zebulon Quartz', contact: 'zq@mail.example' },
    })
    await runa.agree(await runa.see<Job>(`/api/jobs/${job.id}`))
    const ordered = await runa.ask<Job>('POST', `/api/jobs/${job.id}/orders`, {
      id: crypto.randomUUID(),
      serviceId,
    })
    const stranger = await runa.openJob({ ...READY, complaint: 'second-hand', imei: undefined })
    const written = await runa.bench<Job>(stranger, { kind: 'seller-written', by: 'message', language: 'en' })
    expect([ordered.status, written.status]).toEqual([200, 200])
    const found = await entries(`${path}?language=de`)
    const of = (ticket: string) => found.find(({ summary }) => summary.startsWith(ticket))
    const order = of(job.ticket)
    expect([order?.startDate.isDate, order?.startDate.toString()]).toEqual([
      true,
      ordered.body.orders.at(-1)?.promise.latest,
    ])
    expect(order?.summary).toBe(`${job.ticket}, Orrelin Vane 5: Antwort des Lieferanten`)
    const seller = of(stranger.ticket)
    const since = written.body.steps.at(-1)?.at ?? ''
    // Until a previous owner has answered: a day, as the account lock says it. iCalendar knows whole seconds.
    const aDayLater = Math.floor(Date.parse(since) / 1000) * 1000 + 24 * 3_600_000
    expect(seller?.startDate.toJSDate().getTime()).toBe(aDayLater)
    const text = await (await fetched(path)).text()
    for (const personal of ['Zebulon', 'Quartz', 'zq@mail', READY.imei ?? '-'])
      expect(text).not.toContain(personal)
    expect(text.match(/^X-[^:;]*/gm)?.sort()).toEqual(['X-PUBLISHED-TTL', 'X-WR-CALNAME'])
    // A job that waits for two things has two entries.
    await runa.bench(written.body, { kind: 'carrier-asked', by: 'mail' })
    const both = (await entries(path)).filter(({ summary }) => summary.startsWith(stranger.ticket))
    expect(both).toHaveLength(2)
    // Fetched again, an entry is the same one.
    const uids = (await entries(path)).map(({ uid }) => uid)
    expect(found.map(({ uid }) => uid).filter((uid) => !uids.includes(uid))).toEqual([])
    expect((await entries(path)).map(({ uid }) => uid)).toEqual(uids)
  })
})
