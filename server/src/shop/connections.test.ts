import { createServer as createSecureServer } from 'node:https'
import { createServer, type AddressInfo, type Server, type Socket } from 'node:net'
import type { Answer } from '@benevox/contract'
import { isSameAccount, type MailServer } from '@benevox/core/shop'
import fc from 'fast-check'
import nodemailer from 'nodemailer'
import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest'
import { startStandIns, type StandIns } from '../../../stand-ins/src/index.ts'
import { openShop, Person, type TestShop } from '../../test/shop.ts'
import { newAuthority, newCertificate } from '../devices/authority.ts'
import { openImap } from '../mail/imap.ts'
import { Mailbox } from '../mail/mailbox.ts'

let world: StandIns
let shop: TestShop
let imke: Person
const others: Server[] = []
beforeAll(async () => {
  world = await startStandIns({ latencyMs: 0 })
  shop = await openShop('test-connections')
  imke = await Person.signedIn(shop.address, 2)
})
afterAll(async () => {
  await shop.close()
  await world.close()
  for (const server of others) server.close()
})
beforeEach(() => shop.database.query('DELETE FROM connections'))

type Told = Answer<'getConnections'>
const portOf = (address: string) => Number(new URL(address).port)
const account = { user: 'counter', protection: 'none' } as const
const smtp = () => ({ ...account, host: '127.0.0.1', port: portOf(world.smtp) })
const mailbox = () => ({ ...account, host: '127.0.0.1', port: portOf(world.imap), folder: 'INBOX' })
const PASSWORD = 'three wet ropes'
const told = () => imke.see<Told>('/api/connections')
async function change(connections: object, passwords: object = {}) {
  const { version } = await told()
  return imke.ask<Told & { reason: { code: string; what: string; why: string } }>('PUT', '/api/connections', {
    connections,
    passwords,
    version,
  })
}
/** Something that listens and keeps what it is told. */
async function listener(then: (socket: Socket) => void): Promise<number> {
  const server = createServer(then).listen(0, '127.0.0.1')
  others.push(server)
  await new Promise((resolve) => server.once('listening', resolve))
  return (server.address() as AddressInfo).port
}

