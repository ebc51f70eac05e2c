import { ref } from 'vue'
import { call } from './client.ts'

const names = ref<readonly string[]>([])

/** Carriers that the shop’s suppliers unlock for, by name; empty until they are fetched, and where they cannot be. */
export function useCarriers() {
  void call('listSuppliers', {})
    .then(({ suppliers }) => {
      const offered = suppliers.flatMap(({ services }) => services.filter(({ lock }) => lock === 'carrier'))
      names.value = [...new Set(offered.map(({ carrier }) => carrier))].sort((a, b) => a.localeCompare(b))
    })
    .catch(() => undefined)
  return names
}
