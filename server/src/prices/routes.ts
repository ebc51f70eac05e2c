import type { DataSource } from 'typeorm'
import type { Handlers } from '../http/mount.ts'
import { ProblemError } from '../http/problem.ts'
import { staffEntity } from '../session/entity.ts'
import type { PriceLists } from './service.ts'

export function priceHandlers(database: DataSource, prices: PriceLists): Handlers {
  return {
    getPrices: async ({ query }) =>
      query.id === undefined ? prices.inUse() : { id: query.id, prices: await prices.byId(query.id) },
    async changePrices({ body, staffId }) {
      const member = await database.manager.findOneBy(staffEntity, { id: staffId })
      if (!member?.isLead) throw new ProblemError('not-a-lead', 'Only a lead changes the prices.')
      return prices.keep(body.prices, staffId)
    },
  }
}
