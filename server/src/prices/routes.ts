import type { Answer } from '@benevox/contract'
import { holidaysFrom, shopTimeOf } from '@benevox/core/clocks'
import type { Handlers } from '../http/mount.ts'
import type { Prices, PriceLists } from './service.ts'

const YEARS_AHEAD = 3

export function priceHandlers(lists: PriceLists): Handlers {
  const shown = async ({ id, prices }: Prices): Promise<Answer<'getPrices'>> => {
    const { by, at } = await lists.saved(id)
    const time = shopTimeOf(prices.opening)
    const holidays = [...holidaysFrom(new Date().getUTCFullYear(), YEARS_AHEAD, time)]
    return { id, prices, holidays, by, at: at.toISOString() }
  }
  return {
    getPrices: async ({ query: { id } }) =>
      shown(id === undefined ? await lists.inUse() : { id, prices: await lists.byId(id) }),
    changePrices: async ({ body: { prices, base }, staffId }) =>
      shown(await lists.keep(prices, staffId, base)),
  }
}
