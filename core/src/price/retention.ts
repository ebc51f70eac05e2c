import { z } from 'zod'

/**
 * What of a job points to a person, by how long it may be needed: files that show a right, who somebody is and how they
 * are reached, numbers of their device, what they have signed, mails, free texts, and what their bills say.
 */
export const PERSONAL_KINDS = ['ownership', 'contact', 'imei', 'signature', 'mail', 'text', 'bill'] as const
export type PersonalKind = (typeof PERSONAL_KINDS)[number]

const days = z.int().min(1).max(36_500)

/** So many days after the hand-back each kind is forgotten. A text or a mail may name anybody: it is never the last to go. */
export const retention = z
  .strictObject(
    Object.fromEntries(PERSONAL_KINDS.map((kind) => [kind, days])) as Record<PersonalKind, typeof days>,
  )
  .refine(({ text, mail, contact, imei }) => Math.max(text, mail) <= Math.min(contact, imei), 'texts-first')
export type Retention = z.infer<typeof retention>

/** Common practice, no source; how long bills and contracts must be kept is for local law to say. */
export const USUAL_RETENTION: Retention = {
  ownership: 30,
  contact: 1095,
  imei: 1095,
  signature: 1095,
  mail: 365,
  text: 365,
  bill: 3650,
}

/** The days as a customer reads them: of what showed their right, of all else that points to them, of what bills say. */
export interface RetentionTold {
  readonly documentsDays: number
  readonly personDays: number
  readonly billDays: number
}
export const retentionTold = ({ ownership, bill, ...others }: Retention): RetentionTold => ({
  documentsDays: ownership,
  personDays: Math.max(...Object.values(others)),
  billDays: bill,
})
