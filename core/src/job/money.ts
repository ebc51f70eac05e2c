import { z } from 'zod'
import { bill } from '../price/index.ts'

const instant = z.iso.datetime()
const currency = z.string().regex(/^[A-Z]{3}$/)

/** A line that a supervisor has put on the bill: a discount below zero, or something of the shop's own above it. */
export const ownLine = z.strictObject({
  key: z.uuid(),
  text: z.string().trim().min(2).max(80),
  minor: z
    .int()
    .min(-1_000_000)
    .max(1_000_000)
    .refine((amount) => amount !== 0, 'nothing'),
  reason: z.string().trim().min(4).max(200),
  by: z.string(),
  at: instant,
})
export type OwnLine = z.infer<typeof ownLine>

/** How money changes hands. */
export const paidHow = z.enum(['cash', 'card', 'transfer'])
export type PaidHow = z.infer<typeof paidHow>
export const PAID_HOW = paidHow.options
/** Money that was taken before the hand-back: a deposit. */
export const payment = z.strictObject({
  key: z.uuid(),
  minor: z.int().min(1).max(10_000_000),
  currency,
  how: paidHow,
  by: z.string(),
  at: instant,
})
export type Payment = z.infer<typeof payment>

/** What was left to pay at the hand-back, and how it was; below zero it was paid back. */
export const settled = z.strictObject({
  how: z.enum([...paidHow.options, 'later', 'nothing-due']),
  /** As it changed hands: in cash rounded to the coins there are. */
  minor: z.int(),
  /** What rounding to coins has added, or taken off. */
  roundedMinor: z.int(),
})
export type Settled = z.infer<typeof settled>

/** A bill that is cancelled after the hand-back; another may stand in its place. A supervisor answers for it. */
export const correction = z.strictObject({
  key: z.uuid(),
  /** What is put on the new bill, or taken off; nothing where it is only made anew, or not at all. */
  line: z.strictObject({ text: ownLine.shape.text, minor: ownLine.shape.minor }).optional(),
  reason: ownLine.shape.reason,
  by: z.string(),
  at: instant,
  /** What stands in its place; absent where it was cancelled alone. */
  bill: bill.optional(),
  /** How the difference to what had been paid changed hands. */
  settled,
})
export type Correction = z.infer<typeof correction>

/** The line that a correction has put on the bill. */
export const lineOf = ({ line, key, reason, by, at }: Omit<Correction, 'settled'>): readonly OwnLine[] =>
  line ? [{ key, ...line, reason, by, at }] : []
