/** A carrier's name as it is compared: however it is spaced, and in capitals or not. */
const compared = (name: string) => name.normalize('NFKC').trim().replace(/\s+/g, ' ').toLowerCase()

/** Whether two names, as people and suppliers write them, are one carrier's. */
export function isSameCarrier(one: string | undefined, other: string | undefined): boolean {
  return one !== undefined && other !== undefined && compared(one) === compared(other)
}
