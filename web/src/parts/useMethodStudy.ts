import type { Family, Fragment } from '@benevox/core/catalog'
import type { StudiedMethod } from '@benevox/core/hand'
import { shallowReactive, toRaw, watch, type Ref } from 'vue'
import { useCatalog } from '../api/catalog.ts'
import type { StudyWorker } from '../workers/study.worker.ts'
import { useWorker } from './useWorker.ts'

const studyWorker = useWorker<StudyWorker>(
  () => new Worker(new URL('../workers/study.worker.ts', import.meta.url), { type: 'module' }),
)

const known = new WeakMap<Family, Map<string, StudiedMethod | undefined>>()

async function figuresOf(
  fragments: readonly Fragment[],
  family: Family,
  methodId: string,
): Promise<StudiedMethod | undefined> {
  const here = known.get(family) ?? new Map<string, StudiedMethod | undefined>()
  known.set(family, here)
  if (!here.has(methodId))
    here.set(methodId, await studyWorker().study([...fragments], toRaw(family), methodId))
  return here.get(methodId)
}

/** Has one way’s figures worked out ahead, so that the worker is there and warm when others are asked for. */
export function workOutAhead(fragments: readonly Fragment[], family: Family | undefined): void {
  const [method] = family?.methods ?? []
  if (family && method) void figuresOf(fragments, family, method.id)
}

/**
 * The figures of a family's methods, worked out in a worker one after the other in the order they are asked
 * for. What is not in the map yet is still being worked out; `undefined` in it says that the proof fails.
 */
export function useMethodStudy(family: Ref<Family | undefined>, methodIds: Ref<readonly string[]>) {
  const catalog = useCatalog()
  const studies = shallowReactive(new Map<string, StudiedMethod | undefined>())
  watch(
    [family, methodIds],
    async ([of, ids], _, onCleanup) => {
      let isOld = false
      onCleanup(() => (isOld = true))
      studies.clear()
      if (!of) return
      for (const id of ids) {
        const figures = await figuresOf(catalog.fragmentsOf(of), of, id)
        if (isOld) return
        studies.set(id, figures)
      }
    },
    { immediate: true },
  )
  return studies
}
