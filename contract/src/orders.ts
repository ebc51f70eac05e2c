import {
  MAIL_REASONS,
  networkKey,
  order,
  orderChange,
  promise,
  releasedLock,
  type Order,
  type OrderChange,
} from '@benevox/core/job'
import { z } from 'zod'

/** A supplier's service for one carrier, or for the account lock: its fee and the working days it promises. */
export const service = z.object({
  id: z.int(),
  lock: releasedLock,
  carrier: z.string(),
  carrierCountry: z.string(),
  feeMinor: z.int(),
  currency: z.string(),
  minDays: z.int(),
  maxDays: z.int(),
  /** What of the fee comes back where it did not work, in percent. */
  refundPercent: z.int().min(0).max(100),
  /** How this shop's own orders of it have ended. */
  worked: z.int().min(0),
  failed: z.int().min(0),
})
export const supplier = z.object({
  id: z.int(),
  name: z.string(),
  country: z.string(),
  region: z.string().nullable(),
  zone: z.string(),
  cutOff: z.string(),
  mail: z.string().nullable(),
  /** Whether it takes orders over HTTP; else it is ordered by hand. */
  takesOrders: z.boolean(),
  services: z.array(service),
})
export type Supplier = z.infer<typeof supplier>
export type Service = z.infer<typeof service>

export { networkKey, order, orderChange, promise, type Order, type OrderChange }

export const placeOrderBody = z.strictObject({ id: z.uuid(), serviceId: z.int().min(1) })

export const changeOrderBody = z.strictObject({ version: z.int().min(1), change: orderChange })
/** Of the order, as it was seen. */
export const orderSeenBody = z.strictObject({ version: z.int().min(1) })
export const askSupplierBody = z.strictObject({
  version: z.int().min(1),
  about: z.enum(['follow-up', 'refund']),
  /** Sends it once. */
  key: z.uuid(),
})

export const sendSheetBody = z.strictObject({
  version: z.int().min(1),
  to: z.email().max(200),
  /** Sends it once. */
  key: z.uuid(),
})

/** A mail that nobody could read into a job, with why. */
export const trayMail = z.object({
  id: z.int(),
  from: z.string(),
  subject: z.string(),
  at: z.iso.datetime(),
  text: z.string(),
  why: z.enum(MAIL_REASONS),
  /** The job that it names, where it names one. */
  job: z.object({ id: z.int(), ticket: z.string() }).nullable(),
})
export type TrayMail = z.infer<typeof trayMail>
