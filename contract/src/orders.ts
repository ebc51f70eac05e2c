import {
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
  services: z.array(service),
})
export type Supplier = z.infer<typeof supplier>
export type Service = z.infer<typeof service>

export { networkKey, order, orderChange, promise, type Order, type OrderChange }

export const placeOrderBody = z.strictObject({ id: z.uuid(), serviceId: z.int().min(1) })

export const changeOrderBody = z.strictObject({ version: z.int().min(1), change: orderChange })
