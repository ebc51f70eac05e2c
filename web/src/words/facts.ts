import { groupImei } from '@benevox/core/imei'
import type { FactName } from '@benevox/core/route'

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
  passwordChangedLately: YES_NO,
  carrierLocked: YES_NO,
  contractRunning: YES_NO,
  workManaged: YES_NO,
  legalMatter: YES_NO,
  powersOn: YES_NO,
  keysWork: YES_NO,
  portCarriesData: YES_NO,
  screenWorks: YES_NO,
  countsDown: YES_NO,
  wipesItself: YES_NO,
  backup: YES_NO,
  memoryCard: YES_NO,
  esimProfile: YES_NO,
  sellerReachable: YES_NO,
  proofOfPurchase: YES_NO,
  deviceHere: [
    ['yes', 'Here'],
    ['no', 'On the telephone'],
  ],
  whose: [
    ['own', 'Their own'],
    ['childs-guardian-here', 'A child’s, guardian here'],
    ['childs-no-guardian', 'A child’s, no guardian here'],
    ['somebody-elses', 'Somebody else’s'],
  ],
  dataWorth: [
    ['none', 'Nothing'],
    ['some', 'Something'],
    ['precious', 'Very much'],
    ['unknown', 'Not known'],
  ],
  wrongTries: [
    ['2', 'Up to 4'],
    ['7', '5 to 9'],
    ['15', '10 to 29'],
    ['40', '30 or more'],
  ],
  ownership: [
    ['shown', 'Shown'],
    ['not-shown', 'Not shown'],
  ],
  registryAnswer: [
    ['clean', 'Clean'],
    ['reported', 'Reported'],
    ['no-answer', 'No answer, or no IMEI'],
  ],
  wish: [
    ['remember', 'Try to remember'],
    ['remote-unlock', 'Unlock from afar'],
    ['clear-cache', 'Clear the cache'],
    ['reset-from-recovery', 'Reset from recovery'],
    ['makers-service', 'Maker’s service'],
    ['leave-it', 'Leave it as it is'],
  ],
}

/** An answer as it is read; `not asked` where there is none. */
export function factText(name: FactName, value: unknown, modelName: (id: string) => string): string {
  if (value === undefined || value === '') return 'not asked'
  if (value === 'recorded') return 'recorded'
  if (name === 'systemVersion' && value === 'unknown') return 'Not known'
  if (name === 'modelId') return modelName(String(value)) || String(value)
  if (name === 'imei' || name === 'imeiSecond' || name === 'boxImei') return groupImei(String(value))
  return FACT_CHOICES[name]?.find(([choice]) => choice === value)?.[1] ?? String(value)
}
