import { createCipheriv, createDecipheriv, createHash, randomBytes } from 'node:crypto'
import type { Personal } from '@benevox/core/job'
import type { PersonalKind } from '@benevox/core/price'
import { EntitySchema, type EntityManager } from 'typeorm'

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

/** Keys of one job, each of 32 bytes; a kind that nobody has typed anything of, or that was forgotten, has none. */
export type PersonalKeys = { readonly [Kind in PersonalKind]?: Buffer | null }
interface KeysRow extends Record<SealedKind, Buffer | null> {
  jobId: number
}

/**
 * The only place where keys stand: what events, signatures and invoices say of a person is read by them and by nothing
 * else. To forget a kind is to destroy its key.
 */
export const keysEntity = new EntitySchema<KeysRow>({
  name: 'personal_keys',
  columns: {
    jobId: { name: 'job_id', type: 'int', primary: true },
    ...(Object.fromEntries(
      SEALED_KINDS.map((kind) => [kind, { type: 'binary', length: 32, nullable: true }]),
    ) as Record<SealedKind, { type: 'binary'; length: number; nullable: true }>),
  },
})

const CIPHER = 'aes-256-gcm'
const KEY_BYTES = 32
const NONCE_BYTES = 12
const TAG_BYTES = 16
const MARK_BYTES = 4
/** Tells a key from the one before, and nothing of either. */
const markOf = (key: Buffer): Buffer => createHash('sha256').update(key).digest().subarray(0, MARK_BYTES)

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
  if (!key || !markOf(key).equals(sealed.subarray(0, MARK_BYTES))) return undefined
  const [nonce, tag] = [MARK_BYTES, MARK_BYTES + NONCE_BYTES]
  const text = tag + TAG_BYTES
  const cipher = createDecipheriv(CIPHER, key, sealed.subarray(nonce, tag), { authTagLength: TAG_BYTES })
  cipher.setAuthTag(sealed.subarray(tag, text))
  return Buffer.concat([cipher.update(sealed.subarray(text)), cipher.final()])
}

/** What of an event points to a person, by kind, each sealed, in base64. */
export type Sealed = { readonly [Kind in PersonalKind]?: string }

/** @throws Error where a key is missing: `withKeysFor` has made it before */
export const sealedParts = (personal: Personal, keys: PersonalKeys): Sealed =>
  Object.fromEntries(
    Object.entries(personal).map(([kind, taken]) => {
      const key = keys[kind as PersonalKind]
      if (!key) throw new Error(`no key for ${kind}`)
      return [kind, seal(key, Buffer.from(JSON.stringify(taken))).toString('base64')]
    }),
  )

/** What is left of it. @throws Error where it was changed since it was sealed */
export function unsealedParts(sealed: Sealed, keys: PersonalKeys): Personal {
  const parts: { [Kind in PersonalKind]?: Personal[Kind] } = {}
  for (const [kind, text] of Object.entries(sealed) as [PersonalKind, string][]) {
    const left = unseal(keys[kind], Buffer.from(text, 'base64'))
    if (left) parts[kind] = JSON.parse(left.toString()) as NonNullable<Personal[typeof kind]>
  }
  return parts
}

export async function keysOf(manager: EntityManager, jobId: number): Promise<PersonalKeys> {
  return (await manager.findOneBy(keysEntity, { jobId })) ?? {}
}

/** The keys of a job with one for each of these kinds: what is missing is made. */
export async function withKeysFor(
  manager: EntityManager,
  jobId: number,
  keys: PersonalKeys,
  kinds: readonly PersonalKind[],
): Promise<PersonalKeys> {
  const missing = [...new Set(kinds)].filter((kind) => !keys[kind])
  if (missing.length === 0) return keys
  const made = missing.map((kind) => [kind, randomBytes(KEY_BYTES)] as const)
  await manager.query(
    `INSERT INTO personal_keys (job_id, ${missing.join(', ')}) VALUES (?, ${missing.map(() => '?').join(', ')})
     ON DUPLICATE KEY UPDATE ${missing.map((kind) => `${kind} = VALUES(${kind})`).join(', ')}`,
    [jobId, ...made.map(([, key]) => key)],
  )
  return { ...keys, ...Object.fromEntries(made) }
}

/** Seals something of a job by its key of this kind, which is made where there is none. */
export async function sealedFor(
  manager: EntityManager,
  jobId: number,
  kind: SealedKind,
  plain: Buffer,
): Promise<Buffer> {
  const { [kind]: key } = await withKeysFor(manager, jobId, await keysOf(manager, jobId), [kind])
  if (!key) throw new Error(`no key for ${kind}`)
  return seal(key, plain)
}

/** Destroys keys: what was sealed by them is noise from now on. */
export async function destroyKeys(
  manager: EntityManager,
  jobId: number,
  kinds: readonly PersonalKind[],
): Promise<void> {
  const sealed = SEALED_KINDS.filter((kind) => kinds.includes(kind))
  if (sealed.length > 0)
    await manager.update(keysEntity, { jobId }, Object.fromEntries(sealed.map((kind) => [kind, null])))
}
