import { z } from 'zod'
import { releasedLock, type ReleasedLock } from '../supply/index.ts'

const instant = z.iso.datetime()

export const promise = z.strictObject({
  countsFrom: z.iso.date(),
  earliest: z.iso.date(),
  latest: z.iso.date(),
  latestBefore: instant,
})
export const orderState = z.enum(['waiting', 'answered', 'released', 'blocked', 'failed', 'cancelled'])
export const orderAnswer = z.enum(['code', 'over-the-air', 'app'])

/** 3GPP TS 22.022 (from memory): a network control key is a string of 8 to 16 decimal digits. */
export const networkKey = z.string().regex(/^\d{8,16}$/, 'network-key')

export { releasedLock, type ReleasedLock }

/** Why a supplier is paid though the carrier, who unlocks for free, has not refused. */
export const orderReason = z.enum(['will-not-wait', 'terms-not-met', 'cannot-be-asked'])
export type OrderReason = z.infer<typeof orderReason>

/** The supplier's own number of an order, as it stands in its mails. */
export const orderNumber = z.string().regex(/^[A-Za-z0-9][A-Za-z0-9-]{2,39}$/)

/** An order of a release: of the carrier lock, or of the account lock through an authorised channel. */
export const order = z.strictObject({
  id: z.uuid(),
  jobId: z.int(),
  /** What it releases; where nothing is said, the carrier lock. */
  lock: releasedLock.optional(),
  /** Counts what changes what can be done with it; what the supplier says beside that leaves it. */
  version: z.int(),
  serviceId: z.int(),
  supplier: z.string(),
  carrier: z.string(),
  feeMinor: z.int(),
  currency: z.string(),
  /** What share of the fee comes back where it does not work or comes late, in percent, as it was when it was ordered. */
  refundPercent: z.int().min(0).max(100).optional(),
  /** Where the carrier was not asked, or has not refused. */
  because: orderReason.optional(),
  /** Of the slot that it was ordered for. */
  imei: z.string().optional(),
  orderedAt: instant,
  promise,
  state: orderState,
  /** What the supplier calls it; absent while it has not taken the order. */
  number: orderNumber.optional(),
  confirmedAt: instant.optional(),
  /** The supplier has said that it comes later, by this day. */
  laterUntil: z.iso.date().optional(),
  followedUpAt: instant.optional(),
  sheetSentAt: instant.optional(),
  refund: z.strictObject({ askedAt: instant, paidMinor: z.int().min(0).optional() }).optional(),
  answer: orderAnswer.nullable(),
  answeredAt: instant.optional(),
  /** A string: leading zeros count. */
  code: z.string().nullable(),
  /** Codes that the device has refused; they are not typed again. */
  refusedCodes: z.array(z.string()).optional(),
  /** Made at the device so far, with those for codes that were ordered before: it is the device that counts them. */
  entriesMade: z.int(),
  entriesAllowed: z.int(),
})
export type Order = z.infer<typeof order>
export const releasedBy = ({ lock }: Pick<Order, 'lock'>): ReleasedLock => lock ?? 'carrier'
/** What an order has cost so far: nothing where it was cancelled, less what has come back. */
export const costOf = ({ state, feeMinor, refund }: Order): number =>
  state === 'cancelled' ? 0 : feeMinor - (refund?.paidMinor ?? 0)

