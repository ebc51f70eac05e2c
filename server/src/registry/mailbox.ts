import PostalMime from 'postal-mime'
import { EntitySchema, type EntityManager } from 'typeorm'
import { z } from 'zod'

export interface MailRow {
  id: number
  jobId: number
  /** Its name in the mailbox: a mail is taken in once. */
  mailboxName: string
  sender: string
  subject: string
  at: Date
  body: string
  eml: Buffer
}

export const mailEntity = new EntitySchema<MailRow>({
  name: 'mails',
  columns: {
    id: { type: 'int', primary: true, generated: true },
    jobId: { name: 'job_id', type: 'int' },
    mailboxName: { name: 'mailbox_name', type: 'varchar', length: 120, unique: true },
    sender: { type: 'varchar', length: 200 },
    subject: { type: 'varchar', length: 300 },
    at: { type: 'datetime', precision: 3 },
    body: { type: 'text' },
    eml: { type: 'mediumblob', select: false },
  },
})

const listing = z.object({
  mails: z.array(z.object({ name: z.string().regex(/^[\w.-]{1,100}\.eml$/) })).max(5000),
})
const LONGEST_MS = 4000
const LARGEST_MAIL = 2 * 1024 * 1024
const LONGEST_TEXT = 20_000

/**
 * Takes new mails in that name one of the shop's tickets in their subject. A mail that cannot be read, or names no
 * job, stays in the mailbox, and so does what the shop itself has written.
 * @param jobOf the job of a ticket
 * @throws Error where the mailbox is away
 */
export async function takeMailsIn(
  { mailbox, own }: { readonly mailbox: string; readonly own: string },
  manager: EntityManager,
  jobOf: (ticket: string) => Promise<number | undefined>,
): Promise<void> {
  const get = (path: string) => fetch(mailbox + path, { signal: AbortSignal.timeout(LONGEST_MS) })
  const { mails } = listing.parse(await (await get('/mails')).json())
  for (const { name } of mails) {
    if (await manager.existsBy(mailEntity, { mailboxName: name })) continue
    const eml = Buffer.from(await (await get(`/mails/${name}`)).arrayBuffer())
    if (eml.length > LARGEST_MAIL) continue
    const read = await PostalMime.parse(eml).catch(() => undefined)
    const ticket = /\bB\d{4,9}\b/.exec(read?.subject ?? '')?.[0]
    // What was written from here is no answer.
    const isOwn = read?.from?.address?.toLowerCase() === own.toLowerCase()
    const jobId = ticket && !isOwn && (await jobOf(ticket))
    if (!read || !jobId) continue
    await manager.upsert(
      mailEntity,
      {
        jobId,
        mailboxName: name,
        sender: (read.from?.address ?? '').slice(0, 200),
        subject: (read.subject ?? '').slice(0, 300),
        at: dateOf(read.date),
        body: (read.text ?? '').slice(0, LONGEST_TEXT),
        eml,
      },
      ['mailboxName'],
    )
  }
}

function dateOf(text: string | undefined): Date {
  const at = new Date(text ?? '')
  return Number.isNaN(at.getTime()) ? new Date() : at
}
