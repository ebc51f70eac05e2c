import { createHash } from 'node:crypto'
import { ImapFlow } from 'imapflow'
import type { InUse } from '../shop/connections.ts'
import { HEAD_OF_A_MAIL, LARGEST_MAIL, type Fetched, type OpenMailbox } from './mailbox.ts'

type Server = NonNullable<InUse['mailbox']>

/** How long a server may take to answer at all, and to say anything in between, in milliseconds. */
const GREETING_MS = 10_000
const SILENT_MS = 20_000
const AT_ONCE = 500
const DIGITS = 10

/**
 * The shop's mailbox over IMAP, for as long as somebody looks into it. A mail is called by account, folder and the two numbers that
 * never come again (RFC 9051 2.3.1.1), so that names grow. Nothing in it is changed: it is opened to be read, and no mail is marked.
 * @throws Error where it cannot be reached, or lets nobody in; `NoSuchFolder`
 */
export async function openImap(server: Server): Promise<OpenMailbox> {
  const client = new ImapFlow({
    host: server.host,
    port: server.port,
    secure: server.protection === 'tls',
    doSTARTTLS: server.protection === 'starttls',
    ...(server.user === undefined ? {} : { auth: { user: server.user, pass: server.password ?? '' } }),
    logger: false,
    disableAutoIdle: true,
    connectionTimeout: GREETING_MS,
    greetingTimeout: GREETING_MS,
    socketTimeout: SILENT_MS,
  })
  // What breaks between two questions breaks the next one.
  client.on('error', () => undefined)
  try {
    await client.connect()
    const { uidValidity } = await client
      .mailboxOpen(server.folder, { readOnly: true })
      .catch((error: { responseStatus?: string }) => {
        throw error.responseStatus ? new NoSuchFolder() : error
      })
    return opened(client, server, `${prefixOf(server)}${padded(uidValidity)}-`)
  } catch (error) {
    client.close()
    throw error
  }
}

/** A server searches by days, in a zone of its own (RFC 9051 6.4.4). */
const dayBefore = (at: Date): Date => new Date(Math.max(0, at.getTime() - 86_400_000))

/** The server lets one in, and not into this folder. */
export class NoSuchFolder extends Error {}

/** Tells what is in one folder of one account from what is in any other. */
const prefixOf = ({ host, user = '', folder }: Server): string =>
  `imap-${createHash('sha256').update(`${host} ${user} ${folder}`).digest('hex').slice(0, 12)}-`
const padded = (number: bigint | number): string => String(number).padStart(DIGITS, '0')

function opened(client: ImapFlow, server: Server, prefix: string): OpenMailbox {
  const uidOf = (name: string): number =>
    name.startsWith(prefix) ? Number(name.slice(prefix.length, prefix.length + DIGITS)) : 0
  return {
    prefix,
    async namesAfter(name) {
      const after = uidOf(name)
      const found =
        (await client.search({ uid: `${after + 1}:*`, since: dayBefore(server.since) }, { uid: true })) || []
      // `n:*` names the last one even where it is before n (RFC 9051 9, sequence-set).
      return found
        .filter((uid) => uid > after)
        .toSorted((one, other) => one - other)
        .slice(0, AT_ONCE)
        .map((uid) => `${prefix}${padded(uid)}.eml`)
    },
    async fetch(name): Promise<Fetched | undefined> {
      const asked = { size: true, uid: true, source: { start: 0, maxLength: LARGEST_MAIL + 1 } }
      const mail = await client.fetchOne(String(uidOf(name)), asked, { uid: true })
      if (!mail || !mail.source) return undefined
      const isWhole = mail.source.length <= LARGEST_MAIL
      return { name, eml: isWhole ? mail.source : mail.source.subarray(0, HEAD_OF_A_MAIL), isWhole }
    },
    async close() {
      await client.logout().catch(() => client.close())
    },
  }
}
