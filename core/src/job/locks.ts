import type { AccountProof } from '../account/index.ts'
import { takesOtherSims } from '../carrier/index.ts'
import { isOrderFromAfar, type Locks, type LockState } from '../route/index.ts'
import { releasedBy, type Order } from './orders.ts'
import type { JobState, LockStatement, WokenAsks } from './records.ts'
import { factsOf, routeOf, type Around } from './standing.ts'
import { standingOf } from './steps.ts'

/** How a lock was shown to be off; undefined where no event shows it. */
export type ShownBy =
  | 'set-up-reached'
  | 'remembered'
  | 'remote-unlock'
  | 'settings'
  | 'woken-open'
  | 'woken-new-lock'
  | AccountProof
  | 'account-list-empty'
  | 'code-worked'
  | 'other-sim-works'

/** The order that released the carrier lock, once it was proven. */
export const carrierRelease = (job: JobState): Order | undefined =>
  job.orders.find((one) => one.state === 'released' && releasedBy(one) === 'carrier')

/** Which event shows each lock to be off. An answer shows nothing. */
export function shownOff(job: JobState): Readonly<Record<keyof Locks, ShownBy | undefined>> {
  const { bench, deleted, account } = standingOf(job)
  // A list that was empty shows nothing where the device asks all the same.
  const wasListEmpty = bench.accountTakenOffAt !== undefined && deleted === 'by-settings' && !account.asked
  const lifted = bench.screenLifted?.how
  const released = carrierRelease(job)
  return {
    screen: bench.woken
      ? WOKEN[bench.woken.asks]
      : bench.setUpAt !== undefined && deleted !== 'no'
        ? 'set-up-reached'
        : lifted === 'remembered' || lifted === 'remote-unlock' || lifted === 'settings'
          ? lifted
          : undefined,
    account: job.accountConfirmed?.how ?? (wasListEmpty ? 'account-list-empty' : undefined),
    carrier: takesOtherSims(standingOf(job).carrier)
      ? 'other-sim-works'
      : released && (released.answer === 'code' ? 'code-worked' : 'other-sim-works'),
  }
}

/** A lock as strip, lists and tag show it: off because something showed it off, or because nothing speaks for it. */
export type LockShown = LockState | 'off-untested'

/** *Clear* is only what an event shows, as on the document: what was answered is off and not tested. */
export function locksShown(job: JobState, around: Around): Readonly<Record<keyof Locks, LockShown>> {
  const { locks } = routeOf(job, around)
  const shown = shownOff(job)
  const of = (lock: keyof Locks): LockShown =>
    locks[lock] === 'clear' && !shown[lock] ? 'off-untested' : locks[lock]
  return { screen: of('screen'), account: of('account'), carrier: of('carrier') }
}

/** What a device shows that was locked and woken once: whatever was seen of it before. */
const WOKEN = {
  nothing: 'woken-open',
  'new-lock': 'woken-new-lock',
  'old-lock': undefined,
} as const satisfies Record<WokenAsks, ShownBy | undefined>

/** What may be said of each lock at the hand-back, the likeliest first; never what is not so. */
export function statementsOf(
  job: JobState,
  around: Around,
): Readonly<Record<keyof Locks, readonly LockStatement[]>> {
  const { locks } = routeOf(job, around)
  const shown = shownOff(job)
  return {
    screen: shown.screen ? ['confirmed-off'] : screenStatements(job, locks.screen),
    account: shown.account ? ['confirmed-off'] : accountStatements(job, locks.account),
    carrier: shown.carrier ? ['confirmed-off'] : carrierStatements(job, locks.carrier),
  }
}

function screenStatements(job: JobState, state: LockState): readonly LockStatement[] {
  const facts = factsOf(job)
  const { bench, deleted } = standingOf(job)
  // It was tried, and it asks.
  if (bench.woken) return ['on']
  const isAsked = facts.complaint === 'forgotten-lock' || facts.complaint === 'too-many-entries'
  if (deleted !== 'no' && (isAsked || deleted !== 'by-service')) return ['not-tested', 'on']
  if (isAsked) return state === 'locked' ? ['on', 'not-tested'] : ['not-tested', 'on']
  return ['not-part-of-this-job', 'not-tested', ...(state === 'locked' ? (['on'] as const) : [])]
}

function accountStatements(job: JobState, state: LockState): readonly LockStatement[] {
  const { deleted, account } = standingOf(job)
  const { complaint, accountOnDevice } = factsOf(job)
  if (account.asked || complaint === 'second-hand' || (deleted === 'by-recovery' && state === 'locked'))
    return ['on', 'not-tested']
  if (deleted !== 'no') return ['not-tested', ...(accountOnDevice === 'no' ? [] : (['on'] as const))]
  return ['not-part-of-this-job', 'not-tested']
}

function carrierStatements(job: JobState, state: LockState): readonly LockStatement[] {
  const facts = factsOf(job)
  switch (state) {
    case 'not-there':
      return ['none']
    case 'locked':
    case 'will-appear':
      return ['on', 'not-tested']
    case 'clear':
    case 'unknown':
      return facts.complaint === 'carrier-lock-only' || isOrderFromAfar(facts)
        ? ['not-tested', 'on']
        : ['not-part-of-this-job', 'not-tested']
  }
}
