import { experience, resultsDocument } from '@benevox/core/results'
import { z } from 'zod'
import { recordStepBody, takeBackBody } from './bench.ts'
import { catalogAnswer, catalogVersion, changeCatalogBody } from './catalog.ts'
import { openGateBody, recordAgreementBody } from './agreement.ts'
import { files, type FileRoute } from './files.ts'
import { askRegistryBody, changePricesBody, mail, prices, recordIntakeBody } from './intake.ts'
import { changeFactsBody, job, jobEvent, recordAccountBody, writeToSellerBody } from './jobs.ts'
import { addCableBody, cable, retireCableBody } from './kit.ts'
import { askRemoteBody, remoteUnlock } from './maker.ts'
import { billRoutes } from './billRoutes.ts'
import { forgettingRoutes } from './forgettingRoutes.ts'
import { listRoutes } from './listRoutes.ts'
import { resultsRoutes } from './shopResults.ts'
import { statusRoutes } from './statusRoutes.ts'
import { orderRoutes } from './orderRoutes.ts'
import { peopleRoutes } from './people.ts'
import { shopRoutes } from './shop.ts'
import { supplyRoutes } from './supply.ts'
import { problem } from './problem.ts'
import { id, ofJob, type Route } from './route.ts'
import { languageBody, session, signInBody, switchBody } from './session.ts'
import { finishAttemptBody, startAttemptBody } from './attempts.ts'

export type { Route }

const calendarAnswer = z.object({
  calendar: z.object({ path: z.string(), since: z.iso.datetime() }).nullable(),
})

