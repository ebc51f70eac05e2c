import { shopSettings, type ShopSettings } from '@benevox/core/shop'
import type { DataSource, EntityManager } from 'typeorm'
import type { Config } from '../config.ts'
import { transact } from '../database/transact.ts'
import { ProblemError } from '../http/problem.ts'
import { SHOP_ID, shopSettingsEntity } from './entity.ts'

/** What the shop says of itself: as somebody of it has kept it, or as the server was started with before anybody has. */
export class Shop {
  readonly #database: DataSource
  readonly #startedWith: ShopSettings
  constructor(
    database: DataSource,
    { shop, mail, publicAddress }: Pick<Config, 'shop' | 'mail' | 'publicAddress'>,
  ) {
    this.#database = database
    this.#startedWith = { name: shop, address: '', mail, ...(publicAddress ? { publicAddress } : {}) }
  }

  /** In use, with the number of their version: 0 before anybody has kept any. */
  async settings(
    manager: EntityManager = this.#database.manager,
  ): Promise<{ version: number; settings: ShopSettings }> {
    const row = await manager.findOne(shopSettingsEntity, {
      where: { shopId: SHOP_ID },
      order: { version: 'DESC' },
    })
    return row
      ? { version: row.version, settings: shopSettings.parse(row.document) }
      : { version: 0, settings: this.#startedWith }
  }

  /** As somebody sees them, with who changed them last. */
  async told(): Promise<{ version: number; settings: ShopSettings; by: string | null; at: string | null }> {
    const is = await this.settings()
    return { ...is, ...(await changedBy(this.#database, 'shop_settings', is.version)) }
  }

  /** Where answers come to that others are asked for. @throws ProblemError `not-possible-now` where the shop has no such address */
  async mailForAnswers(): Promise<string> {
    const { mail } = (await this.settings()).settings
    if (!mail) throw new ProblemError('not-possible-now', { code: 'no-own-mail' })
    return mail
  }

  /** @param version the one that was seen @throws ProblemError `stale-version` where somebody has changed them since */
  async change(
    settings: ShopSettings,
    version: number,
    staffId: number,
  ): Promise<{ version: number; settings: ShopSettings }> {
    return transact(this.#database, async (manager) => {
      await manager.query('SELECT id FROM shops WHERE id = ? FOR UPDATE', [SHOP_ID])
      const now = await this.settings(manager)
      if (now.version !== version) throw new ProblemError('stale-version', { code: 'shop-changed' })
      return this.keep(manager, settings, now.version + 1, staffId)
    })
  }

  async keep(
    manager: EntityManager,
    settings: ShopSettings,
    version: number,
    staffId: number,
  ): Promise<{ version: number; settings: ShopSettings }> {
    await manager.insert(shopSettingsEntity, {
      shopId: SHOP_ID,
      version,
      document: settings,
      staffId,
      at: new Date(),
    })
    return { version, settings }
  }
}

/** Who made a version of what a shop keeps in versions, and when. */
export async function changedBy(
  database: DataSource,
  table: 'shop_settings' | 'connections',
  version: number,
): Promise<{ by: string | null; at: string | null }> {
  const [row] = await database.query<{ by: string | null; at: Date }[]>(
    `SELECT s.name AS \`by\`, t.at FROM ${table} t LEFT JOIN staff s ON s.id = t.staff_id
      WHERE t.shop_id = ? AND t.version = ?`,
    [SHOP_ID, version],
  )
  return { by: row?.by ?? null, at: row?.at.toISOString() ?? null }
}
