import { z } from 'zod'

/** What went wrong, as RFC 9457 says it: a stable code for programs, the facts of a sentence for people, the paths of faults. */
export const problemCode = z.enum([
  'bad-request',
  'bad-json',
  'too-large',
  'not-signed-in',
  'wrong-credentials',
  'forged-request',
  'too-many-entries',
  'not-found',
  'stale-version',
  'gate-closed',
  'looks-like-secret',
  'not-a-supervisor',
  'wrong-file',
  'not-possible-now',
  'database-away',
  'fault',
])
export type ProblemCode = z.infer<typeof problemCode>

export const problem = z.object({
  type: z.string(),
  title: z.string(),
  status: z.int(),
  code: problemCode,
  /** In English, for whoever calls without the interface. */
  detail: z.string(),
  /** What the sentence is made of, in whichever language: a code with its facts. */
  reason: z.looseObject({ code: z.string() }),
  errors: z.array(z.object({ path: z.string(), sentence: z.string() })).optional(),
  /** With `stale-version`: the document as it is now. */
  current: z.unknown().optional(),
})
export type Problem = z.infer<typeof problem>
