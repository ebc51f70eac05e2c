import type { Answer, Job, Supply } from '@benevox/contract'
import type { ListedService, SupplyList } from '@benevox/core/supply'
import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest'
import { SUPPLY } from '../../../demo/shop.ts'
import { openShop, Person, READY, type TestShop } from '../../test/shop.ts'
import { SupplyAsAList1700000000016 } from '../migrations/0016-supply-as-a-list.ts'

let shop: TestShop
let runa: Person
let imke: Person
let now: Supply
const look = async () => (now = await runa.see<Supply>('/api/supply'))
const keep = (list: SupplyList, base = now.id, by = imke) =>
  by.ask<Supply & { code: string; reason: { code: string; fault?: { code: string } } }>(
    'PUT',
    '/api/supply',
    {
      base,
      list,
    },
  )
const [FIRST] = SUPPLY.suppliers.flatMap(({ services }) => services)
if (!FIRST) throw new Error('The demo has no service')
/** The list as it is, with one service changed. */
const withService = (id: number, change: Partial<ListedService>): SupplyList => ({
  ...now.list,
  suppliers: now.list.suppliers.map((supplier) => ({
    ...supplier,
    services: supplier.services.map((one) => (one.id === id ? { ...one, ...change } : one)),
  })),
})
const order = async (serviceId: number, facts = READY) => {
  const job = await runa.openJob(facts)
  await runa.agree(job)
  return runa.ask<Job & { reason: { code: string } }>('POST', `/api/jobs/${job.id}/orders`, {
    id: crypto.randomUUID(),
    serviceId,
  })
}

beforeAll(async () => {
  shop = await openShop('test-supply')
  runa = await Person.signedIn(shop.address)
  imke = await Person.signedIn(shop.address, 2)
})
afterAll(() => shop.close())
beforeEach(look)

