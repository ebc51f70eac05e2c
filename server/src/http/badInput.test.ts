import { api, files, openApiDocument, problem, type FileRoute, type Job, type Route } from '@benevox/contract'
import fc from 'fast-check'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { startMariadb } from '../../../scripts/lib/mariadb.mjs'
import { readPlainly } from './tricks.ts'
import { openShop, Person, type TestShop } from '../../test/shop.ts'

let shop: TestShop
let runa: Person
let jobId = 0
beforeAll(async () => {
  shop = await openShop('test-input')
  runa = await Person.signedIn(shop.address)
  jobId = (await runa.openReady()).id
})
afterAll(() => shop.close())

describe('bad input is answered with the reason, never with 5xx', () => {
  it.each<[string, string, string, unknown, number, string]>([
    ['an unknown field', 'PATCH', 'facts', { version: 1, pin: '1234' }, 400, 'body'],
    ['a fact that is none', 'PATCH', 'facts', { version: 1, facts: { pin: '1234' } }, 400, 'body.facts'],
    ['a wrong type', 'PATCH', 'facts', { version: 'one' }, 400, 'body.version'],
    [
      'an answer that is none',
      'PATCH',
      'facts',
      { version: 1, facts: { hazard: 'maybe' } },
      400,
      'body.facts.hazard',
    ],
    [
      'too long a text',
      'PATCH',
      'facts',
      { version: 1, facts: { ownershipNote: 'x'.repeat(501) } },
      400,
      'body.facts.ownershipNote',
    ],
    [
      'an IMEI of 14 digits',
      'PATCH',
      'facts',
      { version: 1, facts: { imei: '12345678901234' } },
      400,
      'body.facts.imei',
    ],
    [
      'an IMEI of zeros, which a broken phone shows',
      'PATCH',
      'facts',
      { version: 1, facts: { imei: '0'.repeat(15) } },
      400,
      'body.facts.imei',
    ],
    [
      'an IMEI on a box, its check digit misread',
      'PATCH',
      'facts',
      { version: 1, facts: { boxImei: '490154203237517' } },
      400,
      'body.facts.boxImei',
    ],
    [
      'a change of no kind',
      'POST',
      'steps',
      { version: 1, change: { kind: 'explode' } },
      400,
      'body.change.kind',
    ],
    ['nothing at all', 'POST', 'hand-back', {}, 400, 'body.screen'],
  ])('%s', async (_, method, path, body, status, where) => {
    const answer = await runa.ask(method, `/api/jobs/${jobId}/${path}`, body)
    expect([answer.status, answer.headers.get('content-type')]).toEqual([
      status,
      expect.stringContaining('application/problem+json'),
    ])
    expect(problem.parse(answer.body).errors?.map(({ path: at }) => at)).toContain(where)
  })
  it.each([
    ['broken JSON', '{"version": 1,', 400, 'bad-json'],
    ['a bare word', 'hello', 400, 'bad-json'],
    [
      'too large a body',
      JSON.stringify({ version: 1, facts: { ownershipNote: 'x'.repeat(400_000) } }),
      413,
      'too-large',
    ],
    [
      'prototype names',
      '{"version": 1, "facts": {"__proto__": {"hazard": "none"}, "constructor": 1}}',
      400,
      'bad-request',
    ],
  ])('%s', async (_, raw, status, code) => {
    const answer = await runa.ask('PATCH', `/api/jobs/${jobId}/facts`, undefined, raw)
    expect([answer.status, answer.body.code]).toEqual([status, code])
  })
  it.each([
    ['/api/jobs/99999', 404],
    ['/api/jobs/none', 400],
    ['/api/jobs/-1', 400],
    ['/api/jobs/1e9999', 400],
    ['/api/jobs/%E0%A4%A', 400],
    ['/api/nothing', 404],
    ['/api/jobs?search=a&surprise=1', 400],
    ['/api/jobs?station=moon', 400],
    ['/api/jobs?outcome=%F0%9F%94%91', 400],
    ['/api/jobs?family=%F0%9F%94%91&method=%C3%9F&model=%E6%9D%8E', 200],
    ['/api/jobs/99999999999999999999/events', 400],
    ['/api/services/9999/promise', 404],
    ['/api/jobs/abc/hand-back.pdf', 400],
  ])('%s', async (path, status) => {
    expect((await runa.ask('GET', path)).status).toBe(status)
  })
  it('a language of too many parts is none', async () => {
    const { status } = await runa.ask('PATCH', '/api/session', { language: 'abc-DEFGHIJK-LMNOPQRS' })
    expect(status).toBe(400)
  })
  it('what is no JSON, where a whole catalogue is taken, says so each time, and spoils nothing for the next', async () => {
    const imke = await Person.signedIn(shop.address, 2)
    const method = 'POST'
    for (const path of ['/api/catalog', '/api/results'])
      for (let nth = 0; nth < 3; nth++) {
        const headers = { cookie: imke.cookie, 'x-csrf-token': imke.token, 'content-type': 'text/plain' }
        expect((await fetch(shop.address + path, { method, headers, body: 'no JSON' })).status).toBe(400)
      }
  })
  it('whatever JSON comes to whichever route', async () => {
    const routes = Object.values<Route>(api).filter(
      ({ body, path }) => body && !path.startsWith('/api/session'),
    )
    await fc.assert(
      fc.asyncProperty(fc.constantFrom(...routes), fc.jsonValue(), async (route, body) => {
        const path = route.path
          .replace(':id', String(jobId))
          .replace(/:(attemptId|orderId|fileId)/, crypto.randomUUID())
        const { status } = await runa.ask(route.method.toUpperCase(), path, undefined, JSON.stringify(body))
        expect(status).toBeGreaterThanOrEqual(400)
        expect(status).toBeLessThan(500)
      }),
      { numRuns: 150 },
    )
  })
})

