import { facts, type Progress } from '@benevox/core/route'
import { z } from 'zod'
import { accountProof, accountRecord } from './account.ts'
import { benchRecord } from './bench.ts'
import { consentRecord, openedGate } from './consent.ts'
import { evidenceFile, intakeRecord, registryRecord } from './intake.ts'
import { order } from './orders.ts'
import { tryRecord } from './tries.ts'

export const lockState = z.enum(['locked', 'clear', 'will-appear', 'unknown', 'not-there'])
export const locks = z.object({ screen: lockState, account: lockState, carrier: lockState })
export const station = z.enum(['counter', 'bench', 'accounts', 'carriers', 'hand-back', 'closed'])

const instant = z.iso.datetime()

export const lockProof = z.enum(['proven-clear', 'not-clear', 'not-there'])
export const handBackRecord = z.strictObject({
  screen: lockProof,
  account: lockProof,
  carrier: lockProof,
  whoSignsIn: z.string().trim().max(120),
  returned: z.array(z.enum(['device', 'sim', 'sim-tray', 'cable', 'memory-card'])).max(5),
  note: z.string().trim().max(500),
  priceMinor: z.int().min(0).max(10_000_000),
  currency: z.string().regex(/^[A-Z]{3}$/),
  at: instant,
})
export type HandBackRecord = z.infer<typeof handBackRecord>

export const customer = z.strictObject({
  name: z.string().trim().max(80),
  contact: z.string().trim().max(120),
})

export const job = z.object({
  id: z.int(),
  ticket: z.string(),
  version: z.int(),
  openedAt: instant,
  openedBy: z.string(),
  customer,
  facts,
  bench: benchRecord,
  account: accountRecord.nullable(),
  handBack: handBackRecord.nullable(),
  consent: consentRecord.nullable(),
  openedGates: z.array(openedGate),
  intake: intakeRecord.nullable(),
  registry: z.array(registryRecord),
  evidence: z.array(evidenceFile),
  /** The price list it was quoted by. */
  pricesId: z.int(),
  /** The version of the catalogue that the job is done with. */
  catalogId: z.int(),
  tries: z.array(tryRecord),
  orders: z.array(order),
  station,
  locks,
})
export type Job = z.infer<typeof job>

export const jobSummary = job
  .pick({ id: true, ticket: true, version: true, openedAt: true, customer: true, station: true, locks: true })
  .extend({
    modelId: z.string().nullable(),
    /** Maker and name in the job's own version of the catalogue; empty while the model is not found. */
    device: z.string(),
    imei: z.string().nullable(),
    /** The next thing a clock waits for, with its instant. */
    waits: z
      .object({
        for: z.enum(['charging', 'wipe', 'first-start', 'carrier']),
        since: z.string(),
        /** The earliest it may be over, when it should be, and when it is late. */
        earliest: z.string(),
        until: z.string(),
        latest: z.string(),
      })
      .nullable(),
  })
export type JobSummary = z.infer<typeof jobSummary>

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

/** Facts to set; null takes an answer back. */
export const factsChange = z.strictObject(
  Object.fromEntries(Object.entries(facts.shape).map(([name, schema]) => [name, schema.nullable()])) as {
    [Name in keyof typeof facts.shape]: z.ZodNullable<(typeof facts.shape)[Name]>
  },
)
export const changeFactsBody = z.strictObject({
  version: z.int().min(1),
  facts: factsChange.optional(),
  customer: customer.partial().optional(),
  noSecret,
})

export const recordAccountBody = z.strictObject({ version: z.int().min(1), proof: accountProof })
export const handBackBody = handBackRecord.omit({ at: true }).extend({ version: z.int().min(1), noSecret })

/** What of a job its progress is made of. */
export type JobStanding = Pick<Job, 'bench' | 'account' | 'handBack' | 'consent' | 'openedGates'> & {
  readonly orders: readonly Pick<Job['orders'][number], 'state'>[]
}

/** What has been done on a job, as the core's gates and locks need it. */
export function progressOf({
  bench,
  account,
  orders,
  handBack,
  consent,
  openedGates,
}: JobStanding): Progress {
  return {
    rightDeviceConfirmed: bench.rightDevice !== undefined,
    inRecovery: bench.inRecoveryAt !== undefined,
    wipeStarted: bench.wipeStartedAt !== undefined || (bench.cameBack ?? 0) > 0,
    setUpReached: bench.setUpAt !== undefined,
    screenLifted: bench.screenLifted !== undefined,
    accountProof: account?.proof,
    carrierReleased: orders.some(({ state }) => state === 'released'),
    handedBack: handBack !== null,
    consent:
      consent?.kind === 'signed'
        ? { kind: 'signed', terms: consent.terms }
        : { kind: consent?.kind ?? 'none' },
    openedGates: openedGates.map(({ gate }) => gate),
    failedActs: bench.didNotHelp ?? [],
  }
}
