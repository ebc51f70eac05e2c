import { randomUUID } from 'node:crypto'
import type { Answer, Job, Problem, RemoteUnlock } from '@benevox/contract'
import { resultsDocument, type RecordedAttempt } from '@benevox/core/results'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { startStandIns, type StandIns } from '../../../stand-ins/src/index.ts'
import { otherResultEntity } from '../results/entity.ts'
import { staffEntity } from '../session/entity.ts'
import { completed, openShop, Person, type TestShop } from '../../test/shop.ts'

let world: StandIns
let shop: TestShop
let runa: Person
let teo: Person
let imke: Person
beforeAll(async () => {
  world = await startStandIns({ latencyMs: 1 })
  shop = await openShop('test-bench', { BENEVOX_MAKER: world.maker })
  runa = await Person.signedIn(shop.address)
  teo = await Person.signedIn(shop.address, 1)
  imke = await Person.signedIn(shop.address, 2)
})
afterAll(async () => {
  await shop.close()
  await world.close()
})

const now = () => new Date().toISOString()
const start = (job: Pick<Job, 'id'>, more: object = {}) => ({
  id: randomUUID(),
  methodId: 'slide-until-menu',
  link: 'computer',
  startedAt: now(),
  jobId: job.id,
  ...more,
})
async function begin<T = Job>(person: Person, { jobId, ...body }: ReturnType<typeof start>) {
  return person.ask<T>('POST', `/api/jobs/${jobId}/attempts`, body)
}
async function end<T = Job>(person: Person, one: ReturnType<typeof start>, said: object) {
  return person.ask<T>('PATCH', `/api/jobs/${one.jobId}/attempts/${one.id}`, { finishedAt: now(), ...said })
}
const step = <T = Job>(job: Pick<Job, 'id'>, change: object, key = randomUUID(), at = now()) =>
  runa.ask<T>('POST', `/api/jobs/${job.id}/steps`, { told: { key, at }, change })

describe('a run at one machine', () => {
  it('cannot be run at another meanwhile, and can be closed there', async () => {
    const job = await runa.openReady()
    const first = start(job, { runner: randomUUID() })
    await begin(runa, first)
    const second = start(job, { runner: randomUUID() })
    const refused = await begin<Problem>(teo, second)
    expect([refused.status, refused.body.detail]).toEqual([409, expect.stringContaining('another computer')])
    expect((await end(teo, first, { outcome: 'left', seen: [] })).body.attempts[0]?.outcome).toBe('left')
    expect((await begin(teo, second)).status).toBe(200)
  })
  it('is taken late, when the server was away, and counted once', async () => {
    const job = await runa.openReady()
    await begin(runa, start(job, { runner: randomUUID() }))
    const late = start(job, { runner: randomUUID(), startedAt: new Date(Date.now() - 300_000).toISOString() })
    for (let n = 0; n < 3; n++) expect((await begin(teo, late)).status).toBe(200)
    for (let n = 0; n < 2; n++) await end(teo, late, { outcome: 'failed', seen: ['long-buzz'] })
    const { body } = await runa.ask<Job>('GET', `/api/jobs/${job.id}`)
    expect(body.attempts).toHaveLength(2)
    expect((await runa.events(job)).filter(({ kind }) => kind === 'attempt-failed')).toHaveLength(1)
  })
  it('may be told more fully afterwards, but not otherwise', async () => {
    const job = await runa.openReady()
    const one = start(job)
    await begin(runa, one)
    const marks = [{ cue: 'dark', atMs: 8200 }]
    await end(runa, one, { outcome: 'failed', seen: ['lock-screen'], marks })
    const told = await end(runa, one, {
      outcome: 'failed',
      seen: ['lock-screen', 'logo'],
      notSeen: ['long-buzz'],
    })
    expect(told.body.attempts[0]).toMatchObject({
      seen: ['lock-screen', 'logo'],
      notSeen: ['long-buzz'],
      marks,
    })
    // Nor by somebody else that it worked; whoever made it may have pressed the wrong key.
    expect((await end<Problem>(teo, one, { outcome: 'reached', seen: [] })).status).toBe(409)
    const slip = await end(runa, one, { outcome: 'reached', seen: ['recovery-menu'] })
    expect(slip.body.attempts[0]).toMatchObject({ outcome: 'reached', seen: ['recovery-menu'] })
    expect((await end<Problem>(runa, one, { outcome: 'failed', seen: [] })).status).toBe(409)
  })
})

