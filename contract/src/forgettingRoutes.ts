import { forgotten, legalHold } from '@benevox/core/job'
import { PERSONAL_KINDS } from '@benevox/core/price'
import { z } from 'zod'
import { job, noSecret } from './jobs.ts'
import { ofJob, type Route } from './route.ts'

const instant = z.iso.datetime()
/** @param code the personal code of a supervisor, who need not be the one signed in */
const bySupervisor = z.strictObject({ version: z.int().min(1), code: z.string().min(4).max(20) })

/** A closed job of which something is forgotten next. */
const toBeForgotten = z.strictObject({
  id: z.int(),
  ticket: z.string(),
  device: z.string(),
  kinds: z.array(z.enum(PERSONAL_KINDS)),
  at: instant,
})

const forgettingAnswer = z.strictObject({
  /** Whether a supervisor has ever kept the days: before that nothing is forgotten by itself. */
  isByItself: z.boolean(),
  /** When it was last seen to; null where that has never been. */
  last: z.strictObject({ at: instant, jobs: z.int(), mails: z.int(), logCleared: z.boolean() }).nullable(),
  /** Whether the database writes down every change, to go back to an instant: what was forgotten stands there for a while longer. */
  changesKept: z.boolean(),
  /** The next of them, the first to go first, and how many there are in all. */
  next: z.array(toBeForgotten),
  count: z.int(),
  held: z.array(z.strictObject({ id: z.int(), ticket: z.string(), device: z.string(), hold: legalHold })),
})

/** What points to a person: until when it is kept, and how it is forgotten. */
export const forgettingRoutes = {
  getForgetting: {
    method: 'get',
    path: '/api/forgetting',
    says: 'What is forgotten of closed jobs and when, and on which jobs a legal hold stops it',
    answer: forgettingAnswer,
  },
  forgetJob: {
    method: 'post',
    path: '/api/jobs/:id/forget',
    says: 'Forget what a customer may ask to be forgotten: a supervisor answers for it, and it cannot be undone',
    params: ofJob,
    body: bySupervisor.extend({ copy: forgotten.shape.copy.unwrap() }),
    answer: job,
  },
  placeHold: {
    method: 'post',
    path: '/api/jobs/:id/hold',
    says: 'Let nothing of a job be forgotten, until a supervisor lifts it',
    params: ofJob,
    body: bySupervisor.extend({ reason: legalHold.shape.reason, noSecret }),
    answer: job,
  },
  liftHold: {
    method: 'post',
    path: '/api/jobs/:id/hold/lift',
    says: 'Lift a legal hold',
    params: ofJob,
    body: bySupervisor,
    answer: job,
  },
} as const satisfies Record<string, Route>
