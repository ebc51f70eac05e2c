import { cue, linkKind } from '@benevox/core/catalog'
import { z } from 'zod'

/** One try at the key combination: evidence for the family, free of personal data. */
export const tryRecord = z.object({
  id: z.uuid(),
  familyId: z.string(),
  procedureId: z.string(),
  modelId: z.string(),
  link: linkKind,
  startedAt: z.iso.datetime(),
  finishedAt: z.iso.datetime().nullable(),
  outcome: z.enum(['reached', 'failed']).nullable(),
  seen: z.array(cue),
  by: z.string(),
})
export type TryRecord = z.infer<typeof tryRecord>

/** The client names the try, so that sending it again after a lost answer changes nothing. */
export const startTryBody = z.strictObject({
  id: z.uuid(),
  procedureId: z.string().max(48),
  link: linkKind,
  startedAt: z.iso.datetime(),
})
export const finishTryBody = z.strictObject({
  outcome: z.enum(['reached', 'failed']),
  seen: z.array(cue).max(20),
  finishedAt: z.iso.datetime(),
})