describe('steps that tell what happened', () => {
  it('are taken once by their name, in any version, with the instant at which they happened', async () => {
    const job = await runa.openReady()
    const key = randomUUID()
    const at = new Date(Date.now() - 20_000)
    at.setMilliseconds(0)
    await runa.ask('PATCH', `/api/jobs/${job.id}/facts`, {
      version: job.version,
      facts: { dataWorth: 'some' },
    })
    for (let n = 0; n < 3; n++)
      expect((await step(job, { kind: 'in-recovery' }, key, at.toISOString())).status).toBe(200)
    const { body } = await runa.ask<Job>('GET', `/api/jobs/${job.id}`)
    // Not before the job was opened.
    expect(body.bench.inRecoveryAt).toBe(body.openedAt)
    expect((await runa.events(job)).filter(({ kind }) => kind === 'in-recovery')).toHaveLength(1)
  })
  it('are taken once, also when the same one comes three times at a time', async () => {
    const job = await runa.openReady()
    const key = randomUUID()
    const all = await Promise.all([1, 2, 3].map(() => step(job, { kind: 'in-recovery' }, key)))
    expect(all.map(({ status }) => status)).toEqual([200, 200, 200])
    for (const { body } of all) expect(body.bench.inRecoveryAt).toBe(all[0]?.body.bench.inRecoveryAt)
    expect((await runa.events(job)).filter(({ kind }) => kind === 'in-recovery')).toHaveLength(1)
  })
  it('go on side by side: what two persons tell at a time stands there whole', async () => {
    const job = await runa.openReady()
    const tell = (person: Person, key: string, state: string) =>
      person.ask<Job>('POST', `/api/jobs/${job.id}/steps`, {
        told: { key: randomUUID(), at: now() },
        change: { kind: 'key-tested', key, state },
      })
    await Promise.all([
      tell(runa, 'power', 'works'),
      tell(teo, 'volume-up', 'broken'),
      tell(runa, 'volume-down', 'works'),
    ])
    const { body } = await runa.ask<Job>('GET', `/api/jobs/${job.id}`)
    expect(body.bench.keysTested).toEqual({ power: 'works', 'volume-up': 'broken', 'volume-down': 'works' })
  })
  it('cannot happen before the job, nor in the time to come', async () => {
    const job = await runa.openReady()
    const late = new Date(Date.now() + 3_600_000).toISOString()
    const { body } = await step(job, { kind: 'in-recovery' }, randomUUID(), late)
    expect(Date.parse(body.bench.inRecoveryAt ?? '')).toBeLessThanOrEqual(Date.now())
  })
  it('cannot stand for one that needs what was seen, and keep the gates', async () => {
    const job = await runa.openReady()
    expect((await step<Problem>(job, { kind: 'revealed' })).status).toBe(400)
    // What happened is recorded, and what it broke with it.
    const wiped = await step(job, { kind: 'wipe-started' })
    expect(wiped.body).toMatchObject({
      deleted: 'by-recovery',
      breaches: [{ did: 'deleted-by-recovery', without: 'not-revealed', by: 'Runa' }],
    })
  })
  it('keep what was tested and charged, and a return to recovery after the wipe', async () => {
    const job = await runa.openReady()
    await step(job, { kind: 'key-tested', key: 'volume-up', state: 'works' })
    const charged = (await step(job, { kind: 'charging-started', fromPercent: 4 })).body
    expect(charged.bench.keysTested).toEqual({ 'volume-up': 'works' })
    const list = await runa.ask<Answer<'listJobs'>>('GET', '/api/jobs')
    const waits = list.body.timers.find(({ id }) => id === job.id)?.waits
    expect(waits?.for).toBe('charging')
    expect(Date.parse(waits?.latest ?? '') - Date.parse(waits?.earliest ?? '')).toBeGreaterThan(60_000)
    const ended = (await step(job, { kind: 'charging-ended' })).body
    expect(ended.bench.charging?.endedAt).toBeDefined()
  })
})

