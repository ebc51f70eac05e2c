import { z } from 'zod'

/** A supplier's service for one carrier: its fee and the working days it promises. */
export const service = z.object({
  id: z.int(),
  carrier: z.string(),
  carrierCountry: z.string(),
  feeMinor: z.int(),
  currency: z.string(),
  minDays: z.int(),
  maxDays: z.int(),
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

export const promise = z.object({
  countsFrom: z.iso.date(),
  earliest: z.iso.date(),
  latest: z.iso.date(),
  latestBefore: z.iso.datetime(),
})

export const orderState = z.enum(['waiting', 'answered', 'released', 'blocked', 'failed'])
export const orderAnswer = z.enum(['code', 'over-the-air', 'app'])

export const order = z.object({
  id: z.uuid(),
  jobId: z.int(),
  version: z.int(),
  supplier: z.string(),
  carrier: z.string(),
  feeMinor: z.int(),
  currency: z.string(),
  orderedAt: z.iso.datetime(),
  promise,
  state: orderState,
  answer: orderAnswer.nullable(),
  /** A string: leading zeros count. */
  code: z.string().nullable(),
  triesMade: z.int(),
  triesAllowed: z.int(),
})
export type Order = z.infer<typeof order>

export const placeOrderBody = z.strictObject({ id: z.uuid(), serviceId: z.int().min(1) })

/** 3GPP TS 22.022 (from memory): a network control key is a string of 8 to 16 decimal digits. */
export const networkKey = z.string().regex(/^\d{8,16}$/, '8 to 16 digits')

export const orderChange = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('answered'), answer: orderAnswer, code: networkKey.optional() }),
  z.strictObject({ kind: z.literal('code-tried'), worked: z.boolean() }),
  z.strictObject({ kind: z.literal('proven') }),
  z.strictObject({ kind: z.literal('failed') }),
])
export type OrderChange = z.infer<typeof orderChange>
export const changeOrderBody = z.strictObject({ version: z.int().min(1), change: orderChange })
