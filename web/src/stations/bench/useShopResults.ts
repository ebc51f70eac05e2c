import type { FamilyResults } from '@benevox/contract'
import { shallowRef, watch, type Ref } from 'vue'
import { call } from '../../api/client.ts'

const known = new Map<string, FamilyResults>()

/** What the shop's own attempts, wipes and first starts say of a family; what was had before while the server is away. */
export function useShopResults(familyId: Ref<string>) {
  const results = shallowRef<FamilyResults | undefined>(known.get(familyId.value))
  watch(
    familyId,
    async (id) => {
      results.value = known.get(id)
      const answer = await call('getResults', { query: { familyId: id } }).catch(() => undefined)
      if (!answer) return
      known.set(id, answer)
      if (familyId.value === id) results.value = answer
    },
    { immediate: true },
  )
  return results
}
