import type { Answer } from '@benevox/contract'
import { isSameCarrier } from '@benevox/core/route'
import { computed, ref } from 'vue'
import { call } from './client.ts'

const offered = ref<Answer<'listSuppliers'>>()

/** Suppliers, carriers and rules of the shop; undefined until they are fetched, and where they cannot be. */
export function useOffered() {
  void call('listSuppliers', {})
    .then((got) => (offered.value = got))
    .catch(() => undefined)
  return offered
}

/** The shop's carriers by name, each once, however many countries it is in. */
export function useCarriers() {
  const all = useOffered()
  return computed(() =>
    [...new Set((all.value?.carriers ?? []).map(({ name }) => name))].sort((a, b) => a.localeCompare(b)),
  )
}

/** Countries that the shop knows a carrier in, those of this one before the others. */
export function useCarrierCountries(carrier: () => string | undefined) {
  const all = useOffered()
  return computed(() => {
    const carriers = all.value?.carriers ?? []
    const own = carriers.filter(({ name }) => isSameCarrier(name, carrier()))
    return [...new Set([...own, ...carriers].map(({ country }) => country))]
  })
}
