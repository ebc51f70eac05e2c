import type { Answer, ShopResults } from '@benevox/contract'
import { seeded } from '@benevox/core/hand'
import type { SupplyList } from '@benevox/core/supply'
import { experience } from '@benevox/core/results'
import { DateTime } from 'luxon'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { demoPack } from '../../../demo/demoPack.ts'
import { sumsOf } from '../hand-back/invoices.ts'
import { openShop, Person, type TestShop } from '../../test/shop.ts'

const ZONE = 'Europe/Berlin'
const random = seeded(2611)
const oneOf = <T>(...all: readonly [T, ...T[]]): T => all[Math.floor(random() * all.length)] ?? all[0]

interface Tried {
  readonly jobId: number
  readonly family: string
  readonly method: string
  readonly staffId: number
  readonly at: Date
  readonly outcome: 'reached' | 'failed' | 'left'
  readonly cable: number | null
  readonly link: string
}
interface Billed {
  readonly jobId: number
  readonly at: Date
  readonly cancels: number | null
  readonly lines: readonly { readonly kind: 'work' | 'order' | 'own'; readonly minor: number }[]
}
let shop: TestShop
let runa: Person
const tried: Tried[] = []
const billed: Billed[] = []

/** Anywhere in the last year and a half, often within seconds of the first instant of a month. */
function someInstant(): Date {
  const start = DateTime.now()
    .setZone(ZONE)
    .startOf('month')
    .minus({ months: Math.floor(random() * 18) })
  const at = random() < 0.4 ? start.plus({ seconds: oneOf(-1, 0, 1) }) : start.plus({ days: random() * 27 })
  return new Date(Math.min(at.toMillis(), Date.now() - 1000))
}

beforeAll(async () => {
  shop = await openShop('test-shop-results')
  runa = await Person.signedIn(shop.address)
  const { database } = shop
  const jobs: number[] = []
  for (let n = 0; n < 12; n++) jobs.push((await runa.openJob()).id)
  // Long ago: nothing is tried or billed before its job is opened.
  await database.query(
    `UPDATE jobs j JOIN job_lookup l ON l.job_id = j.id
        SET j.opened_at = NOW() - INTERVAL 3 YEAR, l.opened_at = NOW() - INTERVAL 3 YEAR`,
  )
  for (const job of jobs)
    for (const of of ['sign-in', 'carrier', 'recovery-reached', 'promise-half'])
      if (random() < 0.6)
        await database.query('INSERT INTO job_outcomes (job_id, outcome_of, worked) VALUES (?, ?, ?)', [
          job,
          of,
          random() < 0.7,
        ])
  const staff = (await database.query<{ id: number }[]>('SELECT id FROM staff ORDER BY id')).map(
    ({ id }) => id,
  )
  for (let n = 0; n < 400; n++) {
    const one: Tried = {
      jobId: oneOf(jobs[0] ?? 1, ...jobs),
      family: oneOf('one', 'two', 'three'),
      method: oneOf('first', 'second'),
      staffId: oneOf(staff[0] ?? 1, ...staff),
      at: someInstant(),
      outcome: oneOf('reached', 'reached', 'failed', 'left'),
      cable: oneOf(null, 1, 2),
      link: oneOf('computer', 'charger', 'none'),
    }
    tried.push(one)
    await database.query(
      `INSERT INTO attempts (id, job_id, family_id, method_id, model_id, link, staff_id, started_at, finished_at, outcome, seen, not_seen, marks, cable)
       VALUES (?, ?, ?, ?, 'any', ?, ?, ?, ?, ?, '[]', '[]', '[]', ?)`,
      [
        crypto.randomUUID(),
        one.jobId,
        one.family,
        one.method,
        one.link,
        one.staffId,
        one.at,
        one.at,
        one.outcome,
        one.cable,
      ],
    )
  }
  const [{ last }] = (await database.query<{ last: number }[]>(
    'SELECT COALESCE(MAX(number), 0) AS last FROM invoices',
  )) as [{ last: number }]
  await database.query('DELETE FROM invoices')
  for (let n = 1; n <= 60; n++) {
    const before = billed[n - 2]
    const cancels = before?.cancels === null && random() < 0.3 ? before : undefined
    const lines = cancels?.lines ?? [
      { kind: 'work' as const, minor: Math.floor(random() * 9000) },
      ...(random() < 0.5 ? [{ kind: 'order' as const, minor: Math.floor(random() * 4000) }] : []),
      ...(random() < 0.3 ? [{ kind: 'own' as const, minor: -Math.floor(random() * 500) }] : []),
    ]
    const one = {
      jobId: oneOf(jobs[0] ?? 1, ...jobs),
      at: someInstant(),
      cancels: cancels ? last + n - 1 : null,
      lines,
    }
    billed.push(one)
    const { currency, workMinor, feesMinor, ownMinor } = sumsOf({ currency: 'EUR', lines })
    await database.query(
      'INSERT INTO invoices (number, job_id, at, staff_id, record, cancels, currency, work_minor, fees_minor, own_minor) VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?, ?)',
      [
        last + n,
        one.jobId,
        one.at,
        staff[0],
        JSON.stringify({ currency: 'EUR', taxRate: 0.19, lines, totalMinor: 0, taxMinor: 0 }),
        one.cancels,
        currency,
        workMinor,
        feesMinor,
        ownMinor,
      ],
    )
  }
}, 120_000)
afterAll(() => shop.close())

