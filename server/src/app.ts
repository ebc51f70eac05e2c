import { existsSync } from 'node:fs'
import { join } from 'node:path'
import { api, openApiDocument, wholeShop, type Route } from '@benevox/contract'
import { packJsonSchema } from '@benevox/core/catalog'
import { csrfSync } from 'csrf-sync'
import express, { type Express, type Request, type RequestHandler } from 'express'
import { rateLimit } from 'express-rate-limit'
import session from 'express-session'
import compression from 'compression'
import expressStaticGzip from 'express-static-gzip'
import helmet from 'helmet'
import type { DataSource } from 'typeorm'
import { z } from 'zod'
import { catalogHandlers } from './catalog/routes.ts'
import { calendarHandlers } from './calendar/routes.ts'
import { mailHandlers } from './mail/routes.ts'
import { Post } from './mail/post.ts'
import { Catalog } from './catalog/service.ts'
import type { Config } from './config.ts'
import { OtherDevices } from './devices/otherDevices.ts'
import { accountHandlers } from './account/routes.ts'
import { forgettingHandlers } from './forgetting/routes.ts'
import { Forgetting } from './forgetting/service.ts'
import { tellingHandlers } from './hand-back/telling.ts'
import { statusHandlers } from './status/routes.ts'
import { agreementHandlers } from './agreement/routes.ts'
import { resultsHandlers } from './results/routes.ts'
import { Results } from './results/service.ts'
import { mountFiles } from './files.ts'
import { logOf } from './http/log.ts'
import { identified, Metrics } from './http/observed.ts'
import { connectionsInUse } from './database/dataSource.ts'
import { mount } from './http/mount.ts'
import { deadline, notFoundHandler, ProblemError, problemHandler } from './http/problem.ts'
import { JobLife } from './jobs/life.ts'
import { JobLists } from './jobs/lists.ts'
import { jobHandlers } from './jobs/routes.ts'
import { warmUp } from './jobs/warmUp.ts'
import { intakeHandlers } from './intake/routes.ts'
import { kitHandlers } from './kit/routes.ts'
import { makerHandlers } from './maker/routes.ts'
import { orderHandlers } from './orders/routes.ts'
import { priceHandlers } from './prices/routes.ts'
import { PriceLists } from './prices/service.ts'
import { registryHandlers } from './registry/routes.ts'
import { FirstRun } from './shop/firstRun.ts'
import { shopHandlers } from './shop/routes.ts'
import { Connections } from './shop/connections.ts'
import { connectionHandlers } from './shop/connectionRoutes.ts'
import { Shop } from './shop/service.ts'
import { SecurityLog } from './shop/securityLog.ts'
import { Codes } from './session/codes.ts'
import { Guesses } from './session/guesses.ts'
import { sessionHandlers } from './session/routes.ts'
import { supplyHandlers } from './supply/routes.ts'
import { SupplyLists } from './supply/service.ts'
import { DatabaseSessionStore } from './session/store.ts'
import { attemptHandlers } from './attempts/routes.ts'

const LARGEST_BODY = '64mb'
const LONGEST_LIST = '4mb'
/** What a page of ours may ask of a device: the camera, to read codes and keep documents; nothing else. */
const PERMISSIONS = [
  'camera=(self)',
  ...[
    'accelerometer',
    'bluetooth',
    'display-capture',
    'geolocation',
    'gyroscope',
    'hid',
    'microphone',
    'midi',
    'payment',
    'serial',
    'usb',
  ].map((what) => `${what}=()`),
].join(', ')
/** Said to whoever is nobody yet; it is no secret. */
const NOBODYS_TOKEN = 'nobody'
const SAFE = new Set(['GET', 'HEAD', 'OPTIONS'])
const tokenOf = ({ headers }: Request) => headers['x-csrf-token'] as string | undefined
const ROUTES = Object.values<Route>(api)
const isOneOf =
  (routes: readonly Route[]) =>
  ({ method, originalUrl }: Request) =>
    routes.some((route) => route.method === method.toLowerCase() && route.path === originalUrl.split('?')[0])
const isLarge = isOneOf(ROUTES.filter(({ large }) => large))
const isList = isOneOf(ROUTES.filter(({ list }) => list))

