import { foreseeAccountLock, type AccountForesight } from '../account/index.ts'
import { USUAL_PRICES, type PriceList } from '../price/index.ts'
import type { Experience } from '../results/index.ts'
import { decide, isToBeTried, LOSES_DATA, type Choice, type Decision } from './decide.ts'
import { beforeTheWipe, type BeforeTheWipe } from './before.ts'
import { factsNow } from './facts.ts'
import type { AgreementTerms, DeviceOnJob, FactName, Facts, Progress, RouteAction } from './facts.ts'
import { coursesOf, mayBeWiped, optionOf, type Figures, type Option } from './figures.ts'
import { gatesOfAnOrder, gatesOfTheJob, gatesOfTheWipe, isOrderFromAfar, type Gate } from './gates.ts'
import { timedCoursesOf, type TimedCourse } from './promise.ts'
import { locksNow, type Locks, type ResetAhead } from './locks.ts'
import {
  agreementState,
  deletionCovered,
  termsOf,
  worseThanSigned,
  type AgreementState,
  type DeletionCovered,
  type ToldOfPrices,
  type TermsWorse,
} from './terms.ts'

export type StageId =
  | 'take-in'
  | 'prepare'
  | 'into-recovery'
  | 'gentler'
  | 'reset'
  | 'first-start'
  | 'account'
  | 'carrier'
  | 'hand-back'

/** One stage of the work in its order, with what must hold before it begins. */
export interface Stage {
  readonly id: StageId
  /** `left`: the job is closed, and it never came to that. */
  readonly state: 'done' | 'now' | 'later' | 'left'
  readonly gates: readonly Gate[]
  /** What this stage is about on this very job. */
  readonly note?: StageNote | undefined
}

export type StageNote = {
  readonly code:
    | 'nothing-deleted'
    | 'all-data-gone'
    | 'data-perhaps-gone'
    | 'will-ask-for-account'
    | 'asks-for-account'
    | 'will-not-ask'
    | 'may-ask-for-account'
    | 'may-ask-after-recovery'
    | 'order-needed'
    | 'ask-the-carrier'
  readonly facts: readonly FactName[]
}

export interface Route {
  readonly choices: readonly Choice[]
  readonly afterwards: readonly RouteAction[]
  readonly figures: Figures
  /** All ways it can go, for what is promised. */
  readonly courses: readonly TimedCourse[]
  /** What is to be done first, by itself and with what follows. */
  readonly option: Option
  readonly stages: readonly Stage[]
  readonly locks: Locks
  /** What the account lock will do, by how the device will be reset. */
  readonly foresight: AccountForesight
  /** What must hold before the point of no return. */
  readonly wipeGates: readonly Gate[]
  readonly agreement: RouteAgreement
  /** What of the actions may delete what is on the device. */
  readonly mayWipe: boolean
  /** What is done or asked before that, since afterwards it is too late. */
  readonly before: readonly BeforeTheWipe[]
}

/** The customer's agreement against the route as it is now. */
export interface RouteAgreement {
  readonly state: AgreementState
  /** What would be agreed to now. */
  readonly terms: AgreementTerms
  /** What has become worse for the customer since it was signed. */
  readonly worse: readonly TermsWorse[]
  /** Whether something may be deleted now under what was signed; says nothing where it is not in force. */
  readonly covers: DeletionCovered
}

