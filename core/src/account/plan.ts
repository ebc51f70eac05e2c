import type { AccountFacts, AccountForesight } from './foresight.ts'
import type { AccountChange, AccountRecord, RefusedWhy } from './steps.ts'
import { accountWaits, type AccountWait, type AfterWorkingDays } from './waits.ts'

/** How the account lock ends: each has its own steps, and its own proof. */
export type AccountSituation =
  /** The list of accounts was empty before the reset. */
  | 'taken-off'
  | 'never-asks'
  | 'owner-signs-in'
  | 'old-screen-lock'
  | 'password-first'
  /** The owner takes the device off the account's own page. */
  | 'owner-removes-it'
  | 'previous-owner'
  | 'makers-service'
  | 'authorised-release'
  /** Nothing that is left helps, or is worth its price: it goes back with the lock on. */
  | 'none-left'
  /** Nobody has said who can answer. */
  | 'not-known'

/** How the account lock was shown to be off. */
export const ACCOUNT_PROOFS = ['signed-in', 'old-lock-accepted', 'step-skipped', 'never-asked'] as const
export type AccountProof = (typeof ACCOUNT_PROOFS)[number]

export type AccountStepId =
  | 'reach-the-wizard'
  | 'say-when-changed'
  | 'wait-to-sign-in'
  | 'sign-in'
  | 'type-the-old-lock'
  | 'start-the-recovery'
  | 'wait-for-the-recovery'
  | 'remove-and-skip'
  | 'write-to-the-seller'
  | 'wait-for-the-seller'
  | 'restart-and-skip'
  | 'send-to-the-service'
  | 'wait-for-the-service'
  | 'order-the-release'
  | 'wait-for-the-release'
  | 'see-that-it-never-asks'

export type StepState = 'done' | 'now' | 'waiting' | 'due' | 'stopped' | 'later'

/** What has to be in hand before the steps are begun. */
export type InHand =
  | 'owner-here'
  | 'who-knows-the-password'
  | 'wifi'
  | 'account-address'
  | 'sim-in-a-spare-phone'
  | 'esim-line'
  | 'other-device'
  | 'mailbox'
  | 'backup-codes'
  | 'hardware-key'
  | 'second-step-asked'
  | 'computer'
  | 'seller-contact'
  | 'device-number'
  | 'proof-of-purchase'
  | 'clean-registry'

export interface AccountPlan {
  readonly situation: AccountSituation
  readonly inHand: readonly InHand[]
  readonly steps: readonly { readonly id: AccountStepId; readonly state: StepState }[]
  /** The step that is next; undefined where all are done. */
  readonly now: AccountStepId | undefined
  /** What is told once that step is done; undefined where somebody has to choose, or time to pass, or it is proven. */
  readonly does: AccountChange | undefined
  /** That step ends with the lock shown to be off, and nothing stands against it now. */
  readonly proves: boolean
  /** Why nobody signs in now, however often they are asked; until when, where that is known. */
  readonly stop: { readonly why: RefusedWhy; readonly until?: string | undefined } | undefined
  readonly waits: readonly AccountWait[]
  readonly proof: AccountProof
}

/** Where an order of a release stands that is under way, or that released the lock; late once its promise is broken. */
export type ReleaseUnderWay = 'waiting' | 'late' | 'answered' | 'released'

/** All that the plan is made from. */
export interface AccountCase {
  readonly facts: AccountFacts
  readonly foresight: AccountForesight
  /** It stands where it would ask for the account. */
  readonly isAtTheWizard: boolean
  /** The list of accounts was seen to be empty before a reset from the settings. */
  readonly isTakenOff: boolean
  /** How it was shown to be off. */
  readonly shownBy: AccountProof | undefined
  readonly record: AccountRecord
  /** What the route decides for now, by its name. */
  readonly first: string | undefined
  readonly release: ReleaseUnderWay | undefined
  /** ISO 8601 in UTC. */
  readonly now: string
  readonly afterWorkingDays: AfterWorkingDays
}

/** Which situation it is, what must be in hand, the steps with where they stand, and what is waited for. */
export function planAccountLock(made: AccountCase): AccountPlan {
  const { facts, foresight, record, shownBy } = made
  const situation = situationOf(made)
  const { steps, proof } = COURSES[situation]
  const waits = shownBy ? [] : accountWaits(record, foresight, made.afterWorkingDays)
  const told = { ...made, waits, stop: shownBy ? undefined : stopOf(record, waits, made.now) }
  const stated = statedSteps(steps, told)
  const next = stated.find(({ state }) => state !== 'done')
  return {
    situation,
    inHand: shownBy ? [] : inHandFor(situation, facts, foresight),
    steps: stated,
    now: next?.id,
    does: next && DONE[next.id],
    proves: next !== undefined && next.state === 'now' && PROVES.includes(next.id),
    stop: SIGN_INS.includes(situation) ? told.stop : undefined,
    waits,
    proof,
  }
}

