import { createServer, type Server } from 'node:http'
import type { AddressInfo } from 'node:net'
import type { Answer, Job, Order, Problem } from '@benevox/contract'
import { ImapFlow } from 'imapflow'
import nodemailer from 'nodemailer'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { startStandIns, type StandIns } from '../../../stand-ins/src/index.ts'
import type { Facts } from '@benevox/core/route'
import { completed, openShop, Person, READY, type TestShop } from '../../test/shop.ts'

const OWN = 'counter@shop.example'
let world: StandIns
let shop: TestShop
let runa: Person
let services: { readonly id: number; readonly lock: string; readonly feeMinor: number }[] = []
beforeAll(async () => {
  world = await startStandIns({ latencyMs: 1 })
  shop = await openShop('test-post', {
    BENEVOX_MAILBOX: world.mailbox,
    BENEVOX_SMTP: `smtp://127.0.0.1:${world.smtpPort}`,
    BENEVOX_SUPPLIERS: world.suppliers,
    BENEVOX_MAIL: OWN,
  })
  runa = await Person.signedIn(shop.address)
  const { suppliers } = await runa.see<Answer<'listSuppliers'>>('/api/suppliers')
  services = suppliers.flatMap((one) => one.services).filter(({ carrier }) => carrier === 'Skerry Mobile')
})
afterAll(async () => {
  await shop.close()
  await world.close()
})

let devices = 0
const nextImei = () => completed(`00100109${String(++devices).padStart(6, '0')}`)
const orderOf = (job: Job): Order => job.orders.at(-1) as Order
const control = (body: object) =>
  fetch(`${world.suppliers}/control`, {
    method: 'PUT',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify(body),
  })
async function placed(nth = 0): Promise<Job> {
  const job = (await runa.agree(await runa.openJob({ ...READY, imei: nextImei() }))).body
  const { body } = await runa.ask<Job>('POST', `/api/jobs/${job.id}/orders`, {
    id: crypto.randomUUID(),
    serviceId: services[nth]?.id,
  })
  return body
}
const now = (job: Job) => runa.see<Job>(`/api/jobs/${job.id}`)
const look = (job: Job) => runa.see<Answer<'listMails'>>(`/api/jobs/${job.id}/mails`)
const tray = () => runa.see<Answer<'listTray'>>('/api/mails')
/** Looks until a mail of this order has come: it is sent over SMTP in its own time. */
async function until(job: Job, holds: (order: Order) => boolean): Promise<Order> {
  for (;;) {
    await look(job)
    const order = orderOf(await now(job))
    if (holds(order)) return order
    await new Promise((resolve) => setTimeout(resolve, 30))
  }
}
async function untilTray(why: string, subject: RegExp): Promise<Answer<'listTray'>['mails'][number]> {
  for (;;) {
    const found = (await tray()).mails.find((one) => one.why === why && subject.test(one.subject))
    if (found) return found
    await new Promise((resolve) => setTimeout(resolve, 30))
  }
}
const smtp = () => nodemailer.createTransport({ host: '127.0.0.1', port: world.smtpPort, ignoreTLS: true })
const raw = (eml: string | Buffer) =>
  smtp().sendMail({ envelope: { from: 'x@mail.example', to: OWN }, raw: eml })

