import { intakeRecord } from '@benevox/core/job'
import { priceList } from '@benevox/core/price'
import { z } from 'zod'

const instant = z.iso.datetime()

export const recordIntakeBody = z.strictObject({
  version: z.int().min(1),
  intake: intakeRecord,
  noSecret: z.array(z.string().max(40)).max(20).optional(),
})

export const askRegistryBody = z.strictObject({ version: z.int().min(1), report: z.boolean() })

export const mail = z.object({
  id: z.int(),
  from: z.string(),
  subject: z.string(),
  at: instant,
  text: z.string(),
})
export type Mail = z.infer<typeof mail>

/** With the public holidays of the shop's country, of this year and some to come. */
export const prices = z.object({
  id: z.int(),
  prices: priceList,
  holidays: z.array(z.iso.date()),
  /** Who saved it; null for the list that a shop began with. */
  by: z.string().nullable(),
  at: instant,
})
/** On the list that was seen. */
export const changePricesBody = z.strictObject({ prices: priceList, base: z.int().min(1) })