/** What is told of an order by whoever read or did it. */
export const orderChange = z.discriminatedUnion('kind', [
  /** The supplier has the order and works on it. */
  z.strictObject({ kind: z.literal('confirmed') }),
  z.strictObject({ kind: z.literal('delayed'), until: z.iso.date() }),
  z.strictObject({ kind: z.literal('answered'), answer: orderAnswer, code: networkKey.optional() }),
  /** Another code for the same order: the first was refused. */
  z.strictObject({ kind: z.literal('second-code'), code: networkKey }),
  z.strictObject({ kind: z.literal('code-entered'), worked: z.boolean() }),
  z.strictObject({ kind: z.literal('proven') }),
  z.strictObject({ kind: z.literal('failed') }),
  /** The supplier was asked where the answer stays. */
  z.strictObject({ kind: z.literal('followed-up') }),
  /** The customer was sent the steps for the device at home. */
  z.strictObject({ kind: z.literal('sheet-sent') }),
  z.strictObject({ kind: z.literal('refund-asked') }),
  z.strictObject({ kind: z.literal('refunded'), minor: z.int().min(0).max(10_000_000) }),
])
export type OrderChange = z.infer<typeof orderChange>
/** What becomes of an order at the supplier, told by the supplier itself over its own channel. */
export type AtTheSupplier =
  { readonly kind: 'sent'; readonly number: string } | { readonly kind: 'cancelled' }

/** Whether the last day of the promise is over; a later day that the supplier has named changes nothing of that. @param now ISO 8601 in UTC */
export const isLate = ({ state, promise: { latestBefore } }: Order, now: string): boolean =>
  state === 'waiting' && Date.parse(latestBefore) <= Date.parse(now)

/** Whether the fee, or a share of it, can be asked back by its terms. @param now ISO 8601 in UTC */
export const refundIsDue = (one: Order, now: string): boolean =>
  (one.refundPercent ?? 0) > 0 && one.refund === undefined && (one.state === 'failed' || isLate(one, now))

/** Whoever was about to do something with it can still do the same. */
const BESIDE: readonly (OrderChange | AtTheSupplier)['kind'][] = [
  'sent',
  'confirmed',
  'delayed',
  'followed-up',
  'sheet-sent',
]

/** Entries made in vain at the device on this job: the device counts them, whoever sold the code, until one is taken. */
export const entriesMadeAt = ({ orders }: { readonly orders: readonly Order[] }): number =>
  Math.max(0, ...orders.filter(({ state }) => state !== 'released').map(({ entriesMade }) => entriesMade))

/** No entry is left: the device takes no code any more, of whichever supplier. */
export const isBlocked = ({ orders }: { readonly orders: readonly Order[] }): boolean =>
  orders.some(({ state }) => state === 'blocked')

/**
 * An order after what came of it. Codes are strings, entries are counted, a device without entries left is blocked.
 * @param at ISO 8601 in UTC; undefined in what was stored before it was kept
 */
export function orderAfter(one: Order, change: OrderChange | AtTheSupplier, at: string | undefined): Order {
  const next = BESIDE.includes(change.kind) ? one : { ...one, version: one.version + 1 }
  const when = at ?? one.orderedAt
  switch (change.kind) {
    case 'sent':
      return { ...next, number: change.number }
    case 'confirmed':
      return { ...next, confirmedAt: when }
    case 'delayed':
      return { ...next, laterUntil: change.until }
    case 'cancelled':
      return { ...next, state: 'cancelled' }
    case 'answered':
      return {
        ...next,
        state: 'answered',
        answer: change.answer,
        code: change.code ?? null,
        ...(at ? { answeredAt: at } : {}),
      }
    case 'second-code':
      return {
        ...next,
        code: change.code,
        refusedCodes: [...(one.refusedCodes ?? []), ...(one.code === null ? [] : [one.code])],
      }
    case 'code-entered': {
      const entriesMade = one.entriesMade + 1
      const isLast = entriesMade >= one.entriesAllowed
      return {
        ...next,
        entriesMade,
        state: change.worked ? 'released' : isLast ? 'blocked' : 'answered',
      }
    }
    case 'proven':
      return { ...next, state: 'released' }
    case 'failed':
      return { ...next, state: 'failed' }
    case 'sheet-sent':
      return { ...next, sheetSentAt: when }
    case 'followed-up':
      return { ...next, followedUpAt: when }
    case 'refund-asked':
      return { ...next, refund: { askedAt: when } }
    case 'refunded':
      return { ...next, refund: { askedAt: one.refund?.askedAt ?? when, paidMinor: change.minor } }
  }
}
