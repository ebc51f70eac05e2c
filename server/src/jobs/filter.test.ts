import type { Answer, Job, JobFilter, JobSummary } from '@benevox/contract'
import fc from 'fast-check'
import { DateTime } from 'luxon'
import Papa from 'papaparse'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { openShop, Person, READY, type TestShop } from '../../test/shop.ts'

const ZONE = 'Europe/Berlin'
let shop: TestShop
let runa: Person
/** Each job as the list shows it, with what is asked of it and the list does not show. */
let all: readonly (JobSummary & { readonly by: string; readonly isClosed: boolean })[]

beforeAll(async () => {
  shop = await openShop('test-filter')
  runa = await Person.signedIn(shop.address)
  const teo = await Person.signedIn(shop.address, 1)
  const jobs: Job[] = []
  for (let nth = 0; nth < 16; nth++) {
    const who = nth % 3 === 0 ? teo : runa
    // As many as are looked through in parts.
    if (nth === 5) await shop.database.query('ALTER TABLE jobs AUTO_INCREMENT = 9000')
    if (nth === 10) await shop.database.query('ALTER TABLE jobs AUTO_INCREMENT = 20000')
    const at = nth % 4 === 0 ? {} : { complaint: nth % 2 ? 'forgotten-lock' : 'second-hand' }
    const job = await who.openJob({ ...READY, ...at, carrierLocked: 'no' } as typeof READY)
    jobs.push(job)
    const told = { key: crypto.randomUUID(), at: new Date().toISOString() }
    if (nth % 4 === 1)
      await who.ask('POST', `/api/jobs/${job.id}/steps`, {
        told,
        change: { kind: 'charging-started', fromPercent: 5 },
      })
  }
  // Some days ago, each around a midnight of the shop; a few closed, a few late.
  for (const [nth, { id }] of jobs.entries()) {
    const at = DateTime.now()
      .setZone(ZONE)
      .startOf('day')
      .minus({ days: nth % 5 })
      .plus({ minutes: nth % 2 ? 1 : -1 })
    await shop.database.query(
      `UPDATE jobs j JOIN job_lookup l ON l.job_id = j.id
         SET l.opened_at = ?, j.opened_at = ?, j.closed_at = ?, j.due_at = IF(j.due_at IS NULL, NULL, ?) WHERE j.id = ?`,
      [
        at.toJSDate(),
        at.toJSDate(),
        nth % 7 === 6 ? new Date() : null,
        new Date(Date.now() + (nth % 8 < 4 ? -60_000 : 600_000)),
        id,
      ],
    )
  }
  await shop.database.query(
    `UPDATE job_lookup l JOIN jobs j ON j.id = l.job_id
       SET customer_name = '=1+1', words = CONCAT(LOWER(ticket), ' =1+1') WHERE id = ?`,
    [jobs[0]?.id],
  )
  const summaries = (await list({ from: '2000-01-01' })).jobs
  all = summaries.map((one) => {
    const nth = jobs.findIndex(({ id }) => id === one.id)
    return { ...one, by: nth % 3 === 0 ? 'Teo' : 'Runa', isClosed: nth % 7 === 6 }
  })
})
afterAll(() => shop.close())

const list = async (filter: JobFilter) =>
  (
    await runa.ask<Answer<'listJobs'>>(
      'GET',
      `/api/jobs?${new URLSearchParams(filter as Record<string, string>).toString()}`,
    )
  ).body
const day = (ago: number) => DateTime.now().setZone(ZONE).minus({ days: ago }).toISODate() ?? ''
/** What is asked for, said once more: of what was made, and not of the database. */
function holds(one: (typeof all)[number], filter: JobFilter, dueIds: ReadonlySet<number>): boolean {
  const { search = '', station, waits, late, by, from, until } = filter
  const opened = DateTime.fromISO(one.openedAt).setZone(ZONE).toISODate() ?? ''
  const isOpenAlone = !search && !station && !by && !from && !until
  return (
    (!station || one.station === station) &&
    (!search || `${one.ticket} ${one.customer.name}`.toLowerCase().includes(search.toLowerCase())) &&
    (!waits || (one.waits?.for === waits && !one.isClosed)) &&
    (!late || (dueIds.has(one.id) && !one.isClosed)) &&
    (!by || one.by === by) &&
    (!from || opened >= from) &&
    (!until || opened <= until) &&
    (!isOpenAlone || !one.isClosed)
  )
}
const ASKED = {
  search: fc.constantFrom('b10', 'quell', 'nobody', '=1+1', '%'),
  station: fc.constantFrom('counter', 'bench', 'account-lock', 'hand-back'),
  waits: fc.constantFrom('charging', 'seller'),
  late: fc.constant('yes'),
  by: fc.constantFrom('Teo', 'Runa', 'Nobody'),
  from: fc.nat(6).map(day),
  until: fc.nat(6).map(day),
} as const
type Asked = keyof typeof ASKED
/** One thing, two or three: of more at once nothing is left. */
const FILTERS: fc.Arbitrary<JobFilter> = fc
  .subarray(Object.keys(ASKED) as Asked[], { maxLength: 3 })
  .chain((names) => fc.record(Object.fromEntries(names.map((name) => [name, ASKED[name]]))))
  .map((one) => one as JobFilter)

