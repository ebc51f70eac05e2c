import { z } from 'zod'
import { ACCOUNT_WAITS } from '../account/index.ts'
import { facts } from '../route/index.ts'
import { benchRecord, breach, deleted, jobState, type JobState } from './records.ts'

export const lockState = z.enum(['locked', 'clear', 'will-appear', 'unknown', 'not-there', 'off-untested'])
export const station = z.enum(['counter', 'bench', 'account-lock', 'carrier-lock', 'hand-back', 'closed'])

/** A job with everything that follows from it, as a page shows it. */
export const jobView = jobState.extend({
  facts,
  bench: benchRecord,
  deleted,
  breaches: z.array(breach),
  station,
  locks: z.object({ screen: lockState, account: lockState, carrier: lockState }),
})

export type JobView = z.infer<typeof jobView>

/** The job alone, without what follows from it. */
export function stateOf({
  facts: _,
  bench: __,
  deleted: ___,
  breaches: ____,
  station: _____,
  locks: ______,
  ...job
}: JobView): JobState {
  return job
}

/** What a job waits for: a timer of the bench, a release, or something on the way to the end of the account lock. */
export const waitsFor = z.enum([
  'charging',
  'wipe',
  'first-start',
  'carrier',
  'account',
  ...ACCOUNT_WAITS,
  'carrier-reply',
  'fetching',
])
export type WaitsFor = z.infer<typeof waitsFor>

/** On a customer's status page: whose answer is waited for, and how a job stands. */
export const WAITS_FOR_WHOM = ['you', 'carrier', 'supplier', 'account', 'seller', 'service'] as const
export type WaitsForWhom = (typeof WAITS_FOR_WHOM)[number]
export const STANDS = ['checked-in', 'in-work', 'waiting', 'ready', 'closed'] as const
