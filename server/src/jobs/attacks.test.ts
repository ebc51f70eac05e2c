import { randomUUID } from 'node:crypto'
import type { Answer, CatalogVersion, Job, Problem } from '@benevox/contract'
import { resultsDocument } from '@benevox/core/results'
import { seeded } from '@benevox/core/hand'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { startStandIns, type StandIns } from '../../../stand-ins/src/index.ts'
import { askedOf, completed, openShop, Person, READY, type TestShop } from '../../test/shop.ts'

/** The server under people who do many things at once, in the wrong order, or with bad intent. */

let world: StandIns
let shop: TestShop
let runa: Person
/** The shop's supervisor. */
let imke: Person
let serviceId = 0
beforeAll(async () => {
  world = await startStandIns({ latencyMs: 30 })
  shop = await openShop('test-attacks', {
    BENEVOX_REGISTRY: world.registry,
    BENEVOX_MAIL: 'counter@shop.example',
  })
  runa = await Person.signedIn(shop.address)
  imke = await Person.signedIn(shop.address, 2)
  const { suppliers } = (await runa.ask<Answer<'listSuppliers'>>('GET', '/api/suppliers')).body
  const services = suppliers.flatMap(({ services: offered }) => offered)
  serviceId = services.find(({ carrier }) => carrier === 'Skerry Mobile')?.id ?? 0
})
afterAll(async () => {
  await shop.close()
  await world.close()
})

const patch = <T = Job>(job: Pick<Job, 'id' | 'version'>, facts: object, person = runa) =>
  person.ask<T>('PATCH', `/api/jobs/${job.id}/facts`, {
    version: job.version,
    facts,
    ...askedOf(facts),
  })
const read = async (id: number) => (await runa.ask<Job>('GET', `/api/jobs/${id}`)).body
const many = <T>(count: number, make: (n: number) => Promise<T>) =>
  Promise.all(Array.from({ length: count }, (_, n) => make(n)))
const codes = (answers: readonly { readonly status: number }[]) =>
  answers.map(({ status }) => status).sort((a, b) => a - b)