/** The application over a database that is connected and migrated, and the one writer of its jobs. */
export function createApp(
  config: Config,
  database: DataSource,
): {
  readonly app: Express
  readonly life: JobLife
  readonly post: Post
  readonly forgetting: Forgetting
  readonly firstRun: FirstRun
  readonly metrics: Metrics
  readonly devices: OtherDevices
  readonly warmUp: () => Promise<void>
} {
  const app = express()
  if (config.proxy) app.set('trust proxy', config.proxy)
  const log = logOf(config)
  const metrics = new Metrics(() => connectionsInUse(database))
  app.use(metrics.observe)
  app.use('/api', identified)
  app.disable('x-powered-by')
  // No answer is kept by whoever asks: a digest of each would be of use to nobody. The catalogue, which is, has one of its own.
  app.disable('etag')
  app.use(
    helmet({
      contentSecurityPolicy: {
        directives: {
          // A barcode reader in WebAssembly needs to be compiled; nothing else is evaluated.
          'script-src': ["'self'", "'wasm-unsafe-eval'"],
          'img-src': ["'self'", 'data:', 'blob:'],
          'worker-src': ["'self'"],
          'style-src': ["'self'"],
          'font-src': ["'self'"],
          'base-uri': ["'none'"],
          'frame-ancestors': ["'none'"],
          'upgrade-insecure-requests': null,
        },
      },
      strictTransportSecurity: false,
    }),
  )
  app.use((request, response, next) => (request.secure ? onlyOverTls(request, response, next) : next()))
  // For whoever keeps the server up: it answers, whatever becomes of the database.
  app.get('/api/health', (_request, response) => void response.json({ answers: true }))
  // For whoever sends it requests: it can do its work.
  app.get('/api/ready', async (_request, response) => {
    await database.query('SELECT 1')
    response.json({ ready: true })
  })
  // What needs no database is answered before anything asks it who is there.
  app.get('/api/openapi.json', (_request, response) => void response.json(openApiDocument()))
  app.get('/api/catalog/pack.schema.json', (_request, response) => void response.json(packJsonSchema()))
  app.get('/api/shop.schema.json', (_request, response) => void response.json(z.toJSONSchema(wholeShop)))
  const small = express.json({ limit: '256kb', strict: true })
  app.use(
    '/api',
    (request, response, next) => (isLarge(request) ? next() : deadline(request, response, next)),
    (request, response, next) =>
      isLarge(request) || isList(request) ? next() : small(request, response, next),
    (_request, response, next) => {
      response.setHeader('Cache-Control', 'no-store')
      next()
    },
  )
  const catalog = new Catalog(database)
  const prices = new PriceLists(database)
  const supply = new SupplyLists(database)
  const life = new JobLife(database, catalog, prices, supply)
  const shop = new Shop(database, config)
  const firstRun = new FirstRun(database, { shop, catalog, catalogue: config.catalogue })
  // Before anybody gets a cookie: a customer at their status page is nobody here, and needs none.
  app.use('/api/status', guessesLimited())
  mount(app, statusHandlers(database, life, shop))
  app.use('/api', sessions(database, config.sessionSecret))
  const { csrfSynchronisedProtection, generateToken } = csrfSync({
    getTokenFromRequest: tokenOf,
  })
  app.use('/api', (request, response, next) => {
    if (request.session.staffId) return void csrfSynchronisedProtection(request, response, next)
    // Of nobody nothing is kept, so there is no token to compare; but no other site can send a header of this name unasked.
    if (!SAFE.has(request.method) && !tokenOf(request))
      throw new ProblemError('forged-request', { code: 'old-token' })
    next()
  })
  const csrfToken = (request: Request, isFresh: boolean) =>
    request.session.staffId ? generateToken(request, isFresh) : NOBODYS_TOKEN
  // Fifty jobs are as much as a station's code. No secret is in a list: its length tells nothing of one.
  app.get('/api/jobs', compression())
  // A large body is taken only from somebody who is signed in, and is read on a thread of its own.
  const large = express.raw({ type: 'application/json', limit: LARGEST_BODY })
  const list = express.json({ limit: LONGEST_LIST, strict: true })
  app.use('/api', (request, response, next) => {
    if (!isLarge(request) && !isList(request)) next()
    else if (request.session.staffId) (isList(request) ? list : large)(request, response, next)
    else throw new ProblemError('not-signed-in', { code: 'not-signed-in' })
  })

  const security = new SecurityLog(database)
  const guesses = new Guesses(database)
  const codes = new Codes(database, guesses, security)
  const results = new Results(database)
  const lists = new JobLists(database)
  const connections = new Connections(database, config)
  const post = new Post(database, life, supply, shop, connections)
  const forgetting = new Forgetting(database, life, prices)
  const devices = new OtherDevices(shop, config)
  mount(app, {
    ...sessionHandlers(database, config, csrfToken, {
      prices,
      shop,
      firstRun,
      guesses,
      codes,
      log: security,
    }),
    ...shopHandlers(shop, security, devices, config.backupState),
    ...connectionHandlers(connections, security, post),
    ...catalogHandlers(catalog),
    ...jobHandlers(database, catalog, life, lists, prices, codes),
    ...agreementHandlers(codes, life),
    ...intakeHandlers(life),
    ...accountHandlers(life, shop, connections),
    ...tellingHandlers(database, life, shop, connections),
    ...forgettingHandlers(database, { life, prices, forgetting, codes }),
    ...registryHandlers(database, connections, shop, life, catalog),
    ...priceHandlers(prices),
    ...supplyHandlers(database, supply, prices),
    ...kitHandlers(database, security),
    ...makerHandlers(config.maker, life),
    ...resultsHandlers(database, results, { prices, catalog, supply }),
    ...attemptHandlers(database, life),
    ...calendarHandlers(database),
    ...mailHandlers(database, life, post),
    ...orderHandlers(database, life, supply, shop, config, connections),
  })

  mountFiles(app, { shop, database, catalog, life, results, prices, lists, log: security, devices })
  app.use('/api', notFoundHandler)

  if (config.web) serveWeb(app, config.web)
  app.use(problemHandler(log))
  return {
    app,
    life,
    post,
    forgetting,
    firstRun,
    metrics,
    devices,
    warmUp: () => warmUp({ database, catalog, prices, supply, life }),
  }
}

