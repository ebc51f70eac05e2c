import type { Command } from './commands.ts'
import { refused, yes, type Decided } from './decided.ts'
import { mainActionOf } from './actions.ts'
import { hasName, type CustomerTold, type JobState } from './records.ts'
import { factsOf, stationOfJob, type Around, type World } from './standing.ts'
import { standingOf } from './steps.ts'

type Tell = Extract<Command, { kind: 'tell-customer' }>

const DAY_MS = 86_400_000

/** How it stands with a device that is ready: whether the customer knows, and when they are reminded next. */
export interface Fetching {
  /** When they were told that it is ready; undefined while nobody has told them. */
  readonly toldAt: string | undefined
  readonly reminders: number
  /** When they are reminded next, by the shop's rule; undefined where the rule has no more. */
  readonly nextAt: string | undefined
}

/** @returns undefined where there is nothing to fetch: the job is elsewhere, closed, or the device was never here */
export function fetchingOf(job: JobState, around: Around): Fetching | undefined {
  if (job.handBack || factsOf(job).deviceHere === 'no') return undefined
  if (stationOfJob(job, around) !== 'hand-back' || isRunning(job)) return undefined
  const told = job.told ?? []
  // Told before something came up again, it is told anew once that is over.
  const toldAt = told.findLast(({ what }) => what === 'ready')?.at
  const reminders = toldAt ? told.filter(({ what, at }) => what === 'reminder' && at >= toldAt).length : 0
  const days = around.prices.remindAfterDays[reminders]
  const nextAt =
    toldAt !== undefined && days !== undefined
      ? new Date(Date.parse(toldAt) + days * DAY_MS).toISOString()
      : undefined
  return { toldAt, reminders, nextAt }
}

/** A wipe, a first start or a charge has begun and is not over: also where it should never have begun. */
function isRunning(job: JobState): boolean {
  const { charging, wipeStartedAt, wipeFinishedAt, firstStartAt, setUpAt } = standingOf(job).bench
  return (
    (charging !== undefined && charging.endedAt === undefined) ||
    (wipeStartedAt !== undefined && wipeFinishedAt === undefined) ||
    (firstStartAt !== undefined && setUpAt === undefined)
  )
}

/** Whether nothing but the customer's agreement is missing: they may be asked for it on their status page. */
const mayBeAsked = (job: JobState, around: Around): boolean =>
  hasName(job.customer) && mainActionOf(job, around).action.kind === 'show-agreement'

/** Whether they were asked, and have not answered since: what they would sign is what is so now. */
export function isAsked(job: JobState, around: Around): boolean {
  const askedAt = job.told?.findLast(({ what }) => what === 'question')?.at
  if (askedAt === undefined || !mayBeAsked(job, around)) return false
  return job.agreement === null || Date.parse(job.agreement.at) < Date.parse(askedAt)
}

/** What may be told now, the next first: a question, that it is ready, a reminder, or the document once it is closed. */
export function mayBeTold(job: JobState, around: Around): readonly CustomerTold['what'][] {
  if (job.handBack) return ['document']
  if (mayBeAsked(job, around)) return ['question']
  const fetching = fetchingOf(job, around)
  if (!fetching) return []
  return fetching.toldAt === undefined ? ['ready'] : ['reminder', 'ready']
}

/** What was told is recorded once for each key. What was not so is not told. */
export function decideTelling(job: JobState, { kind: _, ...told }: Tell, world: World): Decided {
  if (job.told?.some(({ key }) => key === told.key)) return yes()
  if (!mayBeTold(job, world).includes(told.what)) return refused({ code: 'nothing-to-tell', what: told.what })
  return yes({ kind: 'customer-told', told: { ...told, by: world.by, at: world.now } })
}
