import type { Handlers } from '../http/mount.ts'
import { isAnswered } from '../http/problem.ts'
import type { Catalog } from './service.ts'

export function catalogHandlers(catalog: Catalog): Handlers {
  return {
    async getCatalog({ query, response }) {
      const { id, digest, pack, read } = await (query.id === undefined
        ? catalog.inUse()
        : catalog.byId(query.id))
      // Its JSON is at hand: made anew for each who asks it would hold up everybody else.
      const answer = [`{"id":${id},"digest":"${digest}","pack":`, read, '}'].map((part) => Buffer.from(part))
      if (!isAnswered(response))
        response.type('json').set('ETag', `"${id}-${digest}"`).send(Buffer.concat(answer))
      return { id, digest, pack }
    },
    listCatalogVersions: async () => ({ versions: await catalog.versions() }),
    async changeCatalog({ bytes, staffId, response }) {
      return catalog.change(bytes, staffId, () => response.closed)
    },
  }
}