describe('the kit of cables', () => {
  it('keeps a record of each by its attempts, and retires a dead one', async () => {
    const { body: made } = await runa.ask<Answer<'addCable'>>('POST', '/api/cables', {
      fits: 'usb-c',
      note: 'new',
    })
    const job = await runa.openReady()
    for (const outcome of ['failed', 'failed', 'reached'] as const) {
      const one = start(job, { cable: made.number })
      await begin(runa, one)
      await end(runa, one, { outcome, seen: [] })
    }
    const all = async () => (await runa.ask<Answer<'listCables'>>('GET', '/api/cables')).body.cables
    const mine = async () => (await all()).find(({ number }) => number === made.number)
    expect(await mine()).toMatchObject({ reached: 1, failed: 2, retiredAt: null })
    await runa.ask('POST', `/api/cables/${made.number}/retire`, { because: 'carries no data' })
    expect(await mine()).toMatchObject({ retiredBecause: 'carries no data', retiredAt: expect.any(String) })
    await runa.ask('POST', `/api/cables/${made.number}/retire`, { because: null })
    expect(await mine()).toMatchObject({ retiredBecause: '', retiredAt: null })
    expect((await begin<Problem>(runa, start(job, { cable: 999 }))).status).toBe(404)
  })
  it('does not count a reach that was taken back as pressed too early', async () => {
    const { body: made } = await runa.ask<Answer<'addCable'>>('POST', '/api/cables', {
      fits: 'usb-c',
      note: 'another',
    })
    const job = await runa.openReady()
    const one = start(job, { cable: made.number })
    await begin(runa, one)
    await end(runa, one, { outcome: 'reached', seen: ['dark', 'recovery-menu'] })
    const key = randomUUID()
    await step(job, { kind: 'in-recovery', attempt: one.id }, key)
    const counted = async () => {
      const { body } = await runa.ask<Answer<'listCables'>>('GET', '/api/cables')
      const { attempts } = (
        await runa.ask<Answer<'getResults'>>('GET', '/api/results?familyId=forced-off-data-gate')
      ).body
      const mine = attempts.find(({ id }) => id === one.id)
      return [body.cables.find(({ number }) => number === made.number)?.reached, mine?.outcome]
    }
    expect(await counted()).toEqual([1, 'reached'])
    const back = await runa.ask<Job>('POST', `/api/jobs/${job.id}/take-back`, {
      version: (await runa.ask<Job>('GET', `/api/jobs/${job.id}`)).body.version,
      what: { kind: 'step', key },
      reason: 'pressed too early',
    })
    expect(back.body.attempts).toMatchObject([{ outcome: 'left', seen: [], marks: [] }])
    expect(await counted()).toEqual([0, undefined])
    // Told once more by a browser that had not heard the answer, it stays undone.
    expect((await end(runa, one, { outcome: 'reached', seen: ['recovery-menu'] })).status).toBe(200)
    expect(await counted()).toEqual([0, undefined])
  })
})