export const api = {
  getSession: { method: 'get', path: '/api/session', says: 'Who is signed in', answer: session },
  signIn: {
    method: 'post',
    path: '/api/session',
    says: 'Sign in with name and password',
    body: signInBody,
    answer: session,
  },
  switchPerson: {
    method: 'post',
    path: '/api/session/switch',
    says: 'Take over the machine with a personal code',
    body: switchBody,
    answer: session,
  },
  chooseLanguage: {
    method: 'patch',
    path: '/api/session',
    says: 'The language in which whoever is signed in works from now on',
    body: languageBody,
    answer: session,
  },
  signOut: { method: 'delete', path: '/api/session', says: 'Sign out', answer: session },

  getCatalog: {
    method: 'get',
    path: '/api/catalog',
    says: 'The catalogue in use, or a version that a job was done with',
    query: z.strictObject({ id: id.optional() }),
    answer: catalogAnswer,
  },
  listCatalogVersions: {
    method: 'get',
    path: '/api/catalog/versions',
    says: 'The kept versions of the catalogue, the one in use first',
    answer: z.object({ versions: z.array(catalogVersion) }),
  },
  changeCatalog: {
    method: 'post',
    path: '/api/catalog',
    says: 'Make a new version of the catalogue: all of the change or nothing',
    large: true,
    body: changeCatalogBody,
    answer: catalogVersion,
  },

  ...shopRoutes,
  ...peopleRoutes,
  ...listRoutes,
  openJob: {
    method: 'post',
    path: '/api/jobs',
    says: 'Open a job at the counter',
    body: z.strictObject({ key: z.uuid() }),
    answer: job,
  },
  getJob: { method: 'get', path: '/api/jobs/:id', says: 'One job', params: ofJob, answer: job },
  changeFacts: {
    method: 'patch',
    path: '/api/jobs/:id/facts',
    says: 'Record what was learnt',
    params: ofJob,
    body: changeFactsBody,
    answer: job,
  },
  listEvents: {
    method: 'get',
    path: '/api/jobs/:id/events',
    says: 'Who did what when',
    params: ofJob,
    answer: z.object({ events: z.array(jobEvent) }),
  },
  recordStep: {
    method: 'post',
    path: '/api/jobs/:id/steps',
    says: 'Record a step of the bench',
    params: ofJob,
    body: recordStepBody,
    answer: job,
  },
  takeBack: {
    method: 'post',
    path: '/api/jobs/:id/take-back',
    says: 'Take back a step that was recorded by mistake',
    params: ofJob,
    body: takeBackBody,
    answer: job,
  },
  recordAgreement: {
    method: 'post',
    path: '/api/jobs/:id/agreement',
    says: 'What the customer said to what will be done',
    params: ofJob,
    body: recordAgreementBody,
    answer: job,
  },
  openGate: {
    method: 'post',
    path: '/api/jobs/:id/gates',
    says: 'A supervisor opens a gate with a reason',
    params: ofJob,
    body: openGateBody,
    answer: job,
  },
  recordIntake: {
    method: 'post',
    path: '/api/jobs/:id/intake',
    says: 'What was taken in with the device, and its condition',
    params: ofJob,
    body: recordIntakeBody,
    answer: job,
  },
  askRegistry: {
    method: 'post',
    path: '/api/jobs/:id/registry',
    says: 'Ask the registry about the IMEI; with a report, for a fee',
    params: ofJob,
    body: askRegistryBody,
    answer: job,
  },
  listMails: {
    method: 'get',
    path: '/api/jobs/:id/mails',
    says: 'Mails that came for a job; looks into the mailbox first',
    params: ofJob,
    answer: z.object({
      mails: z.array(mail),
      /** Mails of the tray that name this job. */
      inTray: z.int().min(0),
      mailbox: z.enum(['read', 'away', 'none']),
    }),
  },
  removeFile: {
    method: 'delete',
    path: '/api/jobs/:id/ownership-documents/:fileId',
    says: 'Remove a picture or document that was kept of whose it is',
    params: z.object({ id, fileId: z.uuid() }),
    answer: job,
  },
  getPrices: {
    method: 'get',
    path: '/api/prices',
    says: 'The price list in use, or the one that a job was quoted by',
    query: z.strictObject({ id: id.optional() }),
    answer: prices,
  },
  changePrices: {
    method: 'post',
    path: '/api/prices',
    says: 'A new price list, by a supervisor; jobs keep the one they were quoted by',
    body: changePricesBody,
    answer: prices,
  },
  startAttempt: {
    method: 'post',
    path: '/api/jobs/:id/attempts',
    says: 'An attempt at the keys begins',
    params: ofJob,
    body: startAttemptBody,
    answer: job,
  },
  finishAttempt: {
    method: 'patch',
    path: '/api/jobs/:id/attempts/:attemptId',
    says: 'How an attempt ended and what was seen',
    params: z.object({ id, attemptId: z.uuid() }),
    body: finishAttemptBody,
    answer: job,
  },
  askRemote: {
    method: 'post',
    path: '/api/jobs/:id/remote-unlock',
    says: 'Unlock from afar through the maker’s service, once the owner has signed in there',
    params: ofJob,
    body: askRemoteBody,
    answer: remoteUnlock,
  },
  listCables: {
    method: 'get',
    path: '/api/cables',
    says: 'The shop’s numbered cables with their records',
    answer: z.object({ cables: z.array(cable) }),
  },
  addCable: {
    method: 'post',
    path: '/api/cables',
    says: 'A new cable, with the next number',
    body: addCableBody,
    answer: cable,
  },
  retireCable: {
    method: 'post',
    path: '/api/cables/:number/retire',
    says: 'Take a cable out of the kit, or back into it',
    params: z.object({ number: id }),
    body: retireCableBody,
    answer: cable,
  },
  ...resultsRoutes,
  getExperience: {
    method: 'get',
    path: '/api/experience',
    says: 'How the newest of the shop’s jobs have ended and how long things took, as a job opened now would stand on it',
    answer: z.strictObject({ experience }),
  },
  mergeResults: {
    method: 'post',
    path: '/api/results',
    says: 'Take in what another shop has learnt, once',
    large: true,
    body: resultsDocument,
    answer: z.object({ added: z.int(), known: z.int() }),
  },
  recordAccount: {
    method: 'post',
    path: '/api/jobs/:id/account',
    says: 'The account lock is proven clear',
    params: ofJob,
    body: recordAccountBody,
    answer: job,
  },
  writeToSeller: {
    method: 'post',
    path: '/api/jobs/:id/seller-mail',
    says: 'Send the previous owner the steps by mail; once for each key',
    params: ofJob,
    body: writeToSellerBody,
    answer: job,
  },
  ...orderRoutes,
  ...billRoutes,
  ...forgettingRoutes,
  ...statusRoutes,
  ...supplyRoutes,
  getCalendar: {
    method: 'get',
    path: '/api/calendar',
    says: 'The address of the shop’s calendar, where it has one',
    answer: calendarAnswer,
  },
  renewCalendar: {
    method: 'post',
    path: '/api/calendar',
    says: 'A new address of the shop’s calendar; the old one is none from now on',
    body: z.strictObject({}),
    answer: calendarAnswer,
  },
} as const satisfies Record<string, Route>

