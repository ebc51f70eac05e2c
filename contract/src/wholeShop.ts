import { jobState } from '@benevox/core/job'
import { priceList } from '@benevox/core/price'
import { learnt, recordedAttempt } from '@benevox/core/results'
import { role } from '@benevox/core/shop'
import { supplyList } from '@benevox/core/supply'
import { z } from 'zod'

const instant = z.iso.datetime()
/** Bytes as they were kept, in base64. */
const bytes = z.base64()

const mail = z.strictObject({ id: z.int(), at: instant, eml: bytes })

/** All there is of one job. Its state is the fold of its events. */
export const wholeJob = z.strictObject({
  job: jobState,
  /** Each by whoever told it, when it was stored. */
  events: z.array(
    z.strictObject({ at: instant, by: z.string(), event: z.looseObject({ kind: z.string() }) }),
  ),
  signatures: z.array(z.strictObject({ at: instant, png: bytes })),
  ownershipDocuments: z.array(
    z.strictObject({ id: z.uuid(), name: z.string(), type: z.string(), content: bytes }),
  ),
  mails: z.array(mail),
  invoices: z.array(
    z.strictObject({ number: z.int(), at: instant, cancels: z.int().nullable(), bill: z.looseObject({}) }),
  ),
})

/** The whole shop as one document: whoever has it needs this program no longer. Nothing in it opens a door: no password, no code, no secret address. */
export const wholeShop = z.strictObject({
  format: z.literal('benevox-shop'),
  formatVersion: z.literal(1),
  shop: z.string(),
  writtenAt: instant,
  staff: z.array(z.strictObject({ name: z.string(), role, isSupervisor: z.boolean() })),
  cables: z.array(
    z.strictObject({
      number: z.int(),
      fits: z.string(),
      note: z.string(),
      retiredAt: instant.nullable(),
      retiredBecause: z.string(),
    }),
  ),
  /** Each version, as jobs name it. */
  priceLists: z.array(z.strictObject({ id: z.int(), at: instant, document: priceList })),
  suppliers: supplyList.nullable(),
  /** Versions of the catalogue, each as it was taken in. */
  catalogues: z.array(z.strictObject({ id: z.int(), at: instant, document: z.looseObject({}) })),
  /** What other shops have learnt and their attempts, as far as they were taken in. */
  learntByOthers: z.array(z.strictObject({ shop: z.string().nullable(), at: instant, learnt })),
  resultsOfOthers: z.array(recordedAttempt),
  /** Mails that belong to no job that is known. */
  mailsOfNoJob: z.array(mail),
  /** Of devices that were reported: what only their IMEI leads to, and the job on which it was said. */
  reports: z.array(z.strictObject({ device: z.string().regex(/^[0-9a-f]{64}$/), ticket: z.string() })),
  jobs: z.array(wholeJob),
})
export type WholeJob = z.infer<typeof wholeJob>
export type WholeShop = z.infer<typeof wholeShop>
