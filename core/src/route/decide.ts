import { solve, solveBeginningWith } from '../decision/index.ts'
import type { PriceList } from '../price/index.ts'
import type { Experience } from '../results/index.ts'
import { factsNow, ROUTE_ACTIONS } from './facts.ts'
import type { DeviceOnJob, FactName, Facts, Progress, RouteAction } from './facts.ts'
import {
  coursesOf,
  figuresOf,
  HELPED_NOT,
  whereItDidNotHelp,
  type Figures,
  type RoutePolicy,
} from './figures.ts'
import { gatesOfTheJob, ownershipGate, type GateId } from './gates.ts'
import { locksNow } from './locks.ts'
import { routeProblem, type RouteOutcome, type RouteProblem } from './model.ts'
import { lockChanceOf, type Place } from './place.ts'
import { keysLeadThere } from './worlds.ts'

/** Why an action was chosen: a code for the sentence and the facts in it. */
export interface Reason {
  readonly code: ReasonCode
  readonly facts: readonly FactName[]
  readonly gate?: GateId | undefined
}

export type ReasonCode =
  | 'gate-closed-for-good'
  | 'ownership-not-shown'
  | 'agreement-refused'
  | 'no-complaint-yet'
  | 'customer-wishes'
  | 'stranger-account'
  | 'stranger-service'
  | 'account-service'
  | 'secret-known'
  | 'remote-unlock-ready'
  | 'remote-unlock-maybe'
  | 'entries-left'
  | 'cache-first'
  | 'system-file'
  | 'password-first'
  | 'secret-forgotten'
  | 'trouble-stays'
  | 'no-way-into-recovery'
  | 'account-would-stay'
  | 'broken-key'
  | 'asks-for-account'
  | 'account-page'
  | 'authorised-release'
  | 'only-carrier-lock'
  | 'carrier-first'
  | 'not-worth-it'
  | 'nothing-left'
  | 'to-be-seen'
  | 'to-be-started'
  | 'sim-to-be-tried'

export interface Choice {
  readonly action: RouteAction
  readonly reason: Reason
  /** That it works, once it has come to this; 0 to 1. */
  readonly chance: number
  /** What the one before it ended with when it comes to this; undefined for the first. */
  readonly after?: 'it-failed' | 'it-worked'
}

/** What to do, what next when it fails, and what it comes to. */
export interface Decision {
  /** The first is what to do; each following one says after what it comes. */
  readonly choices: readonly Choice[]
  /** What comes after the first reset or release when it worked: the account, the carrier. */
  readonly afterwards: readonly RouteAction[]
  readonly figures: Figures
  readonly policy: RoutePolicy
  readonly problem: RouteProblem
}

/** Everything that a decision stands on. */
export interface Given {
  readonly facts: Facts
  readonly device: DeviceOnJob | undefined
  readonly progress: Progress
  readonly prices: PriceList
  /** The customer’s name is known: nothing is decided by it, and nobody signs without it. */
  readonly customerNamed?: true | undefined
  /** How the shop's own jobs have ended; without it, figures are those that are usual. */
  readonly experience?: Experience | undefined
}

/** Acts that only a person with a right to the device may ask for. */
const NEEDS_OWNERSHIP: readonly RouteAction[] = [
  'reset-from-settings',
  'reset-from-recovery',
  'install-system-again',
  'makers-service',
  'authorised-release',
  'carrier-free',
  'carrier-order',
]
/** Acts that lose what is on the device. */
export const LOSES_DATA: readonly RouteAction[] = [
  'reset-from-settings',
  'reset-from-recovery',
  'makers-service',
]

/** The best policy under the gates: what a gate closes is not weighed at all. */
export function decide(asked: Given): Decision {
  const given = asItIs(asked)
  const { facts, prices } = given
  const problem = problemOf(given)
  const policy = (facts.wish && solveBeginningWith(problem, facts.wish)) ?? solve(problem)
  const barred = barredBy(given)
  const choices = barred
    ? [{ action: 'refuse' as const, reason: barred, chance: 1 }]
    : choicesOf(policy, given)
  return { choices, afterwards: afterwardsOf(policy), figures: figuresOf(policy, prices), policy, problem }
}

/** What it stands on, with what was done since it was asked: see {@link factsNow}. */
export const asItIs = (asked: Given): Given => ({ ...asked, facts: factsNow(asked.facts, asked.progress) })

