import { looksLikeSecret } from '@benevox/core/secret'
import { ProblemError } from './problem.ts'

/**
 * No PIN, pattern or password of a customer is kept: a text that looks like one is refused, until somebody has
 * looked and said that it is none.
 * @throws ProblemError `looks-like-secret`, with the path of each text
 */
export function refuseSecrets(
  texts: Readonly<Record<string, string | null | undefined>>,
  noSecret: readonly string[] = [],
): void {
  const errors = Object.entries(texts).flatMap(([name, text]) => {
    const found = text && !noSecret.includes(name) ? looksLikeSecret(text) : undefined
    return found ? [{ path: `body.${name}`, sentence: `“${found.found}” looks like a secret.` }] : []
  })
  const first = errors[0]
  if (first)
    throw new ProblemError(
      'looks-like-secret',
      `${first.sentence} PINs, patterns and passwords are never kept: take it out, or say that it is none.`,
      { errors },
    )
}
