import {
  askedElsewhere,
  accountShownBy,
  customer,
  jobView,
  lockState,
  station,
  waitsFor,
  type JobView,
} from '@benevox/core/job'
import { hasValidCheckDigit } from '@benevox/core/imei'
import { facts } from '@benevox/core/route'
import { LANGUAGES } from '@benevox/words'
import { z } from 'zod'

export { station }

const instant = z.iso.datetime()

/** A job with everything that follows from it. */
export const job = jobView
export type Job = JobView

/** A job as a list shows it. */
export const jobSummary = z.object({
  id: z.int(),
  ticket: z.string(),
  version: z.int(),
  openedAt: instant,
  customer,
  station,
  locks: z.object({ screen: lockState, account: lockState, carrier: lockState }),
  modelId: z.string().nullable(),
  /** Maker and name in the job's own version of the catalogue; empty while the model is not found. */
  device: z.string(),
  imei: z.string().nullable(),
  /** The timer that runs on it, with its instants. */
  waits: z
    .object({
      for: waitsFor,
      since: z.string(),
      /** The earliest it may be over, when it should be, and when it is late. */
      earliest: z.string(),
      until: z.string(),
      latest: z.string(),
    })
    .nullable(),
})
export type JobSummary = z.infer<typeof jobSummary>

/** By the shop's calendar. */
export const month = z.string().regex(/^\d{4}-(0[1-9]|1[0-2])$/)

/** Which jobs a list has: all that holds together. Closed ones only where something is asked for that has no station. */
export const jobFilter = z.strictObject({
  /** Words, each of which is somewhere in ticket, customer, device or numbers. */
  search: z.string().max(80).optional(),
  station: station.optional(),
  /** Of this model, or with an attempt of this family, or of one of its methods. */
  model: z.string().max(48).optional(),
  family: z.string().max(48).optional(),
  method: z.string().max(48).optional(),
  /** With an attempt that ended in this month, or at this cable of the kit. */
  tried: month.optional(),
  cable: z
    .string()
    .regex(/^\d{1,3}$/)
    .optional(),
  /** On which this has ended one way or the other; billed in this month. */
  outcome: z
    .string()
    .regex(/^[a-z-]{1,24}$/)
    .optional(),
  billed: month.optional(),
  waits: waitsFor.optional(),
  /** Only where what is waited for is over already. */
  late: z.literal('yes').optional(),
  /** Who checked it in, by name. */
  by: z.string().max(80).optional(),
  /** Checked in from this day on, and up to this day with it, by the shop's calendar. */
  from: z.iso.date().optional(),
  until: z.iso.date().optional(),
})
export type JobFilter = z.infer<typeof jobFilter>

export const jobEvent = z.object({
  id: z.int(),
  at: instant,
  by: z.string(),
  kind: z.string(),
  detail: z.record(z.string(), z.unknown()),
})
export type JobEvent = z.infer<typeof jobEvent>

/** Names of free texts that look like a PIN, pattern or password and are none: somebody has looked and said so. */
export const noSecret = z.array(z.string().max(40)).max(20).optional()

/** As the page takes it: no registry knows one whose check digit does not fit. */
const imei = facts.shape.imei.unwrap().refine(hasValidCheckDigit, 'check-digit').nullable().optional()
/** Facts to set; null takes an answer back. */
export const factsChange = z
  .strictObject(
    Object.fromEntries(Object.entries(facts.shape).map(([name, schema]) => [name, schema.nullable()])) as {
      [Name in keyof typeof facts.shape]: z.ZodNullable<(typeof facts.shape)[Name]>
    },
  )
  .extend({ imei, imeiSecond: imei, boxImei: imei })
export const changeFactsBody = z.strictObject({
  version: z.int().min(1),
  facts: factsChange.optional(),
  customer: customer.partial().optional(),
  /** With a registry's answer that is told: clean is told only with it. */
  asked: askedElsewhere.optional(),
  noSecret,
})

export const recordAccountBody = z.strictObject({ version: z.int().min(1), proof: accountShownBy })
/** @param isReminder they were written to before */
export const writeToSellerBody = z.strictObject({
  key: z.uuid(),
  version: z.int().min(1),
  to: z.email().max(200),
  language: z.enum(LANGUAGES),
  isReminder: z.boolean().optional(),
})
