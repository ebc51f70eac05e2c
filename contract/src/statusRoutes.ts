import { STANDS, WAITS_FOR_WHOM } from '@benevox/core/job'
import { LANGUAGES } from '@benevox/words'
import { z } from 'zod'
import { signature } from './agreement.ts'
import type { Route } from './route.ts'

const language = z.enum(LANGUAGES)
/** 256 bits, as they stand in an address. */
const ofSecret = z.object({ secret: z.string().max(200) })

/** Nothing personal, and of the device nothing but the ticket; what is to be agreed to only while that is asked. */
const status = z.strictObject({
  ticket: z.string(),
  shop: z.string(),
  language,
  place: z.strictObject({ zone: z.string(), country: z.string() }),
  stands: z.enum(STANDS),
  waits: z.strictObject({ for: z.enum(WAITS_FOR_WHOM), until: z.iso.datetime().nullable() }).nullable(),
  agreement: z
    .strictObject({
      language: z.string(),
      title: z.string(),
      subject: z.string(),
      lines: z.array(z.string()).readonly(),
      agree: z.string(),
    })
    .nullable(),
})
export type CustomersStatus = z.infer<typeof status>

const answerStatusBody = z.strictObject({
  said: z.discriminatedUnion('kind', [
    z.strictObject({ kind: z.literal('refused') }),
    z.strictObject({
      kind: z.literal('signed'),
      language,
      /** As it stood before the customer; the server compares it with its own. */
      text: z.string().min(1).max(8000),
      signature,
    }),
  ]),
})

/** For the customer, at a secret address. */
export const statusRoutes = {
  getStatus: {
    method: 'get',
    path: '/api/status/:secret',
    says: 'How a job stands, for its customer',
    params: ofSecret,
    query: z.object({ language: language.optional() }),
    answer: status,
  },
  answerStatus: {
    method: 'post',
    path: '/api/status/:secret/agreement',
    says: 'What its customer says to what will be done',
    params: ofSecret,
    body: answerStatusBody,
    answer: status,
  },
} as const satisfies Record<string, Route>
