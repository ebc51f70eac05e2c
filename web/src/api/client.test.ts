import { afterEach, beforeEach, expect, it, vi } from 'vitest'
import { ApiProblem, call, whenSignedOut } from './client.ts'

const nobody = {
  type: 'urn:x',
  title: 'x',
  status: 401,
  code: 'not-signed-in',
  detail: 'Sign in first.',
  reason: { code: 'not-signed-in' },
}
const session = (staff: object | null) => ({
  staff,
  csrfToken: 'new',
  shop: 'S',
  place: { zone: 'Europe/Berlin', country: 'DE' },
  secondStepDue: false,
  hint: null,
  isNew: false,
  papersIn: 'en',
})
/** What the server answers, in turn. */
let answers: (() => Response | Promise<never>)[]
let asked: string[]
let signedOut: number
const refused = () => Response.json(nobody, { status: 401 })
const says = (body: object) => () => Response.json(body)

beforeEach(() => {
  asked = []
  signedOut = 0
  whenSignedOut(() => void signedOut++)
  vi.stubGlobal('fetch', (path: string) => {
    asked.push(path)
    return Promise.resolve(answers.shift()?.() ?? Promise.reject(new TypeError('fetch failed')))
  })
})
afterEach(() => vi.unstubAllGlobals())

const IMKE = { id: 3, name: 'Imke', role: 'owner', supervisor: true, language: null }
const sign = () => call('changePrices', { body: { prices: {} as never, base: 1 } })

it('asked under the person before and answered after another took over: it is asked again, and nobody is signed out', async () => {
  answers = [refused, says(session(IMKE)), says({ cables: [] })]
  expect(await call('listCables', {})).toEqual({ cables: [] })
  expect([asked.at(1), asked.length, signedOut]).toEqual(['/api/session', 3, 0])
})
it('what the person before did is not done in another’s name', async () => {
  answers = [refused, says(session(IMKE))]
  await expect(sign()).rejects.toBeInstanceOf(ApiProblem)
  expect([asked.length, signedOut]).toEqual([2, 0])
})
it('where nobody is signed in any more, that is said', async () => {
  answers = [refused, says(session(null))]
  await expect(call('listCables', {})).rejects.toBeInstanceOf(ApiProblem)
  expect(signedOut).toBe(1)
})
it('where the server does not answer who is there, nobody is signed out for that', async () => {
  answers = [refused, () => Promise.reject(new TypeError('fetch failed'))]
  await expect(call('listCables', {})).rejects.toBeInstanceOf(ApiProblem)
  expect(signedOut).toBe(0)
})
it('who signs in waits for an answer that is still on its way about nobody being there, and is not signed out by it', async () => {
  const order: string[] = []
  let answerNobody = (): void => undefined
  const nobodyYet = new Promise<Response>((resolve) => {
    answerNobody = () => resolve(Response.json(session(null)))
  })
  whenSignedOut(() => void order.push('signed out'))
  vi.stubGlobal('fetch', (path: string, { method }: RequestInit) => {
    order.push(`${method ?? ''} ${path}`)
    if (path !== '/api/session') return Promise.resolve(refused())
    return method === 'GET' ? nobodyYet : Promise.resolve(Response.json(session(IMKE)))
  })
  const late = call('listCables', {}).catch(() => undefined)
  await vi.waitFor(() => expect(order).toContain('GET /api/session'))
  const signedIn = call('signIn', { body: { name: 'Imke', password: 'x' } })
  await new Promise((resolve) => setTimeout(resolve, 20))
  expect(order).not.toContain('POST /api/session')
  answerNobody()
  expect(await signedIn).toMatchObject({ staff: IMKE })
  await late
  expect(order).toEqual(['GET /api/cables', 'GET /api/session', 'signed out', 'POST /api/session'])
})
