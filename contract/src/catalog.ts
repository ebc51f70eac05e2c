import { pack } from '@benevox/core/catalog'
import { z } from 'zod'

export const catalogAnswer = z.object({ id: z.int(), digest: z.string(), pack })
export type CatalogAnswer = z.infer<typeof catalogAnswer>