describe('an order at a supplier', () => {
  it('is handed over, confirmed by mail and answered by mail, once; the history says by mail', async () => {
    const job = await placed()
    expect(orderOf(job)).toMatchObject({ state: 'waiting', number: expect.stringMatching(/^G-\d+$/) })
    await until(job, ({ confirmedAt }) => confirmedAt !== undefined)
    await control({ number: orderOf(job).number, send: 'code', code: '00491827', trick: 'twice' })
    await control({ number: orderOf(job).number, send: 'code', code: '00491827' })
    const order = await until(job, ({ state }) => state === 'answered')
    expect(order).toMatchObject({ answer: 'code', code: '00491827', entriesMade: 0 })
    await look(job)
    const events = (await runa.events(job)).filter(({ kind }) => kind.startsWith('order-'))
    expect(events.map(({ kind }) => kind).sort()).toEqual([
      'order-answered',
      'order-confirmed',
      'order-placed',
      'order-sent',
    ])
    expect(events.find(({ kind }) => kind === 'order-answered')).toMatchObject({
      by: '',
      detail: { answer: 'code', byMail: true },
    })
    // Delivered twice it is one; written anew it is another that says nothing new.
    expect((await look(job)).mails.filter(({ subject }) => /order/.test(subject))).toHaveLength(3)
    expect((await tray()).mails.filter(({ job: of }) => of?.ticket === job.ticket)).toEqual([])
  })
  it('stays on the job where the supplier does not answer, and is handed over later, once', async () => {
    await control({ fault: 'error' })
    const job = await placed()
    expect(orderOf(job)).toMatchObject({ state: 'waiting' })
    expect(orderOf(job).number).toBeUndefined()
    const send = () =>
      runa.ask<Job & Problem>('POST', `/api/orders/${orderOf(job).id}/send`, {
        version: orderOf(job).version,
      })
    const failed = await send()
    expect([failed.status, failed.body.reason]).toEqual([
      409,
      { code: 'supplier-silent', why: 'fault', status: 503 },
    ])
    await control({ fault: 'other-imei' })
    expect((await send()).body.reason).toMatchObject({ why: 'mistaken' })
    await control({ fault: null })
    const sent = orderOf((await send()).body)
    expect(sent.number).toMatch(/^G-/)
    expect(orderOf((await send()).body)).toEqual(sent)
  })
  it('is cancelled while the supplier allows it, and costs nothing then', async () => {
    const job = await placed()
    const cancel = async (of: Order) =>
      runa.ask<Job & Problem>('POST', `/api/orders/${of.id}/cancel`, { version: of.version })
    await control({ fault: 'too-late' })
    expect((await cancel(orderOf(await now(job)))).body.reason).toEqual({ code: 'too-late-to-cancel' })
    await control({ fault: null })
    const { body } = await cancel(orderOf(await now(job)))
    expect(orderOf(body).state).toBe('cancelled')
    expect((await placedAgain(body)).status).toBe(200)
  })
  it('is the newest that has this number, where a supplier gives a number out anew', async () => {
    const earlier = [await placed(), await placed(), await placed(), await placed()].map(orderOf)
    const job = await placed()
    const { number } = orderOf(job)
    await shop.database.query('UPDATE orders SET number = ? WHERE id IN (?)', [
      number,
      earlier.map(({ id }) => id),
    ])
    await control({ number, send: 'over-the-air' })
    expect(await until(job, ({ state }) => state === 'answered')).toMatchObject({ answer: 'over-the-air' })
  })
  it('that is late is followed up by mail, and its fee asked back where its terms say so', async () => {
    const job = await placed(services.findIndex(({ feeMinor }) => feeMinor === 1200))
    const order = await until(job, ({ confirmedAt }) => confirmedAt !== undefined)
    const ask = (about: string, version: number) =>
      runa.ask<Job & Problem>('POST', `/api/orders/${order.id}/mail`, {
        version,
        about,
        key: crypto.randomUUID(),
      })
    expect((await ask('refund', order.version)).status).toBe(409)
    const followed = await ask('follow-up', order.version)
    expect(orderOf(followed.body).followedUpAt).toBeDefined()
    await control({ number: order.number, send: 'failed' })
    const failed = await until(job, ({ state }) => state === 'failed')
    const asked = await ask('refund', failed.version)
    expect(orderOf(asked.body).refund?.askedAt).toBeDefined()
    const { mails } = (await (await fetch(`${world.mailbox}/mails`)).json()) as { mails: { name: string }[] }
    const texts = await Promise.all(
      mails.map(async ({ name }) => (await fetch(`${world.mailbox}/mails/${name}`)).text()),
    )
    const sent = texts.filter((text) => text.includes('To: orders@keelhouse.example'))
    expect(sent.map((text) => /Subject: (.*)/.exec(text)?.[1]?.trim())).toEqual([
      `Order ${order.number}: where is the answer?`,
      `Order ${order.number}: please refund the fee`,
    ])
    // Quoted-printable breaks long lines (RFC 2045).
    expect(sent[1]?.replace(/=\r?\n/g, '')).toContain('12.00')
    const { body } = await runa.ask<Job>('PATCH', `/api/orders/${order.id}`, {
      version: orderOf(asked.body).version,
      change: { kind: 'refunded', minor: 1200 },
    })
    expect(orderOf(body).refund?.paidMinor).toBe(1200)
  })
})
const placedAgain = (job: Job) =>
  runa.ask<Job>('POST', `/api/jobs/${job.id}/orders`, { id: crypto.randomUUID(), serviceId: services[0]?.id })

