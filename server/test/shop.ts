import type { AddressInfo } from 'node:net'
import { join } from 'node:path'
import type { Server } from 'node:http'
import type { Answer, Job, Problem } from '@benevox/contract'
import { agreementText, plainAgreement, wordsIn, type Language } from '@benevox/words'
import { routeOf, surroundingsIn } from '@benevox/core/job'
import { checkDigit } from '@benevox/core/imei'
import { USUAL_PRICES } from '@benevox/core/price'
import type { Facts } from '@benevox/core/route'
import { createConnection } from 'mysql2/promise'
import type { DataSource } from 'typeorm'
import { inject } from 'vitest'
import { demoPack } from '../../demo/demoPack.ts'
import { loadDemo } from '../../demo/load.ts'
import { STAFF } from '../../demo/shop.ts'
import { serverEnvironment, type DatabaseAccess, type Mariadb } from '../../scripts/lib/mariadb.mjs'
import { createApp } from '../src/app.ts'
import { serverOf } from '../src/http/connections.ts'
import { configFrom } from '../src/config.ts'
import { openDatabase } from '../src/database/dataSource.ts'

/** A shop for tests: a database of its own in a real MariaDB, the real application, and people who ask it over HTTP. */
export interface TestShop {
  readonly mariadb: DatabaseAccess & { readonly pid: number }
  readonly database: DataSource
  readonly address: string
  readonly close: () => Promise<void>
}

/** @param own a mariadbd of its own, for a test that stops it */
export async function openShop(
  name: string,
  more: Record<string, string> = {},
  own?: Mariadb,
): Promise<TestShop> {
  const mariadb = own ?? (await ownDatabase(name))
  return opened(mariadb, more, (database) => loadDemo(database, []))
}

/** A shop that nobody has set up, with the code to do it. */
export async function openNewShop(name: string): Promise<TestShop & { readonly code: string }> {
  const catalogue = join(import.meta.dirname, '../../demo/pack.json')
  return opened(await ownDatabase(name), { BENEVOX_CATALOGUE: catalogue })
}

async function opened(
  mariadb: TestShop['mariadb'],
  more: Record<string, string>,
  fill?: (database: DataSource) => Promise<void>,
): Promise<TestShop & { readonly code: string }> {
  const config = configFrom(serverEnvironment(mariadb, { BENEVOX_LOG: 'error', ...more }))
  const database = await openDatabase(config)
  await fill?.(database)
  const { app, firstRun, devices } = createApp(config, database)
  const { server, address } = await listen(app)
  devices.begin(app, Number(new URL(address).port))
  return {
    mariadb,
    database,
    address,
    code: firstRun.code,
    close: async () => {
      devices.end()
      server.closeAllConnections()
      server.close()
      await database.destroy()
    },
  }
}

/** A database of its own in the mariadbd that all tests share. */
export async function ownDatabase(name: string): Promise<TestShop['mariadb']> {
  const shared = inject('mariadb')
  const database = `benevox_${name.replaceAll('-', '_')}`
  const { port, user, password } = shared
  const root = await createConnection({ host: '127.0.0.1', port, user, password })
  await root.query(`DROP DATABASE IF EXISTS ${database}`)
  await root.query(`CREATE DATABASE ${database} CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci`)
  await root.end()
  return { ...shared, database }
}

export async function listen(
  app: ReturnType<typeof createApp>['app'],
): Promise<{ server: Server; address: string }> {
  const server = serverOf(app).listen(0, '127.0.0.1')
  await new Promise((resolve) => server.once('listening', resolve))
  return { server, address: `http://127.0.0.1:${(server.address() as AddressInfo).port}` }
}

export interface Said<T> {
  readonly status: number
  readonly body: T
  readonly headers: Headers
}

/** The text that the customer reads for a job as it is, made as the interface makes it. */
export function agreementOf(job: Job, language: Language = 'en'): string {
  const { device: known, model } = surroundingsIn(demoPack(), job.facts)
  const { terms } = routeOf(job, { device: known, prices: USUAL_PRICES }).agreement
  const device = model?.name ?? ''
  return plainAgreement(
    agreementText(terms, { ticket: job.ticket, device }, wordsIn(language, USUAL_PRICES.opening)),
  )
}

/** A person at a browser: keeps the cookie and the token, and asks. */
export class Person {
  cookie = ''
  token = ''
  readonly address: string
  constructor(address: string) {
    this.address = address
  }

  static async signedIn(address: string, index = 0): Promise<Person> {
    const person = new Person(address)
    await person.look()
    const { name, password } = STAFF[index] ?? STAFF[0]
    const said = await person.ask('POST', '/api/session', { name, password })
    if (said.status !== 200) throw new Error(`${name} cannot sign in: ${JSON.stringify(said.body)}`)
    return person
  }