const monthOf = (at: Date) => DateTime.fromJSDate(at, { zone: ZONE }).toFormat('yyyy-MM')
const shown = (query = '') => runa.see<ShopResults>(`/api/results/shop${query}`)
const isCounted = ({ outcome }: Tried) => outcome !== 'left'
const counted = (those: readonly Tried[]) => ({
  reached: those.filter(({ outcome }) => outcome === 'reached').length,
  attempts: those.length,
})

describe('what the shop’s jobs have shown', () => {
  it.each([
    ['3', 'everybody'],
    ['12', 'everybody'],
    ['12', 'oneself'],
  ])('of %s months and %s, month by month, is what a count of its rows says', async (count, whose) => {
    const results = await shown(`?months=${count}${whose === 'oneself' ? '&own=yes' : ''}`)
    expect(results.months).toHaveLength(Number(count))
    expect(results.months.at(-1)).toBe(monthOf(new Date()))
    const [me] = await shop.database.query<{ id: number }[]>("SELECT id FROM staff WHERE name = 'Runa'")
    const those = tried.filter(
      (one) =>
        isCounted(one) &&
        results.months.includes(monthOf(one.at)) &&
        (whose === 'everybody' || one.staffId === me?.id),
    )
    expect(those.length).toBeGreaterThan(20)
    let sum = 0
    for (const { familyId, methodId, all, byMonth } of results.methods) {
      const its = those.filter(({ family, method }) => family === familyId && method === methodId)
      expect(all).toEqual(counted(its))
      sum += all.attempts
      for (const { month, ...its1 } of byMonth)
        expect(its1, month).toEqual(counted(its.filter(({ at }) => monthOf(at) === month)))
      expect(byMonth.reduce((total, { attempts }) => total + attempts, 0)).toBe(all.attempts)
    }
    expect(sum).toBe(those.length)
    for (const { cable, link, all } of results.cables)
      expect(all).toEqual(counted(those.filter((one) => one.cable === cable && one.link === link)))
    expect(JSON.stringify(results)).not.toMatch(/Runa|Teo|Imke/)
  })
  it('of money is what was billed less what was cancelled, each in its own month', async () => {
    const { income, months } = await shown('?months=12')
    const sum = (month: string, kinds: readonly string[]) =>
      billed
        .filter(({ at }) => monthOf(at) === month)
        .flatMap(({ lines, cancels }) =>
          lines
            .filter(({ kind }) => kinds.includes(kind))
            .map(({ minor }) => (cancels === null ? minor : -minor)),
        )
        .reduce((total, minor) => total + minor, 0)
    for (const month of months) {
      const its = income.find((one) => one.month === month)
      expect([its?.workMinor ?? 0, its?.feesMinor ?? 0, its?.ownMinor ?? 0], month).toEqual([
        sum(month, ['work']),
        sum(month, ['order']),
        sum(month, ['own']),
      ])
    }
    expect(billed.filter(({ cancels }) => cancels !== null).length).toBeGreaterThan(3)
  })
  it('of times and suppliers is what a count of their rows says, beside what the catalogue says', async () => {
    const { database } = shop
    const [{ document }] = (await database.query<{ document: string | SupplyList }[]>(
      'SELECT document FROM supply_lists ORDER BY id DESC LIMIT 1',
    )) as [{ document: string | SupplyList }]
    const { suppliers } = typeof document === 'string' ? (JSON.parse(document) as SupplyList) : document
    const services = suppliers.flatMap(({ name, services: its }) => its.map(({ id }) => ({ id, name })))
    const ordered = Array.from({ length: 80 }, () => ({
      ...oneOf(services[0] ?? { id: 1, name: '' }, ...services, { id: 99_999, name: '' }),
      at: someInstant(),
      feeMinor: 2000 + Math.floor(random() * 2000),
      back: Math.floor(random() * 2000),
      state: oneOf('released', 'failed', 'blocked', 'waiting', 'cancelled'),
    }))
    const [{ job }] = (await database.query<{ job: number }[]>('SELECT MIN(id) AS job FROM jobs')) as [
      { job: number },
    ]
    for (const { id, at, feeMinor, back, state } of ordered)
      await database.query(
        `INSERT INTO orders (id, job_id, service_id, version, fee_minor, refunded_minor, currency, ordered_at, promise, state, entries_made, entries_allowed)
         VALUES (?, ?, ?, 1, ?, ?, 'EUR', ?, '{}', ?, 0, 3)`,
        [crypto.randomUUID(), job, id, feeMinor, back, at, state],
      )
    const family = 'forced-off-data-gate'
    const jobs = await database.query<{ id: number }[]>('SELECT id FROM jobs')
    const took = jobs.flatMap(({ id }) =>
      ['wipe', 'first-start', 'charge', 'at-bench', 'waited'].map((of) => ({
        id,
        of,
        minutes: 1 + random() * 90,
      })),
    )
    for (const { id, of, minutes } of took)
      await database.query(
        'REPLACE INTO job_durations (job_id, duration_of, minutes, family_id) VALUES (?, ?, ?, ?)',
        [id, of, minutes, family],
      )
    const results = await shown('?months=12')
    const counts = ordered.filter(
      ({ at, state }) => state !== 'cancelled' && results.months.includes(monthOf(at)),
    )
    for (const name of new Set(counts.map((one) => one.name))) {
      const its = counts.filter((one) => one.name === name)
      const { supplier, ...row } = results.suppliers.find((one) => one.supplier === name) ?? {}
      expect([supplier, row]).toEqual([
        name,
        {
          currency: 'EUR',
          orders: its.length,
          feesMinor: its.reduce((sum, one) => sum + one.feeMinor - one.back, 0),
          worked: its.filter(({ state }) => state === 'released').length,
          failed: its.filter(({ state }) => state === 'failed' || state === 'blocked').length,
        },
      ])
    }
    expect(results.suppliers.map(({ supplier }) => supplier)).toContain('')
    /** So many lie below the tenth part, the middle, nine in ten. */
    const expectQuantiles = (
      of: string,
      row: { count: number; p10: number; p50: number; p90: number } | undefined,
    ) => {
      const minutes = took.filter((one) => one.of === of).map((one) => one.minutes)
      expect(row?.count).toBe(minutes.length)
      for (const [share, value] of [
        [0.1, row?.p10 ?? 0],
        [0.5, row?.p50 ?? 0],
        [0.9, row?.p90 ?? 0],
      ] as const) {
        const below = minutes.filter((one) => one <= value).length
        expect(Math.abs(below - share * (minutes.length - 1))).toBeLessThanOrEqual(1)
      }
    }
    expectQuantiles(
      'wipe',
      results.wipes.find(({ familyId }) => familyId === family),
    )
    expectQuantiles(
      'first-start',
      results.firstStarts.find(({ familyId }) => familyId === family),
    )
    expectQuantiles(
      'charge',
      results.charges.find(({ familyId }) => familyId === family),
    )
    for (const of of ['at-bench', 'waited'] as const)
      expectQuantiles(
        of,
        results.spent.find((one) => one.of === of),
      )
    const its = demoPack().families.find(({ id }) => id === family)
    const usual = its?.durations[its.durationsOfTheWork.firstStart]
    expect(results.firstStarts.find(({ familyId }) => familyId === family)?.usual).toEqual({
      least: (usual?.minMs ?? 0) / 60_000,
      median: (usual?.medianMs ?? 0) / 60_000,
      most: (usual?.maxMs ?? 0) / 60_000,
    })
  })
  it('opens by each point the jobs that it was counted from, and no others', async () => {
    const { methods } = await shown('?months=12')
    const jobsOf = async (query: Record<string, string>) => {
      const { jobs } = await runa.see<Answer<'listJobs'>>(
        `/api/jobs?${new URLSearchParams(query).toString()}`,
      )
      return jobs.map(({ id }) => id).toSorted((a, b) => a - b)
    }
    const ids = (those: readonly { readonly jobId: number }[]) =>
      [...new Set(those.map(({ jobId }) => jobId))].toSorted((a, b) => a - b)
    for (const { familyId: family, methodId: method, byMonth } of methods.slice(0, 3))
      for (const { month } of byMonth.slice(0, 4)) {
        const those = tried.filter(
          (one) => one.family === family && one.method === method && monthOf(one.at) === month,
        )
        expect(await jobsOf({ family, method, tried: month })).toEqual(ids(those))
      }
    expect(await jobsOf({ cable: '2' })).toEqual(ids(tried.filter(({ cable }) => cable === 2)))
    const month = monthOf(billed[0]?.at ?? new Date())
    expect(await jobsOf({ billed: month })).toEqual(ids(billed.filter(({ at }) => monthOf(at) === month)))
    const kept = await shop.database.query<{ jobId: number }[]>(
      "SELECT job_id AS jobId FROM job_outcomes WHERE outcome_of = 'sign-in'",
    )
    expect(await jobsOf({ outcome: 'sign-in' })).toEqual(ids(kept))
  })
  it('and what a job opened now stands on are the same counts', async () => {
    const seen = experience.parse((await runa.see<{ experience: unknown }>('/api/experience')).experience)
    const rows = await shop.database.query<{ of: string; worked: string; all: string }[]>(
      'SELECT outcome_of AS `of`, SUM(worked) AS worked, COUNT(*) AS `all` FROM job_outcomes GROUP BY outcome_of',
    )
    for (const { of, worked, all } of rows.filter((row) => !row.of.startsWith('promise-')))
      expect(seen[of as 'carrier'], of).toEqual({
        worked: Number(worked),
        failed: Number(all) - Number(worked),
      })
    expect((await runa.openJob()).experience).toEqual(seen)
    expect((await runa.ask('GET', '/api/results/shop?months=7')).status).toBe(400)
  })
})