describe('a stolen phone', () => {
  it('said reported by the registry, is not made clean by typing, in any order, and nothing is done to it', async () => {
    const imei = '001001017777779'
    await fetch(`${world.registry}/control`, {
      method: 'PUT',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ imei, status: 'stolen' }),
    })
    const { body: open } = await patch(await runa.openJob({ ...READY, registryAnswer: undefined }), { imei })
    const { body: job } = await runa.ask<Job>('POST', `/api/jobs/${open.id}/registry`, {
      version: open.version,
      report: false,
    })
    expect(job.facts.registryAnswer).toBe('reported')
    for (const facts of [
      { registryAnswer: 'clean' },
      { registryAnswer: null },
      { registryAnswer: 'no-answer' },
    ])
      expect((await patch<Problem>(job, facts)).body.code).toBe('gate-closed')
    // Another IMEI does not take the report with it.
    const { body: other } = await patch(job, { imei: READY.imei })
    expect((await patch<Problem>(other, { registryAnswer: 'clean' })).body.code).toBe('gate-closed')
    expect((await runa.agree<Problem>(other)).status).toBe(409)
    const { body: inRecovery } = await runa.bench(other, { kind: 'in-recovery' })
    const { body: right } = await runa.bench(inRecovery, {
      kind: 'right-device',
      by: 'tag',
      read: job.ticket,
    })
    expect((await runa.bench<Problem>(right, { kind: 'revealed' })).body.code).toBe('gate-closed')
    const order = { id: randomUUID(), serviceId }
    expect((await runa.ask<Problem>('POST', `/api/jobs/${job.id}/orders`, order)).body.code).toBe(
      'gate-closed',
    )
    const attempt = {
      id: randomUUID(),
      methodId: 'slide-until-menu',
      link: 'none',
      startedAt: new Date().toISOString(),
    }
    expect((await runa.ask<Problem>('POST', `/api/jobs/${job.id}/attempts`, attempt)).body.code).toBe(
      'gate-closed',
    )
    // What is done to it all the same stands on the record.
    const { body: wiped } = await runa.bench(right, { kind: 'wipe-started' })
    expect(wiped.breaches).toMatchObject([{ did: 'deleted-by-recovery', without: 'reported', by: 'Runa' }])
  })
  it('brought in again, it is reported under every ticket: by either IMEI, whatever was typed, until the registry says otherwise', async () => {
    const imei = '001001017777787'
    const says = (status: 'stolen' | 'clean') =>
      fetch(`${world.registry}/control`, {
        method: 'PUT',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify({ imei, status }),
      })
    const ask = async ({ id, version }: Job) =>
      (await runa.ask<Job>('POST', `/api/jobs/${id}/registry`, { version, report: false })).body
    await says('stolen')
    // Agreed to, and nobody had asked the registry: a person said *clean*.
    const atWork = await runa.openReady({ imei })
    expect([atWork.facts.registryAnswer, atWork.station]).toEqual(['clean', 'bench'])
    const first = await ask((await patch(await runa.openJob(), { imei })).body)
    expect((await read(atWork.id)).station).toBe('hand-back')
    expect((await runa.see<Answer<'listJobs'>>(`/api/jobs?search=${atWork.ticket}`)).jobs[0]?.station).toBe(
      'hand-back',
    )
    for (const facts of [{ imei }, { imei: '001001011234579', imeiSecond: imei }]) {
      const { body: again } = await patch(await runa.openJob({ ...READY, imei: undefined }), facts)
      expect(again.registry.at(-1)).toMatchObject({ reportedAs: 'stolen', saidOn: first.ticket })
      expect((await patch<Problem>(again, { registryAnswer: 'clean' })).body.code).toBe('gate-closed')
      expect((await runa.agree<Problem>(again)).status).toBe(409)
    }
    await says('clean')
    const lifted = await ask(await read(atWork.id))
    expect(lifted.facts.registryAnswer).toBe('clean')
    expect((await runa.openJob({ ...READY, imei })).facts.registryAnswer).toBe('clean')
    // Where it was asked first, it is asked again.
    expect((await read(first.id)).facts.registryAnswer).toBe('reported')
  })
  it('recorded by a person as reported, it is reported under its next ticket: the registry alone takes that back', async () => {
    const imei = completed('00100101666661')
    await patch(await runa.openJob({ ...READY, imei }), { registryAnswer: 'reported' })
    const again = await runa.openJob({ ...READY, imei })
    expect(again.facts.registryAnswer).toBe('reported')
    expect((await patch<Problem>(again, { registryAnswer: 'clean' })).body.code).toBe('gate-closed')
    expect((await runa.agree<Problem>(again)).status).toBe(409)
  })
  it('in random histories of three jobs and two devices, none is worked on while a report stands in the shop', async () => {
    const random = seeded(12)
    const one = <T>(...of: readonly T[]): T => of[Math.floor(random() * of.length)] as T
    let [refused, worked] = [0, 0]
    for (let nth = 0; nth < 8; nth++) {
      const imeis = ['1', '2'].map((n) => completed(`00100102${String(nth).padStart(5, '0')}${n}`))
      const jobs = await many(3, () => runa.openJob({ ...READY, imei: undefined, registryAnswer: undefined }))
      /** Of which IMEI a report stands in the shop; and of which each job has heard. */
      const shop = new Set<string>()
      const heard = jobs.map(() => new Set<string>())
      const named: (string | undefined)[] = jobs.map(() => undefined)
      const hear = () => named.forEach((imei, at) => imei && shop.has(imei) && heard[at]?.add(imei))
      for (let step = 0; step < 24; step++) {
        const at = Math.floor(random() * jobs.length)
        const job = await read(jobs[at]?.id ?? 0)
        const imei = named[at]
        switch (one('name', 'ask', 'say clean', 'say reported', 'work', 'work')) {
          case 'name':
            named[at] = one(...imeis)
            await patch(job, { imei: named[at] })
            break
          case 'say clean':
            await patch(job, { registryAnswer: 'clean' })
            break
          case 'say reported':
            if (!imei || heard[at]?.size || random() < 0.9) break
            await patch(job, { registryAnswer: 'reported' })
            shop.add(imei)
            break
          case 'ask': {
            if (!imei) break
            const status = one('stolen', 'clean')
            await fetch(`${world.registry}/control`, {
              method: 'PUT',
              headers: { 'content-type': 'application/json' },
              body: JSON.stringify({ imei, status }),
            })
            await runa.ask('POST', `/api/jobs/${job.id}/registry`, { version: job.version, report: false })
            if (status === 'stolen') shop.add(imei)
            else {
              shop.delete(imei)
              heard[at]?.delete(imei)
            }
            break
          }
          case 'work': {
            const startedAt = new Date().toISOString()
            const attempt = { id: randomUUID(), methodId: 'slide-until-menu', link: 'none', startedAt }
            const { status } = await runa.ask('POST', `/api/jobs/${job.id}/attempts`, attempt)
            expect([nth, step, status]).toEqual([nth, step, heard[at]?.size ? 409 : 200])
            if (status === 409) refused++
            else worked++
          }
        }
        hear()
      }
    }
    expect(Math.min(refused, worked)).toBeGreaterThan(8)
  })
  it('two people at once on jobs of one reported device: whatever was under way, none is worked on once the report stands', async () => {
    const random = seeded(27)
    const work = ({ id }: Pick<Job, 'id'>) => {
      const startedAt = new Date().toISOString()
      const attempt = { id: randomUUID(), methodId: 'slide-until-menu', link: 'none', startedAt }
      return runa.ask('POST', `/api/jobs/${id}/attempts`, attempt)
    }
    for (let nth = 0; nth < 10; nth++) {
      const imei = completed(`00100103${String(nth).padStart(6, '0')}`)
      await fetch(`${world.registry}/control`, {
        method: 'PUT',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify({ imei, status: 'stolen' }),
      })
      const [first, ...others] = await many(3, () =>
        runa.openJob({ ...READY, imei: undefined, registryAnswer: undefined }),
      )
      if (!first) throw new Error('No job')
      const { body: asked } = await patch(first, { imei })
      const isNamedBefore = others.map(() => random() < 0.5)
      const named = await Promise.all(
        others.map(async (job, at) => (isNamedBefore[at] ? (await patch(job, { imei })).body : job)),
      )
      const atOnce: (() => Promise<unknown>)[] = [
        () => runa.ask('POST', `/api/jobs/${asked.id}/registry`, { version: asked.version, report: false }),
        ...named.map((job, at) => () => (isNamedBefore[at] ? work(job) : patch(job, { imei }))),
        ...[asked, ...named].map((job) => () => work(job)),
      ]
      await Promise.all(atOnce.sort(() => random() - 0.5).map((one) => one()))
      // Who was refused because somebody else was quicker names it again.
      for (const job of others) {
        const now = await read(job.id)
        if (now.facts.imei !== imei) await patch(now, { imei })
      }
      for (const job of [first, ...others]) {
        expect([nth, (await work(job)).status]).toEqual([nth, 409])
        expect([nth, (await read(job.id)).facts.registryAnswer]).toEqual([nth, 'reported'])
      }
    }
  })
  it('a computer whose clock is an hour ahead tells of an attempt that began now', async () => {
    const job = await runa.openReady()
    const ahead = (minutes: number) => new Date(Date.now() + minutes * 60_000).toISOString()
    const attempt = { id: randomUUID(), methodId: 'slide-until-menu', link: 'none', startedAt: ahead(60) }
    await runa.ask('POST', `/api/jobs/${job.id}/attempts`, attempt)
    const end = { outcome: 'reached', seen: [], notSeen: [], marks: [], finishedAt: ahead(61) }
    const { body: ended } = await runa.ask<Job>('PATCH', `/api/jobs/${job.id}/attempts/${attempt.id}`, end)
    const [{ startedAt = '', finishedAt = '' } = {}] = ended.attempts as {
      startedAt?: string
      finishedAt?: string
    }[]
    expect(Math.max(Date.parse(startedAt), Date.parse(finishedAt))).toBeLessThanOrEqual(Date.now())
    const { body: told } = await runa.bench(ended, { kind: 'in-recovery' })
    const key = told.steps.at(-1)?.key
    const back = { version: told.version, what: { kind: 'step', key }, reason: 'it was the wrong one' }
    expect(
      (await runa.ask<Job>('POST', `/api/jobs/${job.id}/take-back`, back)).body.bench.inRecoveryAt,
    ).toBeUndefined()
  })
  it('a court matter, once said, is not unsaid', async () => {
    const { body: job } = await patch(await runa.openJob(READY), { legalMatter: 'yes' })
    for (const legalMatter of ['no', 'unknown', null])
      expect((await patch<Problem>(job, { legalMatter })).body.code).toBe('gate-closed')
  })
})