describe('a database that is away', () => {
  it('is a problem of its own kind, and the server goes on when it is back', async () => {
    const mariadb = await startMariadb({ name: 'test-away', fresh: true })
    const own = await openShop('test-away', {}, mariadb)
    const teo = await Person.signedIn(own.address, 1)
    const { id } = await teo.openJob()
    await mariadb.kill()
    const { status, body } = await teo.askOnce('GET', `/api/jobs/${id}`)
    expect([status, body.code]).toEqual([503, 'database-away'])
    const again = await startMariadb({ name: 'test-away', port: mariadb.port })
    expect((await teo.ask('GET', `/api/jobs/${id}`)).status).toBe(200)
    await own.close()
    await again.stop()
  })
})

describe('a database that stands still', () => {
  it('is said to be away in time, and what was sent meanwhile is there once when it goes on', async () => {
    const mariadb = await startMariadb({ name: 'test-still', fresh: true })
    const own = await openShop('test-still', {}, mariadb)
    try {
      const teo = await Person.signedIn(own.address, 1)
      const { id } = await teo.openJob()
      const told = { key: crypto.randomUUID(), at: new Date().toISOString() }
      const change = { kind: 'key-tested', key: 'power', state: 'broken' }
      const tell = () => teo.ask<Job>('POST', `/api/jobs/${id}/steps`, { told, change })
      process.kill(mariadb.pid, 'SIGSTOP')
      const [read, written, health] = await Promise.all([
        teo.askOnce('GET', `/api/jobs/${id}`),
        teo.askOnce('POST', `/api/jobs/${id}/steps`, { told, change }),
        fetch(`${own.address}/api/health`),
      ])
      process.kill(mariadb.pid, 'SIGCONT')
      for (const { status, body } of [read, written])
        expect([status, body.code]).toEqual([503, 'database-away'])
      expect(health.status).toBe(200)
      while ((await tell()).status !== 200);
      await tell()
      const steps = await own.database.query<{ n: string }[]>(
        `SELECT COUNT(*) AS n FROM job_events WHERE job_id = ? AND kind = 'step-made'`,
        [id],
      )
      expect(Number(steps[0]?.n)).toBe(1)
    } finally {
      process.kill(mariadb.pid, 'SIGCONT')
      await own.close()
      await mariadb.stop()
    }
  })
})

describe('what is typed', () => {
  it('is kept without characters that turn what follows it round or cannot be seen, whichever language it is in', async () => {
    const job = await runa.openJob()
    const turned = ['\u202e', '\u2066', '\u0000', '\u001b', '\ufffe']
    fc.assert(
      fc.property(fc.string({ unit: 'binary' }), (text) => {
        const [read = ''] = (readPlainly({ all: [text] }) as { all: string[] }).all
        expect(turned.some((one) => read.includes(one))).toBe(false)
        expect([...text].filter((one) => /[\p{L}\p{N}\p{P}\p{Zs}\p{M}\t\n]/u.test(one)).join('')).toBe(
          [...read].filter((one) => /[\p{L}\p{N}\p{P}\p{Zs}\p{M}\t\n]/u.test(one)).join(''),
        )
      }),
    )
    // Joiners and the marks of one letter belong to scripts.
    const name = 'Zoë \u202eeerF\u202c, نمی\u200cخواهم \u200f(3)'
    const { body } = await runa.ask<Job>('PATCH', `/api/jobs/${job.id}/facts`, {
      version: job.version,
      customer: { name, contact: 'at\u0007 the\u2066 quay' },
    })
    expect(body.customer).toMatchObject({
      name: 'Zoë eerF, نمی\u200cخواهم \u200f(3)',
      contact: 'at the quay',
    })
  })
})

describe('the OpenAPI document', () => {
  it('is version 3.1 and has every route with its body and its answer', async () => {
    const document = openApiDocument() as {
      openapi: string
      paths: Record<string, Record<string, { operationId: string; requestBody?: object }>>
    }
    expect(document.openapi).toBe('3.1.0')
    for (const [name, route] of Object.entries<Route>(api)) {
      const operation = document.paths[route.path.replace(/:(\w+)/g, '{$1}')]?.[route.method]
      expect(operation?.operationId).toBe(name)
      expect(operation?.requestBody !== undefined).toBe(route.body !== undefined)
    }
    for (const [name, route] of Object.entries<FileRoute>(files)) {
      const operation = document.paths[route.path.replace(/:(\w+)/g, '{$1}')]?.[route.method]
      expect(operation?.operationId).toBe(name)
    }
  })
})