describe('a mail that is not what it says', () => {
  it('changes no order: forged, for another IMEI, of an unknown order; each stands in the tray with why', async () => {
    const job = await placed()
    const { number } = await until(job, ({ confirmedAt }) => confirmedAt !== undefined)
    for (const trick of ['forged', 'other-imei', 'quoted'])
      await control({ number, send: 'code', code: '66666666', trick })
    const forged = await untilTray('other-sender', new RegExp(`${number}`))
    expect([forged.from, forged.job?.ticket]).toEqual(['orders@greywater-orders.example', job.ticket])
    await untilTray('other-imei', new RegExp(`${number}`))
    // Quoted lines are nobody’s word: it names no job then.
    await untilTray('no-job', new RegExp(`${number}`))
    await smtp().sendMail({
      from: 'orders@greywater.example',
      to: OWN,
      subject: 'Your order G-99999',
      text: `Order: G-99999\nIMEI: ${job.facts.imei ?? ''}\nStatus: app`,
    })
    await untilTray('no-order', /G-99999/)
    expect(orderOf(await now(job))).toMatchObject({ state: 'waiting', code: null })
    const shown = (await look(job)).mails.map(({ from }) => from)
    expect(shown).not.toContain('orders@greywater-orders.example')
  })
  it('from HTML alone is read as text; its scripts and pictures are nothing', async () => {
    const job = await placed()
    await until(job, ({ confirmedAt }) => confirmedAt !== undefined)
    const { number, imei } = orderOf(job)
    await smtp().sendMail({
      from: 'orders@greywater.example',
      to: OWN,
      subject: `Your order ${number}`,
      html: `<script>fetch('http://127.0.0.1/?'+document.cookie)</script><img src="http://127.0.0.1/x.png">
        <p>Order: ${number}</p><p>IMEI: ${imei}</p><p>Status: code</p><p>Code: 0049<b>1827</b></p>`,
    })
    expect(await until(job, ({ state }) => state === 'answered')).toMatchObject({ code: '00491827' })
    const [mail] = (await look(job)).mails.filter(({ text }) => text.includes('0049'))
    expect(mail?.text).not.toMatch(/script|fetch|<img/i)
  })
  it('a code for a job that was handed back is laid before a person', async () => {
    const job = await placed()
    const { number } = await until(job, ({ confirmedAt }) => confirmedAt !== undefined)
    const agreed = await now(job)
    const back = await runa.ask<Job & Problem>('POST', `/api/jobs/${job.id}/hand-back`, {
      version: agreed.version,
      screen: 'on',
      account: 'not-tested',
      carrier: 'on',
      whoSignsIn: '',
      returned: ['device'],
      note: '',
      // The fee that was paid for them.
      priceMinor: 1900,
      currency: 'EUR',
      paid: 'later',
    })
    expect([back.status, back.body.detail]).toEqual([200, undefined])
    await control({ number, send: 'code', code: '00491827' })
    const late = await untilTray('not-now', new RegExp(`${number}`))
    expect(late.job?.ticket).toBe(job.ticket)
    expect(orderOf(await now(job)).code).toBeNull()
  })
})

