import { z } from 'zod'
import { cue, linkKind } from '../catalog/index.ts'

/**
 * One finished try as evidence for its family: free of personal data, to be exported and shared. A cable's number
 * is of one shop's kit, and is left out when another shop takes the try in.
 */
export const evidenceTry = z.strictObject({
  /** Named by the machine it was made at: the same try, met again, is known by it. */
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
  /** From the first key to the end of the try. */
  seconds: z.number().min(0).max(7200),
})
export type EvidenceTry = z.infer<typeof evidenceTry>

/** The document that one shop exports and another merges. */
export const evidenceDocument = z.strictObject({
  format: z.literal('benevox-evidence'),
  formatVersion: z.literal(1),
  tries: z.array(evidenceTry).max(1_000_000),
})
export type EvidenceDocument = z.infer<typeof evidenceDocument>

/** Tries of several shops together, each counted once however often it comes; the first one met is kept. */
export function mergeTries(...many: readonly (readonly EvidenceTry[])[]): readonly EvidenceTry[] {
  const merged = new Map<string, EvidenceTry>()
  for (const one of many.flat()) if (!merged.has(one.id)) merged.set(one.id, one)
  return [...merged.values()]
}