describe('a step taken back', () => {
  it('restores what was, with who and why; a breach is taken back by a supervisor only', async () => {
    const { body: job } = await runa.bench(await runa.openReady(), { kind: 'in-recovery' })
    const { body: right } = await runa.bench(job, { kind: 'right-device', by: 'tag', read: job.ticket })
    const { body: shown } = await runa.bench(right, { kind: 'revealed' })
    const { body: slipped } = await runa.bench(shown, { kind: 'wipe-started' })
    const key = slipped.steps.at(-1)?.key
    const back = <T = Job>(of: Job, more: object = {}) =>
      runa.ask<T>('POST', `/api/jobs/${of.id}/take-back`, {
        version: of.version,
        what: { kind: 'step', key },
        reason: 'pressed by mistake',
        ...more,
      })
    const { body: undone } = await back(slipped)
    expect([undone.bench, undone.deleted]).toEqual([shown.bench, 'no'])
    expect((await runa.events(job)).at(-1)).toMatchObject({
      kind: 'taken-back',
      by: 'Runa',
      detail: { reason: 'pressed by mistake' },
    })
    // Told once more by a computer that was away, it does not come back.
    const told = { told: { key, at: new Date().toISOString() }, change: { kind: 'wipe-started' } }
    expect((await runa.ask<Job>('POST', `/api/jobs/${job.id}/steps`, told)).body.deleted).toBe('no')

    const keeps = await runa.openJob(READY)
    const { body: breach } = await runa.bench(keeps, { kind: 'wipe-started' })
    const of = { what: { kind: 'step', key: breach.steps.at(-1)?.key } }
    expect((await back<Problem>(breach, of)).body.code).toBe('not-a-supervisor')
    expect((await back(breach, { ...of, code: '8642' })).body).toMatchObject({ deleted: 'no', breaches: [] })
  })
})

