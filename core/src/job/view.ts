import { z } from 'zod'
import { facts } from '../route/index.ts'
import { benchRecord, breach, jobState, type JobState } from './records.ts'
import { breachesOf, factsOf, routeOf, stationOfJob, type Around } from './standing.ts'
import { standingOf } from './steps.ts'

export const lockState = z.enum(['locked', 'clear', 'will-appear', 'unknown', 'not-there'])
export const station = z.enum(['counter', 'bench', 'account-lock', 'carrier-lock', 'hand-back', 'closed'])

/** A job with everything that follows from it, as a page shows it. */
export const jobView = jobState.extend({
  facts,
  bench: benchRecord,
  deleted: z.enum(['no', 'by-recovery', 'by-settings']),
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

/** The one projection that job page, lists and counts are made of. */
export function viewOf(job: JobState, around: Around): JobView {
  const { bench, deleted } = standingOf(job)
  return {
    ...job,
    facts: factsOf(job),
    bench,
    deleted,
    breaches: [...breachesOf(job)],
    station: stationOfJob(job, around),
    locks: routeOf(job, around).locks,
  }
}
