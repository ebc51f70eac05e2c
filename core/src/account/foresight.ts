import { z } from 'zod'

/** Answers of the counter; `unknown` is an answer. */
export const answer = z.enum(['yes', 'no', 'unknown'])
export type Answer = z.infer<typeof answer>

/** How the second step of the account's sign-in reaches the customer. */
export const secondStep = z.enum([
  'other-device',
  'sim-in-this-device',
  'mail',
  'backup-codes',
  'hardware-key',
  'not-set-up',
  'unknown',
])
export type SecondStep = z.infer<typeof secondStep>

/** What is known of the account on the device, before the wipe. */
export interface AccountFacts {
  readonly accountOnDevice?: Answer | undefined
  readonly accountAddress?: string | undefined
  readonly knowsAccountPassword?: Answer | undefined
  readonly knowsScreenLock?: Answer | undefined
  readonly secondStep?: SecondStep | undefined
  readonly passwordChangedLately?: Answer | undefined
  readonly esimProfile?: Answer | undefined
  /** The platform's major version; `unknown` is an answer. */
  readonly systemVersion?: number | 'unknown' | undefined
  /** The wizard was seen to ask, whatever was expected. */
  readonly isSeenToAsk?: boolean
  /** The account that it asks for now is a stranger's. */
  readonly isStrangers?: boolean
}

export interface AccountLockOfFamily {
  readonly asksForAccount: boolean
  readonly acceptsOldScreenLock: boolean
}

/** How the device will be reset, if at all. */
export type WayOfReset = 'none' | 'from-settings' | 'from-recovery'

/** What the account lock will do, known before the first key is pressed. */
export interface AccountForesight {
  readonly asks: 'yes' | 'no' | 'maybe'
  readonly why:
    | 'asks-already'
    | 'seen-to-ask'
    | 'no-reset'
    | 'reset-from-settings'
    | 'system-before-the-lock'
    | 'family-does-not-ask'
    | 'no-account'
    | 'account-on-it'
    | 'account-not-known'
  /** Who can answer it. */
  readonly who:
    'nobody-needed' | 'customer' | 'old-screen-lock' | 'password-first' | 'previous-owner' | 'not-known'
  /** The wizard may ask for the screen lock of before instead of the account. */
  readonly mayAskOldLock: boolean
  /** How the second step reaches the customer, where the customer signs in. */
  readonly secondStep: SecondStep | undefined
  /** What to do before the wipe, so that the second step still arrives. */
  readonly before: readonly BeforeSignIn[]
  /** How long after the password was changed the device refuses the sign-in, in hours; 0 and 0: not at all. */
  readonly waitHours: { readonly from: number; readonly to: number }
}

export type BeforeSignIn =
  | 'move-the-sim'
  | 'keep-the-esim-line'
  | 'bring-the-other-device'
  | 'find-the-codes'
  | 'bring-the-key'
  | 'open-the-mail-elsewhere'
  | 'ask-how-it-comes'
  | 'ask-for-the-address'

/** Reset protection came with the platform's version 5.1 (from memory): with 5 it may be there, before it is not. */
const FIRST_WITH_LOCK = 5
/**
 * The wait after a changed password: 24 hours, formerly 72. Source: the platform owner's help pages (from
 * memory, to be checked); where the change of rule lies is not published, so old systems get the longer one.
 */
const WAIT_HOURS = 24
const FORMER_WAIT_HOURS = 72
const SYSTEM_WITH_SHORT_WAIT = 8

/** @param family absent while the model is not known: then an account on it may be asked for */
export function foreseeAccountLock(
  facts: AccountFacts,
  way: WayOfReset,
  family?: AccountLockOfFamily,
): AccountForesight {
  if (facts.isStrangers) return { ...NOTHING, asks: 'yes', why: 'asks-already', who: 'previous-owner' }
  const [asks, why] = willAsk(facts, way, family)
  if (asks === 'no') return { ...NOTHING, asks, why }
  const who = whoAnswers(facts, family)
  const signsIn = who === 'customer' || who === 'password-first' || who === 'not-known'
  return {
    asks,
    why,
    who,
    mayAskOldLock: family?.acceptsOldScreenLock === true,
    secondStep: signsIn ? (facts.secondStep ?? 'unknown') : undefined,
    before: signsIn ? [...stillToAsk(facts), ...beforeSignIn(facts)] : [],
    waitHours: signsIn ? waitAfterChange(facts, who) : NO_WAIT,
  }
}

