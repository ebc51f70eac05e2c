import { z } from 'zod'
import { cue, linkKind } from '../catalog/index.ts'

/**
 * One finished attempt as evidence for its family: free of personal data, to be exported and shared. A cable's number
 * is of one shop's kit, and is left out when another shop takes the attempt in.
 */
export const recordedAttempt = z.strictObject({
  /** Named by the machine it was made at: the same attempt, met again, is known by it. */
  id: z.uuid(),
  familyId: z.string().max(48),
  procedureId: z.string().max(48),
  modelId: z.string().max(48),
  /** The platform's major version on the device, where it is known. */
  systemVersion: z.int().min(1).max(100).optional(),
  link: linkKind,
  cable: z.int().min(1).max(999).optional(),
  outcome: z.enum(['reached', 'failed']),
  seen: z.array(cue).max(20),
  /** From the first key to the end of the attempt. */
  seconds: z.number().min(0).max(7200),
})
export type RecordedAttempt = z.infer<typeof recordedAttempt>

/** The document that one shop exports and another merges. */
export const evidenceDocument = z.strictObject({
  format: z.literal('benevox-evidence'),
  formatVersion: z.literal(2),
  attempts: z.array(recordedAttempt).max(1_000_000),
})
export type EvidenceDocument = z.infer<typeof evidenceDocument>

/** A document of the first version, in which attempts were called tries, as one of the present one; others as they are. */
export function evidenceInPresentForm(document: unknown): unknown {
  if (document === null || typeof document !== 'object') return document
  if (!('tries' in document) || !('formatVersion' in document) || document.formatVersion !== 1)
    return document
  const { tries, ...rest } = document
  return { ...rest, formatVersion: 2, attempts: tries }
}

/** Attempts of several shops together, each counted once however often it comes; the first one met is kept. */
export function mergeAttempts(...many: readonly (readonly RecordedAttempt[])[]): readonly RecordedAttempt[] {
  const merged = new Map<string, RecordedAttempt>()
  for (const one of many.flat()) if (!merged.has(one.id)) merged.set(one.id, one)
  return [...merged.values()]
}
