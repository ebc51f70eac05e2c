/**
 * One band of the law of waiting after wrong entries at the screen lock. Failures count from 1; a band holds
 * from `fromFailures` up to, not including, the next band's.
 */
export type WaitBand =
  | { readonly kind: 'none'; readonly fromFailures: number }
  /** A wait only when the count is a multiple of `every`. */
  | { readonly kind: 'every'; readonly fromFailures: number; readonly every: number; readonly waitMs: number }
  | { readonly kind: 'each'; readonly fromFailures: number; readonly waitMs: number }
  /** Starts at `waitMs` and doubles after each further `every` failures. */
  | {
      readonly kind: 'doubling'
      readonly fromFailures: number
      readonly every: number
      readonly waitMs: number
    }

/** The whole law, bands in ascending order; makers and newer releases may differ, so it belongs to the family. */
export type WaitLaw = readonly WaitBand[]

const SECOND_MS = 1000
const DAY_MS = 86_400_000

/**
 * The platform's default law.
 * Source: the open-source platform's gatekeeper, ComputeRetryTimeout (from memory).
 */
export const PLATFORM_WAIT_LAW: WaitLaw = [
  { kind: 'none', fromFailures: 0 },
  { kind: 'every', fromFailures: 1, every: 5, waitMs: 30 * SECOND_MS },
  { kind: 'each', fromFailures: 11, waitMs: 30 * SECOND_MS },
  { kind: 'doubling', fromFailures: 30, every: 10, waitMs: 30 * SECOND_MS },
  { kind: 'each', fromFailures: 140, waitMs: DAY_MS },
]

/**
 * How long the device refuses the next attempt once `failures` wrong entries are recorded.
 * @param failures whole number, 0 or more
 */
export function waitAfterMs(law: WaitLaw, failures: number): number {
  const band = law.findLast((candidate) => candidate.fromFailures <= failures)
  if (!band) return 0
  switch (band.kind) {
    case 'none':
      return 0
    case 'every':
      return failures % band.every === 0 ? band.waitMs : 0
    case 'each':
      return band.waitMs
    case 'doubling':
      return band.waitMs * 2 ** Math.floor((failures - band.fromFailures) / band.every)
  }
}

/**
 * The whole time that `more` further attempts cost after `failures` wrong ones, if each of them is wrong too:
 * the wait before each attempt, and none after the last.
 * @param attemptMs what typing one attempt takes
 */
export function totalForMoreMs(law: WaitLaw, failures: number, more: number, attemptMs: number): number {
  let total = 0
  for (let made = 0; made < more; made++) total += waitAfterMs(law, failures + made) + attemptMs
  return total
}
