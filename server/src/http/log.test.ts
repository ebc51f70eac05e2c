import type { Job, Problem } from '@benevox/contract'
import { once } from 'node:events'
import { createServer, type AddressInfo } from 'node:net'
import { afterAll, beforeAll, expect, it } from 'vitest'
import { startServer } from '../../../scripts/lib/application.mjs'
import { serverEnvironment } from '../../../scripts/lib/mariadb.mjs'
import { configFrom } from '../config.ts'
import { openDatabase } from '../database/dataSource.ts'
import { openShop, Person, type TestShop } from '../../test/shop.ts'

let shop: TestShop
let server: Awaited<ReturnType<typeof startServer>>
let logged = ''
beforeAll(async () => {
  shop = await openShop('test-log')
  server = await startServer(shop.mariadb, { BENEVOX_LOG: 'info' })
  server.stdout?.on('data', (text) => (logged += String(text)))
}, 300_000)
afterAll(async () => {
  server.kill('SIGKILL')
  await shop.close()
})

it('what the program logs of its faults names no customer, no number of theirs and no word they wrote', async () => {
  const runa = await Person.signedIn(`http://127.0.0.1:${server.port}`)
  const job = await runa.openJob()
  for (const table of ['job_events', 'mails'])
    await shop.database.query(
      `CREATE TRIGGER full_${table} BEFORE INSERT ON ${table} FOR EACH ROW
       SIGNAL SQLSTATE '45000' SET MESSAGE_TEXT = 'the disk is full'`,
    )
  const facts = { imei: '001001011234561', ownershipNote: 'her nephew dropped it' }
  const said = {
    version: job.version,
    facts,
    customer: { name: 'Quellinger', contact: 'q@mail.example' },
  }
  const answers = [
    await runa.ask<Job>('PATCH', `/api/jobs/${job.id}/facts`, said),
    await runa.ask('GET', '/api/jobs?search=Quellinger%00'),
    await runa.ask('PATCH', `/api/jobs/${job.id}/facts`, { ...said, facts: { imei: 'Quellinger' } }),
  ]
  for (const table of ['job_events', 'mails']) await shop.database.query(`DROP TRIGGER full_${table}`)
  const [fault] = answers
  expect(fault?.status).toBe(500)
  await expect.poll(() => logged).toContain('the disk is full')
  // Whoever reads the page and whoever reads the log speak of the same request, by its route and not by what was asked.
  const id = fault?.headers.get('x-request-id') ?? ''
  expect(id).toMatch(/^[0-9a-f-]{36}$/)
  expect((fault?.body as unknown as Problem).detail).toContain(id.slice(0, 8))
  const line = logged.split('\n').find((one) => one.includes('the disk is full')) ?? '{}'
  expect(JSON.parse(line)).toMatchObject({ requestId: id, route: 'PATCH /api/jobs/:id/facts' })
  for (const word of ['Quellinger', 'q@mail', '001001011234561', 'nephew']) expect(logged).not.toContain(word)
})

it('a statement that takes long is named without what it was asked with', async () => {
  const blocker = await openDatabase(configFrom(serverEnvironment(shop.mariadb)))
  const runner = blocker.createQueryRunner()
  await runner.connect()
  const runa = await Person.signedIn(`http://127.0.0.1:${server.port}`)
  const job = await runa.openJob()
  await runner.startTransaction()
  await runner.query('SELECT id FROM jobs WHERE id = ? FOR UPDATE', [job.id])
  const said = { version: job.version, facts: {}, customer: { name: 'Slowstead' } }
  const answer = runa.ask('PATCH', `/api/jobs/${job.id}/facts`, said)
  await new Promise((resolve) => setTimeout(resolve, 900))
  await runner.rollbackTransaction()
  await runner.release()
  await blocker.destroy()
  await answer
  await expect.poll(() => logged).toMatch(/"ms":\d+,"sql":"SELECT[^"]*FOR UPDATE/)
  expect(logged).not.toContain('Slowstead')
})

it('what is counted is told on a port of its own: routes as they are written, and nothing of anybody', async () => {
  const port = await freePort()
  const counted = await startServer(shop.mariadb, { BENEVOX_METRICS_PORT: String(port) })
  try {
    const runa = await Person.signedIn(`http://127.0.0.1:${counted.port}`)
    await runa.see('/api/jobs?search=Quellinger')
    await runa.see('/api/jobs/1')
    expect(await (await fetch(`http://127.0.0.1:${counted.port}/api/ready`)).json()).toEqual({ ready: true })
    const response = await fetch(`http://127.0.0.1:${port}/metrics`)
    expect(response.headers.get('content-type')).toContain('text/plain')
    const text = await response.text()
    expect(text).toMatch(/benevox_request_seconds_count\{route="GET \/api\/jobs\/:id",status="\d+"\} 1/)
    expect(text).toMatch(/benevox_request_seconds_count\{route="GET \/api\/jobs",status="200"\} 1/)
    expect(text).toMatch(/benevox_database_connections \d/)
    expect(text).not.toContain('Quellinger')
    expect(
      (await fetch(`http://127.0.0.1:${counted.port}/metrics`)).headers.get('content-type'),
    ).not.toContain('text/plain')
  } finally {
    counted.kill('SIGKILL')
  }
})

/** One that was free a moment ago. */
async function freePort(): Promise<number> {
  const server = createServer().listen(0, '127.0.0.1')
  await once(server, 'listening')
  const { port } = server.address() as AddressInfo
  server.close()
  await once(server, 'close')
  return port
}
