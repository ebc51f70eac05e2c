import type { Promised } from '../route/index.ts'
import type { Breach, Deleted, HandBackRecord, JobState, WhatWasTold } from './records.ts'
import { breachesOf, routeOf, type Around } from './standing.ts'
import { standingOf } from './steps.ts'
import { shownOff, type ShownBy } from './locks.ts'

/** What the hand-back document may say: facts of the record alone. */
export interface HandBackFacts {
  readonly record: HandBackRecord
  readonly deleted: Deleted
  /** It was given to the maker's service, whatever came of it: what is on it may have been deleted there. */
  readonly wasAtService: boolean
  /** Installed again or cleaned from recovery, without deleting. */
  readonly mended: 'cache-cleared' | 'system-installed' | undefined
  readonly shownBy: Readonly<Record<'screen' | 'account' | 'carrier', ShownBy | undefined>>
  readonly breaches: readonly Breach[]
}

/** @returns undefined while it is not handed back */
export function handBackFacts(job: JobState): HandBackFacts | undefined {
  if (!job.handBack) return undefined
  const { bench, account, deleted } = standingOf(job)
  const lifted = bench.screenLifted?.how
  return {
    record: job.handBack,
    deleted,
    wasAtService: account.service !== undefined,
    mended: lifted === 'cache-cleared' || lifted === 'system-installed' ? lifted : undefined,
    shownBy: shownOff(job),
    breaches: breachesOf(job),
  }
}

/**
 * What the customer was told of price and time, for the receipt: what was signed, else what is so now; once the job
 * is closed without an agreement nothing was told.
 */
export function whatWasToldOn(job: JobState, around: Around, promised: Promised): WhatWasTold | undefined {
  if (job.agreement?.kind === 'signed') return job.agreement.told
  return job.handBack ? undefined : whatIsTold(job, around, promised)
}

/** Price and time as the route comes to them now. */
export function whatIsTold(job: JobState, around: Around, promised: Promised): WhatWasTold {
  const { quote, calendarMinutes } = routeOf(job, around).figures
  return {
    leastMinor: quote.leastMinor,
    mostMinor: quote.mostMinor,
    taxInMostMinor: quote.taxInMostMinor,
    depositMinor: quote.depositMinor,
    currency: quote.currency,
    calendarMinutes: { p50: calendarMinutes.p50, p90: calendarMinutes.p90 },
    promised,
  }
}
