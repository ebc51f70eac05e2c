import type { Answer } from '@benevox/contract'
import { holidaysFrom, shopTimeOf } from '@benevox/core/clocks'
import type { Handlers } from '../http/mount.ts'
import type { Prices, PriceLists } from './service.ts'

export function priceHandlers(prices: PriceLists): Handlers {
  return {
    getPrices: async ({ query }) =>
      withHolidays(
        query.id === undefined ? await prices.inUse() : { id: query.id, prices: await prices.byId(query.id) },
      ),
    async changePrices({ body, staffId }) {
      return withHolidays(await prices.keep(body.prices, staffId))
    },
  }
}

const YEARS_AHEAD = 3
const withHolidays = (of: Prices): Answer<'getPrices'> => ({
  ...of,
  holidays: [...holidaysFrom(new Date().getUTCFullYear(), YEARS_AHEAD, shopTimeOf(of.prices.opening))],
})
