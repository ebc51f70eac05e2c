import { hostileParts } from '@benevox/core/catalog'
import type { RequestHandler } from 'express'
import type { Handlers } from '../http/mount.ts'
import { ProblemError } from '../http/problem.ts'
import type { Catalog } from './service.ts'

export function catalogHandlers(catalog: Catalog): Handlers {
  return {
    async getCatalog({ query }) {
      const { id, digest, pack } = await (query.id === undefined ? catalog.inUse() : catalog.byId(query.id))
      return { id, digest, pack }
    },
    listCatalogVersions: async () => ({ versions: await catalog.versions() }),
    changeCatalog: ({ body, staffId, response }) =>
      catalog.change(body.base, body.note, body.change, staffId, () => response.closed),
  }
}

/** Refuses a body that would exhaust whoever reads it, before anything does. */
export const refuseHostile: RequestHandler = (request, _response, next) => {
  const [fault] = hostileParts(request.body)
  if (fault)
    throw new ProblemError('bad-request', `Nothing was taken in. ${fault.path.join('.')}: ${fault.sentence}`)
  next()
}
