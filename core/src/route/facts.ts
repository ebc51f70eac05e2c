import { z } from 'zod'
import { answer, secondStep } from '../account/index.ts'
import type { KeyId } from '../catalog/index.ts'
import type { WaitLaw } from '../clocks/index.ts'

/** What the counter learns about a job. A fact that is absent has not been asked; `unknown` is an answer. */

export const complaint = z.enum([
  'forgotten-lock',
  'too-many-tries',
  'restarts-into-recovery',
  'freezes',
  'second-hand',
  'for-sale',
  'carrier-lock-only',
])
export type Complaint = z.infer<typeof complaint>

export const hazard = z.enum(['none', 'swollen-battery', 'hot-battery', 'liquid', 'burnt-smell'])
export type Hazard = z.infer<typeof hazard>

export const registryAnswer = z.enum(['clean', 'reported', 'no-answer'])
export const battery = z.enum(['at-least-20', 'below-20', 'external-power', 'unknown'])

/** Whose device it is, as far as the shop is told. */
export const whose = z.enum(['own', 'childs-guardian-here', 'childs-no-guardian', 'somebody-elses'])

/** What can be done, from gentlest to hardest. */
export const ROUTE_ACTIONS = [
  'ask-first',
  'remember',
  'remote-unlock',
  'recover-account',
  'seller-removes-account',
  'reset-from-settings',
  'clear-cache',
  'install-system-again',
  'reset-from-recovery',
  'sign-in',
  'account-page',
  'carrier-free',
  'carrier-order',
  'makers-service',
  'authorised-release',
  'leave-it',
  'refuse',
] as const
export type RouteAction = (typeof ROUTE_ACTIONS)[number]

const note = z.string().trim().max(500)
const imeiDigits = z.string().regex(/^(?!0{15})\d{15}$/, 'fifteen digits that are not all zeros')

/** All facts of a job. None of them is a PIN, pattern, password or second-step code, and none may become one. */
export const facts = z.strictObject({
  modelId: z.string().max(48).optional(),
  /** The platform's major version on the device, where somebody knows it. */
  systemVersion: z.union([z.int().min(1).max(100), z.literal('unknown')]).optional(),
  /** Where nobody knows the version: the one it behaved like at the bench; 1 as it came. */
  behavesAsSystem: z.int().min(1).max(100).optional(),
  complaint: complaint.optional(),
  hazard: hazard.optional(),
  /** No: the job is done or begun on the telephone. */
  deviceHere: z.enum(['yes', 'no']).optional(),
  whose: whose.optional(),
  powersOn: answer.optional(),
  keysWork: answer.optional(),
  portCarriesData: answer.optional(),
  screenWorks: answer.optional(),
  battery: battery.optional(),
  screenLock: z.enum(['pin', 'pattern', 'password', 'none', 'unknown']).optional(),
  knowsScreenLock: answer.optional(),
  wrongTries: z.int().min(0).max(1000).optional(),
  countsDown: answer.optional(),
  wipesItself: answer.optional(),
  imei: imeiDigits.optional(),
  /** Of the second slot. */
  imeiSecond: imeiDigits.optional(),
  /** As the box says, to be compared. */
  boxImei: imeiDigits.optional(),
  /** Where there is no IMEI. */
  serialNumber: z.string().trim().max(40).optional(),
  remoteUnlockSetUp: answer.optional(),
  online: answer.optional(),
  accountOnDevice: answer.optional(),
  accountAddress: z.string().trim().max(200).optional(),
  knowsAccountPassword: answer.optional(),
  secondStep: secondStep.optional(),
  passwordChangedLately: answer.optional(),
  /** What is on the device is worth to the customer. */
  dataWorth: z.enum(['none', 'some', 'precious', 'unknown']).optional(),
  backup: answer.optional(),
  memoryCard: answer.optional(),
  esimProfile: answer.optional(),
  sellerReachable: answer.optional(),
  proofOfPurchase: answer.optional(),
  carrierLocked: answer.optional(),
  originalCarrier: z.string().trim().max(80).optional(),
  contractRunning: answer.optional(),
  carrierCountry: z
    .string()
    .regex(/^[A-Z]{2}$/, 'a two-letter country')
    .optional(),
  workManaged: answer.optional(),
  legalMatter: answer.optional(),
  ownership: z.enum(['shown', 'not-shown']).optional(),
  ownershipNote: note.optional(),
  registryAnswer: registryAnswer.optional(),
  registryReason: note.optional(),
  /** What the customer wants done first instead of what is proposed. */
  wish: z.enum(ROUTE_ACTIONS).optional(),
})
export type Facts = z.infer<typeof facts>
export type FactName = keyof Facts