/** The decision problem of a job. @param given as it is now */
export function problemOf(given: Given): RouteProblem {
  return routeProblem({
    facts: given.facts,
    device: given.device,
    brokenKeys: given.progress.brokenKeys,
    prices: given.prices,
    closed: closedBy(given),
    start: startOf(given),
    experience: given.experience ?? {},
  })
}

function closedBy(given: Given): ReadonlySet<RouteAction> {
  // A gate closed for good leaves nothing to be weighed: no act, no price, no promise.
  if (barredBy(given)) return new Set(ROUTE_ACTIONS)
  const { facts, progress } = given
  const isShown = ownershipGate(facts, progress).state === 'open'
  return new Set<RouteAction>([
    ...(facts.ownership === 'not-shown' && !isShown ? NEEDS_OWNERSHIP : []),
    ...(progress.agreement.kind === 'refused' ? LOSES_DATA : []),
    ...(facts.registryAnswer === 'no-answer'
      ? (['authorised-release', 'carrier-order', 'carrier-free'] as const)
      : []),
  ])
}

function startOf(given: Given): Place {
  const { facts, device, progress } = given
  const start = { failed: [...progress.failedActs].sort(), before: [], passwordFound: false }
  const wiped = progress.wipeStarted || progress.dataGone
  const asksForNothing = progress.wipeStarted && locksNow(facts, device, progress).account === 'clear'
  const isPast = progress.accountProof !== undefined || progress.screenLifted || asksForNothing
  if (facts.complaint === 'carrier-lock-only' || isPast)
    return { ...start, phase: 'carrier', wiped, lockChance: lockChanceOf(given) }
  if (progress.wipeStarted) return { ...start, phase: 'account', wiped }
  return { ...start, phase: 'open', wiped }
}

/** Why there is no work at all on this device, if so. */
function barredBy({ facts, progress }: Given): Reason | undefined {
  const barred = gatesOfTheJob(facts, progress).find(({ state }) => state === 'closed-for-good')
  return barred && { code: 'gate-closed-for-good', facts: barred.facts, gate: barred.id }
}

/** The main line: the first act, and what follows each failure; an act that only clears the way is followed on. */
function choicesOf(policy: RoutePolicy, given: Given): readonly Choice[] {
  const choices: Choice[] = []
  let at: RoutePolicy | undefined = policy
  let after: Pick<Choice, 'after'> = {}
  while (at?.act) {
    const action = at.act.id as RouteAction
    const isOnlyLeaving = action === 'leave-it' || action === 'ask-first'
    if (!isOnlyLeaving || choices.length === 0) choices.push({ ...choiceOf(action, at, given), ...after })
    const onlyClearsTheWay = action === 'recover-account'
    after = { after: onlyClearsTheWay ? 'it-worked' : 'it-failed' }
    at = onlyClearsTheWay
      ? at.branches.find(({ outcome }) => outcome.id === 'worked')?.then
      : whereItDidNotHelp(at)
  }
  return choices
}

function choiceOf(action: RouteAction, { branches }: RoutePolicy, given: Given): Choice {
  const { facts, progress } = given
  const atTheEnd = action === 'leave-it' ? endOf(given) : undefined
  if (atTheEnd) return { action, reason: { code: atTheEnd, facts: [] }, chance: 1 }
  if (action === 'leave-it' && progress.agreement.kind === 'refused')
    return { action: 'refuse', reason: { code: 'agreement-refused', facts: [] }, chance: 1 }
  if (action === 'leave-it' && facts.ownership === 'not-shown')
    return { action: 'refuse', reason: { code: 'ownership-not-shown', facts: ['ownership'] }, chance: 1 }
  return {
    action,
    reason: action === facts.wish ? { code: 'customer-wishes', facts: ['wish'] } : reasonOf(action, given),
    chance: branches.reduce(
      (all, { outcome, chance }) =>
        all + (HELPED_NOT.includes(outcome.id as RouteOutcome['id']) ? 0 : chance),
      0,
    ),
  }
}

/** Brought in for a carrier lock that its own page denies: a SIM of another carrier shows it. */
export const isToBeTried = (
  { complaint }: Facts,
  { carrierSaysOff, carrierReleased }: Pick<Progress, 'carrierSaysOff' | 'carrierReleased'>,
): boolean => complaint === 'carrier-lock-only' && carrierSaysOff && !carrierReleased

