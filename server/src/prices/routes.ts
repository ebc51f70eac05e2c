import type { DataSource } from 'typeorm'
import type { Handlers } from '../http/mount.ts'
import { supervisorOnly } from '../session/routes.ts'
import type { PriceLists } from './service.ts'

export function priceHandlers(database: DataSource, prices: PriceLists): Handlers {
  return {
    getPrices: async ({ query }) =>
      query.id === undefined ? prices.inUse() : { id: query.id, prices: await prices.byId(query.id) },
    async changePrices({ body, staffId }) {
      await supervisorOnly(database, staffId, 'change the prices')
      return prices.keep(body.prices, staffId)
    },
  }
}
