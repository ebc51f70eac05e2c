import type { JobState } from './records.ts'
import { networkKey, orderNumber, releasedBy, type Order, type OrderChange } from './orders.ts'

/**
 * What a supplier's mail says, read from lines of a name and a value: `Order`, `IMEI`, `Status` (confirmed, delayed,
 * code, over the air, app, failed), `Code`, `Until` (a day as 2026-12-03). Nothing in a mail is carried out; a line
 * that is quoted from another mail is nobody's word, and a name with two values says nothing.
 */
export interface SaidByMail {
  readonly number: string
  /** Fifteen digits. */
  readonly imei: string
  readonly change: OrderChange
}

/** A mail as text, with the address it says it comes from. */
export interface MailText {
  readonly from: string
  readonly text: string
}

/** Why a mail is laid before a person instead of being read into a job. */
export const MAIL_REASONS = [
  'unreadable',
  'no-job',
  'no-order',
  'other-imei',
  'other-sender',
  'not-now',
  'too-large',
  'unknown-sender',
  'job-closed',
] as const
export type MailReason = (typeof MAIL_REASONS)[number]

const NAMES = ['order', 'imei', 'status', 'code', 'until'] as const
type Name = (typeof NAMES)[number]
const MOST_LINES = 400
const LONGEST_LINE = 200

/** @returns undefined for a mail that is no supplier's answer, or does not say one thing */
export function readSupplierMail({ text }: Pick<MailText, 'text'>): SaidByMail | undefined {
  const values = new Map<Name, Set<string>>()
  for (const line of text.split('\n', MOST_LINES)) {
    const colon = line.indexOf(':')
    if (colon < 1 || line.length > LONGEST_LINE) continue
    const name = line.slice(0, colon).trim().toLowerCase() as Name
    if (NAMES.includes(name))
      values.set(name, (values.get(name) ?? new Set()).add(line.slice(colon + 1).trim()))
  }
  const one = (name: Name): string | undefined => {
    const said = values.get(name)
    return said?.size === 1 ? [...said][0] : undefined
  }
  if ([...values.values()].some(({ size }) => size > 1)) return undefined
  const number = orderNumber.safeParse(one('order'))
  const imei = digitsOf(one('imei'))
  const change = changeSaid(one('status')?.toLowerCase() ?? '', digitsOf(one('code')), one('until'))
  return number.success && imei?.length === 15 && change ? { number: number.data, imei, change } : undefined
}

/** As people group them; leading zeros count. */
const digitsOf = (said: string | undefined): string | undefined => {
  const digits = said?.replace(/[\s-]/g, '')
  return digits !== undefined && /^\d+$/.test(digits) ? digits : undefined
}

function changeSaid(
  status: string,
  code: string | undefined,
  until: string | undefined,
): OrderChange | undefined {
  switch (status) {
    case 'confirmed':
      return { kind: 'confirmed' }
    case 'failed':
      return { kind: 'failed' }
    case 'delayed': {
      const isDay = until !== undefined && /^\d{4}-\d{2}-\d{2}$/.test(until)
      return isDay && !Number.isNaN(Date.parse(until)) ? { kind: 'delayed', until } : undefined
    }
    case 'code': {
      const read = networkKey.safeParse(code)
      return read.success ? { kind: 'answered', answer: 'code', code: read.data } : undefined
    }
    case 'over the air':
      return { kind: 'answered', answer: 'over-the-air' }
    case 'app':
      return { kind: 'answered', answer: 'app' }
    default:
      return undefined
  }
}

/**
 * Whether a mail is the answer to an order: by the order's number, the IMEI it was placed with and the address of the
 * supplier, all three.
 * @param order what goes by the number in the mail at whoever sent it; undefined where nothing does
 * @param supplier its mail address; undefined where none is known
 * @returns what it makes of the order, that it says nothing new, or why a person looks at it
 */
export function matchMail(
  { from }: Pick<MailText, 'from'>,
  said: SaidByMail,
  order: Order | undefined,
  supplier: string | undefined,
): { readonly change: OrderChange } | { readonly isKnown: true } | { readonly why: MailReason } {
  if (order?.number !== said.number) return { why: 'no-order' }
  if (!supplier || addressIn(from) !== addressIn(supplier)) return { why: 'other-sender' }
  if (order.imei !== said.imei) return { why: 'other-imei' }
  const { change } = said
  if (isKnown(order, change)) return { isKnown: true }
  // A code after a code is a second one for the same order.
  if (change.kind === 'answered' && change.code && order.state === 'answered' && order.answer === 'code')
    return { change: { kind: 'second-code', code: change.code } }
  if (change.kind === 'answered' && releasedBy(order) === 'account' && change.answer !== 'over-the-air')
    return { why: 'not-now' }
  return { change }
}

/**
 * Why a mail that names a job by its ticket is laid before a person: a ticket is short, anybody can guess one. A job hears
 * from its customer, its device's previous owner, the registry that reports to it and whom it has ordered from.
 * @param suppliers mail addresses of whom the job has orders
 */
export function whyNotInto(
  { handBack, customer, answers, registry }: JobState,
  { from }: Pick<MailText, 'from'>,
  suppliers: readonly string[],
): MailReason | undefined {
  if (handBack) return 'job-closed'
  const known = [
    customer.contact,
    answers.sellerMail,
    ...registry.map(({ reportFrom }) => reportFrom),
    ...suppliers,
  ]
  const sender = addressIn(from)
  return sender !== '' && known.some((one) => one !== undefined && addressIn(one) === sender)
    ? undefined
    : 'unknown-sender'
}
const addressIn = (text: string) => text.trim().toLowerCase()

/** Said before, in other words: it stays with the job, and changes nothing. */
function isKnown(order: Order, change: OrderChange): boolean {
  if (change.kind === 'failed') return order.state === 'failed'
  if (change.kind !== 'answered' || order.state === 'waiting') return false
  return change.answer === order.answer && (change.code ?? null) === order.code
}
