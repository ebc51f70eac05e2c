import { priceList, type PriceList } from '@benevox/core/price'
import { EntitySchema, type DataSource } from 'typeorm'
import { ProblemError } from '../http/problem.ts'

export interface PriceListRow {
  id: number
  document: PriceList
  staffId: number | null
  createdAt: Date
}

export const priceListEntity = new EntitySchema<PriceListRow>({
  name: 'price_lists',
  columns: {
    id: { type: 'int', primary: true, generated: true },
    document: { type: 'json' },
    staffId: { name: 'staff_id', type: 'int', nullable: true },
    createdAt: { name: 'created_at', type: 'datetime', precision: 3 },
  },
})

export interface Prices {
  readonly id: number
  readonly prices: PriceList
}

/** The shop's price lists: the newest is in use; a job keeps the one it was quoted by. */
export class PriceLists {
  readonly #database: DataSource
  readonly #known = new Map<number, PriceList>()
  constructor(database: DataSource) {
    this.#database = database
  }

  async inUse(): Promise<Prices> {
    const row = await this.#database.manager.findOne(priceListEntity, { where: {}, order: { id: 'DESC' } })
    if (!row) throw new ProblemError('not-found', { code: 'no-price-list' })
    return this.#kept(row)
  }

  async byId(id: number): Promise<PriceList> {
    const known = this.#known.get(id)
    if (known) return known
    const row = await this.#database.manager.findOneBy(priceListEntity, { id })
    if (!row) throw new ProblemError('not-found', { code: 'no-such-price-list', id })
    return this.#kept(row).prices
  }

  holds(id: number): boolean {
    return this.#known.has(id)
  }

  /** A price list that was read before. @throws Error where it was not */
  held(id: number): PriceList {
    const known = this.#known.get(id)
    if (!known) throw new Error(`Price list ${id} is not read`)
    return known
  }

  async keep(prices: PriceList, staffId: number): Promise<Prices> {
    const row = await this.#database.manager.save(priceListEntity, {
      document: prices,
      staffId,
      createdAt: new Date(),
    } as PriceListRow)
    return this.#kept(row)
  }

  #kept({ id, document }: PriceListRow): Prices {
    // The same list stays the same object: what was computed with it holds.
    const prices = this.#known.get(id) ?? priceList.parse(document)
    this.#known.set(id, prices)
    return { id, prices }
  }
}