/** What a step is told as once it is done as it should be. */
const DONE: { readonly [Step in AccountStepId]?: AccountChange } = {
  'start-the-recovery': { kind: 'recovery-started' },
  'wait-for-the-recovery': { kind: 'recovery-ended', found: true },
  'wait-for-the-seller': { kind: 'seller-answered', removed: true },
  'send-to-the-service': { kind: 'service-sent' },
  'wait-for-the-service': { kind: 'service-returned', unlocked: true },
}
const PROVES: readonly AccountStepId[] = [
  'sign-in',
  'type-the-old-lock',
  'remove-and-skip',
  'restart-and-skip',
  'see-that-it-never-asks',
]

const SIGN_INS: readonly AccountSituation[] = ['owner-signs-in', 'password-first', 'not-known']

const COURSES: Readonly<
  Record<AccountSituation, { readonly steps: readonly AccountStepId[]; readonly proof: AccountProof }>
> = {
  'taken-off': { steps: ['reach-the-wizard', 'see-that-it-never-asks'], proof: 'never-asked' },
  'never-asks': { steps: ['reach-the-wizard', 'see-that-it-never-asks'], proof: 'never-asked' },
  'owner-signs-in': {
    steps: ['reach-the-wizard', 'say-when-changed', 'wait-to-sign-in', 'sign-in'],
    proof: 'signed-in',
  },
  'old-screen-lock': { steps: ['reach-the-wizard', 'type-the-old-lock'], proof: 'old-lock-accepted' },
  'password-first': {
    steps: ['start-the-recovery', 'wait-for-the-recovery', 'reach-the-wizard', 'wait-to-sign-in', 'sign-in'],
    proof: 'signed-in',
  },
  'owner-removes-it': {
    steps: ['reach-the-wizard', 'remove-and-skip'],
    proof: 'step-skipped',
  },
  'previous-owner': {
    steps: ['write-to-the-seller', 'wait-for-the-seller', 'restart-and-skip'],
    proof: 'step-skipped',
  },
  'makers-service': {
    steps: ['send-to-the-service', 'wait-for-the-service', 'see-that-it-never-asks'],
    proof: 'never-asked',
  },
  'authorised-release': {
    steps: ['order-the-release', 'wait-for-the-release', 'restart-and-skip'],
    proof: 'step-skipped',
  },
  'none-left': { steps: [], proof: 'step-skipped' },
  'not-known': {
    steps: ['reach-the-wizard', 'say-when-changed', 'wait-to-sign-in', 'sign-in'],
    proof: 'signed-in',
  },
}

/** By what the route decides for now. */
const BY_OPTION: Readonly<Record<string, AccountSituation>> = {
  'makers-service': 'makers-service',
  'authorised-release': 'authorised-release',
  'account-page': 'owner-removes-it',
  'recover-account': 'password-first',
  'seller-removes-account': 'previous-owner',
}

function situationOf({
  facts,
  foresight: { asks, who },
  isTakenOff,
  release,
  record,
  first = '',
  shownBy,
}: AccountCase): AccountSituation {
  if (isTakenOff) return 'taken-off'
  if (asks === 'no') return 'never-asks'
  // What was begun stays the way until it has ended.
  if (release) return 'authorised-release'
  if (record.service && record.service.unlocked !== false) return 'makers-service'
  if (record.seller?.removed) return 'previous-owner'
  const decided = shownBy ? undefined : BY_OPTION[first]
  if (decided) return decided
  if (first === 'leave-it' && asks === 'yes' && !shownBy && !isAnswerAwaited(record)) return 'none-left'
  if (facts.isStrangers) return 'previous-owner'
  switch (who) {
    case 'customer':
      return 'owner-signs-in'
    case 'old-screen-lock':
    case 'password-first':
    case 'previous-owner':
      return who
    case 'nobody-needed':
      return 'never-asks'
    case 'not-known':
      return 'not-known'
  }
}

/** Of the account's recovery, or of the previous owner. */
const isAnswerAwaited = ({ recovery, seller }: AccountRecord): boolean =>
  (recovery !== undefined && !recovery.endedAt) || (seller !== undefined && !seller.answeredAt)

/** A refused sign-in is not tried again until what stood against it is settled, or its wait is over. */
function stopOf({ stopped }: AccountRecord, waits: readonly AccountWait[], now: string): AccountPlan['stop'] {
  if (!stopped) return undefined
  const until = waits.find(({ for: what }) => what === 'sign-in')?.until
  const isWait = stopped.why === 'too-soon' || stopped.why === 'too-many-entries'
  if (!isWait) return { why: stopped.why }
  return until !== undefined && isOver(until, now) ? undefined : { why: stopped.why, until }
}

const isOver = (until: string, now: string) => Date.parse(until) <= Date.parse(now)

type Told = AccountCase & Pick<AccountPlan, 'waits' | 'stop'>

