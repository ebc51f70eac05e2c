import { familyAsWritten, model, pack } from '@benevox/core/catalog'
import { z } from 'zod'

/** One kept version of the catalogue; a job keeps the one it was done with. */
export const catalogVersion = z.object({
  id: z.int(),
  digest: z.string(),
  at: z.iso.datetime(),
  by: z.string(),
  note: z.string(),
})
export type CatalogVersion = z.infer<typeof catalogVersion>

export const catalogAnswer = z.object({ id: z.int(), digest: z.string(), pack })
export type CatalogAnswer = z.infer<typeof catalogAnswer>

/** What makes a new version of the catalogue: one family, many models, or another pack in its place. */
export const catalogChange = z.discriminatedUnion('kind', [
  /** A family, new or in place of the one with its id, and models that belong to it. */
  z.strictObject({
    kind: z.literal('family'),
    family: familyAsWritten,
    models: z.array(model).max(500).default([]),
  }),
  /** Models, new or in place of those with their ids. */
  z.strictObject({ kind: z.literal('models'), models: z.array(model).min(1).max(200_000) }),
  z.strictObject({ kind: z.literal('pack'), pack: z.unknown() }),
])
export type CatalogChange = z.infer<typeof catalogChange>

export const changeCatalogBody = z.strictObject({
  /** The version that the change was made from. */
  base: z.int().min(1),
  note: z.string().trim().max(200),
  change: catalogChange,
})