describe('many at once', () => {
  it('ten who name the model of ten jobs do not stop the server', async () => {
    const jobs = await many(10, () => runa.openJob())
    for (const modelId of ['orrelin-vane-5', 'quistral-m2', 'tesmar-juno']) {
      const now = await Promise.all(jobs.map(({ id }) => read(id)))
      const answers = await Promise.all(now.map((job) => patch(job, { modelId })))
      expect(codes(answers)).toEqual(Array(10).fill(200))
    }
    expect((await runa.ask('GET', '/api/jobs')).status).toBe(200)
  })
  it('ten orders at once on one job are one order and one fee', async () => {
    const job = await runa.openReady()
    const answers = await many(10, () =>
      runa.ask('POST', `/api/jobs/${job.id}/orders`, { id: randomUUID(), serviceId }),
    )
    expect(codes(answers)).toEqual([200, ...Array<number>(9).fill(409)])
    expect((await read(job.id)).orders).toHaveLength(1)
  })
  it('five who order the registry’s report at once pay once', async () => {
    const job = await runa.openJob({ imei: '001001014499997' })
    const answers = await many(5, () =>
      runa.ask('POST', `/api/jobs/${job.id}/registry`, { version: job.version, report: true }),
    )
    expect(codes(answers)).toEqual([200, 409, 409, 409, 409])
    const fees = (await read(job.id)).registry.filter(({ feeMinor }) => feeMinor > 0)
    expect(fees).toHaveLength(1)
    const stale = { version: job.version - 1 || 1, report: true }
    await patch(await read(job.id), { battery: 'unknown' })
    expect((await runa.ask<Problem>('POST', `/api/jobs/${job.id}/registry`, stale)).body.code).toBe(
      'stale-version',
    )
  })
  it('eight who open with one key open one job', async () => {
    const key = randomUUID()
    const answers = await many(8, () => runa.ask<Job>('POST', '/api/jobs', { key }))
    expect(codes(answers)).toEqual(Array(8).fill(200))
    expect(new Set(answers.map(({ body }) => body.id)).size).toBe(1)
  })
  it('one name of an order or an attempt on six jobs is taken by one of them', async () => {
    const jobs = await many(6, () => runa.openReady())
    const id = randomUUID()
    const orders = await Promise.all(
      jobs.map((job) => runa.ask('POST', `/api/jobs/${job.id}/orders`, { id, serviceId })),
    )
    expect(codes(orders)).toEqual([200, 409, 409, 409, 409, 409])
    const startedAt = new Date().toISOString()
    const attempt = { id, methodId: 'slide-until-menu', link: 'none', startedAt }
    const attempts = await Promise.all(
      jobs.map((job) => runa.ask('POST', `/api/jobs/${job.id}/attempts`, attempt)),
    )
    expect(codes(attempts)).toEqual([200, 409, 409, 409, 409, 409])
  })
  it('a told step whose name another job has used is stored all the same', async () => {
    const [one, two] = await many(2, () => runa.openReady())
    const told = {
      told: { key: randomUUID(), at: new Date().toISOString() },
      change: { kind: 'in-recovery' },
    }
    for (const job of [one, two]) {
      const { body } = await runa.ask<Job>('POST', `/api/jobs/${job?.id ?? 0}/steps`, told)
      expect(body.bench.inRecoveryAt).toBeDefined()
    }
  })
  it('ten changes of the catalogue from one base: one is made, nine are told that somebody was quicker', async () => {
    const { id: base } = (await runa.ask<{ id: number }>('GET', '/api/catalog')).body
    const model = (n: number) => ({
      id: `at-once-${n}`,
      maker: 'Norvane',
      name: `Once ${n}`,
      modelText: `NV-${n}`,
      kind: 'phone',
      cellular: true,
      source: 'tried-here',
    })
    const answers = await many(10, (n) =>
      imke.ask<CatalogVersion>('POST', '/api/catalog', {
        base,
        note: `change ${n}`,
        change: { kind: 'models', models: [model(n)] },
      }),
    )
    expect(codes(answers)).toEqual([200, ...Array<number>(9).fill(409)])
  })
  it('results of attempts merged crosswise come in, each once', async () => {
    const attempts = Array.from({ length: 300 }, (_, n) => ({
      id: randomUUID(),
      familyId: 'forced-off-data-gate',
      methodId: 'slide-until-menu',
      modelId: 'orrelin-vane-5',
      link: 'computer',
      outcome: n % 2 ? 'reached' : 'failed',
      seen: [],
      seconds: 20,
    }))
    const document = (list: readonly object[]) =>
      resultsDocument.parse({ format: 'benevox-results', formatVersion: 4, attempts: list })
    const answers = await many(6, (n) =>
      imke.ask('POST', '/api/results', document(n % 2 ? attempts : [...attempts].reverse())),
    )
    expect(codes(answers)).toEqual(Array(6).fill(200))
    const { body } = await runa.ask<Answer<'getResults'>>('GET', '/api/results?familyId=forced-off-data-gate')
    expect(body.attempts.filter(({ id }) => attempts.some((one) => one.id === id))).toHaveLength(300)
  })
})

