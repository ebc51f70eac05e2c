import { customerLanguage } from '@benevox/core/consent'
import { consentTerms, ROUTE_ACTIONS } from '@benevox/core/route'
import { z } from 'zod'

const instant = z.iso.datetime()

/** How the customer agreed: with finger or mouse, on paper, or said on the telephone where nothing is lost. */
export const consentHow = z.enum(['signature', 'paper', 'telephone'])

/** What the customer has said, with the text exactly as it was read. The picture of the signature stays apart. */
export const consentRecord = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('refused'), at: instant, by: z.string() }),
  z.strictObject({
    kind: z.literal('signed'),
    language: customerLanguage,
    text: z.string(),
    /** SHA-256 of the text in UTF-8, in hexadecimal digits. */
    digest: z.string().regex(/^[0-9a-f]{64}$/),
    terms: consentTerms,
    how: consentHow,
    at: instant,
    by: z.string(),
  }),
])
export type ConsentRecord = z.infer<typeof consentRecord>

/** A small PNG in base64: a signature takes some kilobytes. */
const signature = z
  .string()
  .max(200_000)
  .regex(/^iVBORw0KGgo[A-Za-z0-9+/]+={0,2}$/, 'a PNG picture in base64')

export const recordConsentBody = z.strictObject({
  version: z.int().min(1),
  said: z.discriminatedUnion('kind', [
    z.strictObject({ kind: z.literal('refused') }),
    z.strictObject({
      kind: z.literal('signed'),
      language: customerLanguage,
      /** As it stood before the customer; the server compares it with its own. */
      text: z.string().min(1).max(8000),
      how: consentHow,
      signature: signature.optional(),
    }),
  ]),
})

export const openedGate = z.strictObject({
  gate: z.enum(['not-work-managed', 'no-legal-matter', 'ownership']),
  reason: z.string().trim().min(10).max(300),
  by: z.string(),
  at: instant,
})
export type OpenedGate = z.infer<typeof openedGate>
/** @param code the personal code of a lead, who need not be the one signed in */
export const openGateBody = openedGate
  .pick({ gate: true, reason: true })
  .extend({ version: z.int().min(1), code: z.string().min(4).max(20) })

export const triedAct = z.enum(ROUTE_ACTIONS)
