import fc from 'fast-check'
import { apart, jobOf, type JobEvent, type JobState, type Order } from '@benevox/core/job'
import type { DataSource } from 'typeorm'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { histories, live, OPENED } from '../../../core/test/histories.ts'
import { loadDemo } from '../../../demo/load.ts'
import { serverEnvironment } from '../../../scripts/lib/mariadb.mjs'
import { ownDatabase } from '../../test/shop.ts'
import { configFrom } from '../config.ts'
import { openDatabase } from '../database/dataSource.ts'
import { eventOf } from '../jobs/history.ts'
import type { JobEventRow } from '../jobs/entity.ts'
import {
  keysOf,
  SEALED_KINDS,
  sealedParts,
  unsealedParts,
  withKeysFor,
  type PersonalKeys,
  type Sealed,
} from '../forgetting/keys.ts'
import { keepEvents } from '../jobs/statements.ts'

const AT = '2026-03-02T09:00:00.000Z'
const CHOSEN = { kind: 'chose-method', methodId: 'slide' } as const
const ORDER = {
  id: '00000000-0000-4000-9000-000000000001',
  jobId: 1,
  version: 1,
  serviceId: 1,
  supplier: 'Any',
  carrier: 'Any',
  feeMinor: 900,
  currency: 'EUR',
  orderedAt: AT,
  promise: { countsFrom: '2026-03-02', earliest: '2026-03-03', latest: '2026-03-05', latestBefore: AT },
  state: 'answered',
  answer: 'code',
  code: '00491827',
  entriesMade: 0,
  entriesAllowed: 5,
} as const satisfies Order
const OTHERS = { id: ORDER.id, familyId: 'any', methodId: 'slide', link: 'none' }
/** How many random lives of a job are stored, taken back to the words of before and brought here again. */
const JOBS = 120
const OLD = [
  ['"wrongTries"', '"too-many-tries"', '"code-tried"'],
  ['"procedureId"', '"chose-procedure"', '"triesMade"', '"triesAllowed"'],
] as const

let database: DataSource
/** Takes back the newest migration, and those before it, until the one of this name is taken back. */
async function undoneTo(name: string): Promise<void> {
  for (;;) {
    const [last] = await database.query<{ name: string }[]>(
      'SELECT name FROM migrations ORDER BY id DESC LIMIT 1',
    )
    await database.undoLastMigration({ transaction: 'none' })
    if (!last || last.name.startsWith(name)) return
  }
}
beforeAll(async () => {
  database = await openDatabase(
    configFrom(serverEnvironment(await ownDatabase('test-glossary'), { BENEVOX_LOG: 'error' })),
  )
  await loadDemo(database, [])
  const [{ pack, prices, staff } = { pack: 0, prices: 0, staff: 0 }] = await database.query<
    { pack: number; prices: number; staff: number }[]
  >(
    'SELECT (SELECT MAX(id) FROM packs) pack, (SELECT MAX(id) FROM price_lists) prices, MAX(id) staff FROM staff',
  )
  await database.query('INSERT INTO other_results (id, family_id, document) VALUES (?, ?, ?)', [
    OTHERS.id,
    OTHERS.familyId,
    JSON.stringify(OTHERS),
  ])
  for (const [n, history] of fc.sample(histories(60), { numRuns: JOBS, seed: 11 }).entries()) {
    const events: JobEvent[] = [OPENED, ...live(history).events]
    // What random lives seldom come to.
    if (n % 3 === 0)
      events.push(
        { kind: 'answered', set: { complaint: 'too-many-entries', wrongEntries: 7 } },
        { kind: 'order-placed', order: ORDER },
        { kind: 'order-changed', id: ORDER.id, change: { kind: 'code-entered', worked: false } },
        { kind: 'step-made', step: { key: `m${n}`, at: AT, by: 'Runa', change: CHOSEN } },
      )
    const state = jobOf(events)
    const { insertId: jobId } = await database.query<{ insertId: number }>(
      `INSERT INTO jobs (ticket, client_key, version, events, pack_id, price_list_id, opened_at, opened_by, state, station,
         device, locks, projection) VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, '', '{}', 0)`,
      [
        `G${n}`,
        `00000000-0000-4000-8000-${String(n).padStart(12, '0')}`,
        state.version,
        events.length,
        pack,
        prices,
        new Date(state.openedAt),
        staff,
        JSON.stringify(state),
        n % 2 ? 'account-lock' : 'carrier-lock',
      ],
    )
    const keys = await withKeysFor(database.manager, jobId, {}, SEALED_KINDS)
    await keepEvents(
      database.manager,
      events.map((event, nth) => {
        const { kind, stays, personal } = apart(event)
        const sealed = sealedParts(personal, keys)
        return { jobId, nth: nth + 1, at: new Date(), staffId: staff, kind, detail: stays, personal: sealed }
      }),
    )
  }
}, 300_000)
afterAll(() => database.destroy())

