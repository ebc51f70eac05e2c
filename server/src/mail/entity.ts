import type { MailReason } from '@benevox/core/job'
import { EntitySchema } from 'typeorm'

export interface MailRow {
  id: number
  /** Null where it belongs to no job that is known. */
  jobId: number | null
  /** Its name in the mailbox; each name is fetched once. */
  mailboxName: string
  /** Of what it says: a mail that is delivered twice is one. */
  digest: string | null
  sender: string
  subject: string
  at: Date
  body: string
  eml: Buffer
  /** Why it stands in the tray; null where it was read into its job. */
  why: MailReason | null
  setAsideAt: Date | null
  /** Nothing of what it said is kept. */
  forgottenAt: Date | null
}

/** Of a mail that was forgotten, what it says. */
export const EMPTIED = {
  sender: '',
  subject: '',
  body: '',
  eml: Buffer.alloc(0),
  forgottenAt: () => 'NOW(3)',
} as const

export const mailEntity = new EntitySchema<MailRow>({
  name: 'mails',
  columns: {
    id: { type: 'int', primary: true, generated: true },
    jobId: { name: 'job_id', type: 'int', nullable: true },
    mailboxName: { name: 'mailbox_name', type: 'varchar', length: 120, unique: true },
    digest: { type: 'char', length: 64, nullable: true, unique: true },
    sender: { type: 'varchar', length: 200 },
    subject: { type: 'varchar', length: 300 },
    at: { type: 'datetime', precision: 3 },
    body: { type: 'text' },
    eml: { type: 'mediumblob', select: false },
    why: { type: 'varchar', length: 16, nullable: true },
    forgottenAt: { name: 'forgotten_at', type: 'datetime', precision: 3, nullable: true },
    setAsideAt: { name: 'set_aside_at', type: 'datetime', precision: 3, nullable: true },
  },
})
