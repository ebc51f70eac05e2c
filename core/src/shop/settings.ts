import { z } from 'zod'
import { left } from './setUp.ts'

export const webAddress = z
  .string()
  .trim()
  .max(300)
  .regex(/^https?:\/\/[^\s]+$/, 'web-address')

/** What a shop says of itself: on papers, in mails, on the page of its customers. What it charges stands in its price list. */
export const shopSettings = z.strictObject({
  name: z.string().trim().min(1).max(80),
  /** As it stands on papers, in lines. */
  address: z.string().trim().max(300),
  /** Where answers come to; absent: nothing is sent by mail. */
  mail: z.email().max(200).optional(),
  /** Under which customers reach the page of their job; absent: as whoever prints it reaches the shop. */
  publicAddress: webAddress.optional(),
  /** Whether other devices in the shop's own network may reach it; absent: only the computer it is on does. */
  otherDevices: z.boolean().optional(),
  /** Whether supervisors and owners may do what they may only once they have a second step at sign-in; absent: it is theirs to choose. */
  secondStep: z.boolean().optional(),
  /** Of papers and letters to a customer who has chosen none (ISO 639-1); absent: English. */
  language: z
    .string()
    .regex(/^[a-z]{2}$/, 'language-code')
    .optional(),
  /** What a new shop is begun with and is right as it is, or is not wanted: it is no longer named as still to be set up. */
  rightAsItIs: z.array(left).max(20).optional(),
})
export type ShopSettings = z.infer<typeof shopSettings>