describe('results', () => {
  it('goes out without a name in it, comes in once, and counts with ours', async () => {
    const before = (await runa.ask<Answer<'getResults'>>('GET', '/api/results?familyId=forced-off-data-gate'))
      .body
    const text = await (await runa.file(`/api/results.json`)).text()
    const ours = resultsDocument.parse(JSON.parse(text))
    expect(ours.attempts.length).toBeGreaterThan(3)
    expect(text).not.toContain('Runa')
    const theirs: RecordedAttempt = {
      ...(ours.attempts[0] as RecordedAttempt),
      id: randomUUID(),
      cable: 1,
      outcome: 'reached',
    }
    const document = { ...ours, shop: randomUUID(), attempts: [theirs, theirs, ...ours.attempts] }
    const merge = (by = imke) => by.ask<Answer<'mergeResults'>>('POST', '/api/results', document)
    const refused = await merge(runa)
    expect([refused.status, refused.body]).toMatchObject([403, { code: 'not-a-supervisor' }])
    expect((await merge()).body).toEqual({ added: 1, known: ours.attempts.length + 1 })
    expect((await merge()).body.added).toBe(0)
    const kept = await shop.database.manager.findOneByOrFail(otherResultEntity, { id: theirs.id })
    const supervisor = await shop.database.manager.findOneByOrFail(staffEntity, { name: 'Imke' })
    expect([kept.staffId, kept.takenInAt !== null]).toEqual([supervisor.id, true])
    const after = (await runa.ask<Answer<'getResults'>>('GET', '/api/results?familyId=forced-off-data-gate'))
      .body
    expect(after.attempts).toHaveLength(before.attempts.length + 1)
    expect(after.attempts.find(({ id }) => id === theirs.id)?.cable).toBeUndefined()
    const once = { ...theirs, id: randomUUID() }
    const together = await Promise.all(
      [imke, imke].map((person) =>
        person.ask<Answer<'mergeResults'>>('POST', '/api/results', { ...document, attempts: [once] }),
      ),
    )
    expect(together.map(({ status }) => status)).toEqual([200, 200])
    const both = await runa.ask<Answer<'getResults'>>('GET', '/api/results?familyId=forced-off-data-gate')
    expect(both.body.attempts.filter(({ id }) => id === once.id)).toHaveLength(1)
    const person = { ...document, attempts: [{ ...theirs, by: 'Runa' }] }
    expect((await imke.ask<Problem>('POST', '/api/results', person)).status).toBe(400)
  })
})

describe('how long the wipe takes', () => {
  it('is taken from the jobs that had an attempt of the family, each by its own clock', async () => {
    const job = await runa.openReady()
    const one = start(job)
    await begin(runa, one)
    await end(runa, one, { outcome: 'reached', seen: ['recovery-menu'] })
    const secondsOf = async () =>
      (await runa.ask<Answer<'getResults'>>('GET', '/api/results?familyId=forced-off-data-gate')).body
    const before = await secondsOf()
    await step(job, { kind: 'in-recovery' })
    let { body } = await runa.ask<Job>('GET', `/api/jobs/${job.id}`)
    for (const change of [{ kind: 'right-device', by: 'tag', read: body.ticket }, { kind: 'revealed' }])
      body = (await runa.bench(body, change)).body
    for (const kind of ['wipe-started', 'wipe-finished', 'first-start', 'set-up']) {
      await step(job, { kind })
      await new Promise((resolve) => setTimeout(resolve, 30))
    }
    const after = await secondsOf()
    expect(after.wipeSeconds).toHaveLength(before.wipeSeconds.length + 1)
    expect(after.firstStartSeconds).toHaveLength(before.firstStartSeconds.length + 1)
    for (const seconds of [after.wipeSeconds[0], after.firstStartSeconds[0]]) {
      expect(seconds).toBeGreaterThan(0.02)
      expect(seconds).toBeLessThan(20)
    }
  })
})

describe('what does not fit is refused with its path, and nothing of it is kept', () => {
  const told = { key: '0b6a4a36-8a0e-4b9c-9d3e-5f2a7c1d9e10', at: '2026-01-05T10:00:00.000Z' }
  it.each([
    ['steps', { change: { kind: 'in-recovery' } }, 'body.version'],
    ['steps', { version: 1, told, change: { kind: 'in-recovery' } }, 'body.version'],
    ['steps', { told: { ...told, key: 'one' }, change: { kind: 'in-recovery' } }, 'body.told.key'],
    ['steps', { told: { ...told, at: 'yesterday' }, change: { kind: 'in-recovery' } }, 'body.told.at'],
    ['steps', { told, change: { kind: 'key-tested', key: 'any', state: 'works' } }, 'body.change.key'],
    ['steps', { told, change: { kind: 'charging-started', fromPercent: 101 } }, 'body.change.fromPercent'],
    ['steps', { told, change: { kind: 'opened-by-force' } }, 'body.change.kind'],
    ['remote-unlock', { do: 'bypass' }, 'body.do'],
    ['remote-unlock', { do: 'look' }, 'body.requestId'],
    ['attempts', { id: 'one' }, 'body.id'],
  ])('%s %j', async (route, body, path) => {
    const job = await runa.openReady()
    const before = (await runa.events(job)).length
    const refused = await runa.ask<Problem>('POST', `/api/jobs/${job.id}/${route}`, body)
    expect(refused.status).toBe(400)
    expect(refused.body.errors?.map((one) => one.path)).toContain(path)
    expect(await runa.events(job)).toHaveLength(before)
  })
  it.each([
    ['/api/cables', { fits: 'a-port' }, 'body.fits'],
    ['/api/cables', { fits: 'usb-c', note: 'x'.repeat(81) }, 'body.note'],
    ['/api/cables/1/retire', {}, 'body.because'],
    ['/api/results', { format: 'benevox-results', formatVersion: 5, attempts: [] }, 'body.formatVersion'],
    ['/api/results', { format: 'benevox-results', formatVersion: 4, attempts: [{}] }, 'body.attempts.0.id'],
  ])('%s %j', async (address, body, path) => {
    const { status, body: said } = await imke.ask<Problem>('POST', address, body)
    expect([status, said.errors?.map((one) => one.path)]).toEqual([400, expect.arrayContaining([path])])
  })
  it('nobody who is not signed in sees the results or the kit', async () => {
    for (const path of ['/api/cables', '/api/results?familyId=slide-at-dark', '/api/results.json'])
      expect((await fetch(shop.address + path)).status, path).toBe(401)
  })
})