/** What a complaint itself says, where nobody has answered otherwise: who wants it clean for sale knows the PIN. */
export function saidWith({
  complaint,
}: Pick<Facts, 'complaint'>): Pick<Facts, 'knowsScreenLock' | 'carrierLocked'> {
  switch (complaint) {
    case 'for-sale':
      return { knowsScreenLock: 'yes' }
    case 'carrier-lock-only':
      return { carrierLocked: 'yes' }
    default:
      return {}
  }
}

/** Facts that point to a person. They stay on the job, to go when it must forget; no list that stays repeats them. */
export const PERSONAL_FACTS: readonly FactName[] = [
  'accountAddress',
  'imei',
  'imeiSecond',
  'boxImei',
  'serialNumber',
  'ownershipNote',
]

/** Facts as an event list may keep them for good: of a personal one only that it was recorded. */
export function withoutPersonal(facts: { readonly [Name in FactName]?: Facts[Name] | null }): Readonly<
  Record<string, unknown>
> {
  return Object.fromEntries(
    Object.entries(facts).map(([name, value]) => [
      name,
      value !== null && PERSONAL_FACTS.includes(name as FactName) ? 'recorded' : value,
    ]),
  )
}

/** What is known of the model in hand, as far as the route needs it. */
export interface DeviceOnJob {
  readonly kind: 'phone' | 'tablet' | 'watch'
  readonly cellular: boolean
  readonly settingsPath: readonly string[]
  readonly asksForAccount: boolean
  readonly acceptsOldScreenLock: boolean
  readonly canReachRecovery: boolean
  /** Its keys, and which of them suffice for a reset through recovery; undefined where none is said to be broken. */
  readonly keys?:
    { readonly all: readonly KeyId[]; readonly suffice: readonly (readonly KeyId[])[] } | undefined
  /** The maker provides the system's file; undefined where nobody has said. */
  readonly systemFile?: boolean | undefined
  /** From some version of the system on it behaves otherwise. */
  readonly changesWithSystem?: boolean | undefined
  /** The law of waiting after wrong tries; undefined: the platform's own. */
  readonly waitLaw?: WaitLaw | undefined
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
  readonly accountProof?: 'signed-in' | 'step-skipped' | 'never-asked' | undefined
  readonly carrierReleased: boolean
  /** Before any reset, in the settings; their list of accounts was empty then. */
  readonly accountTakenOff: boolean
  /** That it was off already when the agreement was signed. */
  readonly accountOffWhenAgreed: boolean
  /** The owner got back in, or the settings were used: the screen lock is lifted without recovery. */
  readonly screenLifted: boolean
  /** Something on it was deleted by a reset, from recovery or from its settings. */
  readonly dataGone: boolean
  readonly handedBack: boolean
  readonly consent: ConsentGiven
  /** Gates that a lead has opened, with a recorded reason. */
  readonly openedGates: readonly string[]
  /** Keys that were tested and do nothing. */
  readonly brokenKeys: readonly KeyId[]
  /** What was tried and did not help. */
  readonly failedActs: readonly RouteAction[]
}

/** What the customer has said to what will be done. */
export type ConsentGiven =
  | { readonly kind: 'none' }
  | { readonly kind: 'refused' }
  | { readonly kind: 'signed'; readonly terms: ConsentTerms }

/** What matters to the customer about a route, apart from any wording. */
export const consentTerms = z.strictObject({
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
})
export type ConsentTerms = z.infer<typeof consentTerms>

/** The facts with what was done since: a carrier lock that was released, an account that was taken off are there no more. */
export function factsNow(
  facts: Facts,
  { carrierReleased, accountTakenOff }: Pick<Progress, 'carrierReleased' | 'accountTakenOff'>,
): Facts {
  const isOff = accountTakenOff && facts.complaint !== 'second-hand'
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
  accountTakenOff: false,
  accountOffWhenAgreed: false,
  screenLifted: false,
  dataGone: false,
  handedBack: false,
  consent: { kind: 'none' },
  openedGates: [],
  brokenKeys: [],
  failedActs: [],
}
