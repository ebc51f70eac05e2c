import {
  api,
  problem,
  type Answer,
  type ApiName,
  type Body,
  type Params,
  type Problem,
  type Query,
  type Route,
} from '@benevox/contract'
import { problemText } from '@benevox/words'
import { say, words } from '../words/index.ts'

/** The server said no: with its code, its sentence and the facts it gave. */
export class ApiProblem extends Error {
  readonly problem: Problem
  constructor(given: Problem) {
    super(problemText(given.reason, words) || given.detail)
    this.problem = given
  }
}

/** The server did not answer at all; nothing is known of what it did. */
export class ServerAway extends Error {}

let csrfToken = ''
export function rememberCsrfToken(token: string): void {
  csrfToken = token
}

/** For what does not go through `call`. */
export const csrfHeader = (): Record<string, string> => ({ 'x-csrf-token': csrfToken })

type Asked<Name extends ApiName> = (Params<Name> extends undefined ? object : { params: Params<Name> }) &
  (Query<Name> extends undefined ? object : { query?: Query<Name> }) &
  (Body<Name> extends undefined ? object : { body: Body<Name> }) & { readonly timeoutMs?: number }

/** Told when the server no longer knows who is at the machine, with what it knows instead. */
let onSignedOut = (_: Answer<'getSession'>): void => undefined
export function whenSignedOut(then: (now: Answer<'getSession'>) => void): void {
  onSignedOut = then
}

const ABOUT_THE_PERSON: readonly ApiName[] = ['getSession', 'signIn', 'switchPerson', 'signOut']
let lastOfThese: Promise<unknown> = Promise.resolve()
/**
 * What asks who is signed in, or changes it, goes one after the other: an answer of before somebody signed in that
 * comes after it would sign them out again, here and with its cookie.
 */
function inTurn<Of>(ask: () => Promise<Of>): Promise<Of> {
  const mine = lastOfThese.then(ask)
  lastOfThese = mine.catch(() => undefined)
  return mine
}
async function askWhoIsThere(): Promise<Answer<'getSession'>> {
  const now = (await send(api.getSession, {})) as Answer<'getSession'>
  rememberCsrfToken(now.csrfToken)
  if (now.staff === null) onSignedOut(now)
  return now
}

/**
 * Asks the server, with the types of the contract. A token that another tab has made old is renewed once.
 * @throws ApiProblem when it refuses, ServerAway when it does not answer or cannot reach its database
 */
export async function call<Name extends ApiName>(name: Name, asked: Asked<Name>): Promise<Answer<Name>> {
  if (ABOUT_THE_PERSON.includes(name)) return inTurn(() => callNow(name, asked, askWhoIsThere))
  return callNow(name, asked, () => inTurn(askWhoIsThere))
}

/** @param whoIsThere asks that, in its turn */
async function callNow<Name extends ApiName>(
  name: Name,
  asked: Asked<Name>,
  whoIsThere: () => Promise<Answer<'getSession'>>,
): Promise<Answer<Name>> {
  try {
    return (await send(api[name], asked)) as Answer<Name>
  } catch (error) {
    if (!(error instanceof ApiProblem)) throw error
    if (
      error.problem.code === 'not-signed-in' &&
      (await isStillSomebody(whoIsThere)) &&
      api[name].method === 'get'
    )
      return (await send(api[name], asked)) as Answer<Name>
    if (error.problem.code !== 'forged-request') throw error
    await whoIsThere()
    return (await send(api[name], asked)) as Answer<Name>
  }
}

/**
 * What was asked under the person before, and was on its way when another took over, is refused: nobody is signed out by
 * that. Whether anybody is signed in is asked, and not guessed.
 */
async function isStillSomebody(whoIsThere: () => Promise<Answer<'getSession'>>): Promise<boolean> {
  const now = await whoIsThere().catch(() => undefined)
  return Boolean(now?.staff)
}

async function send(route: Route, asked: object): Promise<unknown> {
  const {
    params,
    query,
    body,
    timeoutMs = 15_000,
  } = asked as {
    timeoutMs?: number
    params?: Record<string, unknown>
    query?: Record<string, unknown>
    body?: unknown
  }
  const path = route.path.replace(/:(\w+)/g, (_, part: string) => encodeURIComponent(String(params?.[part])))
  const search = new URLSearchParams(
    Object.entries(query ?? {}).flatMap(([key, value]) => (value ? [[key, String(value)]] : [])),
  )
  const response = await fetch(search.size > 0 ? `${path}?${search}` : path, {
    method: route.method.toUpperCase(),
    headers: { 'content-type': 'application/json', 'x-csrf-token': csrfToken },
    ...(body === undefined ? {} : { body: JSON.stringify(body) }),
    signal: AbortSignal.timeout(timeoutMs),
  }).catch(() => {
    throw new ServerAway(say('away.noAnswer'))
  })
  const answer: unknown = await response.json().catch(() => {
    throw new ServerAway(say('away.unreadable'))
  })
  // While it is developed the contract binds what the server answers too.
  if (response.ok) return import.meta.env.DEV ? route.answer.parse(answer) : answer
  const read = problem.safeParse(answer)
  if (!read.success || read.data.status >= 502 || read.data.code === 'database-away')
    throw new ServerAway(say('away.noAnswer'))
  throw new ApiProblem(read.data)
}