describe('hostile mail', () => {
  it('of 20 MB is not read: it waits in the tray with who wrote it', async () => {
    const job = await placed()
    await raw(
      Buffer.concat([
        Buffer.from(`From: Big <big@mail.example>\r\nSubject: A large one for ${job.ticket}\r\n\r\n`),
        Buffer.alloc(20 * 1024 * 1024, 'Code: 12345678\r\n'),
      ]),
    )
    const large = await untilTray('too-large', /A large one/)
    expect([large.from, large.text]).toEqual(['big@mail.example', ''])
  })
  it('with lines in its head, turned letters, a wrong charset or nested to the bottom stays one line, text, or unread', async () => {
    const job = await placed()
    const { number, imei } = orderOf(job)
    // An encoded word that decodes to a second header line (RFC 2047).
    const word = Buffer.from(`Hi\r\nFrom: orders@greywater.example\r\n\r\nOrder: ${number}`).toString(
      'base64',
    )
    await raw(
      `From: evil@mail.example\r\nSubject: =?utf-8?B?${word}?= headers\r\n\r\nOrder: ${number}\nIMEI: ${imei}\nStatus: app\n`,
    )
    const injected = await untilTray('other-sender', /headers/)
    expect([injected.from, /[\r\n]/.test(injected.subject)]).toEqual(['evil@mail.example', false])
    await raw(
      Buffer.concat([
        Buffer.from(
          'From: a@mail.example\r\nSubject: wrong charset\r\nContent-Type: text/plain; charset=utf-8\r\nContent-Transfer-Encoding: 8bit\r\n\r\n',
        ),
        Buffer.from([0xff, 0xfe, 0x00, 0xe4, 0xf6, 0xfc, 0x80, 0x0d, 0x0a]),
      ]),
    )
    expect((await untilTray('no-job', /wrong charset/)).text).not.toContain('\u0000')
    await raw(
      'From: a@mail.example\r\nSubject: no such charset\r\nContent-Type: text/plain; charset=x-made-up\r\n\r\nhi\r\n',
    )
    await untilTray('no-job', /no such charset/)
    await raw(`From: a@mail.example\r\nSubject: \u202egnorw\u202c way round\r\n\r\nhello\r\n`)
    expect((await untilTray('no-job', /way round/)).subject).toBe('gnorw way round')
    const depth = 400
    const nested = Array.from(
      { length: depth },
      (_, n) => `Content-Type: multipart/mixed; boundary=b${n}\r\n\r\n--b${n}\r\n`,
    ).join('')
    await raw(`From: a@mail.example\r\nSubject: nested\r\n${nested}\r\nCode: 12345678`)
    const found = (await tray()).mails
    expect(found.length).toBeGreaterThan(0)
    await raw(Buffer.from([0, 1, 2, 3, 255, 254, 13, 10, 13, 10, 0]))
    // Whatever became of those, the next one is read.
    await raw('From: a@mail.example\r\nSubject: the next one\r\n\r\nhello\r\n')
    await untilTray('no-job', /the next one/)
  })
  it('of many large mails each is kept, though together they are more than the database takes in one statement', async () => {
    const count = 9
    for (let nth = 1; nth <= count; nth++)
      await raw(
        Buffer.concat([
          Buffer.from(`From: large@mail.example\r\nSubject: large ${nth} of ${count}\r\n\r\n`),
          Buffer.alloc(1.9 * 1024 * 1024, `${'word '.repeat(190)}\r\n`),
        ]),
      )
    await untilTray('no-job', /large 9 of 9/)
    const { mails } = await tray()
    expect(mails.filter(({ from }) => from === 'large@mail.example')).toHaveLength(count)
  })
  it('is put to a job or set aside by a person, and changes no order', async () => {
    const job = await placed()
    await raw('From: a@mail.example\r\nSubject: which job\r\n\r\nCode: 12345678\r\n')
    const mail = await untilTray('no-job', /which job/)
    const put = (ticket: string | null, id = mail.id) =>
      runa.ask<Problem & Answer<'placeMail'>>('PATCH', `/api/mails/${id}`, { ticket })
    expect((await put('B999999')).body.reason).toEqual({ code: 'no-such-ticket', ticket: 'B999999' })
    const before = (await tray()).count
    expect((await put(job.ticket)).body.left).toBe(before - 1)
    expect((await look(job)).mails.map(({ subject }) => subject)).toContain('which job')
    expect((await put(null)).status).toBe(404)
    expect(orderOf(await now(job)).code).toBeNull()
  })
})

