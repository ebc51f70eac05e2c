import { readFileSync } from 'node:fs'
import { gunzipSync } from 'node:zlib'
import { factsOf, jobOf, jobState, standingOf, type JobState } from '@benevox/core/job'
import type { DataSource } from 'typeorm'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { serverEnvironment } from '../../../scripts/lib/mariadb.mjs'
import { listen, ownDatabase, Person } from '../../test/shop.ts'
import { createApp } from '../app.ts'
import { configFrom } from '../config.ts'
import { openDatabase } from '../database/dataSource.ts'
import { keysOf, unseal } from '../forgetting/keys.ts'
import { placeOf } from '../registry/reports.ts'
import { eventOf } from '../jobs/history.ts'
import type { JobEventRow } from '../jobs/entity.ts'

/**
 * A database that the version before this migration made: the demo, and a thousand jobs that were asked of its
 * application over HTTP at random; beside it, what that application said of each job.
 */
interface Before {
  readonly tables: Readonly<Record<string, readonly Readonly<Record<string, unknown>>[]>>
  readonly views: readonly {
    readonly id: number
    readonly version: number
    readonly station: string
    readonly locks: Readonly<Record<string, string>>
    readonly facts: Readonly<Record<string, unknown>>
    readonly bench: Readonly<Record<string, unknown>>
    readonly orders: number
    readonly tries: number
  }[]
}
const kept = readFileSync(new URL('../../test/before-events.json.gz.hex', import.meta.url), 'utf8')
const before = JSON.parse(gunzipSync(Buffer.from(kept.replace(/\s/g, ''), 'hex')).toString()) as Before

let database: DataSource
let runa: Person
let close: () => void
beforeAll(async () => {
  const mariadb = await ownDatabase('test-migration')
  const config = configFrom(serverEnvironment(mariadb, { BENEVOX_LOG: 'error' }))
  const old = await openDatabase(config, 4)
  await old.query('DELETE FROM price_lists')
  for (const [table, rows] of Object.entries(before.tables)) await fill(old, table, rows)
  await old.destroy()
  database = await openDatabase(config)
  const { app, life } = createApp(config, database)
  await life.reproject()
  const { server, address } = await listen(app)
  runa = await Person.signedIn(address)
  close = () => (server.closeAllConnections(), server.close())
}, 900_000)
afterAll(async () => {
  close()
  await database.destroy()
})

