import type { CatalogVersion } from '@benevox/contract'
import type { Pack, PackAsWritten } from '@benevox/core/catalog'
import { LRUCache } from 'lru-cache'
import { In, type DataSource, type EntityManager } from 'typeorm'
import { transact } from '../database/transact.ts'
import { ProblemError } from '../http/problem.ts'
import { makeVersion, readChange, readVersion } from '../reading/readApart.ts'
import { staffEntity } from '../session/entity.ts'
import { digestOf } from './change.ts'
import { packEntity, type PackRow } from './entity.ts'
import { inParts } from './parts.ts'

/** A version of the catalogue as read. */
export interface CatalogEntry {
  readonly id: number
  readonly digest: string
  readonly pack: Pack
  /** The pack as JSON. */
  readonly read: Uint8Array
  /** The document as it was taken in, as JSON; methods that follow a common one are left as they were written. */
  readonly written: Uint8Array
}

/** Versions held read in memory; a large one takes some tens of megabytes. */
const MOST_READ = 6
const MOST_LISTED = 200
const META = { id: true, digest: true, createdAt: true, staffId: true, note: true } as const

/** The catalogue in its versions: the newest is in use, older ones stay for the jobs done with them. */
export class Catalog {
  readonly #database: DataSource
  /** What is being read, too: whoever wants the same waits for the same. */
  readonly #read = new LRUCache<number, CatalogEntry>({
    max: MOST_READ,
    fetchMethod: (id) => this.#readFrom(id),
    // Whoever waits for a version gets it, also where it was put in or out meanwhile.
    ignoreFetchAbort: true,
  })
  readonly #making = new Set<Promise<void>>()

  constructor(database: DataSource) {
    this.#database = database
  }

  async inUse(): Promise<CatalogEntry> {
    // In SQL: nearly every request asks it.
    const [newest] = await this.#database.query<{ id: number }[]>(
      'SELECT id FROM packs ORDER BY id DESC LIMIT 1',
    )
    if (!newest) throw new ProblemError('not-possible-now', { code: 'no-catalogue' })
    return this.byId(newest.id)
  }

  /** @throws ProblemError `not-found` where there is no such version */
  async byId(id: number): Promise<CatalogEntry> {
    return this.#read.forceFetch(id)
  }

  /** Whether a version was read and is held, so that it can be had without asking the database. */
  holds(id: number): boolean {
    return this.#read.has(id)
  }

  /** A version that is held. @throws Error where it is not: `byId` comes first */
  held(id: number): CatalogEntry {
    const entry = this.#read.get(id)
    if (!entry) throw new Error(`Version ${id} of the catalogue is not read`)
    return entry
  }

  async #readFrom(id: number): Promise<CatalogEntry> {
    // As bytes: the thread that reads it makes letters of them.
    const [row] = await this.#database.query<{ digest: string; written: Uint8Array }[]>(
      'SELECT digest, CAST(document AS BINARY) AS written FROM packs WHERE id = ?',
      [id],
    )
    if (!row) throw new ProblemError('not-found', { code: 'no-catalogue-version', id })
    return { id, ...row, ...(await readVersion(row.written)) }
  }

  /** All versions, the newest first; a change that is being made is waited for. */
  async versions(): Promise<CatalogVersion[]> {
    await Promise.all(this.#making)
    return this.#listed()
  }

  async #listed(): Promise<CatalogVersion[]> {
    const rows = await this.#newest()
    const staff = await this.#database.getRepository(staffEntity).find({
      where: { id: In(rows.flatMap(({ staffId }) => staffId ?? [])) },
    })
    const names = new Map(staff.map(({ id, name }) => [id, name]))
    return rows.map((row) => wireVersion(row, names.get(row.staffId ?? 0) ?? ''))
  }

  /** Keeps the pack that the shop begins with; the same pack is kept once. @returns its id */
  async keep(document: PackAsWritten): Promise<number> {
    const packs = this.#database.getRepository(packEntity)
    const text = JSON.stringify(document)
    const digest = digestOf(new TextEncoder().encode(text))
    const known = await packs.findOneBy({ digest })
    if (known) return known.id
    const row = { digest, document: text, createdAt: new Date(), staffId: null, note: document.title }
    return (await packs.save(row)).id
  }

  /**
   * Makes a new version out of the one in use: all of the change or nothing. Sent again after a lost answer it
   * changes nothing more.
   * @param bytes what was asked for, with the version it was made from: read on a thread of its own
   * @param isGone whether whoever asked has left off meanwhile: then nothing is made
   * @throws ProblemError `stale-version` with the version in use, where somebody else was quicker;
   *   `bad-request` with the path of each fault
   */
  change(bytes: Uint8Array, staffId: number, isGone: () => boolean = () => false): Promise<CatalogVersion> {
    const making = this.#make(bytes, staffId, isGone)
    const settled = making.then(
      () => undefined,
      () => undefined,
    )
    this.#making.add(settled)
    void settled.then(() => this.#making.delete(settled))
    return making
  }

  async #make(bytes: Uint8Array, staffId: number, isGone: () => boolean): Promise<CatalogVersion> {
    const { base, note, change } = await readChange(bytes)
    const from = await this.byId(base)
    const { kind: _, ...version } = await makeVersion(from.written, change)
    const { digest, written } = version
    const made = await transact(this.#database, async (manager) => {
      const [newest] = await manager.find(packEntity, {
        select: META,
        order: { id: 'DESC' },
        take: 1,
        lock: { mode: 'pessimistic_write' },
      })
      if (newest?.digest === digest) return newest
      if (newest?.id !== base) return undefined
      if (isGone()) throw new ProblemError('not-possible-now', { code: 'import-cancelled' })
      const row = { digest, document: '', createdAt: new Date(), staffId, note }
      const begun = await manager.save(packEntity, row)
      for (const part of inParts(written)) await append(manager, begun.id, part)
      return begun
    })
    if (!made) {
      const [current] = await this.#listed()
      throw new ProblemError(
        'stale-version',
        current
          ? { code: 'catalogue-changed-by', note: current.note, person: current.by ?? '' }
          : { code: 'catalogue-changed' },
        { current },
      )
    }
    this.#read.set(made.id, { id: made.id, ...version })
    const { name } = await this.#database
      .getRepository(staffEntity)
      .findOneByOrFail({ id: made.staffId ?? staffId })
    return wireVersion(made, name)
  }

  #newest(): Promise<PackRow[]> {
    return this.#database
      .getRepository(packEntity)
      .find({ select: META, order: { id: 'DESC' }, take: MOST_LISTED })
  }
}

/** As bytes, which are made safe at once; letters would be looked through one by one. */
async function append(manager: EntityManager, id: number, part: Uint8Array): Promise<void> {
  await manager.query('UPDATE packs SET document = CONCAT(document, CONVERT(? USING utf8mb4)) WHERE id = ?', [
    Buffer.from(part.buffer, part.byteOffset, part.byteLength),
    id,
  ])
}

function wireVersion({ id, digest, createdAt, note }: PackRow, by: string): CatalogVersion {
  return { id, digest, at: createdAt.toISOString(), by, note }
}