describe('the list of jobs', () => {
  it('has what holds of all that is asked, newest first, and its table the same rows', async () => {
    const due = await shop.database.query<{ id: number }[]>('SELECT id FROM jobs WHERE due_at <= NOW()')
    const dueIds = new Set(due.map(({ id }) => id))
    let isFound = 0
    for (const filter of fc.sample(FILTERS, { seed: 20261130, numRuns: 120 })) {
      const expected = all.filter((one) => holds(one, filter, dueIds))
      const { jobs } = await list(filter)
      expect(
        jobs.map(({ ticket }) => ticket),
        JSON.stringify(filter),
      ).toEqual(expected.map(({ ticket }) => ticket))
      if (jobs.length > 0 && jobs.length < all.length) isFound++
    }
    expect(isFound).toBeGreaterThan(20)
  })
  it.each([
    ['José Muñoz', 'MUNOZ'],
    ['Ægidius Łoś', 'łos'],
    ['דוד כהן', 'כהן'],
    ['Ωμέγα', 'ωμεγ'],
    ['李 小龙', '小龙'],
    ['50 %_\\ off', '%_\\'],
  ])('finds %s by %s, and nobody else', async (name, search) => {
    const job = await runa.openJob({ complaint: 'freezes' })
    await runa.ask('PATCH', `/api/jobs/${job.id}/facts`, { version: job.version, customer: { name } })
    const { jobs } = await list({ search })
    expect(jobs.map(({ id, customer }) => [id, customer.name])).toEqual([[job.id, name]])
    await shop.database.query('DELETE FROM job_lookup WHERE job_id = ?', [job.id])
  })
  it('as a table is read back by another library, and nothing in it is a formula', async () => {
    const response = await runa.file(`/api/jobs.csv?from=2000-01-01`)
    expect(response.headers.get('content-type')).toContain('text/csv')
    const { data, errors } = Papa.parse<Record<string, string>>((await response.text()).trimEnd(), {
      header: true,
    })
    expect(errors).toEqual([])
    expect(data.map(({ ticket }) => ticket)).toEqual(all.map(({ ticket }) => ticket))
    expect(data.map(({ customer }) => customer)).toContain("'=1+1")
    const nobody = await fetch(`${shop.address}/api/jobs.csv`)
    expect(nobody.status).toBe(401)
  })
  it('is whole in its table where it is longer than what is read at a time', async () => {
    const [last] = await shop.database.query<{ id: number }[]>('SELECT MAX(id) AS id FROM jobs')
    await shop.database.query(
      `INSERT INTO jobs (ticket, client_key, version, events, pack_id, price_list_id, opened_at, opened_by, state, station,
         device, locks, projection)
       SELECT CONCAT('C', seq), UUID(), version, events, pack_id, price_list_id, '2020-02-02', opened_by, state, 'counter',
         device, locks, projection
       FROM jobs JOIN seq_1_to_1203 WHERE jobs.id = ?`,
      [last?.id],
    )
    await shop.database.query(
      `INSERT INTO job_lookup (opened_at, job_id, customer_name, words)
       SELECT opened_at, id, 'M. Many', 'many' FROM jobs WHERE ticket LIKE 'C%'`,
    )
    const response = await runa.file(`/api/jobs.csv?search=many`)
    const rows = (await response.text()).trimEnd().split('\r\n').slice(1)
    expect(new Set(rows.map((row) => row.split(',')[0])).size).toBe(1203)
  })
  it.each([{ from: 'yesterday' }, { waits: 'godot' }, { late: 'no' }, { until: '2026-02-30' }])(
    'is not asked for what nobody can read: %o',
    async (filter) => {
      const { status } = await runa.ask(
        'GET',
        `/api/jobs?${new URLSearchParams(Object.entries(filter)).toString()}`,
      )
      expect(status).toBe(400)
    },
  )
})
