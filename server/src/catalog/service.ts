import { createHash } from 'node:crypto'
import { readPack, type Pack } from '@benevox/core/catalog'
import type { DataSource } from 'typeorm'
import { ProblemError } from '../http/problem.ts'
import { packEntity } from './entity.ts'

/** Packs as the shop took them in; the newest is in use, older ones stay for the jobs done with them. */
export class Catalog {
  readonly #database: DataSource
  readonly #read = new Map<number, { readonly id: number; readonly digest: string; readonly pack: Pack }>()

  constructor(database: DataSource) {
    this.#database = database
  }

  async inUse(): Promise<{ readonly id: number; readonly digest: string; readonly pack: Pack }> {
    const [newest] = await this.#database
      .getRepository(packEntity)
      .find({ select: { id: true }, order: { id: 'DESC' }, take: 1 })
    if (!newest) throw new ProblemError('not-possible-now', 'The shop has no catalogue yet.')
    return this.byId(newest.id)
  }

  async byId(id: number): Promise<{ readonly id: number; readonly digest: string; readonly pack: Pack }> {
    const known = this.#read.get(id)
    if (known) return known
    const row = await this.#database.getRepository(packEntity).findOneByOrFail({ id })
    const reading = readPack(JSON.parse(row.document))
    if (reading.kind === 'refused') throw new Error(`The stored pack ${id} is not valid`)
    const entry = { id, digest: row.digest, pack: reading.pack }
    this.#read.set(id, entry)
    return entry
  }

  /** Keeps a pack that `readPack` accepted; the same pack is kept once. @returns its id */
  async keep(document: object): Promise<number> {
    const packs = this.#database.getRepository(packEntity)
    const text = JSON.stringify(document)
    const digest = createHash('sha256').update(text).digest('hex')
    const known = await packs.findOneBy({ digest })
    return (known ?? (await packs.save({ digest, document: text, createdAt: new Date() }))).id
  }
}