describe('texts that are no texts', () => {
  it.each([
    ['PATCH', '/facts', { facts: { ownershipNote: 'half \ud83d' } }],
    ['PATCH', '/facts', { facts: { originalCarrier: '\udc00' } }],
    ['PATCH', '/facts', { customer: { name: 'A\ud800' } }],
    ['POST', '/intake', { intake: { left: [], marks: [], note: '\udfff' } }],
    ['POST', '/hand-back', { note: '\ud83d' }],
    ['POST', '/steps', { change: { kind: 'right-device', by: 'tag', read: '\ud83d' } }],
    ['POST', '/gates', { gate: 'ownership', reason: '\ud83d and more words', code: '8642' }],
    ['POST', '/take-back', { what: { kind: 'step', key: '\ud83d' }, reason: 'xyz' }],
  ])('%s %s %j is refused with its path', async (method, path, body) => {
    const job = await runa.openJob()
    const said = await runa.ask<Problem>(method, `/api/jobs/${job.id}${path}`, {
      version: job.version,
      ...body,
    })
    expect([said.status, said.body.code]).toEqual([400, 'bad-request'])
    expect(said.body.errors?.[0]?.path).toMatch(/^body\./)
    expect((await read(job.id)).version).toBe(job.version)
  })
})

describe('a database that does not move', () => {
  it('holds nobody up who needs none, tells the others to look again, and goes on with nothing lost', async () => {
    const job = await runa.openJob(READY)
    process.kill(shop.mariadb.pid, 'SIGSTOP')
    // The database moves again only below: what is answered before that was not held up by it.
    const frozen = patch<Problem>(job, { battery: 'unknown' })
    try {
      const schema = await fetch(`${shop.address}/api/catalog/pack.schema.json`)
      expect(schema.status).toBe(200)
      expect((await fetch(`${shop.address}/api/openapi.json`)).status).toBe(200)
      const { status, body } = await frozen
      expect([status, body.code]).toEqual([503, 'database-away'])
    } finally {
      process.kill(shop.mariadb.pid, 'SIGCONT')
    }
    // What was begun may be stored by now: whoever looks again and goes on from there is not refused.
    await expect
      .poll(
        async () =>
          (await read(job.id).catch(() => undefined)) &&
          (await patch(await read(job.id), { battery: 'external-power' })).status,
        { timeout: 600_000 },
      )
      .toBe(200)
    expect((await read(job.id)).facts.battery).toBe('external-power')
  })
})

