import { priceList, retention, type PriceList, type Retention } from '@benevox/core/price'
import { EntitySchema, type DataSource } from 'typeorm'
import { transact } from '../database/transact.ts'
import { ProblemError } from '../http/problem.ts'
import { SHOP_ID } from '../shop/entity.ts'

export interface PriceListRow {
  id: number
  /** A list from before there were days of retention has none. */
  document: Omit<PriceList, 'retention'> & Partial<Pick<PriceList, 'retention'>>
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
  #first: Retention | undefined
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
    return (await this.#kept(row)).prices
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

  /**
   * @param base the list that was seen; undefined where nobody has seen any
   * @throws ProblemError `stale-version` where somebody has saved another since
   */
  async keep(prices: PriceList, staffId: number, base?: number): Promise<Prices> {
    const isFirst = !(await this.saysRetention())
    const row = await transact(this.#database, async (manager) => {
      await manager.query('SELECT id FROM shops WHERE id = ? FOR UPDATE', [SHOP_ID])
      const [newest] = await manager.query<{ id: number }[]>(
        'SELECT id FROM price_lists ORDER BY id DESC LIMIT 1',
      )
      if (base !== undefined && newest?.id !== base)
        throw new ProblemError('stale-version', { code: 'shop-changed' })
      return manager.save(priceListEntity, {
        document: prices,
        staffId,
        createdAt: new Date(),
      } as PriceListRow)
    })
    if (isFirst) await this.#daysAreSaid()
    return this.#kept(row)
  }

  /** Who saved a list, and when. @throws ProblemError `not-found` */
  async saved(id: number): Promise<{ by: string | null; at: Date }> {
    const [row] = await this.#database.query<{ by: string | null; at: Date }[]>(
      `SELECT s.name AS \`by\`, p.created_at AS at FROM price_lists p LEFT JOIN staff s ON s.id = p.staff_id WHERE p.id = ?`,
      [id],
    )
    if (!row) throw new ProblemError('not-found', { code: 'no-such-price-list', id })
    return row
  }

  /** Lists from before go by these days from now on; what is stored of their jobs, from the next start. */
  async #daysAreSaid(): Promise<void> {
    const retention = await this.#firstRetention()
    for (const [id, prices] of this.#known) this.#known.set(id, retention ? { ...prices, retention } : prices)
    await this.#database.query('UPDATE jobs SET projection = 0 WHERE closed_at IS NOT NULL')
  }

  /**
   * Whether a supervisor has ever kept the days after which what points to a person is forgotten. Lists from before there
   * were any say nothing of them: until then nothing is forgotten by itself, and then they have those of the first that does.
   */
  async saysRetention(): Promise<boolean> {
    return (await this.#firstRetention()) !== undefined
  }

  async #firstRetention(): Promise<Retention | undefined> {
    if (this.#first) return this.#first
    const [row] = await this.#database.manager.query<{ retention: string | object }[]>(
      `SELECT JSON_QUERY(document, '$.retention') AS retention FROM price_lists
        WHERE JSON_EXISTS(document, '$.retention') ORDER BY id LIMIT 1`,
    )
    if (!row) return undefined
    const { retention: said } = row
    this.#first = retention.parse(typeof said === 'string' ? JSON.parse(said) : said)
    return this.#first
  }

  async #kept({ id, document }: PriceListRow): Promise<Prices> {
    // The same list stays the same object: what was computed with it holds.
    const known = this.#known.get(id)
    if (known) return { id, prices: known }
    const first = document.retention ? undefined : await this.#firstRetention()
    const prices = priceList.parse(first ? { ...document, retention: first } : document)
    this.#known.set(id, prices)
    return { id, prices }
  }
}