describe('a mail that names a job by its ticket', () => {
  const CUSTOMER = 'Q.Testwell@mail.example'
  const told = (from: string, subject: string) =>
    smtp().sendMail({ from, to: OWN, subject, text: 'About my device.' })
  const isFrom = async (job: Job, facts: Facts = {}) =>
    runa.ask<Job>('PATCH', `/api/jobs/${job.id}/facts`, {
      version: (await now(job)).version,
      facts,
      customer: { name: 'Q. Testwell', contact: CUSTOMER },
    })
  const namesOf = async (job: Job) => (await look(job)).mails.map(({ subject }) => subject)
  const untilOnJob = async (job: Job, subject: string) => {
    while (!(await namesOf(job)).includes(subject)) await new Promise((resolve) => setTimeout(resolve, 30))
  }
  it('is read into it from its customer, its previous owner and its suppliers; from others a person looks first', async () => {
    const job = await placed()
    await isFrom(job, { sellerMail: 'before@mail.example' })
    const about = (what: string) => `Re: ${job.ticket} ${what}`
    for (const [from, what] of [
      [CUSTOMER.toLowerCase(), 'customer'],
      ['before@mail.example', 'seller'],
      ['orders@greywater.example', 'supplier'],
    ] as const) {
      await told(from, about(what))
      await untilOnJob(job, about(what))
    }
    await told('guessed@mail.example', about('guessed'))
    const { job: named } = await untilTray('unknown-sender', /guessed/)
    expect(named?.ticket).toBe(job.ticket)
    expect(await namesOf(job)).not.toContain(about('guessed'))
  })
  it('is laid before a person where the job was handed back, whoever wrote it', async () => {
    const job = await runa.openJob({ ...READY, imei: nextImei() })
    await isFrom(job)
    await runa.handBack(await now(job))
    await told(CUSTOMER, `Re: ${job.ticket} late`)
    expect((await untilTray('job-closed', /late/)).job?.ticket).toBe(job.ticket)
  })
})

describe('a mailbox with 10,000 mails for nobody', () => {
  const COUNT = 10_000
  /** One that the mailbox never hands out. */
  const BROKEN = 'm004321.eml'
  const asked: string[] = []
  let box: Server
  let other: TestShop
  beforeAll(async () => {
    const names = Array.from({ length: COUNT }, (_, n) => `m${String(n).padStart(6, '0')}.eml`)
    box = createServer((request, response) => {
      const url = new URL(request.url ?? '', 'http://box')
      asked.push(url.pathname)
      const after = url.searchParams.get('after') ?? ''
      if (url.pathname === '/mails')
        response.end(
          JSON.stringify({
            mails: names
              .filter((name) => name > after)
              .slice(0, 500)
              .map((name) => ({ name })),
          }),
        )
      else if (url.pathname.endsWith(BROKEN)) response.writeHead(500).end()
      else response.end(`From: ad@mail.example\r\nSubject: Offer ${url.pathname}\r\n\r\nBuy this\r\n`)
    }).listen(0, '127.0.0.1')
    await new Promise((resolve) => box.once('listening', resolve))
    other = await openShop('test-post-many', {
      BENEVOX_MAILBOX: `http://127.0.0.1:${(box.address() as AddressInfo).port}`,
    })
  })
  afterAll(async () => {
    await other.close()
    box.closeAllConnections()
    box.close()
  })
  it('fetches each once, keeps each once, and lets others work meanwhile', async () => {
    const teo = await Person.signedIn(other.address)
    const job = await teo.openReady()
    // Several look at once: one fetches, and nobody waits for the end of it.
    const first = Array.from({ length: 3 }, () => teo.see<Answer<'listTray'>>('/api/mails'))
    let worked = 0
    const isFull = async () =>
      (await Promise.all(first)) && (await teo.see<Answer<'listTray'>>('/api/mails')).count === COUNT
    while (!(await isFull())) {
      const { status } = await teo.ask('GET', `/api/jobs/${job.id}`)
      if (status === 200) worked++
    }
    expect(worked).toBeGreaterThan(0)
    const fetched = asked.filter((path) => path !== '/mails')
    // The one that fails is tried five times, then another to see that it is this one; and stops none after it.
    expect([fetched.length, new Set(fetched).size]).toEqual([COUNT + 5, COUNT])
    const listed = asked.length
    await teo.see('/api/mails')
    expect(asked.length - listed).toBe(1)
    const { mails } = await teo.see<Answer<'listTray'>>('/api/mails')
    expect(mails).toHaveLength(50)
  })
})

