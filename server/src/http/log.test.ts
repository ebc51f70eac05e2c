import type { Job } from '@benevox/contract'
import { afterAll, beforeAll, expect, it } from 'vitest'
import { startServer } from '../../../scripts/lib/application.mjs'
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
  expect(answers[0]?.status).toBe(500)
  await expect.poll(() => logged).toContain('the disk is full')
  for (const word of ['Quellinger', 'q@mail', '001001011234561', 'nephew']) expect(logged).not.toContain(word)
})
