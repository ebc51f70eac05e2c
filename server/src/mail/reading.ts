import { createHash } from 'node:crypto'
import { readSupplierMail, type SaidByMail } from '@benevox/core/job'
import { convert, type HtmlToTextOptions } from 'html-to-text'
import PostalMime, { type Email } from 'postal-mime'
import { withoutTricks } from '../http/tricks.ts'
import type { MailRow } from './entity.ts'
import { HEAD_OF_A_MAIL, type Fetched } from './mailbox.ts'

const LONGEST_TEXT = 20_000

/** A mail as it is kept, with what it says where it is a supplier's answer. */
export interface ReadMail {
  readonly row: Omit<MailRow, 'id' | 'jobId' | 'why' | 'setAsideAt' | 'forgottenAt'>
  /** The ticket in its subject. */
  readonly ticket: string | undefined
  readonly said: SaidByMail | undefined
  readonly isUnreadable: boolean
  readonly isTooLarge: boolean
}

/**
 * Reads a mail as text. Nothing of it is run or fetched; marks that would turn the line round or end it are taken out,
 * so that it cannot show itself as another one.
 */
export async function readMail({ name, eml: bytes, isWhole }: Fetched): Promise<ReadMail> {
  // Come over to a thread, they are bytes and no buffer any more.
  const eml = Buffer.from(bytes)
  const read = await PostalMime.parse(eml, { maxNestingDepth: 20 }).catch(() => undefined)
  // What cannot be read to the end has a head all the same.
  const head = read ?? (await PostalMime.parse(headOf(eml)).catch(() => undefined))
  const sender = lineOf(head?.from?.address).slice(0, 200)
  const subject = lineOf(head?.subject).slice(0, 300)
  const body = isWhole ? textOf(read).slice(0, LONGEST_TEXT) : ''
  const digest = createHash('sha256')
    .update(JSON.stringify([read?.messageId ?? '', sender, subject, body]))
    .update(read && isWhole ? '' : eml)
    .digest('hex')
  return {
    row: { mailboxName: name, digest, sender, subject, at: dateOf(head?.date), body, eml },
    ticket: /\bB\d{4,9}\b/.exec(subject)?.[0],
    said: isWhole ? readSupplierMail({ text: body }) : undefined,
    isUnreadable: read === undefined,
    isTooLarge: !isWhole,
  }
}

const headOf = (eml: Buffer): Buffer => {
  const end = eml.indexOf('\r\n\r\n')
  return eml.subarray(0, end < 0 ? HEAD_OF_A_MAIL : Math.min(end, HEAD_OF_A_MAIL))
}
const textOf = (read: Email | undefined): string =>
  ofMail(read?.text ?? (read?.html ? convert(read.html, AS_TEXT) : '')).replace(/\r\n?/g, '\n')
/** What can be read of a page: no pictures, and a link is what it says, not where it leads. */
const AS_TEXT: HtmlToTextOptions = {
  wordwrap: false,
  limits: { maxInputLength: 500_000, maxDepth: 60, maxChildNodes: 2000 },
  selectors: [
    { selector: 'img', format: 'skip' },
    { selector: 'a', options: { ignoreHref: true } },
  ],
}
const lineOf = (text: string | undefined): string =>
  ofMail(text ?? '')
    .replace(/\s+/g, ' ')
    .trim()

/** Halves of letters as well: who wrote it cannot be told of them. */
const ofMail = (text: string): string => withoutTricks(text.replace(/\p{Surrogate}/gu, ''))

function dateOf(text: string | undefined): Date {
  const at = new Date(text ?? '')
  const now = new Date()
  // Nobody has written tomorrow, nor before there were mails.
  return Number.isNaN(at.getTime()) || at > now || at.getUTCFullYear() < 1990 ? now : at
}
