import { z } from 'zod'
import { cue, linkKind } from '../catalog/index.ts'
import { learnt, type Learnt, type Measured, type Tally } from './experience.ts'

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

/** No shop has done so many of anything, and nothing that a customer waits for takes longer than five years: a slip of a program. */
const MOST = { counted: 10_000_000, minutes: 5 * 366 * 1440 }

function believable({ value, issues }: z.core.ParsePayload<Learnt>): void {
  const { took = {}, families = {}, ...outcomes } = value
  const atMost = (maximum: number, input: number | undefined, path: string[]) => {
    if (input !== undefined && input > maximum)
      issues.push({ code: 'too_big', origin: 'number', maximum, inclusive: true, input, path })
  }
  const counted = (one: Tally | undefined, path: string[]) => {
    atMost(MOST.counted, one?.worked, [...path, 'worked'])
    atMost(MOST.counted, one?.failed, [...path, 'failed'])
  }
  const measured = (one: Measured | undefined, path: string[]) => {
    atMost(MOST.counted, one?.count, [...path, 'count'])
    atMost(MOST.minutes, one?.p90, [...path, 'p90'])
  }
  for (const [of, one] of Object.entries(outcomes)) counted(one, [of])
  for (const [of, one] of Object.entries(took)) measured(one, ['took', of])
  for (const [id, { reached, wipe }] of Object.entries(families)) {
    counted(reached, ['families', id, 'reached'])
    measured(wipe, ['families', id, 'wipe'])
  }
}

/** The document that one shop exports and another merges: counts and attempts, nobody's name. */
export const resultsDocument = z.strictObject({
  format: z.literal('benevox-results'),
  formatVersion: z.literal(4),
  /** Which shop it is of, by a number that says nothing of it: a later document takes the place of an earlier one. */
  shop: z.uuid().toLowerCase().optional(),
  writtenAt: z.iso.datetime().optional(),
  /** How its jobs have ended and how long things took; none in a document from before that was exchanged. */
  learnt: learnt.check(believable).optional(),
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
