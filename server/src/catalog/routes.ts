import type { DataSource } from 'typeorm'
import type { Handlers } from '../http/mount.ts'
import { supervisorOnly } from '../session/routes.ts'
import type { Catalog } from './service.ts'

export function catalogHandlers(database: DataSource, catalog: Catalog): Handlers {
  return {
    async getCatalog({ query }) {
      const { id, digest, pack } = await (query.id === undefined ? catalog.inUse() : catalog.byId(query.id))
      return { id, digest, pack }
    },
    listCatalogVersions: async () => ({ versions: await catalog.versions() }),
    async changeCatalog({ bytes, staffId, response }) {
      await supervisorOnly(database, staffId, 'change the catalogue')
      return catalog.change(bytes, staffId, () => response.closed)
    },
  }
}
