import type { DataSource } from 'typeorm'
import type { Catalog } from '../catalog/service.ts'
import type { SupplyLists } from '../supply/service.ts'
import type { PriceLists } from '../prices/service.ts'
import type { Handlers } from '../http/mount.ts'
import { readAttempts } from '../reading/readApart.ts'
import { experienceOf } from '../jobs/outcomes.ts'
import type { Results } from './service.ts'
import { ShopResultsOf } from './shop.ts'

export function resultsHandlers(
  database: DataSource,
  results: Results,
  {
    prices,
    catalog,
    supply,
  }: { readonly prices: PriceLists; readonly catalog: Catalog; readonly supply: SupplyLists },
): Handlers {
  return {
    getResults: ({ query }) => results.ofFamily(query.familyId),
    async getShopResults({ query, staffId }) {
      const { opening } = (await prices.inUse()).prices
      const { pack } = await catalog.inUse()
      return new ShopResultsOf(database, {
        months: Number(query.months ?? 12),
        staffId: query.own ? staffId : undefined,
        zone: opening.zone,
        now: new Date(),
        families: pack.families,
        supply: (await supply.inUse()).list,
      }).all()
    },
    getExperience: async () => ({ experience: await experienceOf(database.manager) }),
    listExchanges: async () => ({ exchanges: await results.exchanges() }),
    async undoExchange({ params }) {
      await results.undo(params.id)
      return { exchanges: await results.exchanges() }
    },
    async mergeResults({ bytes, staffId }) {
      return results.merge((await readAttempts(bytes)).sent, staffId)
    },
  }
}
