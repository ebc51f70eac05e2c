import type { Answer } from '@benevox/contract'
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