/** What is left where nothing is left to decide: to see it start, to see that it asks for no account, to hand it back. */
function endOf(given: Given): ReasonCode | undefined {
  const { wipeStarted, setUpReached, accountProof } = given.progress
  if (isToBeTried(given.facts, given.progress)) return 'sim-to-be-tried'
  if (wipeStarted && !setUpReached) return 'to-be-started'
  if (!isAllDone(given)) return undefined
  return wipeStarted && accountProof === undefined ? 'to-be-seen' : 'nothing-left'
}

/** Something was done, and no lock that was part of the job is left. */
function isAllDone({ facts, device, progress }: Given): boolean {
  const { screen, account, carrier } = locksNow(facts, device, progress)
  if (facts.complaint === 'carrier-lock-only') return progress.carrierReleased
  const isBegun = progress.screenLifted || progress.setUpReached || progress.accountProof !== undefined
  return isBegun && screen === 'clear' && account === 'clear' && carrier !== 'locked'
}

function reasonOf(action: RouteAction, { facts, device, progress }: Given): Reason {
  const { brokenKeys } = progress
  const isBarredByKeys =
    facts.complaint !== 'second-hand' && keysLeadThere({ facts, device, brokenKeys }) === 0
  const why = (code: ReasonCode, ...names: FactName[]): Reason => ({ code, facts: names })
  switch (action) {
    case 'ask-first':
      return why('no-complaint-yet')
    case 'remember':
      return why('entries-left', 'wrongEntries')
    case 'remote-unlock':
      return facts.remoteUnlockSetUp === 'yes' && facts.online === 'yes'
        ? why('remote-unlock-ready', 'remoteUnlockSetUp', 'online', 'knowsAccountPassword')
        : why('remote-unlock-maybe', 'remoteUnlockSetUp', 'online')
    case 'recover-account':
      return why('password-first', 'knowsAccountPassword')
    case 'seller-removes-account':
      return why('stranger-account', 'complaint', 'sellerReachable')
    case 'reset-from-settings':
      return why('secret-known', 'knowsScreenLock')
    case 'clear-cache':
      return why('cache-first', 'complaint')
    case 'install-system-again':
      return why('system-file', 'complaint', 'dataWorth')
    case 'reset-from-recovery':
      return facts.complaint === 'forgotten-lock' || facts.complaint === 'too-many-entries'
        ? why('secret-forgotten', 'complaint', 'knowsScreenLock')
        : why('trouble-stays', 'complaint')
    case 'sign-in':
      return why('asks-for-account', 'accountOnDevice', 'accountAddress')
    case 'account-page':
      return why('account-page', 'knowsAccountPassword')
    case 'carrier-free':
      return why('carrier-first', 'originalCarrier', 'contractRunning')
    case 'carrier-order':
      return why('only-carrier-lock', 'complaint', 'carrierLocked')
    case 'makers-service':
      return facts.complaint === 'second-hand'
        ? why('stranger-service', 'proofOfPurchase')
        : progress.setUpReached
          ? why('account-service', 'proofOfPurchase')
          : isBarredByKeys
            ? why('broken-key', 'keysWork')
            : device?.canReachRecovery === false
              ? why('no-way-into-recovery', 'modelId')
              : facts.accountOnDevice === 'yes'
                ? why('account-would-stay', 'accountOnDevice', 'proofOfPurchase')
                : why('no-way-into-recovery', 'proofOfPurchase')
    case 'authorised-release':
      return why('authorised-release', 'registryAnswer', 'proofOfPurchase')
    case 'leave-it':
    case 'refuse':
      return isBarredByKeys ? why('broken-key', 'keysWork') : why('not-worth-it', 'complaint')
  }
}

/** What the likeliest good course does after the first wipe or end: the account lock's and the carrier lock's acts. */
function afterwardsOf(policy: RoutePolicy): readonly RouteAction[] {
  const likeliest = coursesOf(policy)
    .filter(({ outcomes }) => outcomes.some(({ end }) => end?.startsWith('works')))
    .reduce<{ chance: number; acts: readonly RouteAction[]; outcomes: readonly RouteOutcome[] } | undefined>(
      (best, course) => (!best || course.chance > best.chance ? course : best),
      undefined,
    )
  const turn = likeliest?.outcomes.findIndex(({ id, end }) => id === 'asks-for-account' || end) ?? -1
  return turn < 0 ? [] : (likeliest?.acts.slice(turn + 1) ?? []).filter((act) => act !== 'leave-it')
}
