import { createHash } from 'node:crypto'
import { hash } from '@node-rs/argon2'

/**
 * argon2id with 19 MiB, two passes and one lane: what OWASP's password storage cheat sheet names as its least (from
 * memory), so that a counter's machine bears it. RFC 9106 recommends more.
 */
export const hashSecret = (secret: string): Promise<string> =>
  hash(secret, { memoryCost: 19_456, timeCost: 2, parallelism: 1 })

/** What is kept of a secret that is long and random: who reads the database cannot use it. */
export const digestOf = (secret: string): Buffer => createHash('sha256').update(secret).digest()