  async look(): Promise<void> {
    await this.ask('GET', '/api/session')
  }

  async see<T>(path: string): Promise<T> {
    return (await this.ask<T>('GET', path)).body
  }

  /** Whoever only looks, looks again where no answer came in time, as the server then says to. */
  async ask<T = Problem>(method: string, path: string, body?: unknown, raw?: string): Promise<Said<T>> {
    for (;;) {
      const said = await this.askOnce<T>(method, path, body, raw)
      if (method !== 'GET' || (said.body as Partial<Problem>).code !== 'database-away') return said
    }
  }

  /** A file as it is handed out; looked for again in the same way. */
  async file(path: string): Promise<Response> {
    for (;;) {
      const response = await fetch(this.address + path, { headers: { cookie: this.cookie } })
      if (response.status !== 503) return response
    }
  }

  async askOnce<T = Problem>(method: string, path: string, body?: unknown, raw?: string): Promise<Said<T>> {
    const response = await fetch(this.address + path, {
      method,
      headers: { 'content-type': 'application/json', cookie: this.cookie, 'x-csrf-token': this.token },
      ...(body === undefined && raw === undefined ? {} : { body: raw ?? JSON.stringify(body) }),
    })
    const cookie = response.headers.get('set-cookie')
    if (cookie) this.cookie = cookie.split(';')[0] ?? ''
    const answer = (await response.json()) as T & { csrfToken?: string }
    if (answer.csrfToken) this.token = answer.csrfToken
    return { status: response.status, body: answer, headers: response.headers }
  }

  async openJob(facts: Facts = {}): Promise<Job> {
    const { body: job } = await this.ask<Job>('POST', '/api/jobs', { key: crypto.randomUUID() })
    if (Object.keys(facts).length === 0) return job
    const customer = { name: 'A. Quell' }
    const said = { version: job.version, facts, customer, ...askedOf(facts) }
    return (await this.ask<Job>('PATCH', `/api/jobs/${job.id}/facts`, said)).body
  }

  /** Handed back as it is: the screen and the carrier lock are on, and nothing is charged unless something is said. */
  async handBack(job: Pick<Job, 'id' | 'version'>, more: object = {}): Promise<Said<Job>> {
    return this.ask<Job>('POST', `/api/jobs/${job.id}/hand-back`, {
      version: job.version,
      screen: 'on',
      account: 'not-part-of-this-job',
      carrier: 'on',
      whoSignsIn: '',
      returned: ['device'],
      note: '',
      priceMinor: 0,
      currency: 'EUR',
      ...more,
    })
  }

  /** A job whose customer has agreed: every gate but the right device is open. */
  async openReady(changes: Facts = {}): Promise<Job> {
    return (await this.agree(await this.openJob({ ...READY, ...changes }))).body
  }

  /** The customer agrees to the route as it is now. */
  async agree<T = Job>(job: Job, more: object = {}, language: Language = 'en'): Promise<Said<T>> {
    const text = agreementOf(job, language)
    const said = { kind: 'signed', language, text, how: 'paper', ...more }
    return this.ask<T>('POST', `/api/jobs/${job.id}/agreement`, { version: job.version, said })
  }

  async bench<T = Job>(job: Pick<Job, 'id' | 'version'>, change: object): Promise<Said<T>> {
    return this.ask<T>('POST', `/api/jobs/${job.id}/steps`, { version: job.version, change })
  }

  async events(job: Pick<Job, 'id'>): Promise<Answer<'listEvents'>['events']> {
    return (await this.ask<Answer<'listEvents'>>('GET', `/api/jobs/${job.id}/events`)).body.events
  }
}

/** Where somebody asked the registry who says that a device is clean. */
export const askedOf = (facts: object) =>
  'registryAnswer' in facts && facts.registryAnswer === 'clean'
    ? { asked: { where: 'the page of the registry', by: 'Runa' } }
    : {}

/** Fourteen digits with their check digit. */
export const completed = (first14: string): string => first14 + checkDigit(first14)

/** Facts with which every gate but the agreement and the right device is open. */
export const READY: Facts = {
  modelId: 'orrelin-vane-5',
  complaint: 'forgotten-lock',
  hazard: 'none',
  knowsScreenLock: 'no',
  workManaged: 'no',
  legalMatter: 'no',
  accountOnDevice: 'yes',
  carrierLocked: 'yes',
  originalCarrier: 'Skerry Mobile',
  carrierCountry: 'DE',
  imei: '001001011234561',
  ownership: 'shown',
  ownershipNote: 'Receipt',
  registryAnswer: 'clean',
  battery: 'at-least-20',
  whose: 'own',
  wrongEntries: 12,
  remoteUnlockSetUp: 'no',
  knowsAccountPassword: 'yes',
}
