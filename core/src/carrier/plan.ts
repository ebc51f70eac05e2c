import type { ReleaseUnderWay } from '../account/index.ts'
import type { CarrierChange, CarrierRecord } from './steps.ts'

/** Where no rule is known, in working days. Common practice, no source. */
const USUAL_DAYS = 3
const MOST_DAYS = 10

export type CarrierStepId =
  | 'see-that-it-is-on'
  | 'ask-the-carrier'
  | 'wait-for-the-carrier'
  | 'order-the-unlock'
  | 'wait-for-the-supplier'
  | 'activate'
  | 'see-that-it-is-off'

export type CarrierStepState = 'done' | 'now' | 'waiting' | 'due' | 'later'

export interface CarrierWait {
  readonly for: 'carrier-reply'
  readonly since: string
  readonly earliest: string
  readonly until: string
  readonly latest: string
}

/** Which way the unlock comes: none is needed, from the carrier for free, from a supplier, or no more by a code. */
export type CarrierSituation = 'not-locked' | 'from-the-carrier' | 'from-a-supplier' | 'blocked'

export interface CarrierPlan {
  readonly situation: CarrierSituation
  readonly steps: readonly { readonly id: CarrierStepId; readonly state: CarrierStepState }[]
  readonly now: CarrierStepId | undefined
  /** What is told once that step is done; undefined where somebody has to choose. */
  readonly does: CarrierChange | undefined
  readonly waits: readonly CarrierWait[]
}

/** All that the plan is made from. */
export interface CarrierCase {
  readonly record: CarrierRecord
  /** The device is here: what is said of its lock can be seen. */
  readonly isHere: boolean
  /** Another carrier's SIM works, by whatever way that came. */
  readonly isReleased: boolean
  /** What the route decides for now, by its name. */
  readonly first: string | undefined
  /** An order at a supplier that is under way, or that released it. */
  readonly order: ReleaseUnderWay | undefined
  /** No entry of a code is left at the device. */
  readonly isBlocked: boolean
  /** ISO 8601 in UTC. */
  readonly now: string
  readonly afterWorkingDays: (from: string, days: number) => string
}

const COURSES: Readonly<Record<CarrierSituation, readonly CarrierStepId[]>> = {
  // What its own page says is proven by a SIM all the same.
  'not-locked': ['see-that-it-is-on', 'see-that-it-is-off'],
  'from-the-carrier': ['see-that-it-is-on', 'ask-the-carrier', 'wait-for-the-carrier', 'see-that-it-is-off'],
  blocked: [],
  'from-a-supplier': ['see-that-it-is-on', 'order-the-unlock', 'wait-for-the-supplier', 'activate'],
}

/** What a step is told as once it is done as it should be. */
const DONE: { readonly [Step in CarrierStepId]?: CarrierChange } = {
  'see-that-it-is-on': { kind: 'carrier-lock-seen', on: true, by: 'other-sim' },
  'wait-for-the-carrier': { kind: 'carrier-answered', says: 'unlocked' },
  'see-that-it-is-off': { kind: 'other-sim-works' },
}

/** Which way it goes, the steps with where they stand, and what is waited for. */
export function planCarrierLock(made: CarrierCase): CarrierPlan {
  const { record } = made
  const situation = situationOf(made)
  const waits = made.isReleased ? [] : waitsOf(made)
  let isNext = true
  const steps = COURSES[situation]
    // What is not here cannot be looked at, and what is ordered is ordered.
    .filter((id) => id !== 'see-that-it-is-on' || record.seen || (made.isHere && !made.order))
    // Once it is off, nothing is left to do; what was never done is not said to be.
    .filter((id) => !made.isReleased || isDone(id, made))
    .map((id) => {
      if (isDone(id, made)) return { id, state: 'done' } as const
      const state = isNext ? stateOfNext(id, waits, made) : 'later'
      isNext = false
      return { id, state }
    })
  const now = steps.find(({ state }) => state !== 'done')?.id
  return { situation, steps, now, does: now && DONE[now], waits }
}

function situationOf({ record, isReleased, order, first, isBlocked }: CarrierCase): CarrierSituation {
  if (record.seen?.on === false && !record.asked && !order) return 'not-locked'
  if (order) return 'from-a-supplier'
  if (record.worksAt) return 'from-the-carrier'
  // What was begun stays the way until the carrier has refused.
  const isAsked = record.asked !== undefined && record.asked.says !== 'refused'
  if (isAsked || (first === 'carrier-free' && !isReleased)) return 'from-the-carrier'
  return isBlocked && !isReleased ? 'blocked' : 'from-a-supplier'
}

function isDone(id: CarrierStepId, { record, isReleased, order }: CarrierCase): boolean {
  const { seen, asked } = record
  switch (id) {
    case 'see-that-it-is-on':
      return seen !== undefined
    case 'ask-the-carrier':
      return asked !== undefined && asked.says !== 'refused'
    case 'wait-for-the-carrier':
      return asked?.says === 'unlocked'
    case 'order-the-unlock':
      return order !== undefined
    case 'wait-for-the-supplier':
      return order === 'answered' || order === 'released'
    case 'activate':
      return order === 'released'
    case 'see-that-it-is-off':
      return isReleased
  }
}

function stateOfNext(
  id: CarrierStepId,
  waits: readonly CarrierWait[],
  { now, order }: CarrierCase,
): CarrierStepState {
  if (id === 'wait-for-the-supplier') return order === 'late' ? 'due' : 'waiting'
  if (id !== 'wait-for-the-carrier') return 'now'
  const [wait] = waits
  return wait && Date.parse(wait.until) > Date.parse(now) ? 'waiting' : 'due'
}

/** Until when the carrier should have answered: as it said itself, else by its country's rule of that day, else as is usual. */
function waitsOf({ record: { asked }, afterWorkingDays }: CarrierCase): readonly CarrierWait[] {
  if (!asked || asked.says === 'unlocked' || asked.says === 'refused') return []
  const since = asked.answeredAt ?? asked.at
  const { rule } = asked
  const days = rule?.workingDays ?? USUAL_DAYS
  const until = asked.until ?? afterWorkingDays(since, days)
  const latest = rule || asked.until ? until : afterWorkingDays(since, MOST_DAYS)
  return [{ for: 'carrier-reply', since, earliest: afterWorkingDays(since, 0), until, latest }]
}
