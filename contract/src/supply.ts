import { supplyList } from '@benevox/core/supply'
import { z } from 'zod'
import type { Route } from './route.ts'

/** The list in use, with who kept it and when; nobody for the one a shop began with. */
export const supply = z.object({
  id: z.int().min(0),
  list: supplyList,
  by: z.string().nullable(),
  at: z.iso.datetime().nullable(),
})
export type Supply = z.infer<typeof supply>

/** Suppliers, their services, carriers and the rules of countries. */
export const supplyRoutes = {
  getSupply: {
    method: 'get',
    path: '/api/supply',
    says: 'Suppliers with their services, carriers, and how long carriers may take by the rules of countries',
    answer: supply,
  },
  changeSupply: {
    method: 'put',
    path: '/api/supply',
    list: true,
    says: 'A new list of suppliers, carriers and rules, made of the one in use, by a supervisor; each is kept',
    body: z.strictObject({ base: z.int().min(0), list: supplyList }),
    answer: supply,
  },
} as const satisfies Record<string, Route>
