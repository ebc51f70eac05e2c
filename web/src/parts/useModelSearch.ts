import type { Model } from '@benevox/core/catalog'
import { ref, shallowRef, watch, type Ref } from 'vue'
import { useCatalog } from '../api/catalog.ts'
import type { SearchWorker } from '../workers/search.worker.ts'
import { useWorker } from './useWorker.ts'

/** One worker for all fields of the page, loaded with the models of one pack at a time. */
const searchWorker = useWorker<SearchWorker>(
  () => new Worker(new URL('../workers/search.worker.ts', import.meta.url), { type: 'module' }),
)
let loaded: readonly Model[] | undefined

async function search(models: readonly Model[], query: string, limit: number): Promise<readonly number[]> {
  const worker = searchWorker()
  if (loaded !== models) {
    loaded = models
    await worker.load(
      models.map(({ maker, name, codeNames, modelText, year, kind }) => ({
        maker,
        name,
        codeNames: [...codeNames],
        modelText,
        year,
        kind,
      })),
    )
  }
  return worker.search(query, limit)
}

/** The models that fit what is typed, the best first; `query` is what `results` belong to. */
export function useModelSearch(query: Ref<string>, limit: number) {
  const catalog = useCatalog()
  const results = shallowRef<readonly Model[]>([])
  const answered = ref('')
  let latest = 0
  watch(
    [query, () => catalog.pack],
    async ([text, pack]) => {
      const asked = ++latest
      const models = pack?.models ?? []
      const places = await search(models, text, limit)
      // A later key has asked anew; its answer counts.
      if (asked !== latest) return
      results.value = places.flatMap((place) => models[place] ?? [])
      answered.value = text
    },
    { immediate: true },
  )
  return { results, answered }
}