describe('what the shop reaches', () => {
  it('is kept only where it answers: whoever keeps it hears what does not, and nothing is changed', async () => {
    const good = { smtp: smtp(), mailbox: mailbox(), registry: world.registry }
    const nobody = await listener((socket) => socket.destroy())
    const authority = await newAuthority('somebody else', new Date())
    const shown = await newCertificate(authority, { addresses: ['127.0.0.1'], names: [] }, new Date())
    const stranger = createSecureServer(shown).listen(0, '127.0.0.1')
    await new Promise((resolve) => stranger.once('listening', resolve))
    const strange = (stranger.address() as AddressInfo).port
    const both = { smtp: PASSWORD, mailbox: PASSWORD }
    const cases: [object, object, string, string][] = [
      [good, { ...both, smtp: 'two dry ropes' }, 'smtp', 'refused'],
      [good, { ...both, mailbox: 'two dry ropes' }, 'mailbox', 'refused'],
      [{ ...good, mailbox: { ...mailbox(), folder: 'Elsewhere' } }, both, 'mailbox', 'folder'],
      [{ ...good, smtp: { ...smtp(), port: nobody } }, both, 'smtp', 'away'],
      [{ ...good, mailbox: { ...mailbox(), port: nobody } }, both, 'mailbox', 'away'],
      [{ ...good, registry: `http://127.0.0.1:${nobody}` }, both, 'registry', 'away'],
      [{ ...good, smtp: { ...smtp(), port: strange, protection: 'tls' } }, both, 'smtp', 'certificate'],
      [
        { ...good, mailbox: { ...mailbox(), port: strange, protection: 'tls' } },
        both,
        'mailbox',
        'certificate',
      ],
      [{ ...good, registry: `https://127.0.0.1:${strange}` }, both, 'registry', 'certificate'],
    ]
    for (const [connections, passwords, what, why] of cases)
      expect((await change(connections, passwords)).body.reason).toEqual({
        code: 'connection-failed',
        what,
        why,
      })
    stranger.close()
    expect(await told()).toEqual({
      version: 0,
      connections: {},
      hasPassword: { smtp: false, mailbox: false },
      by: null,
      at: null,
    })
    const changedByImke = { by: 'Imke', at: expect.any(String) as string }
    expect((await change(good, both)).body).toEqual({
      version: 1,
      connections: good,
      hasPassword: { smtp: true, mailbox: true },
      ...changedByImke,
    })
    expect((await change({})).body).toEqual({
      version: 2,
      connections: {},
      hasPassword: { smtp: false, mailbox: false },
      ...changedByImke,
    })
  })

  it('is a server elsewhere only under protection, and somebody’s change is not written over unseen', async () => {
    const elsewhere = { ...smtp(), host: 'mail.shop.example' }
    expect((await change({ smtp: elsewhere })).body).toMatchObject({
      code: 'bad-request',
      reason: { flaw: { must: 'unprotected' } },
    })
    const both = await Promise.all([1, 2].map(() => change({ registry: world.registry })))
    expect(both.map(({ status }) => status).toSorted()).toEqual([200, 409])
  })

  it('keeps a password where nobody reads it, and says it to no other server than the one it was given for', async () => {
    await change({ smtp: smtp(), mailbox: mailbox() }, { smtp: PASSWORD, mailbox: PASSWORD })
    expect(JSON.stringify(await told())).not.toContain(PASSWORD)
    const rows = await shop.database.query<{ secrets: Buffer; document: string }[]>(
      'SELECT secrets, document FROM connections',
    )
    for (const { secrets, document } of rows) {
      expect(secrets.includes(PASSWORD)).toBe(false)
      expect(JSON.stringify(document)).not.toContain(PASSWORD)
    }
    // The same account, another folder or nothing at all changed: it stays.
    expect((await change({ smtp: smtp(), mailbox: mailbox() })).body.hasPassword).toEqual({
      smtp: true,
      mailbox: true,
    })
    // Whoever has found an owner's session open turns the shop's mail to a server of their own: they hear no password.
    const heard: Buffer[] = []
    const thief = await listener((socket) => {
      socket.on('error', () => undefined)
      socket.write('220 here ESMTP\r\n')
      socket.on('data', (said) => {
        heard.push(said)
        socket.write(/^EHLO/i.test(String(said)) ? '250-here\r\n250 AUTH PLAIN LOGIN\r\n' : '334 \r\n')
        if (heard.length > 3) socket.destroy()
      })
    })
    await change({ smtp: { ...smtp(), port: thief }, mailbox: mailbox() })
    const said = Buffer.concat(heard).toString()
    expect(said).toMatch(/EHLO/i)
    for (const words of said.split(/\s+/))
      expect([words, Buffer.from(words, 'base64').toString()].join(' ')).not.toContain(PASSWORD)
  })

  it('is the same account only where every part of it is the same', () => {
    const server: fc.Arbitrary<MailServer> = fc.record({
      host: fc.constantFrom('a.example', 'b.example'),
      port: fc.constantFrom(465, 587),
      protection: fc.constantFrom('tls', 'starttls' as const),
      user: fc.constantFrom('x', 'y'),
    })
    fc.assert(
      fc.property(server, server, (one, other) => {
        expect(isSameAccount(one, other)).toBe(JSON.stringify(one) === JSON.stringify(other))
      }),
    )
  })
})

