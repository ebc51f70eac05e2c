import { createConnection, type Connection } from 'mysql2/promise'
import { afterAll, beforeAll, describe, expect, inject, it } from 'vitest'
import type { Job } from '@benevox/contract'
import { createApp } from '../app.ts'
import { configFrom } from '../config.ts'
import { serverEnvironment } from '../../../scripts/lib/mariadb.mjs'
import { listen, openShop, Person, READY, type TestShop } from '../../test/shop.ts'
import { letUse, ONLY_ADDED_TO } from './account.ts'
import { openDatabase } from './dataSource.ts'

const { server = { user: '', password: '' } } = inject('mariadb')
let shop: TestShop
let sql: Connection
beforeAll(async () => {
  shop = await openShop('test-account')
  const runa = await Person.signedIn(shop.address)
  await runa.agree(await runa.openJob(READY))
  await letUse(shop.database, server.user)
  const { port, database } = shop.mariadb
  sql = await createConnection({ host: '127.0.0.1', port, database, ...server })
})
afterAll(async () => {
  await sql.end()
  await shop.close()
})

describe('the account that a server works with', () => {
  it.each(
    ONLY_ADDED_TO.flatMap((table) => [
      `UPDATE ${table} SET at = NOW()`,
      `DELETE FROM ${table}`,
      `REPLACE INTO ${table} SELECT * FROM ${table}`,
      `TRUNCATE TABLE ${table}`,
      `DROP TABLE ${table}`,
      `ALTER TABLE ${table} DROP COLUMN at`,
      `RENAME TABLE ${table} TO other`,
      `DROP TRIGGER ${table}_no_update`,
      `CREATE TRIGGER mine BEFORE INSERT ON ${table} FOR EACH ROW SET @a = 1`,
      `GRANT ALL ON ${table} TO CURRENT_USER`,
    ]),
  )('may not: %s', async (statement) => {
    const before = await shop.database.query<object[]>('SELECT COUNT(*) FROM job_events')
    await expect(sql.query(statement)).rejects.toThrow(/denied/)
    expect(await shop.database.query('SELECT COUNT(*) FROM job_events')).toEqual(before)
  })
  it.each([
    'DROP DATABASE benevox',
    'CREATE TABLE mine (id INT)',
    'SELECT * FROM mysql.global_priv',
    'SELECT * FROM benevox_upkeep.filler',
    `SELECT 1 INTO OUTFILE '/tmp/benevox-mine'`,
    `CREATE USER mine@'127.0.0.1'`,
    'UPDATE migrations SET name = name',
    'SHUTDOWN',
  ])('nor: %s', async (statement) => {
    await expect(sql.query(statement)).rejects.toThrow(/denied/)
  })
  it('is enough to work with, and to clear the traces of what was forgotten', async () => {
    const own = { ...shop.mariadb, ...server }
    const config = configFrom(serverEnvironment(own, { BENEVOX_LOG: 'error' }))
    const database = await openDatabase(config)
    const { app, forgetting } = createApp(config, database)
    const { server: http, address } = await listen(app)
    try {
      const teo = await Person.signedIn(address, 1)
      const { body: job } = await teo.agree(await teo.openJob(READY))
      expect((await teo.handBack(job)).body.station).toBe('closed')
      expect((await teo.ask<Job>('POST', `/api/jobs/${job.id}/forgetting`, {})).status).toBeLessThan(500)
      expect(await forgetting.clearTraces()).toBe(true)
    } finally {
      http.closeAllConnections()
      http.close()
      await database.destroy()
    }
  })
})
