import { z } from 'zod'

/** The forms of answers that more than one place must know. */

export const complaint = z.enum([
  'forgotten-lock',
  'too-many-entries',
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
/** Whether the model that the registry's report names is the device in hand. */
export const reportModel = z.enum(['same', 'other'])
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

/** A language as BCP 47 names it; which ones there are, the room of the words knows. */
export const language = z.string().regex(/^[a-z]{2,3}(-[A-Za-z0-9]{2,8})*$/)

export const note = z.string().trim().max(500)
export const imeiDigits = z.string().regex(/^(?!0{15})\d{15}$/, 'imei-digits')

export const YES_NO = ['yes', 'no', 'unknown'] as const
