import type { Family } from '@benevox/core/catalog'
import type { StudiedVariant } from '@benevox/core/hand'
import { wrap } from 'comlink'
import { shallowReactive, toRaw, watch, type Ref } from 'vue'
import { useCatalog } from '../api/catalog.ts'
import type { StudyWorker } from '../workers/study.worker.ts'

let worker: ReturnType<typeof wrap<StudyWorker>> | undefined
const known = new WeakMap<Family, Map<string, StudiedVariant | undefined>>()

/**
 * The figures of a family's procedures, worked out in a worker one after the other in the order they are asked
 * for. What is not in the map yet is still being worked out; `undefined` in it says that the proof fails.
 */
export function useVariantStudy(family: Ref<Family | undefined>, procedureIds: Ref<readonly string[]>) {
  const catalog = useCatalog()
  const studies = shallowReactive(new Map<string, StudiedVariant | undefined>())
  watch(
    [family, procedureIds],
    async ([of, ids]) => {
      studies.clear()
      if (!of) return
      worker ??= wrap<StudyWorker>(
        new Worker(new URL('../workers/study.worker.ts', import.meta.url), { type: 'module' }),
      )
      const here = known.get(of) ?? new Map<string, StudiedVariant | undefined>()
      known.set(of, here)
      for (const id of ids) {
        if (!here.has(id)) here.set(id, await worker.study([...catalog.fragmentsOf(of)], toRaw(of), id))
        if (family.value !== of || procedureIds.value !== ids) return
        studies.set(id, here.get(id))
      }
    },
    { immediate: true },
  )
  return studies
}
