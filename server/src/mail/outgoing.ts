import nodemailer from 'nodemailer'
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

/**
 * Hands a mail over to be sent.
 * @param smtp where, as `smtp://host:port`
 * @throws ProblemError `not-possible-now` where there is no mail server, or it does not take the mail
 */
export async function sendMail(
  smtp: string | undefined,
  { from, to, subject, text, key, attached }: OutgoingMail,
): Promise<void> {
  if (!smtp || !from) throw new ProblemError('not-possible-now', { code: 'no-mail-server' })
  const { hostname: host, port } = new URL(smtp)
  const transport = nodemailer.createTransport({
    host,
    port: Number(port),
    secure: false,
    connectionTimeout: LONGEST_MS,
    greetingTimeout: LONGEST_MS,
    socketTimeout: LONGEST_MS,
  })
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
