import type { FactName, WhyAsked } from '@benevox/core/route'

/** The counter's questions as they are said to a customer or to oneself. */
export const ASK_WORDS: Readonly<Record<FactName, string>> = {
  modelId: 'Which device',
  systemVersion: 'System version',
  behavesAsSystem: 'Behaves like system version',
  complaint: 'What is wrong',
  hazard: 'Look, feel, smell',
  deviceHere: 'Is the device here',
  whose: 'Whose is it',
  powersOn: 'Does it power on',
  keysWork: 'Do all keys work',
  portCarriesData: 'Does the port carry data',
  screenWorks: 'Can the screen be read',
  battery: 'Battery',
  screenLock: 'Kind of lock',
  knowsScreenLock: 'Owner knows the lock',
  wrongTries: 'Wrong tries so far',
  countsDown: 'Does it count down now',
  wipesItself: 'Set to wipe itself after wrong tries',
  imei: 'IMEI',
  imeiSecond: 'Second IMEI',
  boxImei: 'IMEI on the box',
  serialNumber: 'Serial number',
  remoteUnlockSetUp: 'Remote unlock set up',
  online: 'Online now',
  accountOnDevice: 'Account on the device',
  accountAddress: 'Its address',
  knowsAccountPassword: 'Knows its password',
  secondStep: 'Second step comes by',
  passwordChangedLately: 'Password changed in the last days',
  dataWorth: 'What is on it is worth',
  backup: 'Is there a backup',
  memoryCard: 'Memory card in it',
  esimProfile: 'eSIM on it',
  sellerReachable: 'Can the seller be reached',
  proofOfPurchase: 'Proof of purchase',
  carrierLocked: 'Carrier lock',
  originalCarrier: 'Original carrier',
  contractRunning: 'Contract still running',
  carrierCountry: 'Country of purchase',
  workManaged: 'Managed by an employer',
  legalMatter: 'Police or court matter',
  ownership: 'Right to the device',
  ownershipNote: 'What was shown',
  registryAnswer: 'Registry says',
  registryReason: 'Why no answer',
  wish: 'The customer wants first',
}

export const HINT_WORDS: Readonly<Partial<Record<FactName, string>>> = {
  hazard: 'battery and liquid; before anything else',
  whose: 'somebody locked out of another’s phone: stop and say no',
  knowsScreenLock: 'the owner types; it is never written down',
  accountOnDevice: 'ask now: after the reset it is too late',
  accountAddress: 'only the address',
  secondStep: 'after the reset it cannot come to this device',
  carrierLocked: 'another carrier’s SIM is refused; the picture at start-up says whose',
  originalCarrier: 'where it was bought, not today’s',
  registryAnswer: 'lost, stolen, unpaid',
  registryReason: 'opens the reset, not an order',
  memoryCard: 'take it out: a reset may format it',
  esimProfile: 'a reset may remove it',
  backup: 'it comes back at the first start',
  wipesItself: 'then no more guessing',
  ownershipNote: 'receipt, box with the same IMEI, ID',
  wrongTries: 'the exact number where it is known',
}

export const WHY_ASKED: Readonly<Record<WhyAsked, string>> = {
  safety: 'for safety, before anything is touched',
  first: 'nothing can be decided before',
  'may-change-the-route': 'may change the route',
  'opens-a-gate': 'a gate stays closed without it',
  'for-the-order': 'a release cannot be ordered without it',
  'too-late-after': 'too late to ask after the reset',
}

/** Facts that are told in a field of their own. */
export type OwnField = 'model' | 'imei' | 'count' | 'text' | 'country' | 'choices'
export function fieldOf(name: FactName): OwnField {
  switch (name) {
    case 'modelId':
      return 'model'
    case 'imei':
    case 'imeiSecond':
    case 'boxImei':
      return 'imei'
    case 'systemVersion':
    case 'behavesAsSystem':
      return 'count'
    case 'accountAddress':
    case 'originalCarrier':
    case 'ownershipNote':
    case 'registryReason':
    case 'serialNumber':
      return 'text'
    case 'carrierCountry':
      return 'country'
    default:
      return 'choices'
  }
}

/** Every fact in the order of the intake: what is neither asked nor known may be told at any time. */
export const ALL_FACTS: readonly FactName[] = [
  'modelId',
  'systemVersion',
  'complaint',
  'hazard',
  'whose',
  'powersOn',
  'keysWork',
  'screenWorks',
  'portCarriesData',
  'battery',
  'screenLock',
  'knowsScreenLock',
  'wrongTries',
  'countsDown',
  'wipesItself',
  'imei',
  'imeiSecond',
  'boxImei',
  'serialNumber',
  'accountOnDevice',
  'accountAddress',
  'knowsAccountPassword',
  'secondStep',
  'passwordChangedLately',
  'remoteUnlockSetUp',
  'online',
  'dataWorth',
  'backup',
  'memoryCard',
  'esimProfile',
  'carrierLocked',
  'originalCarrier',
  'contractRunning',
  'carrierCountry',
  'workManaged',
  'legalMatter',
  'ownership',
  'ownershipNote',
  'proofOfPurchase',
  'sellerReachable',
  'registryAnswer',
  'registryReason',
  'wish',
]
