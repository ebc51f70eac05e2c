import { createHmac } from 'node:crypto'
import type { DataSource, EntityManager } from 'typeorm'

const secrets = new WeakMap<DataSource, Buffer>()
/** The shop's own secret, of 32 bytes: made with the database; it stays. */
export async function secretOf(manager: EntityManager): Promise<Buffer> {
  const known = secrets.get(manager.dataSource)
  if (known) return known
  const [row] = await manager.query<{ secret: Buffer }[]>('SELECT secret FROM shop_secret WHERE id = 1')
  if (!row) throw new Error('the shop has no secret')
  secrets.set(manager.dataSource, row.secret)
  return row.secret
}

/** By which other shops know this one again: a UUID (RFC 9562, version 8) that says nothing of it. */
export async function shopIdOf(manager: EntityManager): Promise<string> {
  const bytes = createHmac('sha256', await secretOf(manager))
    .update('shop')
    .digest()
    .subarray(0, 16)
  bytes[6] = ((bytes[6] ?? 0) & 0x0f) | 0x80
  bytes[8] = ((bytes[8] ?? 0) & 0x3f) | 0x80
  return bytes.toString('hex').replace(/^(.{8})(.{4})(.{4})(.{4})(.{12})$/, '$1-$2-$3-$4-$5')
}