describe('suppliers, carriers and rules', () => {
  it('are read by everybody and kept by a supervisor, with who and when; orders stay as they were', async () => {
    expect(now.list).toEqual(SUPPLY)
    const ordered = await order(1)
    expect((await keep(withService(1, { feeMinor: 2500 }), now.id, runa)).body.code).toBe('not-a-supervisor')
    const kept = await keep(withService(1, { feeMinor: 2500 }))
    expect([kept.status, kept.body.by, kept.body.id]).toEqual([200, 'Imke', now.id + 1])
    const { suppliers } = await runa.see<Answer<'listSuppliers'>>('/api/suppliers')
    expect(suppliers[0]?.services[0]?.feeMinor).toBe(2500)
    const [before] = (await runa.see<Job>(`/api/jobs/${ordered.body.id}`)).orders
    expect(before?.feeMinor).toBe(1900)
    expect((await order(1)).body.orders[0]?.feeMinor).toBe(2500)
  })

  it('of two supervisors at one moment one is kept, and the other is told', async () => {
    const said = await Promise.all([2600, 2700, 2800].map((feeMinor) => keep(withService(1, { feeMinor }))))
    expect(said.map(({ status }) => status).sort()).toEqual([200, 409, 409])
    for (const { status, body } of said) if (status === 409) expect(body.code).toBe('stale-version')
    const [kept] = said.filter(({ status }) => status === 200)
    expect((await look()).list).toEqual(kept?.body.list)
  })

  it.each<[string, (list: SupplyList) => SupplyList, string]>([
    ['a supplier is gone', (list) => ({ ...list, suppliers: list.suppliers.slice(1) }), 'gone'],
    [
      'a service is for another carrier',
      () => withService(2, { carrier: 'Skerry Mobile', carrierCountry: 'DE', name: 'b' }),
      'not-the-same',
    ],
    ['a fee is in another currency', () => withService(1, { currency: 'USD' }), 'other-currency'],
    ['its carrier is not listed', (list) => ({ ...list, carriers: [] }), 'carrier-not-listed'],
    [
      'no holidays are known for a country',
      (list) => ({
        ...list,
        suppliers: list.suppliers.map((one) => ({ ...one, country: 'QQ', region: null })),
      }),
      'no-holidays',
    ],
  ])('are not kept where %s', async (_, make, code) => {
    const { status, body } = await keep(make(now.list))
    expect([status >= 400 && status < 500, body.reason.code, body.reason.fault?.code]).toEqual([
      true,
      'supply-fault',
      code,
    ])
    expect((await runa.see<Supply>('/api/supply')).id).toBe(now.id)
  })

  it('what is withdrawn is not ordered, and what was ordered of it goes on', async () => {
    const ordered = await order(3)
    expect((await keep(withService(3, { withdrawn: true }))).status).toBe(200)
    expect((await order(3)).body.reason.code).toBe('service-withdrawn')
    const [one] = ordered.body.orders
    const confirmed = await runa.ask<Job>('PATCH', `/api/orders/${one?.id}`, {
      version: one?.version,
      change: { kind: 'confirmed' },
    })
    expect([confirmed.status, confirmed.body.orders[0]?.confirmedAt !== undefined]).toEqual([200, true])
  })

  it('a service that does not take the model is not ordered, whatever the page shows', async () => {
    await keep(withService(1, { models: ['Vane 3'] }))
    expect((await order(1)).body.reason.code).toBe('other-model')
    await look()
    await keep(withService(1, { models: ['Vane 3', 'vané 5'] }))
    expect((await order(1)).status).toBe(200)
  })

  it('the rule of the country is kept with the question; who asked before is waited for by the rule of before', async () => {
    const ruleFor = (workingDays: number): SupplyList => ({
      ...now.list,
      rules: [{ country: 'DE', workingDays, source: 'a rule of this test', lookedAt: '2026-11-01' }],
    })
    const ask = async (rule?: object) => {
      const { body } = await runa.bench<Job>(await runa.openJob(READY), {
        kind: 'carrier-asked',
        by: 'mail',
        ...(rule ? { rule } : {}),
      })
      const change = body.steps.at(-1)?.change
      return { id: body.id, days: change?.kind === 'carrier-asked' ? change.rule?.workingDays : 0 }
    }
    await keep(ruleFor(4))
    const first = await ask()
    await look()
    await keep(ruleFor(9))
    // Who tells the step does not say what the rule is.
    const second = await ask({ country: 'DE', workingDays: 77, source: 'made up', lookedAt: '2026-11-01' })
    expect([first.days, second.days]).toEqual([4, 9])
    const again = await runa.see<Job>(`/api/jobs/${first.id}`)
    const change = again.steps.at(-1)?.change
    expect(change?.kind === 'carrier-asked' && change.rule?.workingDays).toBe(4)
  })

  it('a list of thousands is kept, and longer bodies are taken on no other route', async () => {
    const many = Array.from({ length: 3000 }, (_, nth) => ({
      ...FIRST,
      id: 1000 + nth,
      name: `Kind ${nth}`,
    }))
    const list: SupplyList = {
      ...now.list,
      suppliers: now.list.suppliers.map((one, nth) =>
        nth === 0 ? { ...one, services: [...one.services, ...many] } : one,
      ),
    }
    expect(JSON.stringify(list).length).toBeGreaterThan(512 * 1024)
    expect((await keep(list)).status).toBe(200)
    expect((await runa.ask('POST', '/api/prices', { prices: list })).status).toBe(413)
    const stranger = await fetch(`${shop.address}/api/supply`, {
      method: 'PUT',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ base: 1, list }),
    })
    expect([401, 403]).toContain(stranger.status)
  })

  it('become tables again and a list again, and say the same', async () => {
    const before = (await look()).list
    const runner = shop.database.createQueryRunner()
    const migration = new SupplyAsAList1700000000016()
    // What the tables of before have no place for.
    const told = ({ carriers, suppliers }: SupplyList) => ({
      carriers: carriers.map(({ name, country }) => `${country} ${name}`),
      suppliers: suppliers.map(({ services, ...one }) => ({
        ...one,
        services: services.map(({ name: _, models: __, withdrawn: ___, ...service }) => service),
      })),
    })
    await migration.down(runner)
    await migration.up(runner)
    const [row] = (await runner.query('SELECT document FROM supply_lists')) as {
      document: string | SupplyList
    }[]
    const after = (typeof row?.document === 'string' ? JSON.parse(row.document) : row?.document) as SupplyList
    expect(told(after)).toEqual(told(before))
    await runner.release()
  })
})
