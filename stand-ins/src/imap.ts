import type { AddressInfo, Server } from 'node:net'
import hoodiecrow from 'hoodiecrow-imap'

/** The account of the shop's mailbox, made up. */
export const ACCOUNT = { user: 'counter', password: 'three wet ropes' }

/** The same mailbox over IMAP: what comes in is kept in both. */
export interface ImapBox {
  readonly port: number
  readonly keep: (mail: Buffer) => void
  readonly close: () => Promise<void>
}

/** A server of its own package: what it does wrong, it does wrong by itself. */
export async function imapBox(port = 0): Promise<ImapBox> {
  const box = hoodiecrow({
    plugins: ['ID', 'SASL-IR', 'AUTH-PLAIN', 'NAMESPACE', 'IDLE', 'ENABLE', 'LITERALPLUS', 'UNSELECT'],
    users: { [ACCOUNT.user]: { password: ACCOUNT.password } },
    // It begins empty: what it counts is not what it counted before it was stopped (RFC 9051 2.3.1.1).
    storage: { INBOX: { messages: [], uidvalidity: Math.floor(Date.now() / 1000) } },
  })
  await new Promise<void>((resolve) => box.listen(port, '127.0.0.1', () => resolve()))
  const server: Server = box.server
  return {
    port: (server.address() as AddressInfo).port,
    // It takes a text for bytes.
    keep: (mail) => box.appendMessage('INBOX', [], new Date(), mail.toString('latin1')),
    close: () => new Promise((resolve) => void server.close(() => resolve())),
  }
}
