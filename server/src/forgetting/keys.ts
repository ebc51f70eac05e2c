import { randomBytes } from 'node:crypto'
import type { Personal } from '@benevox/core/job'
import type { PersonalKind } from '@benevox/core/price'
import { EntitySchema, type EntityManager } from 'typeorm'
import { KEY_BYTES, seal, SEALED_KINDS, unseal, type SealedKind } from './sealing.ts'
import { shopKeysOf } from './shopKeys.ts'

export { seal, SEALED_KINDS, unseal } from './sealing.ts'

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
      SEALED_KINDS.map((kind) => [kind, { type: 'varbinary', length: 64, nullable: true }]),
    ) as Record<SealedKind, { type: 'varbinary'; length: number; nullable: true }>),
  },
})

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
  return unwrapped(manager, (await manager.findOneBy(keysEntity, { jobId })) ?? {})
}

/** The keys of a row, opened by the shop's. @throws Error where that is missing */
export function unwrapped(manager: EntityManager, row: PersonalKeys): PersonalKeys {
  const kept = SEALED_KINDS.flatMap((kind) => {
    const key = row[kind]
    return key ? [[kind, key] as const] : []
  })
  if (kept.length === 0) return {}
  const shop = shopKeysOf(manager)
  return Object.fromEntries(kept.map(([kind, key]) => [kind, shop.unwrap(key)]))
}

/** How a key stands in the database. */
type Wrap = (key: Buffer) => Buffer
const byTheShop =
  (manager: EntityManager): Wrap =>
  (key) =>
    shopKeysOf(manager).wrap(key)
/** As it did before there was a key of the shop: for the migrations of then. */
export const AS_IT_IS: Wrap = (key) => key

/** The keys of a job with one for each of these kinds: what is missing is made. */
export async function withKeysFor(
  manager: EntityManager,
  jobId: number,
  keys: PersonalKeys,
  kinds: readonly PersonalKind[],
  wrap: Wrap = byTheShop(manager),
): Promise<PersonalKeys> {
  const missing = [...new Set(kinds)].filter((kind) => !keys[kind])
  if (missing.length === 0) return keys
  const made = missing.map((kind) => [kind, randomBytes(KEY_BYTES)] as const)
  await manager.query(
    `INSERT INTO personal_keys (job_id, ${missing.join(', ')}) VALUES (?, ${missing.map(() => '?').join(', ')})
     ON DUPLICATE KEY UPDATE ${missing.map((kind) => `${kind} = VALUES(${kind})`).join(', ')}`,
    [jobId, ...made.map(([, key]) => wrap(key))],
  )
  return { ...keys, ...Object.fromEntries(made) }
}

/** Seals something of a job by its key of this kind, which is made where there is none. */
export async function sealedFor(
  manager: EntityManager,
  jobId: number,
  kind: SealedKind,
  plain: Buffer,
  wrap?: Wrap,
): Promise<Buffer> {
  const { [kind]: key } = await withKeysFor(manager, jobId, await keysOf(manager, jobId), [kind], wrap)
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
