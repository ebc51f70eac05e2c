import { recordedAttempt } from '@benevox/core/results'
import { z } from 'zod'

/** What this shop, and shops it has merged with, know of a family. */
export const familyResults = z.object({
  attempts: z.array(recordedAttempt),
  /** How long the wipe and the first start took on its devices, in seconds. */
  wipeSeconds: z.array(z.number()),
  firstStartSeconds: z.array(z.number()),
})
export type FamilyResults = z.infer<typeof familyResults>
