import { LANGUAGES } from '@benevox/words'
import { agreedHow, waivedCheck } from '@benevox/core/job'
import { z } from 'zod'

/** A small PNG in base64: a signature takes some kilobytes. */
export const signature = z
  .string()
  .max(200_000)
  .regex(/^iVBORw0KGgo[A-Za-z0-9+/]+={0,2}$/, 'png')

export const recordAgreementBody = z.strictObject({
  version: z.int().min(1),
  said: z.discriminatedUnion('kind', [
    z.strictObject({ kind: z.literal('refused') }),
    z.strictObject({
      kind: z.literal('signed'),
      language: z.enum(LANGUAGES),
      /** As it stood before the customer; the server compares it with its own. */
      text: z.string().min(1).max(8000),
      how: agreedHow.exclude(['status-page']),
      signature: signature.optional(),
    }),
  ]),
})

/** @param code the personal code of a supervisor, who need not be the one signed in */
export const openGateBody = z.strictObject({
  gate: waivedCheck.shape.check,
  reason: waivedCheck.shape.reason,
  version: z.int().min(1),
  code: z.string().min(4).max(20),
})