/** From the facts to the decision, the ordered stages with gates and reasons. Pure, some milliseconds at most. */
export function planRoute(
  asked: Facts,
  device: DeviceOnJob | undefined,
  progress: Progress,
  prices: PriceList = USUAL_PRICES,
  experience?: Experience,
): Route {
  const facts = factsNow(asked, progress)
  const decision = decide({ facts: asked, device, progress, prices, experience })
  const does = whatItDoes(decision, progress)
  const locks = locksNow(facts, device, progress, resetAhead(decision))
  const told = { quote: decision.figures.quote, retention: prices.retention }
  const now = agreementNow(facts, device, progress, told, does)
  // An account that was taken off since settles no agreement: that is judged as it was signed.
  const isOffSince =
    progress.agreement.kind === 'signed' && progress.accountTakenOff && !progress.accountOffWhenAgreed
  const agreement = isOffSince
    ? {
        ...planRoute(asked, device, { ...progress, accountTakenOff: false }, prices, experience).agreement,
        terms: now.terms,
      }
    : now
  // What was done without deleting does not settle the agreement for deleting: it is asked as before the work.
  const { state, covers } =
    isAgreedDone(progress) && !progress.wipeStarted
      ? planRoute(asked, device, beforeWork(progress), prices, experience).agreement
      : agreement
  const wipeGates = gatesOfTheWipe(asked, progress, state, covers)
  const plan = { facts, device, progress, locks, agreement, wipeGates, does }
  const route = {
    choices: decision.choices,
    afterwards: decision.afterwards,
    figures: decision.figures,
    courses: timedCoursesOf(coursesOf(decision.policy)),
    option: optionOf(decision.policy, decision.problem, prices, decision.figures),
    locks,
    stages: stagesOf(decision.choices[0]?.action ?? 'ask-first', plan),
    foresight: foreseeAccountLock(
      {
        ...facts,
        isSeenToAsk: progress.accountAsked,
        isStrangers: facts.complaint === 'second-hand',
      },
      resetForeseen(decision, progress, does),
      device,
    ),
    wipeGates,
    agreement,
    mayWipe: does.mayBeWiped,
  }
  return { ...route, before: beforeTheWipe(facts, device, progress, route) }
}

/** Whether something has been done that the agreement was for. */
const isAgreedDone = ({ wipeStarted, dataGone, screenLifted, accountProof, handedBack }: Progress): boolean =>
  wipeStarted || dataGone || screenLifted || accountProof !== undefined || handedBack

/** The progress without anything that was done at the device. */
export const beforeWork = (progress: Progress): Progress => ({
  ...progress,
  inRecovery: false,
  wipeStarted: false,
  setUpReached: false,
  screenLifted: false,
  dataGone: false,
  accountProof: undefined,
  accountAsked: false,
  accountTakenOff: progress.accountOffWhenAgreed,
  handedBack: false,
})

/** The first reset on the main line. */
function resetAhead({ choices }: Decision): ResetAhead {
  const first = choices.find(({ action }) => RESETS.includes(action))?.action
  return first === 'reset-from-recovery'
    ? 'from-recovery'
    : first === 'reset-from-settings'
      ? 'from-settings'
      : 'none'
}

/** The reset after which the account lock is foreseen: the one that was made, or the first on the main line. */
function resetForeseen(decision: Decision, { wipeStarted }: Progress, does: WhatItDoes): ResetAhead {
  const ahead = wipeStarted ? 'from-recovery' : resetAhead(decision)
  if (ahead !== 'none') return ahead
  return does.fromRecovery ? 'from-recovery' : does.mayBeWiped ? 'from-settings' : 'none'
}
const RESETS: readonly RouteAction[] = ['reset-from-recovery', 'reset-from-settings']

type WhatItDoes = Parameters<typeof termsOf>[3]

/** What the decision may do to the device; what the wipe has done already counts as what it may do. */
function whatItDoes({ policy, choices }: Decision, progress: Progress): WhatItDoes {
  const courses = coursesOf(policy)
  const first = choices.find(({ action }) => action !== 'recover-account')?.action
  const acts = new Set(courses.flatMap(({ acts: all }) => all))
  return {
    mayBeWiped: progress.wipeStarted || mayBeWiped(policy),
    wipedAtFirst: progress.wipeStarted || (first !== undefined && LOSES_DATA.includes(first)),
    fromRecovery: progress.wipeStarted || acts.has('reset-from-recovery'),
    fromSettings: !progress.wipeStarted && acts.has('reset-from-settings'),
    makersService: acts.has('makers-service'),
  }
}

