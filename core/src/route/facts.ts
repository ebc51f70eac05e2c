import { z } from 'zod'
import type { AccountProof } from '../account/index.ts'
import type { KeyId } from '../catalog/index.ts'
import type { WaitLaw } from '../clocks/index.ts'
import type { Facts, RouteAction } from '../facts/index.ts'

export * from '../facts/index.ts'

/**
 * What an answer itself says of other facts, where nobody has answered otherwise: who wants it clean for sale knows the
 * PIN, who showed the receipt has a proof of purchase.
 */
export function saidWith({ complaint, ownership }: Pick<Facts, 'complaint' | 'ownership'>): Facts {
  return {
    ...(complaint === 'for-sale' ? { knowsScreenLock: 'yes' as const } : {}),
    ...(complaint === 'carrier-lock-only' ? { carrierLocked: 'yes' as const } : {}),
    ...(ownership === 'receipt' ? { proofOfPurchase: 'yes' as const } : {}),
  }
}

/**
 * What cannot be so any more once this is told: a receipt in hand is a proof of purchase, and who is said to have none
 * did not show one.
 * @param told `null` takes an answer back
 */
export function contradictedBy(
  { ownership, proofOfPurchase }: { readonly [Name in 'ownership' | 'proofOfPurchase']?: Facts[Name] | null },
  before: Facts,
): 'ownership' | 'proofOfPurchase' | undefined {
  const proof = proofOfPurchase === undefined ? before.proofOfPurchase : proofOfPurchase
  if ((proof ?? 'yes') === 'yes') return undefined
  if (ownership === 'receipt') return 'proofOfPurchase'
  return ownership === undefined && before.ownership === 'receipt' ? 'ownership' : undefined
}

export interface KeysThatSuffice {
  readonly all: readonly KeyId[]
  readonly suffice: readonly (readonly KeyId[])[]
}

/** What is known of the model in hand, as far as the route needs it. */
export interface DeviceOnJob {
  readonly kind: 'phone' | 'tablet' | 'watch'
  readonly cellular: boolean
  readonly settingsPath: readonly string[]
  readonly asksForAccount: boolean
  readonly acceptsOldScreenLock: boolean
  readonly canReachRecovery: boolean
  /**
   * Its keys, and which of them suffice for a reset through recovery: more than one of these where nobody knows the
   * version of its system and it makes a difference. Undefined where no key is said to be broken.
   */
  readonly keys?: readonly KeysThatSuffice[] | undefined
  /** The maker provides the system's file; undefined where nobody has said. */
  readonly systemFile?: boolean | undefined
  /** From some version of the system on it behaves otherwise. */
  readonly changesWithSystem?: boolean | undefined
  /** The law of waiting after wrong entries; undefined: the platform's own. */
  readonly waitLaw?: WaitLaw | undefined
  /** The family its own times and results are kept under. */
  readonly familyId?: string | undefined
  /** Wipe and first start together, in milliseconds of its family: extremes and middle. */
  readonly wipeAndStartMs?:
    { readonly min: number; readonly median: number; readonly max: number } | undefined
}

/** What has been done on the job so far, as far as gates and locks need it. */
export interface Progress {
  readonly rightDeviceConfirmed: boolean
  readonly inRecovery: boolean
  readonly wipeStarted: boolean
  readonly setUpReached: boolean
  /** How the account lock was proven clear after the reset. */
  readonly accountProof?: AccountProof | undefined
  readonly carrierReleased: boolean
  /** The device's own page says that it has no carrier lock; no other SIM has shown it. */
  readonly carrierSaysOff: boolean
  /** Before any reset, in the settings; their list of accounts was empty then. */
  readonly accountTakenOff: boolean
  /** The wizard was seen to ask for an account, whatever was said of it. */
  readonly accountAsked: boolean
  /** That it was off already when the agreement was signed. */
  readonly accountOffWhenAgreed: boolean
  /** The owner got back in, or the settings were used: the screen lock is lifted without recovery. */
  readonly screenLifted: boolean
  /** Locked and woken, it asks for the lock that nobody knows, or it does not; undefined where nobody tried. */
  readonly screenAsks?: boolean | undefined
  /** Something on it was deleted by a reset, from recovery or from its settings. */
  readonly dataGone: boolean
  readonly handedBack: boolean
  readonly agreement: AgreementGiven
  /** Gates that a supervisor has opened, with a recorded reason. */
  readonly openedGates: readonly string[]
  /** Keys that were tested and do nothing. */
  readonly brokenKeys: readonly KeyId[]
  /** What was tried and did not help. */
  readonly failedActs: readonly RouteAction[]
  /** Of these, one that was done at the bench to keep the data: what was agreed to in that case may be done now. */
  readonly gentlerFailed: boolean
}

/** What the customer has said to what will be done. */
export type AgreementGiven =
  | { readonly kind: 'none' }
  | { readonly kind: 'refused' }
  | { readonly kind: 'signed'; readonly terms: AgreementTerms }

/** What matters to the customer about a route, apart from any wording. */
export const agreementTerms = z.strictObject({
  /** What is on the internal storage: kept, perhaps gone if the gentler ways fail, or gone. */
  storage: z.enum(['kept', 'perhaps-gone', 'gone']),
  account: z.enum(['not-asked', 'may-be-asked', 'will-be-asked', 'asked-already']),
  carrier: z.enum(['no-matter', 'perhaps-stays', 'stays-until-released']),
  memoryCard: z.boolean(),
  esimProfile: z.boolean(),
  /** Sent on to the maker's service if nothing else helps. */
  makersService: z.boolean(),
  mostMinor: z.int().min(0),
  currency: z.string().regex(/^[A-Z]{3}$/),
  /** Days after the hand-back on which what points to them is forgotten; what was signed before this was told has none. */
  documentsDays: z.int().optional(),
  personDays: z.int().optional(),
  billDays: z.int().optional(),
})
export type AgreementTerms = z.infer<typeof agreementTerms>

/** The facts with what was done since: a carrier lock that was released, an account that was taken off are there no more. */
export function factsNow(
  facts: Facts,
  {
    carrierReleased,
    accountTakenOff,
    accountAsked,
  }: Pick<Progress, 'carrierReleased' | 'accountTakenOff' | 'accountAsked'>,
): Facts {
  const isOff = accountTakenOff && !accountAsked && facts.complaint !== 'second-hand'
  if (!carrierReleased && !isOff) return facts
  return {
    ...facts,
    ...(carrierReleased ? { carrierLocked: 'no' as const } : {}),
    ...(isOff ? { accountOnDevice: 'no' as const } : {}),
  }
}

export const NOTHING_DONE: Progress = {
  rightDeviceConfirmed: false,
  inRecovery: false,
  wipeStarted: false,
  setUpReached: false,
  carrierReleased: false,
  carrierSaysOff: false,
  accountTakenOff: false,
  accountAsked: false,
  accountOffWhenAgreed: false,
  screenLifted: false,
  dataGone: false,
  handedBack: false,
  agreement: { kind: 'none' },
  openedGates: [],
  brokenKeys: [],
  failedActs: [],
  gentlerFailed: false,
}
