import { randomBytes } from 'node:crypto'
import { closeSync, existsSync, fsyncSync, openSync, readFileSync, renameSync, writeSync } from 'node:fs'
import { dirname } from 'node:path'
import type { DataSource, EntityManager } from 'typeorm'
import { isSealedBy, KEY_BYTES, seal, SEALED_KINDS, unseal } from './sealing.ts'

/**
 * The shop's own keys, in a file beside the database and never in it: the keys of its jobs stand there sealed by the newest of
 * them, so that a copy of the database alone shows no picture, no signature and nobody's name on an event or an invoice.
 */
export class ShopKeys {
  readonly file: string
  #keys: readonly Buffer[] = []
  /** @param file as JSON: `{"keys": [newest, …]}`, in base64; made where there is none and nothing is kept by one */
  constructor(file: string) {
    this.file = file
  }

  /** A key of a job as it stands in the database: sealed by the newest, whoever has put that into the file. */
  wrap(key: Buffer): Buffer {
    this.#read()
    const [newest] = this.#keys
    if (!newest) throw this.#missing()
    return seal(newest, key)
  }

  /** @throws Error where the key of the shop that it was sealed by is not in the file */
  unwrap(kept: Buffer): Buffer {
    // Of before there was a key of the shop.
    if (kept.length === KEY_BYTES) return kept
    const opened = this.#opened(kept)
    if (opened) return opened
    this.#read()
    const again = this.#opened(kept)
    if (again) return again
    throw this.#missing()
  }

  /** Whether it is not sealed by the newest. */
  isOld(kept: Buffer): boolean {
    const [newest] = this.#keys
    return !newest || kept.length === KEY_BYTES || !isSealedBy(newest, kept)
  }

  /** Has a file with a key. */
  begin(): void {
    if (!existsSync(this.file)) writeKeys(this.file, [randomBytes(KEY_BYTES)])
    this.#read()
  }

  /** From now on another key is the newest; those before stay until nothing is sealed by them. */
  add(): void {
    this.#read()
    this.#keep([randomBytes(KEY_BYTES), ...this.#keys])
  }

  /** Only the newest stays. */
  dropOld(): void {
    this.#read()
    this.#keep(this.#keys.slice(0, 1))
  }

  get count(): number {
    return this.#keys.length
  }

  #opened(kept: Buffer): Buffer | undefined {
    for (const key of this.#keys) {
      const opened = unseal(key, kept)
      if (opened) return opened
    }
    return undefined
  }

  #read(): void {
    this.#keys = existsSync(this.file) ? keysIn(this.file) : []
  }

  #keep(keys: readonly Buffer[]): void {
    writeKeys(this.file, keys)
    this.#keys = keys
  }

  #missing(): Error {
    return new Error(
      `The key of the shop that its records are kept by is not in ${this.file}. It is in every backup; put the file back where it was.`,
    )
  }
}

/** @throws Error where it holds something else */
export function keysIn(file: string): readonly Buffer[] {
  const { keys } = JSON.parse(readFileSync(file, 'utf8')) as { keys?: unknown }
  const read = Array.isArray(keys) ? keys.map((key) => Buffer.from(String(key), 'base64')) : []
  if (read.length === 0 || read.some(({ length }) => length !== KEY_BYTES))
    throw new Error(`${file} holds no keys of a shop`)
  return read
}

/** Whole or not at all, and on the disk before anything is sealed by it; nobody else may read it. */
export function writeKeys(file: string, keys: readonly Buffer[]): void {
  const beside = `${file}.${process.pid}`
  const handle = openSync(beside, 'w', 0o600)
  writeSync(handle, `${JSON.stringify({ keys: keys.map((key) => key.toString('base64')) })}\n`)
  fsyncSync(handle)
  closeSync(handle)
  renameSync(beside, file)
  const folder = openSync(dirname(file), 'r')
  fsyncSync(folder)
  closeSync(folder)
}

const keysOfShops = new WeakMap<DataSource, ShopKeys>()
export const useShopKeys = (database: DataSource, keys: ShopKeys): void =>
  void keysOfShops.set(database, keys)
/** @throws Error where this connection was opened without any */
export function shopKeysOf({ dataSource }: Pick<EntityManager, 'dataSource'>): ShopKeys {
  const keys = keysOfShops.get(dataSource)
  if (!keys) throw new Error('This database was opened without the keys of its shop')
  return keys
}

