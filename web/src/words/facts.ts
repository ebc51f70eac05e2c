import { groupImei } from '@benevox/core/imei'
import type { FactName, Facts } from '@benevox/core/route'

type Choices = { readonly [Name in FactName]?: readonly (readonly [string, string])[] }

const YES_NO: readonly (readonly [string, string])[] = [
  ['yes', 'Yes'],
  ['no', 'No'],
  ['unknown', 'Not known'],
]

/** The answers to each question of the counter, in the trade's words, in the order they are offered. */
export const FACT_CHOICES: Choices = {
  complaint: [
    ['forgotten-lock', 'Forgot PIN, pattern or password'],
    ['too-many-tries', 'Too many wrong tries'],
    ['restarts-into-recovery', 'Restarts into recovery'],
    ['freezes', 'Freezes or is full of unwanted software'],
    ['second-hand', 'Bought second-hand, asks for a stranger’s account'],
    ['for-sale', 'Knows the PIN, wants it clean for sale'],
    ['carrier-lock-only', 'Carrier lock only'],
  ],
  hazard: [
    ['none', 'Flat, cool, dry'],
    ['swollen-battery', 'Swollen or punctured'],
    ['hot-battery', 'Hot'],
    ['liquid', 'Liquid inside'],
    ['burnt-smell', 'Burnt smell'],
  ],
  battery: [
    ['at-least-20', '20 % or more'],
    ['below-20', 'Below 20 %'],
    ['external-power', 'On power'],
    ['unknown', 'Not known'],
  ],
  screenLock: [
    ['pin', 'PIN'],
    ['pattern', 'Pattern'],
    ['password', 'Password'],
    ['none', 'None'],
    ['unknown', 'Not known'],
  ],
  knowsScreenLock: YES_NO,
  remoteUnlockSetUp: YES_NO,
  online: YES_NO,
  accountOnDevice: YES_NO,
  knowsAccountPassword: YES_NO,
  secondStep: [
    ['other-device', 'Prompt on another device'],
    ['sim-in-this-device', 'Text to the SIM in this device'],
    ['mail', 'E-mail'],
    ['backup-codes', 'Backup codes'],
    ['not-set-up', 'Not set up'],
    ['unknown', 'Not known'],
  ],
  carrierLocked: YES_NO,
  workManaged: YES_NO,
  legalMatter: YES_NO,
  ownership: [
    ['shown', 'Shown'],
    ['not-shown', 'Not shown'],
  ],
  registryAnswer: [
    ['clean', 'Clean'],
    ['reported', 'Reported'],
    ['no-answer', 'No answer, or no IMEI'],
  ],
  consent: [
    ['given', 'Agrees'],
    ['refused', 'Refuses'],
  ],
}

/** An answer as it is read; `not asked` where there is none. */
export function factText(name: FactName, value: Facts[FactName], modelName: (id: string) => string): string {
  if (value === undefined || value === '') return 'not asked'
  if (value === 'recorded') return 'recorded'
  if (name === 'modelId') return modelName(String(value)) || String(value)
  if (name === 'imei') return groupImei(String(value))
  return FACT_CHOICES[name]?.find(([choice]) => choice === value)?.[1] ?? String(value)
}
