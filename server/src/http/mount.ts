import {
  api,
  MAY,
  type Answer,
  type ApiName,
  type Body,
  type Params,
  type Query,
  type Route,
} from '@benevox/contract'
import { Router, type Request, type Response } from 'express'
import type { z } from 'zod'
import { mayOnly } from './may.ts'
import { badRequest, errorOf, isAnswered, ProblemError } from './problem.ts'
import { readPlainly } from './tricks.ts'

/** What a handler is given: the checked parts of the request and who asks. */
interface Asked<Name extends ApiName> {
  readonly params: Params<Name>
  readonly query: Query<Name>
  /** Of a large route nothing: it comes as bytes, and is read and checked apart. */
  readonly body: Body<Name>
  readonly bytes: Uint8Array
  /** The id of the person signed in; 0 on open routes. */
  readonly staffId: number
  readonly request: Request
  readonly response: Response
}

/** What it returns is the answer, unless it has sent that itself. */
export type Handlers = { readonly [Name in ApiName]?: (asked: Asked<Name>) => Promise<Answer<Name>> }

/** In tests the contract binds what is answered too. */
const CHECKS_ANSWERS = process.env['NODE_ENV'] === 'test'

/** What is asked of one thing, such as `/api/jobs`: a request looks through its own routes, not through all that there are. */
const thingOf = (path: string): string => path.split('/', 3).join('/').toLowerCase()

/** Puts handlers behind the routes of the contract: each request is checked before, and answered after. */
export function mount(app: Router, handlers: Handlers): void {
  const things = new Map<string, Router>()
  app.use((request, response, next) => {
    const thing = things.get(thingOf(request.path))
    if (thing) thing(request, response, next)
    else next()
  })
  for (const [name, handler] of Object.entries(handlers) as [
    ApiName,
    (asked: Asked<ApiName>) => Promise<unknown>,
  ][]) {
    const route: Route = api[name]
    const thing = thingOf(route.path)
    const router = things.get(thing) ?? Router()
    things.set(thing, router)
    router[route.method](route.path, async (request, response) => {
      // At a status page nobody is, and no session either.
      const { session } = request as { session?: typeof request.session }
      mayOnly(MAY[name], name, session)
      const staffId = session?.staffId ?? 0
      const asked = {
        params: checked('path', route.params, request.params),
        query: checked('query', route.query, request.query),
        ...bodyOf(route, request.body),
        staffId,
        request,
        response,
      }
      const answer = await handler(asked as Asked<ApiName>)
      if (CHECKS_ANSWERS) route.answer.parse(answer)
      if (!isAnswered(response) && !response.headersSent) response.json(answer)
    })
  }
}

const NOTHING = new Uint8Array()

function bodyOf(route: Route, given: unknown): { readonly body: unknown; readonly bytes: Uint8Array } {
  return route.large
    ? { body: undefined, bytes: given instanceof Uint8Array ? given : NOTHING }
    : { body: checked('body', route.body, readPlainly(given ?? {})), bytes: NOTHING }
}

/** A part of a request as its schema reads it. @throws ProblemError `bad-request` with the path of each fault */
export function checked(
  where: 'path' | 'query' | 'body',
  schema: z.ZodType | undefined,
  given: unknown,
): unknown {
  if (!schema) return undefined
  const broken = brokenText(given, [])
  if (broken) {
    const fault = { path: broken, flaw: { code: 'broken-letter' } } as const
    throw new ProblemError('bad-request', { code: 'field', ...fault }, { errors: [errorOf(where, fault)] })
  }
  const read = schema.safeParse(given)
  if (!read.success) throw badRequest(where, read.error)
  return read.data
}

/** Where a text has a lone surrogate in it, which no database and no file keeps. */
function brokenText(given: unknown, path: readonly string[]): readonly string[] | undefined {
  if (typeof given === 'string') return /\p{Surrogate}/u.test(given) ? path : undefined
  if (given === null || typeof given !== 'object') return undefined
  for (const [name, value] of Object.entries(given)) {
    const broken = brokenText(name, path) ?? brokenText(value, [...path, name])
    if (broken) return broken
  }
  return undefined
}
