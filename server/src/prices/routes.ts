import type { Answer } from '@benevox/contract'
import { holidaysFrom, shopTimeOf } from '@benevox/core/clocks'
import type { DataSource } from 'typeorm'
import type { Handlers } from '../http/mount.ts'
import { supervisorOnly } from '../session/routes.ts'
import type { Prices, PriceLists } from './service.ts'

export function priceHandlers(database: DataSource, prices: PriceLists): Handlers {
  return {
    getPrices: async ({ query }) =>
      withHolidays(
        query.id === undefined ? await prices.inUse() : { id: query.id, prices: await prices.byId(query.id) },
      ),
    async changePrices({ body, staffId }) {
      await supervisorOnly(database, staffId, 'changePrices')
      return withHolidays(await prices.keep(body.prices, staffId))
    },
  }
}

const YEARS_AHEAD = 3
const withHolidays = (of: Prices): Answer<'getPrices'> => ({
  ...of,
  holidays: [...holidaysFrom(new Date().getUTCFullYear(), YEARS_AHEAD, shopTimeOf(of.prices.opening))],
})