async function fill(source: DataSource, table: string, rows: Before['tables'][string]): Promise<void> {
  const [first] = rows
  if (!first) return
  const columns = Object.keys(first)
  for (let from = 0; from < rows.length; from += 200) {
    const some = rows.slice(from, from + 200)
    await source.query(
      `INSERT INTO ${table} (${columns.map((name) => `\`${name}\``).join()}) VALUES ${some
        .map(() => `(${columns.map(() => '?').join()})`)
        .join()}`,
      some.flatMap((row) => columns.map((name) => valueOf(row[name]))),
    )
  }
}

function valueOf(kept: unknown): unknown {
  const { $date, $bytes, $json } = (kept ?? {}) as { $date?: string; $bytes?: string; $json?: string }
  return $date ? new Date($date) : $bytes ? Buffer.from($bytes, 'base64') : ($json ?? kept)
}

/** What was called otherwise then. */
const inWordsOfNow = (facts: Readonly<Record<string, unknown>>): Readonly<Record<string, unknown>> =>
  JSON.parse(
    JSON.stringify(facts)
      .replace('"wrongTries"', '"wrongEntries"')
      .replace('"too-many-tries"', '"too-many-entries"')
      .replace('"procedureId"', '"methodId"'),
  ) as Record<string, unknown>
const states = async (): Promise<ReadonlyMap<number, JobState>> =>
  new Map(
    (await database.query<{ id: number; state: string }[]>('SELECT id, state FROM jobs')).map(
      ({ id, state }) => [id, JSON.parse(state) as JobState],
    ),
  )

describe('a database from before jobs were kept as events', () => {
  it('has the demo and a thousand jobs of every kind', () => {
    expect(before.views.length).toBeGreaterThan(1000)
    for (const station of ['counter', 'bench', 'accounts', 'carriers', 'hand-back', 'closed'])
      expect(before.views.filter((view) => view.station === station).length, station).toBeGreaterThan(10)
    expect(before.views.filter(({ bench }) => bench['cameBack'] !== undefined).length).toBeGreaterThan(2)
  })
  it('keeps every job: what was answered, done, tried and ordered, in the shape that is read now', async () => {
    const now = await states()
    for (const view of before.views) {
      const job = jobState.parse(now.get(view.id))
      const { registryAnswer: _, ...answers } = inWordsOfNow(view.facts)
      expect({ ...job.answers }, `job ${view.id}`).toEqual(answers)
      expect([job.orders.length, job.attempts.length, job.version]).toEqual([
        view.orders,
        view.tries,
        view.version,
      ])
      const { releasedAt, ...bench } = inWordsOfNow(view.bench)
      const { revealedAt, ...made } = standingOf(job).bench
      if (view.bench['cameBack'] === undefined) {
        expect(made, `job ${view.id}`).toMatchObject(bench)
        if (releasedAt !== undefined) expect(revealedAt).toBe(releasedAt)
      } else expect(made.cameBack).toBe(view.bench['cameBack'])
      const wasWiped = view.bench['wipeStartedAt'] !== undefined || view.bench['cameBack'] !== undefined
      const byHand = (view.bench['screenLifted'] as { how?: string } | undefined)?.how
      expect(standingOf(job).deleted).toBe(
        wasWiped ? 'by-recovery' : byHand === 'settings' ? 'by-settings' : 'no',
      )
    }
  })
  it('makes a reported device reported again, whatever was typed over it, and nothing else', async () => {
    const now = await states()
    let typedOver = 0
    for (const { id, facts } of before.views) {
      const job = now.get(id)
      if (!job) throw new Error(`job ${id} is gone`)
      const said = factsOf(job).registryAnswer
      if (said === facts['registryAnswer']) continue
      typedOver++
      // What the registry itself has said is not typed away: neither a report, nor that it is clean.
      expect(job.registry.some(({ answer, source }) => answer === said && source === 'registry')).toBe(true)
      expect([facts['registryAnswer'], said]).toEqual(
        said === 'reported' ? ['clean', 'reported'] : ['no-answer', 'clean'],
      )
    }
    expect(typedOver).toBeGreaterThan(0)
  })
  it('holds a report against the device, whatever its next ticket is', async () => {
    const last = new Map<string, { readonly at: string; readonly answer: string }>()
    for (const { registry } of (await states()).values())
      for (const { at, imei, answer, source } of registry)
        if (
          (source === 'registry' ? answer !== 'no-answer' : answer === 'reported') &&
          imei !== '' &&
          at >= (last.get(imei)?.at ?? '')
        )
          last.set(imei, { at, answer })
    const reported = [...last].filter(([, { answer }]) => answer === 'reported').map(([imei]) => imei)
    expect(reported.length).toBeGreaterThan(0)
    const rows = await database.query<{ device: Buffer; record: Buffer }[]>('SELECT * FROM registry_reports')
    const [{ secret }] = (await database.query<{ secret: Buffer }[]>('SELECT secret FROM shop_secret')) as [
      { secret: Buffer },
    ]
    const found = reported.map((imei) => {
      const { device, key } = placeOf(secret, imei)
      const row = rows.find((one) => one.device.equals(device))
      return (JSON.parse(String(row && unseal(key, row.record))) as { imei: string }).imei
    })
    expect(found).toEqual(reported)
    expect(rows).toHaveLength(reported.length)
  })
  it('is the fold of its events from now on, and shows its old history', async () => {
    const rows = await database.query<JobEventRow[]>(
      'SELECT * FROM job_events WHERE nth IS NOT NULL ORDER BY job_id, nth',
    )
    const now = await states()
    expect(rows).toHaveLength(now.size)
    for (const row of rows) {
      const { job_id: jobId } = row as unknown as { job_id: number }
      const event = eventOf(row, await keysOf(database.manager, jobId))
      expect(jobOf([event])).toEqual(now.get(jobId))
    }
    const told = before.tables['job_events'] ?? []
    const some = before.views[40]?.id ?? 0
    const events = await runa.events({ id: some })
    expect(events.map(({ kind }) => kind)).toEqual(
      told
        .filter((row) => row['job_id'] === some)
        .map((row) =>
          String(row['kind'])
            .replace(/^try-/, 'attempt-')
            .replace(/^consent-/, 'agreement-'),
        ),
    )
  })
  it('goes on: a job of then is worked on now, and the event list stays append-only', async () => {
    const view = before.views.find(({ station }) => station === 'bench')
    const { body: job } = await runa.ask<{ id: number; version: number; facts: object }>(
      'GET',
      `/api/jobs/${view?.id ?? 0}`,
    )
    const { status } = await runa.bench(job, { kind: 'in-recovery' })
    expect(status).toBe(200)
    await expect(database.query("UPDATE job_events SET kind = 'x'")).rejects.toThrow('append-only')
    await expect(database.query('DELETE FROM job_events')).rejects.toThrow('append-only')
    await expect(database.query('UPDATE job_events SET personal = NULL')).rejects.toThrow('append-only')
  })
})
