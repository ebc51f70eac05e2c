import type { Facts } from './facts.ts'

/** A carrier's name as it is compared: however it is spaced, and in capitals or not. */
const compared = (name: string) => name.normalize('NFKC').trim().replace(/\s+/g, ' ').toLowerCase()

/** Whether two names, as people and suppliers write them, are one carrier's. */
export function isSameCarrier(one: string | undefined, other: string | undefined): boolean {
  return one !== undefined && other !== undefined && compared(one) === compared(other)
}

/** Whether a service releases what the device was bought from: the same name in another country is another carrier. */
export const isOfItsCarrier = (
  { originalCarrier, carrierCountry }: Pick<Facts, 'originalCarrier' | 'carrierCountry'>,
  service: { readonly carrier: string; readonly carrierCountry: string },
): boolean => isSameCarrier(originalCarrier, service.carrier) && carrierCountry === service.carrierCountry