function statedSteps(ids: readonly AccountStepId[], told: Told): AccountPlan['steps'] {
  let isNext = true
  const isWaited = told.waits.some(({ for: what }) => what === 'sign-in')
  // Without the day of the change nobody can say how long it refuses, and an attempt may lengthen it.
  const isAsked = !isWaited && told.foresight.waitHours.to > 0 && told.record.passwordChangedAt === undefined
  const asked = ids.filter(
    (id) => (id !== 'wait-to-sign-in' || isWaited) && (id !== 'say-when-changed' || isAsked),
  )
  // Once it is shown to be off, nothing is left to do; what was never done is not said to be.
  if (told.shownBy)
    return asked.filter((id) => isDone(id, told) || isShown(id, told)).map((id) => ({ id, state: 'done' }))
  return asked.map((id) => {
    if (isDone(id, told)) return { id, state: 'done' }
    const state = isNext ? stateOfNext(id, told) : 'later'
    isNext = false
    return { id, state }
  })
}

/** Whether a step that proves it off is the one that did. */
const isShown = (id: AccountStepId, told: Told): boolean =>
  PROVES.includes(id) && COURSES[situationOf(told)].proof === told.shownBy

function isDone(id: AccountStepId, { record, isAtTheWizard, release, waits, now }: Told): boolean {
  const { recovery, seller, service } = record
  switch (id) {
    case 'reach-the-wizard':
      return isAtTheWizard
    case 'wait-to-sign-in': {
      const wait = waits.find(({ for: what }) => what === 'sign-in')
      return !wait || isOver(wait.until, now)
    }
    case 'start-the-recovery':
      return recovery !== undefined && recovery.found !== false
    case 'wait-for-the-recovery':
      return recovery?.found === true
    case 'write-to-the-seller':
      return seller !== undefined && seller.removed !== false
    case 'wait-for-the-seller':
      return seller?.removed === true
    case 'send-to-the-service':
      return service !== undefined && service.unlocked !== false
    case 'wait-for-the-service':
      return service?.unlocked === true
    case 'order-the-release':
      return release !== undefined
    case 'wait-for-the-release':
      return release === 'answered' || release === 'released'
    case 'say-when-changed':
    case 'sign-in':
    case 'type-the-old-lock':
    case 'remove-and-skip':
    case 'restart-and-skip':
    case 'see-that-it-never-asks':
      return false
  }
}

const WAITED_FOR: Partial<Readonly<Record<AccountStepId, AccountWait['for']>>> = {
  'wait-to-sign-in': 'sign-in',
  'wait-for-the-recovery': 'recovery',
  'wait-for-the-seller': 'seller',
  'wait-for-the-service': 'service',
}

function stateOfNext(id: AccountStepId, { waits, now, stop, release }: Told): StepState {
  if (id === 'sign-in' && stop) return 'stopped'
  if (id === 'wait-for-the-release') return release === 'late' ? 'due' : 'waiting'
  const what = WAITED_FOR[id]
  if (!what) return 'now'
  const wait = waits.find((one) => one.for === what)
  return wait && !isOver(wait.until, now) ? 'waiting' : 'due'
}

function inHandFor(
  situation: AccountSituation,
  { accountAddress, esimProfile }: AccountFacts,
  { secondStep }: AccountForesight,
): readonly InHand[] {
  switch (situation) {
    case 'owner-signs-in':
    case 'not-known':
      return [
        'owner-here',
        ...(situation === 'not-known' ? (['who-knows-the-password'] as const) : []),
        'wifi',
        ...(accountAddress ? [] : (['account-address'] as const)),
        ...secondStepInHand(secondStep, esimProfile),
      ]
    case 'password-first':
      return ['owner-here', 'computer', ...secondStepInHand(secondStep, esimProfile)]
    case 'old-screen-lock':
      return ['owner-here', 'wifi']
    case 'owner-removes-it':
      return ['owner-here', 'computer', 'wifi']
    case 'previous-owner':
      return ['seller-contact', 'device-number', 'wifi']
    case 'makers-service':
      return ['proof-of-purchase', 'device-number']
    case 'authorised-release':
      return ['clean-registry', 'proof-of-purchase', 'device-number']
    case 'taken-off':
    case 'never-asks':
    case 'none-left':
      return []
  }
}

function secondStepInHand(
  by: AccountForesight['secondStep'],
  esimProfile: AccountFacts['esimProfile'],
): readonly InHand[] {
  switch (by) {
    case 'sim-in-this-device':
      return [esimProfile === 'yes' ? 'esim-line' : 'sim-in-a-spare-phone']
    case 'other-device':
      return ['other-device']
    case 'mail':
      return ['mailbox']
    case 'backup-codes':
      return ['backup-codes']
    case 'hardware-key':
      return ['hardware-key']
    case 'unknown':
      return ['second-step-asked']
    case 'not-set-up':
    case undefined:
      return []
  }
}