const EVERYTHING = `SELECT job_id, CONCAT_WS(' ', job_id, nth, kind, detail) line, personal FROM job_events
  UNION ALL SELECT id, CONCAT_WS(' ', id, station, state), NULL FROM jobs ORDER BY line`
/** What stands there; what is sealed, as it is read by its keys. */
async function lines(): Promise<string[]> {
  const rows =
    await database.query<{ job_id: number; line: string; personal: string | object | null }[]>(EVERYTHING)
  const isSealed = (await tables()).includes('personal_keys')
  const keysById = new Map<number, PersonalKeys>()
  for (const { job_id: id } of isSealed ? rows : [])
    if (!keysById.has(id)) keysById.set(id, await keysOf(database.manager, id))
  return rows.map(({ job_id: id, line, personal }) => {
    const keys = keysById.get(id)
    const parts: unknown = typeof personal === 'string' ? JSON.parse(personal) : personal
    const opened = parts && JSON.stringify(keys ? unsealedParts(parts as Sealed, keys) : parts)
    return `${line} ${opened ?? ''}`
  })
}
const tables = async () =>
  (await database.query<Record<string, string>[]>('SHOW TABLES')).flatMap((row) => Object.values(row))

describe('what is stored, in the words of the glossary', () => {
  it('goes back to the words of before and comes here again, whatever was done; and stays the fold of its events', async () => {
    const here = await lines()
    for (const was of OLD.flat()) expect(here.some((line) => line.includes(was))).toBe(false)

    await undoneTo('WordsOfTheGlossary')
    const before = await lines()
    // A law of nothing cannot fail.
    for (const was of OLD.flat())
      expect(before.filter((line) => line.includes(was)).length, was).toBeGreaterThan(0)
    expect(before.filter((line) => / (accounts|carriers) /.test(line))).toHaveLength(JOBS)
    expect(await tables()).toEqual(
      expect.arrayContaining(['consents', 'tries', 'evidence_files', 'other_evidence']),
    )

    const [theirs] = await database.query<{ document: object }[]>('SELECT document FROM other_evidence')
    const { methodId, ...rest } = OTHERS
    expect(theirs?.document).toEqual({ ...rest, procedureId: methodId })

    await database.runMigrations()
    const [kept] = await database.query<{ document: object }[]>('SELECT document FROM other_results')
    expect(kept?.document).toEqual(OTHERS)
    expect(await lines()).toEqual(here)
    expect(await tables()).toEqual(
      expect.arrayContaining(['agreements', 'attempts', 'ownership_documents', 'other_results']),
    )
    const triggers = await database.query<{ Trigger: string }[]>('SHOW TRIGGERS')
    expect(triggers.map(({ Trigger }) => Trigger)).toEqual(
      expect.arrayContaining(['agreements_no_update', 'agreements_no_delete', 'job_events_no_update']),
    )
    const rows = await database.query<(JobEventRow & { job_id: number })[]>(
      'SELECT * FROM job_events ORDER BY job_id, nth',
    )
    const states = await database.query<{ id: number; state: string }[]>('SELECT id, state FROM jobs')
    for (const { id, state } of states) {
      const keys = await keysOf(database.manager, id)
      const events = rows.filter((row) => row.job_id === id).map((row) => eventOf(row, keys))
      expect(jobOf(events)).toEqual(JSON.parse(state) as JobState)
    }
    await expect(database.query("UPDATE job_events SET kind = 'x'")).rejects.toThrow('append-only')
    await expect(database.query('DELETE FROM job_events')).rejects.toThrow('append-only')
  })
})
