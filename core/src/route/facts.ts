import { z } from 'zod'

/** What the counter learns about a job. A fact that is absent has not been asked; `unknown` is an answer. */

export const answer = z.enum(['yes', 'no', 'unknown'])
export type Answer = z.infer<typeof answer>

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
export const secondStep = z.enum([
  'other-device',
  'sim-in-this-device',
  'mail',
  'backup-codes',
  'not-set-up',
  'unknown',
])
export const battery = z.enum(['at-least-20', 'below-20', 'external-power', 'unknown'])

const note = z.string().trim().max(500)

/** All facts of a job. None of them is a PIN, pattern, password or second-step code, and none may become one. */
export const facts = z.strictObject({
  modelId: z.string().max(48).optional(),
  /** The platform's major version on the device, where somebody knows it. */
  systemVersion: z.int().min(1).max(100).optional(),
  complaint: complaint.optional(),
  hazard: hazard.optional(),
  powersOn: answer.optional(),
  battery: battery.optional(),
  screenLock: z.enum(['pin', 'pattern', 'password', 'none', 'unknown']).optional(),
  knowsScreenLock: answer.optional(),
  wrongTries: z.int().min(0).max(1000).optional(),
  imei: z
    .string()
    .regex(/^\d{15}$/, 'fifteen digits')
    .optional(),
  remoteUnlockSetUp: answer.optional(),
  online: answer.optional(),
  accountOnDevice: answer.optional(),
  accountAddress: z.string().trim().max(200).optional(),
  knowsAccountPassword: answer.optional(),
  secondStep: secondStep.optional(),
  carrierLocked: answer.optional(),
  originalCarrier: z.string().trim().max(80).optional(),
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
  consent: z.enum(['given', 'refused']).optional(),
})
export type Facts = z.infer<typeof facts>
export type FactName = keyof Facts

/** Facts that point to a person. They stay on the job, to go when it must forget; no list that stays repeats them. */
const PERSONAL: readonly FactName[] = ['accountAddress', 'imei', 'ownershipNote']

/** Facts as an event list may keep them for good: of a personal one only that it was recorded. */
export function withoutPersonal(facts: { readonly [Name in FactName]?: Facts[Name] | null }): Readonly<
  Record<string, unknown>
> {
  return Object.fromEntries(
    Object.entries(facts).map(([name, value]) => [
      name,
      value !== null && PERSONAL.includes(name as FactName) ? 'recorded' : value,
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
  /** The owner got back in, or the settings were used: the screen lock is lifted without recovery. */
  readonly screenLifted: boolean
  readonly handedBack: boolean
}

export const NOTHING_DONE: Progress = {
  rightDeviceConfirmed: false,
  inRecovery: false,
  wipeStarted: false,
  setUpReached: false,
  carrierReleased: false,
  screenLifted: false,
  handedBack: false,
}
