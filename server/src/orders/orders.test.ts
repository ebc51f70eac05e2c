import type { Answer, Job, Order, Problem } from '@benevox/contract'
import type { Facts } from '@benevox/core/route'
import fc from 'fast-check'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { completed, openShop, Person, READY, type TestShop } from '../../test/shop.ts'

let shop: TestShop
let runa: Person
let serviceId = 0
beforeAll(async () => {
  shop = await openShop('test-orders')
  runa = await Person.signedIn(shop.address)
  const { suppliers } = (await runa.ask<Answer<'listSuppliers'>>('GET', '/api/suppliers')).body
  serviceId =
    suppliers.flatMap(({ services }) => services).find(({ carrier }) => carrier === 'Skerry Mobile')?.id ?? 0
})
afterAll(() => shop.close())

const place = async (facts: Facts = READY, id: string = crypto.randomUUID()) => {
  const opened = await runa.openJob(facts)
  const agreed = await runa.agree(opened)
  // Where no work may be done at all, nothing can be agreed to.
  const job = agreed.status === 200 ? agreed.body : opened
  return { job, ...ordered(await runa.ask<Job>('POST', `/api/jobs/${job.id}/orders`, { id, serviceId })) }
}
const change = async (order: Order, made: object) =>
  ordered(await runa.ask<Job>('PATCH', `/api/orders/${order.id}`, { version: order.version, change: made }))
/** The order on the job that came back; what was refused has none. */
const ordered = ({ status, body }: { status: number; body: Job }) => ({
  status,
  body: (body as Partial<Job>).orders?.at(-1) as Order,
  problem: body as unknown as Problem,
})

describe('ordering a carrier’s release', () => {
  it('keeps fee and promise, and orders once for one key', async () => {
    const id = crypto.randomUUID()
    const { job, status, body } = await place(READY, id)
    expect([status, body.state, body.feeMinor > 0, body.promise.earliest <= body.promise.latest]).toEqual([
      200,
      'waiting',
      true,
      true,
    ])
    await runa.ask('POST', `/api/jobs/${job.id}/orders`, { id, serviceId })
    expect((await runa.ask<Job>('GET', `/api/jobs/${job.id}`)).body.orders).toHaveLength(1)
  })
  it.each<[string, Partial<Facts>, string]>([
    [
      'a registry without an answer is not clean',
      { registryAnswer: 'no-answer', registryReason: 'down' },
      'gate-closed',
    ],
    ['a reported device', { imei: completed('00100104000003'), registryAnswer: 'reported' }, 'gate-closed'],
    ['ownership not shown', { ownership: 'not-shown' }, 'gate-closed'],
    ['no IMEI', { imei: undefined }, 'not-possible-now'],
    ['a device whose model nobody has said', { modelId: undefined }, 'not-possible-now'],
    ['another carrier than the original', { originalCarrier: 'Norlane' }, 'not-possible-now'],
    ['a watch without cellular', { modelId: 'halvern-tide' }, 'gate-closed'],
  ])('is refused for %s', async (_, facts, code) => {
    const { status, problem } = await place({ ...READY, ...facts })
    expect([status, problem.code]).toEqual([409, code])
  })
})

describe('an order that is waited for', () => {
  it('is no clock of the shelf before the day on which the supplier means to answer, and is one from then on', async () => {
    const { job, body } = await place()
    const onTheShelf = async () => {
      const { timers } = await runa.see<Answer<'listJobs'>>('/api/jobs')
      return timers.find(({ id }) => id === job.id)?.waits?.for
    }
    expect(await onTheShelf()).toBeUndefined()
    const today = new Date().toISOString().slice(0, 10)
    expect((await change(body, { kind: 'delayed', until: today })).status).toBe(200)
    expect(await onTheShelf()).toBe('carrier')
    expect((await change(body, { kind: 'answered', answer: 'over-the-air' })).status).toBe(200)
    expect(await onTheShelf()).toBeUndefined()
  })
})

