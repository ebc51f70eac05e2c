import type { JobState } from './records.ts'
import type { JobView } from './shown.ts'
import { locksShown } from './locks.ts'
import { breachesOf, factsOf, stationOfJob, type Around } from './standing.ts'
import { standingOf } from './steps.ts'

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
    locks: locksShown(job, around),
  }
}