const NO_WAIT = { from: 0, to: 0 }
const NOTHING = {
  who: 'nobody-needed',
  mayAskOldLock: false,
  secondStep: undefined,
  before: [],
  waitHours: NO_WAIT,
} as const

function willAsk(
  { accountOnDevice, systemVersion, isSeenToAsk }: AccountFacts,
  way: WayOfReset,
  family: AccountLockOfFamily | undefined,
): readonly [AccountForesight['asks'], AccountForesight['why']] {
  if (isSeenToAsk) return ['yes', 'seen-to-ask']
  if (way === 'none') return ['no', 'no-reset']
  if (way === 'from-settings') return ['no', 'reset-from-settings']
  if (typeof systemVersion === 'number' && systemVersion < FIRST_WITH_LOCK)
    return ['no', 'system-before-the-lock']
  if (family?.asksForAccount === false) return ['no', 'family-does-not-ask']
  if (accountOnDevice === 'no') return ['no', 'no-account']
  if (accountOnDevice !== 'yes') return ['maybe', 'account-not-known']
  return [systemVersion === FIRST_WITH_LOCK ? 'maybe' : 'yes', 'account-on-it']
}

function whoAnswers(
  { knowsAccountPassword, knowsScreenLock }: AccountFacts,
  family: AccountLockOfFamily | undefined,
): AccountForesight['who'] {
  if (knowsAccountPassword === 'yes') return 'customer'
  if (knowsScreenLock === 'yes' && family?.acceptsOldScreenLock) return 'old-screen-lock'
  return knowsAccountPassword === 'no' ? 'password-first' : 'not-known'
}

/** Of an account that is on it. Whoever does not know whether there is one, knows nothing more of it. */
function stillToAsk({ accountOnDevice, accountAddress, secondStep: way }: AccountFacts): BeforeSignIn[] {
  if (accountOnDevice !== 'yes') return []
  return [
    ...(accountAddress ? [] : (['ask-for-the-address'] as const)),
    ...(way === undefined || way === 'unknown' ? (['ask-how-it-comes'] as const) : []),
  ]
}

function beforeSignIn({ secondStep: way, esimProfile }: AccountFacts): readonly BeforeSignIn[] {
  switch (way) {
    case 'sim-in-this-device':
      return esimProfile === 'yes' ? ['keep-the-esim-line'] : ['move-the-sim']
    case 'other-device':
      return ['bring-the-other-device']
    case 'backup-codes':
      return ['find-the-codes']
    case 'hardware-key':
      return ['bring-the-key']
    case 'mail':
      return ['open-the-mail-elsewhere']
    case 'not-set-up':
    case 'unknown':
    case undefined:
      return []
  }
}

function waitAfterChange(
  { passwordChangedLately, systemVersion }: AccountFacts,
  who: AccountForesight['who'],
): AccountForesight['waitHours'] {
  // Who must find the password anew changes it.
  if (passwordChangedLately !== 'yes' && who !== 'password-first') return NO_WAIT
  if (typeof systemVersion !== 'number') return { from: WAIT_HOURS, to: FORMER_WAIT_HOURS }
  return systemVersion < SYSTEM_WITH_SHORT_WAIT
    ? { from: FORMER_WAIT_HOURS, to: FORMER_WAIT_HOURS }
    : { from: WAIT_HOURS, to: WAIT_HOURS }
}

/** The instant before which a sign-in is refused, counted cautiously. @param changedAt when the password was changed */
export function earliestSignIn({ waitHours }: AccountForesight, changedAt: string): string {
  return new Date(Date.parse(changedAt) + waitHours.to * 3_600_000).toISOString()
}
