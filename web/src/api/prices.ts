import type { PriceList } from '@benevox/core/price'
import { defineStore } from 'pinia'
import { shallowReactive } from 'vue'
import { call } from './client.ts'

/** The shop's price lists as far as jobs on this screen were quoted by them. */
export const usePrices = defineStore('prices', () => {
  const known = shallowReactive(new Map<number, PriceList>())
  return {
    byId: (id: number | undefined): PriceList | undefined => (id === undefined ? undefined : known.get(id)),
    async ensure(id: number): Promise<void> {
      if (!known.has(id)) known.set(id, (await call('getPrices', { query: { id } })).prices)
    },
  }
})