export type Api = typeof api
export type ApiName = keyof Api
type Part<Name extends ApiName, Key extends string> =
  Api[Name] extends Record<Key, z.ZodType> ? Api[Name][Key] : never
export type Params<Name extends ApiName> = [Part<Name, 'params'>] extends [never]
  ? undefined
  : z.output<Part<Name, 'params'>>
export type Query<Name extends ApiName> = [Part<Name, 'query'>] extends [never]
  ? undefined
  : z.output<Part<Name, 'query'>>
export type Body<Name extends ApiName> = [Part<Name, 'body'>] extends [never]
  ? undefined
  : z.output<Part<Name, 'body'>>
export type Answer<Name extends ApiName> = z.output<Api[Name]['answer']>

/** The OpenAPI 3.1 document of all routes, made from the schemas that check them. */
export function openApiDocument(): object {
  const paths: Record<string, Record<string, object>> = {}
  for (const [operationId, route] of Object.entries<Route>(api)) {
    const path = route.path.replace(/:(\w+)/g, '{$1}')
    const inPath = parametersOf(route.params, 'path')
    const inQuery = parametersOf(route.query, 'query')
    paths[path] = {
      ...paths[path],
      [route.method]: {
        operationId,
        summary: route.says,
        parameters: [...inPath, ...inQuery],
        ...(route.body
          ? {
              requestBody: {
                required: true,
                content: { 'application/json': { schema: jsonSchema(route.body, 'input') } },
              },
            }
          : {}),
        responses: {
          200: {
            description: 'Done',
            content: { 'application/json': { schema: jsonSchema(route.answer, 'output') } },
          },
          default: {
            description: 'A problem (RFC 9457)',
            content: { 'application/problem+json': { schema: jsonSchema(problem, 'output') } },
          },
        },
      },
    }
  }
  for (const [operationId, route] of Object.entries<FileRoute>(files)) {
    const path = route.path.replace(/:(\w+)/g, '{$1}')
    paths[path] = { ...paths[path], [route.method]: fileOperation(operationId, route) }
  }
  return { openapi: '3.1.0', info: { title: 'Benevox', version: '1' }, paths }
}

function fileOperation(
  operationId: string,
  { says, params, query, produces, answer, method }: FileRoute,
): object {
  const bytes = { schema: { type: 'string', format: 'binary' } }
  return {
    operationId,
    summary: says,
    parameters: [...parametersOf(params, 'path'), ...parametersOf(query, 'query')],
    ...(method === 'post'
      ? { requestBody: { required: true, content: { 'application/octet-stream': bytes } } }
      : {}),
    responses: {
      200: {
        description: 'Done',
        content: answer
          ? { 'application/json': { schema: jsonSchema(answer, 'output') } }
          : Object.fromEntries(produces.map((type) => [type, bytes])),
      },
      default: {
        description: 'A problem (RFC 9457)',
        content: { 'application/problem+json': { schema: jsonSchema(problem, 'output') } },
      },
    },
  }
}

function parametersOf(shape: z.ZodObject | undefined, where: 'path' | 'query'): object[] {
  return Object.entries(shape?.shape ?? {}).map(([name, schema]) => ({
    name,
    in: where,
    required: where === 'path' || !(schema as z.ZodType).safeParse(undefined).success,
    schema: jsonSchema(schema as z.ZodType, 'input'),
  }))
}

function jsonSchema(schema: z.ZodType, io: 'input' | 'output'): object {
  const { $schema: _, ...plain } = z.toJSONSchema(schema, { io, unrepresentable: 'any' })
  return plain
}
