import { folded } from '../supply/index.ts'
import type { Facts } from './facts.ts'

/** Whether two names, as people and suppliers write them, are one carrier's. */
export function isSameCarrier(one: string | undefined, other: string | undefined): boolean {
  return one !== undefined && other !== undefined && folded(one) === folded(other)
}

/** Whether a service releases what the device was bought from: the same name in another country is another carrier. */
export const isOfItsCarrier = (
  { originalCarrier, carrierCountry }: Pick<Facts, 'originalCarrier' | 'carrierCountry'>,
  service: { readonly carrier: string; readonly carrierCountry: string },
): boolean => isSameCarrier(originalCarrier, service.carrier) && carrierCountry === service.carrierCountry
