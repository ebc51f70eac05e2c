import { createHash, randomInt, timingSafeEqual } from 'node:crypto'
import { readFile } from 'node:fs/promises'
import type { FirstRun as Asked } from '@benevox/contract'
import { readPack, type PackAsWritten } from '@benevox/core/catalog'
import { pricesByHour, type PriceList } from '@benevox/core/price'
import type { DataSource } from 'typeorm'
import type { Catalog } from '../catalog/service.ts'
import { transact } from '../database/transact.ts'
import { ProblemError } from '../http/problem.ts'
import { priceListEntity, type PriceListRow } from '../prices/service.ts'
import { staffEntity, type StaffRow } from '../session/entity.ts'
import { refuseGuessed } from '../session/guessed.ts'
import { hashSecret } from '../session/secrets.ts'
import { SHOP_ID } from './entity.ts'
import type { Shop } from './service.ts'

/** No two of them look alike on a screen or in a hand. */
const LETTERS = 'ABCDEFGHJKMNPQRSTUVWXYZ23456789'
const LETTERS_OF_A_CODE = 10

/** Sets a new shop up, once, for whoever reads the code where the server was started. */
export class FirstRun {
  readonly #database: DataSource
  readonly #shop: Shop
  readonly #catalog: Catalog
  /** The file of the catalogue that comes along. */
  readonly #catalogue: string | undefined
  /** Of this start of the server only. */
  readonly code = Array.from({ length: LETTERS_OF_A_CODE }, () => LETTERS[randomInt(LETTERS.length)]).join('')
  /** Once somebody is of the shop, somebody always is. */
  #isOver = false
  constructor(
    database: DataSource,
    { shop, catalog, catalogue }: { shop: Shop; catalog: Catalog; catalogue: string | undefined },
  ) {
    this.#database = database
    this.#shop = shop
    this.#catalog = catalog
    this.#catalogue = catalogue
  }

  /** Whether nobody has set this shop up. */
  async isDue(): Promise<boolean> {
    this.#isOver ||= await this.#database.manager.exists(staffEntity)
    return !this.#isOver
  }

  /**
   * All of it or nothing.
   * @returns the shop's owner
   * @throws ProblemError `not-possible-now` where the shop is set up; `wrong-credentials` for another code
   */
  async begin({ code, shop, place, money, owner }: Asked): Promise<StaffRow> {
    if (!(await this.isDue())) throw new ProblemError('not-possible-now', { code: 'shop-is-set-up' })
    if (!isSame(code.toUpperCase().replaceAll(/[^A-Z0-9]/g, ''), this.code))
      throw new ProblemError('wrong-credentials', { code: 'wrong-first-code' })
    await refuseGuessed(owner.password, [owner.name, shop.name])
    const [passwordHash, codeHash] = [await hashSecret(owner.password), await hashSecret(owner.code)]
    await this.#catalog.keep(await this.#firstCatalogue())
    const { hourMinor, ...tax } = money
    const prices: PriceList = { ...pricesByHour(hourMinor), ...tax, opening: place }
    return transact(this.#database, async (manager) => {
      await manager.query('SELECT id FROM shops WHERE id = ? FOR UPDATE', [SHOP_ID])
      if (await manager.exists(staffEntity))
        throw new ProblemError('not-possible-now', { code: 'shop-is-set-up' })
      const member = await manager.save(staffEntity, {
        name: owner.name,
        passwordHash,
        codeHash,
        role: 'owner',
        language: null,
        leftAt: null,
      } as StaffRow)
      const by = { staffId: member.id, createdAt: new Date() }
      await manager.insert(priceListEntity, { document: prices, ...by } as PriceListRow)
      await this.#shop.keep(manager, shop, 1, member.id)
      return member
    })
  }

  async #firstCatalogue(): Promise<PackAsWritten> {
    const reading = this.#catalogue && readPack(JSON.parse(await readFile(this.#catalogue, 'utf8')))
    if (!reading || reading.kind !== 'pack')
      throw new ProblemError('not-possible-now', { code: 'no-catalogue' })
    return reading.written
  }
}

/** Takes as long whatever is the same. */
const isSame = (one: string, other: string): boolean => timingSafeEqual(digest(one), digest(other))
const digest = (text: string): Buffer => createHash('sha256').update(text).digest()