describe('the answer', () => {
  it('is a code kept as a string: leading zeros count; its attempts are counted; a taken one releases the lock', async () => {
    const { job, body } = await place()
    const answered = (await change(body, { kind: 'answered', answer: 'code', code: '00491827' })).body
    expect(answered).toMatchObject({
      state: 'answered',
      code: '00491827',
      entriesMade: 0,
      entriesAllowed: 10,
    })
    const refused = (await change(answered, { kind: 'code-entered', worked: false })).body
    expect(refused).toMatchObject({ state: 'answered', entriesMade: 1 })
    expect((await change(refused, { kind: 'code-entered', worked: true })).body).toMatchObject({
      state: 'released',
      entriesMade: 2,
    })
    expect((await runa.ask<Job>('GET', `/api/jobs/${job.id}`)).body.locks.carrier).toBe('clear')
  })
  it('is entered at a device that counts: what was typed on an earlier job counts, by whichever of its IMEIs, and blocked it stays', async () => {
    const [imei, imeiSecond] = [completed('00100105000001'), completed('00100105000002')]
    const typed = async (order: Order, times: number) => {
      let now = (await change(order, { kind: 'answered', answer: 'code', code: '12345678' })).body
      for (let n = 0; n < times; n++) now = (await change(now, { kind: 'code-entered', worked: false })).body
      return now
    }
    const device = { ...READY, modelId: 'quistral-m2', imei }
    // One that took its code has counted anew since.
    const taken = await typed((await place(device)).body, 4)
    expect((await change(taken, { kind: 'code-entered', worked: true })).body.state).toBe('released')
    const first = await typed((await place(device)).body, 3)
    expect(first).toMatchObject({ state: 'answered', entriesMade: 3, entriesAllowed: 5 })
    await change(first, { kind: 'failed' })
    // Its other slot is the locked one, and the first IMEI stands beside.
    const again = await place({ ...device, imei: imeiSecond, imeiSecond: imei })
    expect(again.body).toMatchObject({ state: 'waiting', entriesMade: 3 })
    expect(await typed(again.body, 2)).toMatchObject({ state: 'blocked', entriesMade: 5 })
    const more = (job: Job) =>
      runa.ask<Problem>('POST', `/api/jobs/${job.id}/orders`, { id: crypto.randomUUID(), serviceId })
    expect((await more(again.job)).body.reason).toEqual({ code: 'device-blocked' })
    const later = await place({ ...device, imei: imeiSecond })
    expect(later.problem.reason).toEqual({ code: 'device-blocked' })
  })
  it('blocks when no attempt is left', async () => {
    const { body } = await place({ ...READY, modelId: 'quistral-m2', imei: completed('00100105000003') })
    let order = (await change(body, { kind: 'answered', answer: 'code', code: '12345678' })).body
    for (let n = 0; n < 5; n++) order = (await change(order, { kind: 'code-entered', worked: false })).body
    expect(order).toMatchObject({ state: 'blocked', entriesMade: 5 })
    expect((await change(order, { kind: 'code-entered', worked: true })).status).toBe(409)
  })
  it('over the air or by app is proven with another SIM', async () => {
    for (const answer of ['over-the-air', 'app']) {
      const answered = (await change((await place()).body, { kind: 'answered', answer })).body
      expect((await change(answered, { kind: 'code-entered', worked: true })).status).toBe(409)
      expect((await change(answered, { kind: 'proven' })).body.state).toBe('released')
    }
  })
  it('is refused when it does not fit: a code that is none, a code missing, an old version', async () => {
    const { body } = await place()
    // 3GPP TS 22.022 (from memory): 8 to 16 decimal digits
    for (const code of ['1234567', '12345678901234567', '1234 5678', 'abcdefgh'])
      expect((await change(body, { kind: 'answered', answer: 'code', code })).status).toBe(400)
    expect((await change(body, { kind: 'answered', answer: 'code' })).status).toBe(409)
    await change(body, { kind: 'answered', answer: 'app' })
    const stale = await change(body, { kind: 'failed' })
    expect([stale.status, stale.problem.code]).toEqual([409, 'stale-version'])
  })
})

describe('what the shop has seen', () => {
  it('stands on a job from its opening: how others ended until then, and nothing that came later', async () => {
    const before = (await runa.openJob()).experience?.supplier ?? { worked: 0, failed: 0 }
    const { job, body } = await place()
    expect((await change(body, { kind: 'failed' })).status).toBe(200)
    const later = await runa.openJob()
    expect(later.experience?.supplier).toEqual({ ...before, failed: before.failed + 1 })
    // What is taken up again after it failed has not failed.
    const again = ordered(
      await runa.ask<Job>('POST', `/api/jobs/${job.id}/orders`, { id: crypto.randomUUID(), serviceId }),
    )
    const answered = await change(again.body, { kind: 'answered', answer: 'app' })
    await change(answered.body, { kind: 'proven' })
    expect((await runa.openJob()).experience?.supplier).toEqual({ ...before, worked: before.worked + 1 })
    expect((await runa.see<Job>(`/api/jobs/${later.id}`)).experience).toEqual(later.experience)
  })

  it('over random orders: what Results say of suppliers is what the jobs themselves come to', async () => {
    const CHANGES = [
      { kind: 'answered', answer: 'app' },
      { kind: 'proven' },
      { kind: 'failed' },
      { kind: 'refund-asked' },
      { kind: 'refunded', minor: 700 },
      { kind: 'refunded', minor: 1200 },
    ] as const
    const history = fc.array(fc.constantFrom(...CHANGES), { minLength: 2, maxLength: 9 })
    for (const made of fc.sample(history, { numRuns: 14, seed: 20261201 })) {
      let { body: order } = await place()
      for (const one of made) {
        const said = await change(order, one)
        if (said.status === 200) order = said.body
      }
    }
    const { jobs } = await runa.see<Answer<'listJobs'>>('/api/jobs?search=b1')
    const whole = await Promise.all(jobs.map(({ id }) => runa.see<Job>(`/api/jobs/${id}`)))
    const orders = whole.flatMap((job) => job.orders).filter(({ state }) => state !== 'cancelled')
    const back = orders.map(({ refund }) => refund?.paidMinor ?? 0)
    expect(new Set(back).size).toBe(3)
    const { suppliers } = await runa.see<Answer<'getShopResults'>>('/api/results/shop?months=3')
    const sum = (all: readonly number[]) => all.reduce((one, other) => one + other, 0)
    expect({
      orders: sum(suppliers.map((one) => one.orders)),
      feesMinor: sum(suppliers.map((one) => one.feesMinor)),
      worked: sum(suppliers.map((one) => one.worked)),
      failed: sum(suppliers.map((one) => one.failed)),
    }).toEqual({
      orders: orders.length,
      feesMinor: sum(orders.map(({ feeMinor }) => feeMinor)) - sum(back),
      worked: orders.filter(({ state }) => state === 'released').length,
      failed: orders.filter(({ state }) => state === 'failed' || state === 'blocked').length,
    })
  })
})
