import type { AccountStepId, StepState } from '../account/index.ts'
import type { CarrierStepId, CarrierStepState } from '../carrier/index.ts'
import { gatesOfTheJob, type Gate, type RouteAction, type Station } from '../route/index.ts'
import { accountPlanOf, carrierPlanOf } from './desks.ts'
import { orderUnderWay, whyNoOrder } from './decideDesks.ts'
import type { ReleasedLock } from './orders.ts'
import type { BenchChange, JobState, StepChange } from './records.ts'
import { factsOf, progressOf, routeOf, stationOfJob, type Around } from './standing.ts'
import { standingOf } from './steps.ts'

/** The one thing to do next on a job, at the station where it waits. It can always be done. */
export type MainAction =
  /** Something is not known or not settled that everything else waits for. */
  | { readonly kind: 'answer' }
  | { readonly kind: 'wait-for-device' }
  | { readonly kind: 'show-agreement' }
  | { readonly kind: 'charge' }
  /** What keeps the data, or the reset from the settings; what is told once it has worked. */
  | { readonly kind: 'gentler'; readonly action: RouteAction; readonly worked: StepChange }
  /** The keys, into recovery. */
  | { readonly kind: 'attempt' }
  /** Checks before what deletes may be shown. */
  | { readonly kind: 'check'; readonly gates: readonly Gate[] }
  | { readonly kind: 'reveal' }
  | { readonly kind: 'tell'; readonly change: StepChange }
  /** It stands in recovery again after a wipe: what is next depends on its menu. */
  | { readonly kind: 'came-back' }
  | { readonly kind: 'confirm-account' }
  /** Something on the way to the end of the account lock, or what is waited for. */
  | {
      readonly kind: 'account-step'
      readonly step: AccountStepId
      readonly state: StepState
      readonly does: StepChange | undefined
    }
  /** Something on the way to the end of the carrier lock, or what is waited for. */
  | {
      readonly kind: 'carrier-step'
      readonly step: CarrierStepId
      readonly state: CarrierStepState
      readonly does: StepChange | undefined
    }
  | { readonly kind: 'order' }
  | { readonly kind: 'follow-order' }
  | { readonly kind: 'hand-back' }
  | { readonly kind: 'none' }

/** Where the work at the device stands: before recovery, at its keys, in its menu, or once it wipes and starts. */
export type BenchPlace = 'gentle' | 'keys' | 'menu' | 'after'

/** With the time, where somebody looks at it: waits are over by then. */
type AroundNow = Around & { readonly now?: string }

/** Which station a job waits at, and what is done there next. */
export function mainActionOf(
  job: JobState,
  around: AroundNow,
): { readonly station: Station; readonly action: MainAction } {
  const station = stationOfJob(job, around)
  switch (station) {
    case 'counter':
      return { station, action: atTheCounter(job, around) }
    case 'bench':
      return { station, action: benchActionOf(job, around) }
    case 'account-lock':
      return { station, action: atTheAccounts(job, around) }
    case 'carrier-lock':
      return { station, action: atTheCarriers(job, around) }
    case 'hand-back':
      return { station, action: { kind: 'hand-back' } }
    case 'closed':
      return { station, action: { kind: 'none' } }
  }
}

function atTheCounter(job: JobState, around: Around): MainAction {
  const { choices, agreement } = routeOf(job, around)
  const first = choices[0]?.action
  if (first === 'leave-it') return { kind: 'hand-back' }
  if (first === 'ask-first' || first === undefined) return { kind: 'answer' }
  const facts = factsOf(job)
  if (facts.deviceHere === 'no' && agreement.terms.storage !== 'kept') return { kind: 'wait-for-device' }
  if (agreement.state === 'given' || job.customer.name === '') return { kind: 'answer' }
  // What would end the work is settled before anybody is asked to agree to it.
  if (gatesOfTheJob(facts, progressOf(job)).some(({ state }) => state !== 'open')) return { kind: 'answer' }
  // Once something was deleted nobody is asked to agree any more: what is left is to hand it back as it is.
  return standingOf(job).deleted === 'no' ? { kind: 'show-agreement' } : { kind: 'hand-back' }
}

type Lifted = Extract<BenchChange, { kind: 'screen-lifted' }>['how']
/** What is tried before anybody goes near recovery, and what is told once it has worked. */
const GENTLE: { readonly [Action in RouteAction]?: Lifted | 'password-found' } = {
  remember: 'remembered',
  'remote-unlock': 'remote-unlock',
  'reset-from-settings': 'settings',
  'recover-account': 'password-found',
}
/** What may mend it in recovery's menu without deleting anything. */
const MENDS: { readonly [Action in RouteAction]?: Lifted } = {
  'clear-cache': 'cache-cleared',
  'install-system-again': 'system-installed',
}

/** What is done in recovery's menu. */
const FROM_RECOVERY: readonly RouteAction[] = ['reset-from-recovery', 'clear-cache', 'install-system-again']

export function benchPlaceOf(job: JobState, around: Around): BenchPlace {
  const { bench } = standingOf(job)
  if ((bench.wipeStartedAt || bench.firstStartAt) && !bench.setUpAt) return 'after'
  if (bench.inRecoveryAt) return 'menu'
  const first = routeOf(job, around).choices[0]?.action
  return first && GENTLE[first] ? 'gentle' : 'keys'
}

