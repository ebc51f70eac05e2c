import type { Job } from '@benevox/contract'
import { afterAll, expect, it } from 'vitest'
import { loadDemo, startServer } from '../../../scripts/lib/application.mjs'
import { startMariadb, type Mariadb } from '../../../scripts/lib/mariadb.mjs'
import { Person } from '../../test/shop.ts'

let mariadb: Mariadb
let server: Awaited<ReturnType<typeof startServer>>
afterAll(async () => {
  server.kill('SIGKILL')
  await mariadb.stop()
})

it('after kill -9 of the server and of mariadbd in the middle of a run, every acknowledged try is there', async () => {
  mariadb = await startMariadb({ name: 'test-durability', fresh: true })
  await loadDemo(mariadb)
  server = await startServer(mariadb, { BENEVOX_LOG: 'silent' })
  const { port } = server
  const runa = await Person.signedIn(`http://127.0.0.1:${port}`)
  const job = await runa.openReady()

  const acknowledged: string[] = []
  const stormOfAttempts = (async () => {
    for (let n = 0; n < 5000; n++) {
      const id = crypto.randomUUID()
      const { status } = await runa.ask('POST', `/api/jobs/${job.id}/attempts`, {
        id,
        methodId: 'from-off',
        link: 'computer',
        startedAt: new Date().toISOString(),
      })
      if (status === 200) acknowledged.push(id)
    }
  })().catch(() => undefined)
  while (acknowledged.length < 40) await new Promise((resolve) => setTimeout(resolve, 5))
  server.kill('SIGKILL')
  await mariadb.kill()
  await stormOfAttempts
  expect(acknowledged.length).toBeLessThan(5000)

  mariadb = await startMariadb({ name: 'test-durability' })
  server = await startServer(mariadb, { BENEVOX_PORT: String(port), BENEVOX_LOG: 'silent' })
  const { body } = await runa.ask<Job>('GET', `/api/jobs/${job.id}`)
  const stored = new Set(body.attempts.map(({ id }) => id))
  expect(acknowledged.filter((id) => !stored.has(id))).toEqual([])
  expect(stored.size - acknowledged.length).toBeLessThanOrEqual(1)
})
