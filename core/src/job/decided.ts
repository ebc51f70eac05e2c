import { looksLikeSecret } from '../secret/index.ts'
import type { JobEvent } from './events.ts'
import type { Refusal } from './refusals.ts'

/** What a command makes happen: no events where it is known already. */
export type Decided =
  | { readonly kind: 'done'; readonly events: readonly JobEvent[] }
  | { readonly kind: 'refused'; readonly refusal: Refusal }

export const yes = (...events: readonly JobEvent[]): Decided => ({ kind: 'done', events })
export const refused = (refusal: Refusal): Decided => ({ kind: 'refused', refusal })

/**
 * No PIN, pattern or password of a customer is kept: a text that looks like one is refused, until somebody has
 * looked and said that it is none.
 */
export function secretsIn(
  texts: Readonly<Record<string, string | null | undefined>>,
  noSecret: readonly string[] = [],
): Decided | undefined {
  const found = Object.entries(texts).flatMap(([field, text]) => {
    const suspicion = text && !noSecret.includes(field) ? looksLikeSecret(text) : undefined
    return suspicion ? [{ field, found: suspicion.found }] : []
  })
  return found.length > 0 ? refused({ code: 'looks-like-secret', texts: found }) : undefined
}

/**
 * A text of which many figures may be no secret, such as telephone numbers and builds of a system: questioned only where a word announces
 * what it is. @returns it; undefined where nothing is to be questioned
 */
export const announcing = (text: string | undefined): string | undefined =>
  text !== undefined && looksLikeSecret(text)?.kind === 'announced' ? text : undefined
