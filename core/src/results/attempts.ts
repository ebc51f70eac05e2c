import { z } from 'zod'
import { cue, linkKind } from '../catalog/index.ts'
import { learnt } from './experience.ts'

/**
 * One finished attempt as a result of its family: free of personal data, to be exported and shared. A cable's number
 * is of one shop's kit, and is left out when another shop takes the attempt in.
 */
export const recordedAttempt = z.strictObject({
  /** Named by the machine it was made at: the same attempt, met again, is known by it. */
  id: z.uuid(),
  familyId: z.string().max(48),
  methodId: z.string().max(48),
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

/** The document that one shop exports and another merges: counts and attempts, nobody's name. */
export const resultsDocument = z.strictObject({
  format: z.literal('benevox-results'),
  formatVersion: z.literal(4),
  /** Which shop it is of, by a number that says nothing of it: a later document takes the place of an earlier one. */
  shop: z.uuid().optional(),
  writtenAt: z.iso.datetime().optional(),
  /** How its jobs have ended and how long things took; none in a document from before that was exchanged. */
  learnt: learnt.optional(),
  attempts: z.array(recordedAttempt).max(1_000_000),
})
export type ResultsDocument = z.infer<typeof resultsDocument>

/**
 * A document of an earlier version as one of the present one; others as they are. In the first, attempts were called
 * tries; until the third, results were evidence and methods procedures.
 */
export function resultsInPresentForm(document: unknown): unknown {
  if (document === null || typeof document !== 'object') return document
  const { format, formatVersion, ...rest } = document as Readonly<Record<string, unknown>>
  if (format === 'benevox-results' && formatVersion === 3) return { ...document, formatVersion: 4 }
  if (format !== 'benevox-evidence') return document
  const { tries, attempts = tries, ...others } = rest
  if (formatVersion !== 1 && formatVersion !== 2) return document
  return {
    ...others,
    format: 'benevox-results',
    formatVersion: 4,
    attempts: Array.isArray(attempts) ? attempts.map(byMethod) : attempts,
  }
}

function byMethod(attempt: unknown): unknown {
  if (attempt === null || typeof attempt !== 'object' || !('procedureId' in attempt)) return attempt
  const { procedureId, ...rest } = attempt
  return { ...rest, methodId: procedureId }
}

/** Attempts of several shops together, each counted once however often it comes; the first one met is kept. */
export function mergeAttempts(...many: readonly (readonly RecordedAttempt[])[]): readonly RecordedAttempt[] {
  const merged = new Map<string, RecordedAttempt>()
  for (const one of many.flat()) if (!merged.has(one.id)) merged.set(one.id, one)
  return [...merged.values()]
}