/** Two years, for the names of this computer: what was reached over TLS once is reached over nothing else again, RFC 6797. */
const onlyOverTls = helmet.strictTransportSecurity({ maxAge: 63_072_000, includeSubDomains: true })

/**
 * Over TLS the cookie is one that no other page, port or plain connection of this computer can set (RFC 6265bis 4.1.3.2, `__Host-`); on
 * loopback, where there is none, it has a name of its own.
 */
function sessions(database: DataSource, secret: string): RequestHandler {
  const of = (name: string, isSecure: boolean) =>
    session({
      // Each has its own: what is begun in it has the cookie of this one.
      store: new DatabaseSessionStore(database),
      secret,
      name,
      resave: false,
      saveUninitialized: false,
      cookie: { httpOnly: true, sameSite: 'strict', path: '/', secure: isSecure },
    })
  const [secure, plain] = [of('__Host-benevox', true), of('benevox', false)]
  return (request, response, next) => (request.secure ? secure : plain)(request, response, next)
}

/** So many addresses that lead nowhere may be tried from one place in a minute. */
const STATUS_GUESSES = 20
/** A status page is never indexed, and its addresses are not tried out. */
const guessesLimited = (): RequestHandler[] => [
  (_request, response, next) => {
    response.setHeader('X-Robots-Tag', 'noindex, nofollow')
    next()
  },
  rateLimit({
    windowMs: 60_000,
    limit: STATUS_GUESSES,
    skipSuccessfulRequests: true,
    // Whoever has an address may be refused what they like.
    requestWasSuccessful: (_request, { statusCode }) => statusCode !== 404,
    // A word of whoever asks is taken for their address where a proxy is named, and only then.
    validate: { xForwardedForHeader: false },
    standardHeaders: 'draft-8',
    legacyHeaders: false,
    handler: () => {
      throw new ProblemError('too-many-entries', { code: 'status-limit' })
    },
  }),
]

const OF_DOCUMENTS = [
  'Content-Security-Policy',
  'Cross-Origin-Opener-Policy',
  'Origin-Agent-Cluster',
  'Referrer-Policy',
  'X-DNS-Prefetch-Control',
  'X-Download-Options',
  'X-Frame-Options',
  'X-Permitted-Cross-Domain-Policies',
]

/** The built interface; every address that is no file is a screen of it. */
function serveWeb(app: Express, folder: string): void {
  if (!existsSync(join(folder, 'index.html')))
    throw new Error(`The interface is not built: ${folder} has no index.html`)
  app.use(
    expressStaticGzip(folder, {
      enableBrotli: true,
      index: false,
      orderPreference: ['br', 'gzip'],
      serveStatic: {
        index: false,
        setHeaders: (response, path) => {
          if (!path.includes('/assets/')) return
          response.setHeader('Cache-Control', 'public, max-age=31536000, immutable')
          // What is said to a document means nothing to a script or a font, and they are many; a worker is a document to itself.
          if (!path.includes('worker')) for (const name of OF_DOCUMENTS) response.removeHeader(name)
        },
      },
    }),
  )
  app.get(/^\/(?!api\/).*/, (_request, response) => {
    response.setHeader('Permissions-Policy', PERMISSIONS)
    response.sendFile(join(folder, 'index.html'))
  })
}
