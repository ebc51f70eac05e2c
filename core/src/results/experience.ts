import { z } from 'zod'

/** What has an outcome that a shop can count, of account and carrier locks. */
export const OUTCOMES = [
  /** The previous owner was written to and takes the account off. */
  'previous-owner',
  'account-recovery',
  'service-with-proof',
  'service-without-proof',
  'authorised-release',
  'carrier',
  'carrier-in-contract',
  'supplier',
] as const
export type OutcomeOf = (typeof OUTCOMES)[number]

/** How one of them ended on one job. */
export interface Outcome {
  readonly of: OutcomeOf
  readonly worked: boolean
}

const counted = z.strictObject({ worked: z.int().min(0), failed: z.int().min(0) })
/** How often each has worked in a shop, and how often not. What is absent has never come up. */
export const experience = z.partialRecord(z.enum(OUTCOMES), counted)
export type Experience = z.infer<typeof experience>

/** So many of the shop's own jobs count as much as what is usual. Common practice, no source. */
export const USUAL_WEIGHS = 5

/** The mean of a Beta distribution: what is usual, moved by what the shop has seen. @param usual 0 to 1 */
export function moved(
  usual: number,
  { worked = 0, failed = 0 }: { readonly worked?: number; readonly failed?: number } = {},
  weighs: number = USUAL_WEIGHS,
): number {
  return (usual * weighs + worked) / (weighs + worked + failed)
}