describe('a mailbox over IMAP', () => {
  const inbox = () => ({ ...mailbox(), password: PASSWORD, since: new Date(0) })
  const sendRaw = async (mails: readonly Buffer[]) => {
    const transport = nodemailer.createTransport({ host: '127.0.0.1', port: world.smtpPort, ignoreTLS: true })
    for (const raw of mails)
      await transport.sendMail({ envelope: { from: 'x@mail.example', to: 'shop@shop.example' }, raw })
    transport.close()
  }

  it('hands out what came in, byte for byte as the same mailbox does over HTTP, each mail under one name, in order', async () => {
    const line = fc.oneof(
      fc.string({ maxLength: 60 }).map((text) => text.replaceAll(/[\r\n]/g, ' ')),
      fc.constantFrom('.', '..', 'Grüße, 你好, ça', '* 1 FETCH (UID 7)', '{12}', ')'),
    )
    const mail = fc
      .tuple(fc.array(line, { maxLength: 6 }), fc.integer({ min: 0, max: 40_000 }))
      .map(([lines, more]) =>
        Buffer.from(
          `From: x@mail.example\r\nSubject: one\r\n\r\n${lines.join('\r\n')}\r\n${'é'.repeat(more)}\r\n`,
        ),
      )
    await fc.assert(
      fc.asyncProperty(fc.array(mail, { minLength: 1, maxLength: 4 }), async (mails) => {
        const [imap, http] = [await openImap(inbox()), new Mailbox(world.mailbox)]
        const before = {
          imap: (await imap.namesAfter('')).at(-1) ?? '',
          http: (await http.namesAfter('')).at(-1) ?? '',
        }
        await imap.close()
        await sendRaw(mails)
        const again = await openImap(inbox())
        const names = { imap: await again.namesAfter(before.imap), http: await http.namesAfter(before.http) }
        expect(names.imap).toHaveLength(mails.length)
        expect([...names.imap].sort()).toEqual(names.imap)
        for (const [nth, name] of names.imap.entries()) {
          expect(name > before.imap).toBe(true)
          const [one, other] = [await again.fetch(name), await http.fetch(names.http[nth] ?? '')]
          expect(one?.isWhole).toBe(true)
          expect(one?.eml.equals(other?.eml ?? Buffer.alloc(0))).toBe(true)
        }
        await again.close()
      }),
      { numRuns: 12 },
    )
  })

  it('is read into the tray once, however often it is looked into, and by the next server, too', async () => {
    // A mailbox that was made anew counts from the beginning, under another validity: here one that is smaller than before.
    const open = await openImap(inbox())
    const account = open.prefix.slice(0, 'imap-'.length + 12)
    await open.close()
    await shop.database.query(
      `INSERT INTO mails (mailbox_name, digest, sender, subject, at, body, eml) VALUES (?, NULL, '', '', NOW(), '', '')`,
      [`${account}-9999999999-0000000007.eml`],
    )
    await change({ mailbox: mailbox() }, { mailbox: PASSWORD })
    const subject = `Nobody's ${Date.now()}`
    await sendRaw([
      Buffer.from(
        `From: x@mail.example\r\nSubject: ${subject}\r\nMessage-ID: <${Date.now()}@x>\r\n\r\nAbout my device.\r\n`,
      ),
    ])
    const inTray = async () =>
      (await imke.see<Answer<'listTray'>>('/api/mails')).mails.filter((one) => one.subject === subject).length
    await expect.poll(inTray, { timeout: 60_000 }).toBe(1)
    for (let nth = 0; nth < 3; nth++) expect(await inTray()).toBe(1)
    const [row] = await shop.database.query<{ name: string }[]>(
      'SELECT mailbox_name AS name FROM mails WHERE subject = ?',
      [subject],
    )
    expect(row?.name).toMatch(/^imap-[0-9a-f]{12}-\d{10}-\d{10}\.eml$/)
  })

  it('is away where nobody answers, and is looked into again', async () => {
    const dead = await listener((socket) => socket.destroy())
    await expect(openImap({ ...inbox(), port: dead })).rejects.toThrow()
    const silent = { ...inbox(), password: 'two dry ropes' }
    await expect(openImap(silent)).rejects.toMatchObject({ authenticationFailed: true })
  })
})