function agreementNow(
  facts: Facts,
  device: DeviceOnJob | undefined,
  progress: Progress,
  told: ToldOfPrices,
  does: WhatItDoes,
): RouteAgreement {
  const given = progress.agreement
  const { gentlerFailed } = progress
  const terms = termsOf(facts, device, told, does)
  // What was agreed to has been done; nothing later makes it undone.
  if (given.kind === 'signed' && isAgreedDone(progress))
    return {
      state: 'given',
      terms: given.terms,
      worse: [],
      covers: deletionCovered(given.terms, gentlerFailed ? 'gone' : 'perhaps-gone'),
    }
  return {
    state: agreementState(given, terms, gentlerFailed),
    terms,
    worse: given.kind === 'signed' ? worseThanSigned(given.terms, terms, gentlerFailed) : [],
    covers: given.kind === 'signed' ? deletionCovered(given.terms, terms.storage) : 'agreement-keeps-data',
  }
}

interface Plan {
  readonly facts: Facts
  readonly device: DeviceOnJob | undefined
  readonly progress: Progress
  readonly locks: Locks
  readonly agreement: RouteAgreement
  readonly wipeGates: readonly Gate[]
  readonly does: WhatItDoes
}

const SHORT: readonly RouteAction[] = ['refuse', 'makers-service', 'ask-first', 'leave-it']

function stagesOf(action: RouteAction, plan: Plan): readonly Stage[] {
  const { facts, progress, locks } = plan
  const isBegun =
    progress.inRecovery ||
    progress.wipeStarted ||
    progress.screenLifted ||
    progress.carrierReleased ||
    progress.accountProof !== undefined
  // A stranger's account that the maker's service removes is waited for at the desk of the account lock; whether a carrier
  // lock is off, or that no code helps any more, is seen at the carriers'.
  const isLed =
    (action === 'makers-service' && facts.complaint === 'second-hand') ||
    isToBeTried(facts, progress) ||
    (facts.complaint === 'carrier-lock-only' && progress.failedActs.includes('carrier-order'))
  if (SHORT.includes(action) && !isLed && !isBegun)
    return inOrder([
      {
        id: 'take-in',
        done: progress.handedBack || (action === 'makers-service' && isDone('take-in', plan)),
        gates: gatesOfTheJob(facts, progress),
      },
      { id: 'hand-back', done: progress.handedBack, gates: [] },
    ])
  const isOrderOnly = facts.complaint === 'carrier-lock-only'
  // Nobody goes to the carriers for a lock that is not there; one that was lifted here stays on its road, done.
  const hasNoCarrierLock =
    locks.carrier === 'not-there' || (facts.carrierLocked === 'no' && !progress.carrierReleased)
  const ids = [
    ...stagesInto(action, plan),
    ...(hasNoCarrierLock || isOrderOnly ? [] : (['carrier'] as const)),
    'hand-back' as const,
  ]
  return inOrder(
    ids.map((id) => ({ id, done: isDone(id, plan), gates: gatesOf(id, plan), note: noteOf(id, plan) })),
  )
}

const WHOLE_ROAD = ['take-in', 'prepare', 'into-recovery', 'reset', 'first-start', 'account'] as const
const FROM_SETTINGS = ['take-in', 'prepare', 'reset', 'first-start'] as const
/** Where nothing is deleted on any branch, as the agreement says. */
const DATA_KEPT = ['take-in', 'prepare', 'into-recovery', 'gentler', 'account'] as const

/** The stages up to the account lock. What has been begun stays its road, whatever is decided now. */
function stagesInto(action: RouteAction, { facts, progress, does }: Plan): readonly StageId[] {
  if (facts.complaint === 'carrier-lock-only') return ['take-in', 'carrier']
  // A stranger's account, or one that was shown to be off with nothing else done: there is no way through recovery.
  const isOffAlready = progress.accountProof !== undefined && !progress.screenLifted
  const isAccountOnly = facts.complaint === 'second-hand' || isOffAlready
  if (isAccountOnly && !progress.wipeStarted && !progress.inRecovery) return ['take-in', 'account']
  // What works again without a reset from recovery raises no account lock.
  if (progress.screenLifted && !progress.wipeStarted)
    return [
      ...(progress.dataGone ? FROM_SETTINGS : (['take-in', 'prepare', 'gentler'] as const)),
      ...(progress.accountAsked ? (['account'] as const) : []),
    ]
  if (!does.mayBeWiped && !progress.dataGone) return DATA_KEPT
  const isBySettings = action === 'reset-from-settings' && !progress.inRecovery && !progress.wipeStarted
  return isBySettings ? FROM_SETTINGS : WHOLE_ROAD
}

