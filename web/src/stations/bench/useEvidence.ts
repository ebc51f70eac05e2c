import type { FamilyEvidence } from '@benevox/contract'
import { shallowRef, watch, type Ref } from 'vue'
import { call } from '../../api/client.ts'

const known = new Map<string, FamilyEvidence>()

/** What the shop's own attempts, wipes and first starts say of a family; what was had before while the server is away. */
export function useEvidence(familyId: Ref<string>) {
  const evidence = shallowRef<FamilyEvidence | undefined>(known.get(familyId.value))
  watch(
    familyId,
    async (id) => {
      evidence.value = known.get(id)
      const answer = await call('getEvidence', { query: { familyId: id } }).catch(() => undefined)
      if (!answer) return
      known.set(id, answer)
      if (familyId.value === id) evidence.value = answer
    },
    { immediate: true },
  )
  return evidence
}
