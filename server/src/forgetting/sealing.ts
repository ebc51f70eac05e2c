import { createCipheriv, createDecipheriv, createHash, randomBytes } from 'node:crypto'
import type { PersonalKind } from '@benevox/core/price'

/** Kinds that are kept under a key of the job; mails are no part of its events, and are emptied themselves. */
export const SEALED_KINDS = [
  'ownership',
  'contact',
  'imei',
  'signature',
  'text',
  'bill',
] as const satisfies PersonalKind[]
export type SealedKind = (typeof SEALED_KINDS)[number]

const CIPHER = 'aes-256-gcm'
export const KEY_BYTES = 32
const NONCE_BYTES = 12
const TAG_BYTES = 16
const MARK_BYTES = 4
/** Tells a key from the one before, and nothing of either. */
const markOf = (key: Buffer): Buffer => createHash('sha256').update(key).digest().subarray(0, MARK_BYTES)

/** Whether it was sealed by this key. */
export const isSealedBy = (key: Buffer, sealed: Buffer): boolean =>
  markOf(key).equals(sealed.subarray(0, MARK_BYTES))

/** The key's mark, nonce, tag and what was sealed, in this order: AES-256 in GCM (NIST SP 800-38D), a random nonce each time. */
export function seal(key: Buffer, plain: Buffer): Buffer {
  const nonce = randomBytes(NONCE_BYTES)
  const cipher = createCipheriv(CIPHER, key, nonce, { authTagLength: TAG_BYTES })
  const sealed = Buffer.concat([cipher.update(plain), cipher.final()])
  return Buffer.concat([markOf(key), nonce, cipher.getAuthTag(), sealed])
}

/**
 * What was sealed; undefined where its key is destroyed: there is none, or one that was made since.
 * @throws Error where it was changed since it was sealed
 */
export function unseal(key: Buffer | null | undefined, sealed: Buffer): Buffer | undefined {
  if (!key || !isSealedBy(key, sealed)) return undefined
  const [nonce, tag] = [MARK_BYTES, MARK_BYTES + NONCE_BYTES]
  const text = tag + TAG_BYTES
  const cipher = createDecipheriv(CIPHER, key, sealed.subarray(nonce, tag), { authTagLength: TAG_BYTES })
  cipher.setAuthTag(sealed.subarray(tag, text))
  return Buffer.concat([cipher.update(sealed.subarray(text)), cipher.final()])
}
