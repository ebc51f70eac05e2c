import type { Job } from '@benevox/contract'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { openShop, Person, type TestShop } from '../../test/shop.ts'
import { Catalog } from '../catalog/service.ts'
import { SupplyLists } from '../supply/service.ts'
import { PriceLists } from '../prices/service.ts'
import { JobLife } from './life.ts'
import { warmUp } from './warmUp.ts'

let shop: TestShop
let runa: Person
beforeAll(async () => {
  shop = await openShop('test-statements')
  runa = await Person.signedIn(shop.address, 0)
})
afterAll(() => shop.close())

type Row = Readonly<Record<string, unknown>>
const everything = async () =>
  Promise.all(
    ['jobs', 'job_events', 'attempts', 'orders'].map((of) => shop.database.query(`SELECT * FROM ${of}`)),
  )
const answer = (job: Job, facts: object) =>
  runa.ask<Job>('PATCH', `/api/jobs/${job.id}/facts`, { version: job.version, facts })

describe('what a change writes', () => {
  it('is every column of the job but who it is: whatever stood there before, the next change puts it right', async () => {
    const job = await runa.openReady({ complaint: 'freezes' })
    /** With what is looked up beside it. */
    const rowOf = async () =>
      (
        await shop.database.query<Row[]>(
          `SELECT j.*, l.opened_at AS looked_up_at, l.customer_name, l.imei, l.words
             FROM jobs j JOIN job_lookup l ON l.job_id = j.id WHERE j.id = ${job.id}`,
        )
      )[0]
    const { body: before } = await answer(job, { wrongEntries: 3 })
    const right = await rowOf()
    const columns = await shop.database.query<{ of: string; name: string; type: string }[]>(
      `SELECT table_name AS \`of\`, column_name AS name, data_type AS type FROM information_schema.columns
       WHERE table_schema = DATABASE() AND table_name IN ('jobs', 'job_lookup')`,
    )
    const WRONG: Record<string, string> = {
      int: '7777',
      double: '7777',
      datetime: "'2001-01-01'",
      longtext: `'{"wrong":1}'`,
      varchar: "'wrong'",
      char: "'wrong'",
    }
    const untouched = ['id', 'job_id', 'client_key', 'opened_by', 'state', 'price_list_id', 'pack_id']
    const spoilt = columns.filter(({ name }) => !untouched.includes(name))
    expect(spoilt.length).toBeGreaterThan(14)
    for (const { of, name, type } of spoilt)
      await shop.database.query(
        `UPDATE ${of} SET ${name} = ${WRONG[type] ?? 'NULL'} WHERE ${of === 'jobs' ? 'id' : 'job_id'} = ${job.id}`,
      )
    const shown = (row: Row | undefined, { of, name }: (typeof spoilt)[number]) =>
      row?.[of === 'job_lookup' && name === 'opened_at' ? 'looked_up_at' : name]
    const spoiltRow = await rowOf()
    for (const one of spoilt)
      expect([one.name, shown(spoiltRow, one)]).not.toEqual([one.name, shown(right, one)])
    const { status } = await answer(before, { wrongEntries: 4 })
    expect(status).toBe(200)
    const next = Number(right?.['version']) + 1
    const [{ version, events, state, ...rest } = {}, now] = [right, await rowOf()]
    expect(now).toMatchObject({ ...rest, version: next, events: next })
    expect(JSON.parse(String(now?.['state']))).toMatchObject({ version: next })
    expect([version, events, typeof state]).toEqual([next - 1, next - 1, 'string'])
  })
})

describe('warming up', () => {
  it('changes nothing: not a job, not its history, not the number of the next one', async () => {
    const { ticket } = await runa.openReady()
    const before = await everything()
    const { database } = shop
    const [catalog, prices, supply] = [
      new Catalog(database),
      new PriceLists(database),
      new SupplyLists(database),
    ]
    const life = new JobLife(database, catalog, prices, supply)
    await warmUp({ database, catalog, prices, supply, life })
    expect(await everything()).toEqual(before)
    expect(before[1]?.length).toBeGreaterThan(2)
    const after = await runa.openJob()
    expect(Number(after.ticket.slice(1))).toBe(Number(ticket.slice(1)) + 1)
  })
})
