import { ModelSearch, type SearchedModel } from '@benevox/core/catalog'
import { expose } from 'comlink'

/** The model search beside the interface: fifty thousand models are searched at every key. */
let search = new ModelSearch([])

const api = {
  load(models: readonly SearchedModel[]): void {
    search = new ModelSearch(models)
  },
  search: (query: string, limit: number): readonly number[] => search.search(query, limit),
}
export type SearchWorker = typeof api
expose(api)
