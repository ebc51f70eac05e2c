import type { Model } from '@benevox/core/catalog'
import { computedAsync } from '@vueuse/core'
import { computed, type Ref } from 'vue'
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
  // A later key asks anew; its answer counts.
  const found = computedAsync(
    async () => {
      const models = catalog.pack?.models ?? []
      const text = query.value
      const places = await search(models, text, limit)
      return { results: places.flatMap((place) => models[place] ?? []), answered: text }
    },
    { results: [], answered: '' },
    { shallow: true },
  )
  return { results: computed(() => found.value.results), answered: computed(() => found.value.answered) }
}
