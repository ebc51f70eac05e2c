/** How wrong entries of one kind are borne: so many at once, and then waits that grow. */
export interface Patience {
  /** So many wrong entries cost nothing. */
  readonly free: number
  /** No wait is longer, in seconds. */
  readonly longest: number
}

/** In milliseconds: after so long one wrong entry is forgiven. */
const FORGIVEN_EACH_MS = 15 * 60_000

/** What is left of wrong entries after a time without any. */
export const leftOf = (failures: number, sinceMs: number): number =>
  Math.max(0, failures - Math.floor(Math.max(0, sinceMs) / FORGIVEN_EACH_MS))

/**
 * How long nothing is taken after so many wrong entries, in milliseconds: 2 s after the first that is not free, and twice as long
 * each time. Common practice, no source; OWASP's authentication cheat sheet (from memory) asks for waits that grow rather than for a
 * lock that anybody can put on somebody else.
 */
export const waitMs = (failures: number, { free, longest }: Patience): number =>
  failures <= free ? 0 : Math.min(longest, 2 ** Math.min(30, failures - free)) * 1000
