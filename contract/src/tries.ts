import { cue, linkKind } from '@benevox/core/catalog'
import { z } from 'zod'

/** A cue as it was reported while the run went on, in milliseconds from its beginning, the reporting hand's lag taken off. */
export const cueMark = z.strictObject({ cue, atMs: z.int().min(0).max(7_200_000) })

/** One try at the key combination: evidence for the family, free of personal data. */
export const tryRecord = z.object({
  id: z.uuid(),
  familyId: z.string(),
  procedureId: z.string(),
  modelId: z.string(),
  link: linkKind,
  /** Its number in the shop's kit. */
  cable: z.int().nullable(),
  /** The machine it was begun at: only there it is run. */
  runner: z.uuid().nullable(),
  startedAt: z.iso.datetime(),
  finishedAt: z.iso.datetime().nullable(),
  /** *Left*: begun and given up, which says nothing about the device. */
  outcome: z.enum(['reached', 'failed', 'left']).nullable(),
  seen: z.array(cue),
  /** What was asked for and did not come. */
  notSeen: z.array(cue),
  marks: z.array(cueMark),
  by: z.string(),
})
export type TryRecord = z.infer<typeof tryRecord>

/** The client names the try, so that sending it again after a lost answer changes nothing. */
export const startTryBody = z.strictObject({
  id: z.uuid(),
  procedureId: z.string().max(48),
  link: linkKind,
  cable: z.int().min(1).max(999).optional(),
  runner: z.uuid().optional(),
  startedAt: z.iso.datetime(),
})
export const finishTryBody = z.strictObject({
  outcome: z.enum(['reached', 'failed', 'left']),
  seen: z.array(cue).max(20),
  notSeen: z.array(cue).max(20).default([]),
  marks: z.array(cueMark).max(40).default([]),
  finishedAt: z.iso.datetime(),
})