describe('what is shown comes from what is stored', () => {
  it('a change that was undone leaves nothing behind: the next one is computed from what stands there', async () => {
    const job = await runa.openReady()
    await shop.database.query(
      `CREATE TRIGGER fail_once BEFORE INSERT ON job_events FOR EACH ROW
       SIGNAL SQLSTATE '45000' SET MESSAGE_TEXT = 'the disk is full'`,
    )
    expect((await patch(job, { carrierLocked: 'no' })).status).toBe(500)
    await shop.database.query('DROP TRIGGER fail_once')
    expect(await read(job.id)).toEqual(job)
    const { body } = await patch(job, { battery: 'external-power' })
    expect([body.version, body.locks]).toEqual([job.version + 1, job.locks])
    const list = (await runa.ask<Answer<'listJobs'>>('GET', `/api/jobs?search=${job.ticket}`)).body
    expect(list.jobs[0]?.locks).toEqual(job.locks)
  })
})

describe('more jobs than a page', () => {
  it('every station lists all of its own, page by page, and the counts are of all', async () => {
    const before = (await runa.ask<Answer<'listJobs'>>('GET', '/api/jobs')).body.counts
    for (let n = 0; n < 6; n++) await many(20, () => runa.openJob())
    const { counts } = (await runa.ask<Answer<'listJobs'>>('GET', '/api/jobs')).body
    expect(counts.counter - before.counter).toBe(120)
    const seen = new Set<number>()
    let after: string | null = ''
    while (after !== null) {
      const query: string = after === '' ? '' : `&after=${after}`
      const { body }: { body: Answer<'listJobs'> } = await runa.ask(
        'GET',
        `/api/jobs?station=counter${query}`,
      )
      expect(body.jobs.every(({ station, id }) => station === 'counter' && !seen.has(id))).toBe(true)
      for (const { id } of body.jobs) seen.add(id)
      after = body.after
    }
    expect(seen.size).toBe(counts.counter)
  })
})