describe('a mailbox that lists its mails and hands none out', () => {
  it('is waited for, however often it was looked into: no mail is given up', async () => {
    const names = ['m1.eml', 'm2.eml', 'm3.eml']
    let isAway = true
    const box = createServer((request, response) => {
      const url = new URL(request.url ?? '', 'http://box')
      const after = url.searchParams.get('after') ?? ''
      if (url.pathname === '/mails')
        response.end(
          JSON.stringify({ mails: names.filter((name) => name > after).map((name) => ({ name })) }),
        )
      else if (isAway) response.writeHead(500).end()
      else response.end(`From: a@mail.example\r\nSubject: ${url.pathname}\r\n\r\nHere\r\n`)
    }).listen(0, '127.0.0.1')
    await new Promise((resolve) => box.once('listening', resolve))
    const other = await openShop('test-post-away', {
      BENEVOX_MAILBOX: `http://127.0.0.1:${(box.address() as AddressInfo).port}`,
    })
    try {
      const teo = await Person.signedIn(other.address, 1)
      const seen = () => teo.see<Answer<'listTray'>>('/api/mails')
      for (let nth = 0; nth < 9; nth++)
        expect(await seen()).toMatchObject({ mailbox: 'away', mails: [], count: 0 })
      isAway = false
      const { mails } = await seen()
      expect(mails.map(({ subject }) => subject).sort()).toEqual(names.map((name) => `/mails/${name}`))
    } finally {
      await other.close()
      box.closeAllConnections()
      box.close()
    }
  })
})

describe('stand-ins that were stopped and started again', () => {
  it('begin empty, and neither a number of an order nor a name of a mail comes again', async () => {
    const [numbers, prefixes] = [new Set<string>(), new Set<string>()]
    for (let nth = 1; nth <= 2; nth++) {
      const own = await startStandIns({ latencyMs: 1 })
      const answer = await fetch(`${own.suppliers}/v1/greywater/orders`, {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify({
          key: `order ${nth}`,
          lock: 'carrier',
          imei: nextImei(),
          carrier: 'Skerry Mobile',
          country: 'DE',
          model: 'Orrelin Vane 5',
          mailTo: OWN,
          days: { least: 1, most: 3 },
        }),
      })
      numbers.add(((await answer.json()) as { number: string }).number)
      const { hostname: host, port, username, password } = new URL(own.imap)
      const account = { user: decodeURIComponent(username), pass: decodeURIComponent(password) }
      const client = new ImapFlow({ host, port: Number(port), auth: account, secure: false, logger: false })
      await client.connect()
      prefixes.add(String((await client.mailboxOpen('INBOX', { readOnly: true })).uidValidity))
      await client.logout()
      await own.close()
      // Both count from the second in which they begin.
      await new Promise((resolve) => setTimeout(resolve, 1100))
    }
    expect([numbers.size, prefixes.size]).toEqual([2, 2])
  })
})