type KeysRow = { readonly job_id: number } & Readonly<Record<string, Buffer | null>>
const ROWS_AT_A_TIME = 200

/** Whether what is kept can be opened at all. @throws Error where it cannot */
export async function canOpen(database: DataSource, keys: ShopKeys): Promise<void> {
  const [row] = await database.query<KeysRow[]>(
    `SELECT ${SEALED_KINDS.join(', ')} FROM personal_keys WHERE COALESCE(${SEALED_KINDS.join(', ')}) IS NOT NULL LIMIT 1`,
  )
  for (const kind of SEALED_KINDS) if (row?.[kind]) keys.unwrap(row[kind])
}

/** Whether all that is kept can be opened, as it has to be where it is restored. @throws Error where something cannot */
export async function canOpenAll(database: DataSource, keys: ShopKeys): Promise<void> {
  let last = 0
  for (;;) {
    const rows = await database.query<KeysRow[]>(
      `SELECT job_id, ${SEALED_KINDS.join(', ')} FROM personal_keys WHERE job_id > ? ORDER BY job_id LIMIT ?`,
      [last, ROWS_AT_A_TIME],
    )
    for (const row of rows) for (const kind of SEALED_KINDS) if (row[kind]) keys.unwrap(row[kind])
    const end = rows.at(-1)
    if (!end) break
    last = end.job_id
  }
  for (const { table, column } of await besideIn(database)) {
    const rows = await database.query<{ kept: Buffer }[]>(
      `SELECT ${column} AS kept FROM ${table} WHERE ${column} IS NOT NULL`,
    )
    for (const { kept } of rows) keys.unwrap(kept)
  }
}

/** What else is sealed by it, a few rows each: what phones make their codes of, and passwords of mail servers. */
const BESIDE = [
  { table: 'second_steps', id: 'staff_id', column: 'secret' },
  { table: 'connections', id: 'id', column: 'secrets' },
] as const
/** Those that are there: a migration that comes before them has none. */
async function besideIn(database: DataSource) {
  const there = await Promise.all(
    BESIDE.map(({ table }) => database.query<unknown[]>(`SHOW TABLES LIKE '${table}'`)),
  )
  return BESIDE.filter((_, nth) => (there[nth]?.length ?? 0) > 0)
}
async function wrapBesideAnew(database: DataSource, keys: ShopKeys): Promise<void> {
  for (const { table, id, column } of await besideIn(database))
    await database.transaction(async (manager) => {
      const rows = await manager.query<{ id: number; kept: Buffer }[]>(
        `SELECT ${id} AS id, ${column} AS kept FROM ${table} WHERE ${column} IS NOT NULL ORDER BY 1 FOR UPDATE`,
      )
      for (const row of rows)
        if (keys.isOld(row.kept))
          await manager.query(`UPDATE ${table} SET ${column} = ? WHERE ${id} = ?`, [
            keys.wrap(keys.unwrap(row.kept)),
            row.id,
          ])
    })
}

/**
 * Seals the keys of all jobs by the newest key of the shop, those few at a time that nobody changes meanwhile; stopped at any point
 * it goes on where it was.
 * @returns how many jobs had a key that was sealed by an older one
 */
export async function wrapAnew(database: DataSource, keys: ShopKeys): Promise<number> {
  await wrapBesideAnew(database, keys)
  let [last, jobs] = [0, 0]
  for (;;) {
    const done = await database.transaction(async (manager) => {
      const rows = await manager.query<KeysRow[]>(
        `SELECT job_id, ${SEALED_KINDS.join(', ')} FROM personal_keys WHERE job_id > ? ORDER BY job_id LIMIT ? FOR UPDATE`,
        [last, ROWS_AT_A_TIME],
      )
      let changed = 0
      for (const row of rows) {
        const old = SEALED_KINDS.flatMap((kind) => {
          const kept = row[kind]
          return kept && keys.isOld(kept) ? [[kind, keys.wrap(keys.unwrap(kept))] as const] : []
        })
        if (old.length === 0) continue
        await manager.query(
          `UPDATE personal_keys SET ${old.map(([kind]) => `${kind} = ?`).join(', ')} WHERE job_id = ?`,
          [...old.map(([, kept]) => kept), row.job_id],
        )
        changed++
      }
      return { changed, last: rows.at(-1)?.job_id }
    })
    jobs += done.changed
    if (done.last === undefined) return jobs
    last = done.last
  }
}
