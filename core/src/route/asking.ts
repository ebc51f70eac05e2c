import type { FactName } from './facts.ts'

/** Who knows a fact: it is seen on the device, asked of the customer, or fetched from box, receipt or registry. */
export type WhoKnows = 'device' | 'customer' | 'fetched'

/** What asking takes, in seconds. Common practice, no source. */
const SECONDS: Readonly<Record<WhoKnows, number>> = { device: 2, customer: 8, fetched: 60 }

const SEEN_ON_THE_DEVICE: readonly FactName[] = [
  'modelId',
  'systemVersion',
  'behavesAsSystem',
  'hazard',
  'deviceHere',
  'powersOn',
  'keysWork',
  'portCarriesData',
  'screenWorks',
  'battery',
  'screenLock',
  'countsDown',
]
const FETCHED: readonly FactName[] = [
  'imei',
  'imeiSecond',
  'boxImei',
  'serialNumber',
  'proofOfPurchase',
  'ownership',
  'ownershipNote',
  'registryAnswer',
  'registryReason',
]

export function whoKnows(name: FactName): WhoKnows {
  if (SEEN_ON_THE_DEVICE.includes(name)) return 'device'
  return FETCHED.includes(name) ? 'fetched' : 'customer'
}

/** What asking for a fact takes, in seconds. */
export const secondsToAsk = (name: FactName): number => SECONDS[whoKnows(name)]
