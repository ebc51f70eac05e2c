import {
  NOTHING_SUPPLIED,
  serviceOf,
  supplyList,
  type ListedService,
  type ListedSupplier,
  type SupplyList,
} from '@benevox/core/supply'
import { EntitySchema, type DataSource } from 'typeorm'
import { transact } from '../database/transact.ts'
import { ProblemError } from '../http/problem.ts'

export interface SupplyListRow {
  id: number
  document: SupplyList
  /** Null for what was there before people kept it. */
  staffId: number | null
  createdAt: Date
}

export const supplyListEntity = new EntitySchema<SupplyListRow>({
  name: 'supply_lists',
  columns: {
    id: { type: 'int', primary: true, generated: true },
    document: { type: 'json' },
    staffId: { name: 'staff_id', type: 'int', nullable: true },
    createdAt: { name: 'created_at', type: 'datetime', precision: 3 },
  },
})

export interface Supply {
  /** 0 for the empty list of a shop that has none. */
  readonly id: number
  readonly list: SupplyList
  readonly staffId: number | null
  readonly at: Date | null
}
const NONE: Supply = { id: 0, list: NOTHING_SUPPLIED, staffId: null, at: null }

/** The shop's lists of suppliers, carriers and rules: the newest is in use, the others stay as they were. */
export class SupplyLists {
  readonly #database: DataSource
  #newest = NONE
  constructor(database: DataSource) {
    this.#database = database
  }

  async inUse(): Promise<Supply> {
    const [row] = await this.#database.manager.find(supplyListEntity, {
      select: { id: true },
      order: { id: 'DESC' },
      take: 1,
    })
    if (!row || row.id === this.#newest.id) return this.#newest
    const whole = await this.#database.manager.findOneByOrFail(supplyListEntity, { id: row.id })
    return this.#hold(whole)
  }

  /** The newest one that was read. */
  get held(): SupplyList {
    return this.#newest.list
  }

  /** @throws ProblemError `not-found` */
  async service(id: number): Promise<{ supplier: ListedSupplier; service: ListedService }> {
    const found = serviceOf((await this.inUse()).list, id)
    if (!found) throw new ProblemError('not-found', { code: 'no-such-service' })
    return found
  }

  /**
   * Keeps a list that was made of another one.
   * @param allowed whether it may follow the one in use, asked while nobody else can change that; throws where not
   * @throws ProblemError `stale-version` where that is not in use any more
   */
  async keep(
    base: number,
    list: SupplyList,
    staffId: number | null,
    allowed: (before: SupplyList) => void = () => undefined,
  ): Promise<Supply> {
    const row = await transact(this.#database, async (manager) => {
      const [newest] = await manager.find(supplyListEntity, {
        order: { id: 'DESC' },
        take: 1,
        lock: { mode: 'pessimistic_write' },
      })
      if ((newest?.id ?? 0) !== base)
        throw new ProblemError('stale-version', { code: 'supply-changed' }, { current: newest?.document })
      allowed(newest ? supplyList.parse(newest.document) : NOTHING_SUPPLIED)
      // Its number follows from the one before: whoever else made one of the same has lost.
      const made: SupplyListRow = { id: base + 1, document: list, staffId, createdAt: new Date() }
      await manager.insert(supplyListEntity, made)
      return made
    })
    return this.#hold(row)
  }

  #hold({ id, document, staffId, createdAt }: SupplyListRow): Supply {
    const read = { id, list: supplyList.parse(document), staffId, at: createdAt }
    if (id > this.#newest.id) this.#newest = read
    return read
  }
}
