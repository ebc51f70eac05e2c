import type { ShopTime } from '@benevox/core/clocks'
import type { PriceList } from '@benevox/core/price'
import { defineStore } from 'pinia'
import { shallowReactive } from 'vue'
import { call } from './client.ts'

/** The shop's price lists as far as jobs on this screen were quoted by them. */
export const usePrices = defineStore('prices', () => {
  const known = shallowReactive(new Map<number, { readonly prices: PriceList; readonly time: ShopTime }>())
  return {
    byId: (id: number): PriceList | undefined => known.get(id)?.prices,
    /** When the shop is open, for what it promises. */
    timeOf: (id: number): ShopTime | undefined => known.get(id)?.time,
    async ensure(id: number): Promise<void> {
      if (known.has(id)) return
      const { prices, holidays } = await call('getPrices', { query: { id } })
      const free = new Set(holidays)
      known.set(id, { prices, time: { hours: prices.opening, isPublicHoliday: (day) => free.has(day) } })
    },
  }
})
