import { openingHours } from '@benevox/core/clocks'
import { language } from '@benevox/core/facts'
import { role } from '@benevox/core/shop'
import { z } from 'zod'

export const staffMember = z.object({
  id: z.int(),
  name: z.string(),
  /** May open some gates with a reason, and change prices. */
  supervisor: z.boolean(),
  role,
  /** In which they work; null until they have chosen one. */
  language: language.nullable(),
})
export type StaffMember = z.infer<typeof staffMember>

export const session = z.object({
  staff: staffMember.nullable(),
  /** To be sent back as `x-csrf-token` with every change. */
  csrfToken: z.string(),
  shop: z.string(),
  /** Nobody has set this shop up yet. */
  isNew: z.boolean(),
  /** Whose clock and calendar times are written by. */
  place: openingHours.pick({ zone: true, country: true }),
  /** In which the shop writes to customers who have chosen none. */
  papersIn: language,
  /** They may do what a technician may until they have set up a second step at sign-in, as the shop wants it. */
  secondStepDue: z.boolean(),
  /** In the demo: how to sign in. */
  hint: z.string().nullable(),
})
export type Session = z.infer<typeof session>

/** Of the phone, or one that was written down; however it is grouped. */
export const enteredStep = z.string().trim().min(1).max(20)
export const signInBody = z.strictObject({
  name: z.string().trim().min(1).max(60),
  password: z.string().min(1).max(200),
  secondStep: enteredStep.optional(),
})
/** As long as one is kept. */
export const languageBody = z.strictObject({ language: language.max(12) })
/** The short code by which a person takes over the shared machine. */
export const switchBody = z.strictObject({ code: z.string().regex(/^\d{4,8}$/, 'staff-code') })
