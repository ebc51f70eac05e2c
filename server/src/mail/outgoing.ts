import nodemailer from 'nodemailer'
import type { Reached } from '../shop/connections.ts'
import { ProblemError } from '../http/problem.ts'

/** How long a mail server may take before it is taken for silent, in milliseconds. */
const LONGEST_MS = 10_000

export interface OutgoingMail {
  /** Absent: the shop has no address, and sends none. */
  readonly from: string | undefined
  readonly to: string
  readonly subject: string
  readonly text: string
  /** Tells a mail that is sent again from another one. */
  readonly key: string
  /** Sent along as a PDF. */
  readonly attached?: { readonly name: string; readonly bytes: Buffer } | undefined
}

/** A password goes only where it is kept from others, or to this computer itself. */
export const transportTo = ({ host, port, protection, user, password = '' }: Reached) =>
  nodemailer.createTransport({
    host,
    port,
    secure: protection === 'tls',
    requireTLS: protection === 'starttls',
    ignoreTLS: protection === 'none',
    ...(user === undefined ? {} : { auth: { user, pass: password } }),
    connectionTimeout: LONGEST_MS,
    greetingTimeout: LONGEST_MS,
    socketTimeout: LONGEST_MS,
  })

/**
 * Hands a mail over to be sent.
 * @param smtp where; undefined where the shop has no such server
 * @throws ProblemError `not-possible-now` where there is no mail server, or it does not take the mail
 */
export async function sendMail(
  smtp: Reached | undefined,
  { from, to, subject, text, key, attached }: OutgoingMail,
): Promise<void> {
  if (!smtp || !from) throw new ProblemError('not-possible-now', { code: 'no-mail-server' })
  const transport = transportTo(smtp)
  try {
    const [, domain = 'shop.example'] = from.split('@')
    await transport.sendMail({
      from,
      to,
      subject,
      text,
      messageId: `<${key}@${domain}>`,
      ...(attached && {
        attachments: [
          { filename: `${attached.name}.pdf`, content: attached.bytes, contentType: 'application/pdf' },
        ],
      }),
    })
  } catch {
    throw new ProblemError('not-possible-now', { code: 'mail-not-sent' })
  } finally {
    transport.close()
  }
}