function inOrder(
  stages: readonly { id: StageId; done: boolean; gates: readonly Gate[]; note?: StageNote | undefined }[],
): readonly Stage[] {
  const isClosed = stages.some(({ id, done }) => id === 'hand-back' && done)
  if (isClosed) return stages.map(({ id, done }) => ({ id, gates: [], state: done ? 'done' : 'left' }))
  const now = stages.findIndex(({ done }) => !done)
  return stages.map(({ id, gates, note }, index) =>
    index < now || now < 0
      ? { id, gates, state: 'done' }
      : { id, gates, note, state: index === now ? 'now' : 'later' },
  )
}

function isDone(id: StageId, { facts, progress, locks, agreement }: Plan): boolean {
  switch (id) {
    case 'take-in':
      return (
        // What was done without an agreement can not be agreed to afterwards; the work goes on, and the record says so.
        (agreement.state === 'given' || isAgreedDone(progress)) &&
        gatesOfTheJob(facts, progress).every(({ state }) => state === 'open') &&
        (facts.deviceHere !== 'no' || isOrderFromAfar(facts) || facts.complaint === 'second-hand')
      )
    case 'prepare':
      return facts.battery === 'at-least-20' || facts.battery === 'external-power' || progress.inRecovery
    case 'into-recovery':
      return progress.inRecovery || progress.wipeStarted || progress.screenLifted
    case 'gentler':
    case 'reset':
      return progress.wipeStarted || progress.screenLifted
    case 'first-start':
      return progress.setUpReached || (progress.screenLifted && !progress.wipeStarted)
    case 'account':
      // After a reset from recovery its wizard is gone through: until then nobody has seen whether it asks.
      return progress.accountProof !== undefined || (locks.account === 'clear' && !progress.wipeStarted)
    case 'carrier':
      return (
        (locks.carrier === 'clear' && !isToBeTried(facts, progress)) ||
        (facts.carrierLocked !== 'yes' && facts.complaint !== 'carrier-lock-only')
      )
    case 'hand-back':
      return progress.handedBack
  }
}

function gatesOf(id: StageId, { facts, device, progress, wipeGates }: Plan): readonly Gate[] {
  switch (id) {
    case 'take-in':
      return gatesOfTheJob(facts, progress)
    case 'reset':
      return wipeGates
    case 'carrier':
      return facts.carrierLocked === 'yes' ? gatesOfAnOrder(facts, device, progress) : []
    case 'prepare':
    case 'into-recovery':
    case 'gentler':
    case 'first-start':
    case 'account':
    case 'hand-back':
      return []
  }
}

function noteOf(id: StageId, { facts, locks, does, agreement, progress }: Plan): StageNote | undefined {
  if (id === 'gentler') return { code: 'nothing-deleted', facts: ['complaint'] }
  if (id === 'reset')
    return { code: does.wipedAtFirst ? 'all-data-gone' : 'data-perhaps-gone', facts: ['complaint'] }
  if (id === 'account') {
    if (locks.account === 'locked' && facts.complaint === 'second-hand')
      return { code: 'asks-for-account', facts: ['complaint'] }
    if (locks.account === 'will-appear' || locks.account === 'locked')
      return { code: 'will-ask-for-account', facts: ['accountOnDevice', 'accountAddress'] }
    // What was signed speaks of every course: also of a reset from recovery where the settings do not help.
    if (progress.accountProof !== undefined || agreement.terms.account === 'not-asked')
      return { code: 'will-not-ask', facts: ['accountOnDevice'] }
    return {
      code: facts.accountOnDevice === 'yes' ? 'may-ask-after-recovery' : 'may-ask-for-account',
      facts: ['accountOnDevice'],
    }
  }
  if (id === 'carrier' && locks.carrier !== 'clear')
    return facts.carrierLocked === 'yes' || facts.complaint === 'carrier-lock-only'
      ? { code: 'order-needed', facts: ['carrierLocked', 'originalCarrier'] }
      : { code: 'ask-the-carrier', facts: ['carrierLocked'] }
  return undefined
}
