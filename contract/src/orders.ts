import {
  MAIL_REASONS,
  networkKey,
  order,
  orderChange,
  orderReason,
  promise,
  type Order,
  type OrderChange,
} from '@benevox/core/job'
import { carrierRule, listedCarrier, listedService, listedSupplier } from '@benevox/core/supply'

import { z } from 'zod'

/** A service with how this shop's own orders of it have ended. */
export const service = listedService.extend({ worked: z.int().min(0), failed: z.int().min(0) })
export const supplier = listedSupplier.omit({ ordersAt: true, language: true }).extend({
  /** Whether it takes orders over HTTP; else it is ordered by hand. */
  takesOrders: z.boolean(),
  services: z.array(service),
})
export type Supplier = z.infer<typeof supplier>
export type Service = z.infer<typeof service>

/** Whom unlocks can be ordered from, what for, and how long carriers may take. */
export const offered = z.object({
  /** Where answers are mailed to: the shop's own address. */
  answersTo: z.string(),
  suppliers: z.array(supplier),
  carriers: z.array(listedCarrier),
  rules: z.array(carrierRule),
})

export { networkKey, order, orderChange, promise, type Order, type OrderChange }

export const placeOrderBody = z.strictObject({
  id: z.uuid(),
  serviceId: z.int().min(1),
  /** Needed where the carrier has not refused. */
  because: orderReason.optional(),
})

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
