import type { ZxcvbnFactory } from '@zxcvbn-ts/core'
import { ProblemError } from '../http/problem.ts'

/** Of its five grades the third is the least that stands against fast guessing of what leaked: 10^8 guesses and more. */
const LEAST_GRADE = 3
/** What is guessed by its beginning is guessed; longer ones only take longer to look at. */
const LOOKED_AT = 64

let guessing: Promise<ZxcvbnFactory> | undefined
/** Passwords that have leaked most often, words of lists for dice, rows of keys, repetitions, dates: 0.2 s to begin, once. */
async function madeOnce(): Promise<ZxcvbnFactory> {
  const [{ ZxcvbnFactory: Factory }, { adjacencyGraphs, dictionary }] = await Promise.all([
    import('@zxcvbn-ts/core'),
    import('@zxcvbn-ts/language-common'),
  ])
  return new Factory({ dictionary, graphs: adjacencyGraphs })
}

/** Beside words that whoever guesses knows there have to be so many letters and digits. */
const LEAST_OF_ITS_OWN = 6
const plain = (text: string): string => text.normalize('NFKD').replace(/\p{M}/gu, '').toLowerCase()

/** What is left of a password without words of the shop and of the person, and without what stands between words. */
const leftWithout = (words: readonly string[], password: string): string =>
  words
    .map(plain)
    .sort((one, other) => other.length - one.length)
    .reduce((left, word) => left.replaceAll(word, ' '), plain(password))
    .replace(/[^\p{L}\p{N}]/gu, '')

/**
 * @param words of the shop and of the person: who knows them tries them first
 * @throws ProblemError `not-possible-now` for a password that is among the first to be guessed
 */
export async function refuseGuessed(password: string, words: readonly string[]): Promise<void> {
  const known = words.flatMap((one) => [one, ...one.split(/[^\p{L}\p{N}]+/u)]).filter((one) => one.length > 2)
  const { score } = (await (guessing ??= madeOnce())).check(password.slice(0, LOOKED_AT), known)
  if (score < LEAST_GRADE || leftWithout(known, password).length < LEAST_OF_ITS_OWN)
    throw new ProblemError('not-possible-now', { code: 'password-guessed' })
}