describe('unlocking from afar', () => {
  const tell = (body: object) =>
    fetch(`${world.maker}/control`, {
      method: 'PUT',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify(body),
    })
  const ask = <T = RemoteUnlock>(job: Job, body: object) =>
    runa.ask<T>('POST', `/api/jobs/${job.id}/remote-unlock`, body)
  let serial = 0
  const withImei = () => runa.openReady({ imei: completed(`0010010155${String(++serial).padStart(4, '0')}`) })
  async function signedIn(job: Job): Promise<string> {
    const { body } = await ask(job, { do: 'begin' })
    expect(body.state).toBe('waiting-for-owner')
    await fetch(body.page, { method: 'POST' })
    expect((await ask(job, { do: 'look', requestId: body.requestId })).body.state).toBe('signed-in')
    return body.requestId
  }
  async function unlocked(job: Job, requestId: string): Promise<RemoteUnlock> {
    await ask(job, { do: 'unlock', requestId })
    await new Promise((resolve) => setTimeout(resolve, 40))
    return (await ask(job, { do: 'look', requestId })).body
  }

  it('waits for the owner, unlocks, and then switches locating off', async () => {
    const job = await withImei()
    const requestId = await signedIn(job)
    expect((await unlocked(job, requestId)).state).toBe('unlocked')
    expect((await ask(job, { do: 'locating-off', requestId })).body.locating).toBe(false)
    expect((await runa.events(job)).filter(({ kind }) => kind === 'remote-unlock')).toHaveLength(3)
  })
  it('does nothing before the owner has signed in', async () => {
    const job = await withImei()
    const { body } = await ask(job, { do: 'begin' })
    expect((await unlocked(job, body.requestId)).state).toBe('waiting-for-owner')
  })
  it('says when the device is not online', async () => {
    const job = await withImei()
    await tell({ device: job.facts.imei, reachable: false })
    expect((await unlocked(job, await signedIn(job))).state).toBe('unreachable')
  })
  it.each([
    ['nonsense', 'cannot be read'],
    ['error', 'answered with an error'],
  ])('says so when it answers with %s', async (fault, says) => {
    const job = await withImei()
    await tell({ device: job.facts.imei, fault })
    const { status, body } = await ask<Problem>(job, { do: 'begin' })
    expect([status, body.detail]).toEqual([409, expect.stringContaining(says)])
  })
  it('is refused for a device that is reported, and without anything to name it by', async () => {
    const { imei: _, ...rest } = (await runa.openJob({ modelId: 'orrelin-vane-5' })).facts
    const nameless = await runa.openJob(rest)
    expect((await ask<Problem>(nameless, { do: 'begin' })).body.detail).toContain('IMEI or serial number')
    const reported = await runa.openJob({ imei: '001001015599993', registryAnswer: 'reported' })
    expect((await ask<Problem>(reported, { do: 'begin' })).status).toBe(409)
  })
})
