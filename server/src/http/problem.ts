import type { Problem, ProblemCode } from '@benevox/contract'
import { flawOf, type PackFault } from '@benevox/core/catalog'
import type { Refusal } from '@benevox/core/job'
import { ENGLISH, flawText, problemText, type Reason } from '@benevox/words'
import type { ErrorRequestHandler, RequestHandler, Response } from 'express'
import type { Logger } from 'pino'
import { routeOf } from './observed.ts'
import type { z } from 'zod'

const STATUS: Readonly<Record<ProblemCode, number>> = {
  'bad-request': 400,
  'bad-json': 400,
  'too-large': 413,
  'not-signed-in': 401,
  'wrong-credentials': 401,
  'forged-request': 403,
  'too-many-entries': 429,
  'not-found': 404,
  'stale-version': 409,
  'gate-closed': 409,
  'looks-like-secret': 422,
  'not-a-supervisor': 403,
  'wrong-file': 415,
  'not-possible-now': 409,
  'database-away': 503,
  fault: 500,
}

const TITLE: Readonly<Record<ProblemCode, string>> = {
  'bad-request': 'The request does not fit',
  'bad-json': 'The request is not JSON',
  'too-large': 'The request is too large',
  'not-signed-in': 'Nobody is signed in',
  'wrong-credentials': 'Name, password or code is wrong',
  'forged-request': 'The request does not come from this application',
  'too-many-entries': 'too many entries',
  'not-found': 'There is no such thing',
  'stale-version': 'Somebody else changed it meanwhile',
  'gate-closed': 'A gate is closed',
  'looks-like-secret': 'A text looks like a PIN, pattern or password',
  'not-a-supervisor': 'This is for a supervisor of the shop',
  'wrong-file': 'This is no picture or document that can be kept',
  'not-possible-now': 'This is not possible now',
  'database-away': 'The database does not answer',
  fault: 'A fault of the program',
}

/** Something the caller can act on: it becomes a problem document. */
export class ProblemError extends Error {
  readonly problem: Problem
  constructor(code: ProblemCode, reason: Reason | Refusal, more: Pick<Problem, 'errors' | 'current'> = {}) {
    const detail = problemText(reason, ENGLISH)
    super(detail)
    this.problem = {
      type: `urn:benevox:problem:${code}`,
      title: TITLE[code],
      status: STATUS[code],
      code,
      detail,
      reason,
      ...more,
    }
  }
}

/** For whoever calls without the interface. */
export const errorOf = (at: string, { path, flaw }: PackFault): NonNullable<Problem['errors']>[number] => ({
  path: [at, ...path].join('.'),
  sentence: flawText(flaw, ENGLISH),
})

/** The faults of a request's part, each with its path, as one problem. */
export function badRequest(where: 'path' | 'query' | 'body', error: z.ZodError): ProblemError {
  const faults = error.issues.map((issue) => ({
    path: issue.path.filter((part) => typeof part !== 'symbol'),
    flaw: flawOf(issue),
  }))
  const [first] = faults
  return new ProblemError('bad-request', first ? { code: 'field', ...first } : { code: 'does-not-fit' }, {
    errors: faults.map((fault) => errorOf(where, fault)),
  })
}

export const notFoundHandler: RequestHandler = () => {
  throw new ProblemError('not-found', { code: 'nothing-here' })
}

/** How long a request may take before its caller is told to look again, in milliseconds. */
const LONGEST_MS = 12_000

/**
 * Answers for a request whose work hangs, as on a database that does not move: the caller is not left waiting. What
 * was begun may still be stored, so that is what is said.
 */
export const deadline: RequestHandler = (_request, response, next) => {
  const timer = setTimeout(() => {
    if (response.headersSent) return
    response.locals['answeredInTime'] = false
    const { problem } = new ProblemError('database-away', { code: 'no-answer-in-time' })
    response.status(problem.status).type('application/problem+json').send(JSON.stringify(problem))
  }, LONGEST_MS)
  response.once('close', () => clearTimeout(timer))
  next()
}

/** Whether the caller was answered already because the work took too long. */
export const isAnswered = ({ locals }: Response): boolean => locals['answeredInTime'] === false

/** Turns every error into a problem document; only faults of the program are logged as such. */
export function problemHandler(log: Logger): ErrorRequestHandler {
  return (error: unknown, request, response, next) => {
    if (isAnswered(response)) return
    if (response.headersSent) {
      next(error)
      return
    }
    const { requestId = '' } = response.locals
    const { problem } = asProblem(error, requestId)
    if (problem.code === 'fault') log.error({ err: error, requestId, route: routeOf(request) })
    response.status(problem.status).type('application/problem+json').send(JSON.stringify(problem))
  }
}

function asProblem(error: unknown, requestId: string): ProblemError {
  if (error instanceof ProblemError) return error
  const { type, code, status } = error as { type?: string; code?: string; status?: number }
  if (type === 'entity.parse.failed') return new ProblemError('bad-json', { code: 'not-json' })
  if (type === 'entity.too.large') return new ProblemError('too-large', { code: 'too-large' })
  if (code === 'EBADCSRFTOKEN') return new ProblemError('forged-request', { code: 'old-token' })
  if ((code && DATABASE_AWAY.has(code)) || OF_NO_CODE.has((error as Error).message))
    return new ProblemError('database-away', { code: 'nothing-stored' })
  if (error instanceof URIError || (status !== undefined && status >= 400 && status < 500))
    return new ProblemError('bad-request', { code: 'unreadable' })
  return new ProblemError('fault', { code: 'fault', id: requestId.slice(0, 8) })
}

/** Whether something failed only because the database does not answer now. */
export const isDatabaseAway = (error: unknown): boolean =>
  asProblem(error, '').problem.code === 'database-away'

const DATABASE_AWAY = new Set([
  'ECONNREFUSED',
  'ECONNRESET',
  'PROTOCOL_CONNECTION_LOST',
  'ETIMEDOUT',
  'EPIPE',
  'ER_SERVER_SHUTDOWN',
  'ER_CON_COUNT_ERROR',
  'ER_LOCK_WAIT_TIMEOUT',
  'ER_LOCK_DEADLOCK',
  'ER_STATEMENT_TIMEOUT',
])
/** Of mysql2, which gives them no code. */
const OF_NO_CODE = new Set([
  'Queue limit reached.',
  'Pool is closed.',
  "Can't add new command when connection is in closed state",
])