/** What is next at the device itself, also while the job waits elsewhere. */
export function benchActionOf(job: JobState, around: Around): MainAction {
  const { choices, stages } = routeOf(job, around)
  const first = choices[0]?.action
  switch (benchPlaceOf(job, around)) {
    case 'after':
      return { kind: 'tell', change: { kind: nextAfterTheWipe(job) } }
    case 'menu':
      return inTheMenu(job, around, first)
    case 'gentle':
      return first === 'reset-from-settings'
        ? inTheSettings(job, around)
        : {
            kind: 'gentler',
            action: first ?? 'remember',
            worked: workedBy((first && GENTLE[first]) ?? 'remembered'),
          }
    case 'keys':
      // What is next is not done from recovery: nobody is sent to its keys.
      if (first === 'refuse') return { kind: 'hand-back' }
      // But for a device that was reset from there and has not started since.
      if (first && !FROM_RECOVERY.includes(first) && standingOf(job).deleted !== 'by-recovery')
        return { kind: first === 'ask-first' ? 'answer' : 'hand-back' }
      if (!around.device) return { kind: 'answer' }
      return stages.some(({ id, state }) => id === 'prepare' && state === 'now')
        ? { kind: 'charge' }
        : { kind: 'attempt' }
  }
}

const workedBy = (how: Lifted | 'password-found'): StepChange =>
  how === 'password-found' ? { kind: 'recovery-ended', found: true } : { kind: 'screen-lifted', how }

function nextAfterTheWipe(job: JobState): 'wipe-finished' | 'first-start' | 'set-up' {
  const { bench } = standingOf(job)
  if (bench.wipeStartedAt && !bench.wipeFinishedAt) return 'wipe-finished'
  return bench.firstStartAt ? 'set-up' : 'first-start'
}

function inTheMenu(job: JobState, around: Around, first: RouteAction | undefined): MainAction {
  if (standingOf(job).deleted === 'by-recovery') return { kind: 'came-back' }
  const mends = first && MENDS[first]
  if (mends) return { kind: 'gentler', action: first, worked: workedBy(mends) }
  if (first === 'leave-it') return { kind: 'hand-back' }
  // What the route wants now is not done from recovery: it is left first.
  if (first !== 'reset-from-recovery') return { kind: 'tell', change: { kind: 'back-to-keys' } }
  return mayShowWipeKeys(job, around)
    ? { kind: 'tell', change: { kind: 'wipe-started' } }
    : checksOrReveal(job, around)
}

function inTheSettings(job: JobState, around: Around): MainAction {
  const { bench } = standingOf(job)
  if (factsOf(job).accountOnDevice !== 'no' && bench.accountTakenOffAt === undefined)
    return { kind: 'tell', change: { kind: 'account-taken-off' } }
  return mayShowWipeKeys(job, around)
    ? { kind: 'gentler', action: 'reset-from-settings', worked: workedBy('settings') }
    : checksOrReveal(job, around)
}

function checksOrReveal(job: JobState, around: Around): MainAction {
  const gates = routeOf(job, around).wipeGates.filter(({ state }) => state !== 'open')
  return gates.length > 0 ? { kind: 'check', gates } : { kind: 'reveal' }
}

function atTheAccounts(job: JobState, around: AroundNow): MainAction {
  const order = orderUnderWay(job, 'account')
  if (order && order.state !== 'released') return { kind: 'follow-order' }
  const first = routeOf(job, around).choices[0]?.action
  const { steps, now, does, proves, situation } = accountPlanOf(job, around, around.now ?? job.openedAt)
  // That it never asks is seen at the wizard, also where nothing else is left to do.
  const isOnlySeen = situation === 'never-asks' && proves
  if (first === 'refuse' || (first === 'leave-it' && !isOnlySeen)) return { kind: 'hand-back' }
  const state = steps.find(({ id }) => id === now)?.state
  if (!now || !state) return { kind: 'confirm-account' }
  if (now === 'order-the-release' && canOrder('account', job, around)) return { kind: 'order' }
  return proves ? { kind: 'confirm-account' } : { kind: 'account-step', step: now, state, does }
}

/** Whether a release can be ordered now: nothing stands against it, and it is known of whom. */
export function canOrder(lock: ReleasedLock, job: JobState, around: Around): boolean {
  return (
    !job.handBack &&
    !whyNoOrder(lock, job, around) &&
    (lock === 'account' || Boolean(factsOf(job).originalCarrier && factsOf(job).carrierCountry))
  )
}

function atTheCarriers(job: JobState, around: AroundNow): MainAction {
  const order = orderUnderWay(job, 'carrier')
  if (order && order.state !== 'released') return { kind: 'follow-order' }
  const { steps, now, does } = carrierPlanOf(job, around, around.now ?? job.openedAt)
  const state = steps.find(({ id }) => id === now)?.state
  if (now && state && now !== 'order-the-unlock') return { kind: 'carrier-step', step: now, state, does }
  return { kind: canOrder('carrier', job, around) ? 'order' : 'hand-back' }
}

/** Whether the keys that delete may be on the screen: shown once, and everything still holds. */
export function mayShowWipeKeys(job: JobState, around: Around): boolean {
  const { bench } = standingOf(job)
  return (
    bench.revealedAt !== undefined && routeOf(job, around).wipeGates.every(({ state }) => state === 'open')
  )
}
