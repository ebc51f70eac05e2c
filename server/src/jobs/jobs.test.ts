import type { Answer, Job, Problem } from '@benevox/contract'
import type { Facts } from '@benevox/core/route'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { completed, openShop, Person, READY, type TestShop } from '../../test/shop.ts'

let shop: TestShop
let runa: Person
let teo: Person
beforeAll(async () => {
  shop = await openShop('test-jobs')
  runa = await Person.signedIn(shop.address, 0)
  teo = await Person.signedIn(shop.address, 1)
})
afterAll(() => shop.close())

describe('taking in', () => {
  it('opens once for one key, however often it is asked', async () => {
    const key = crypto.randomUUID()
    const first = await runa.ask<Job>('POST', '/api/jobs', { key })
    const again = await runa.ask<Job>('POST', '/api/jobs', { key })
    expect(again.body.ticket).toBe(first.body.ticket)
    expect(first.body).toMatchObject({ version: 1, station: 'counter', openedBy: 'Runa', facts: {} })
  })
  it('keeps facts and gives them back with locks and station computed', async () => {
    const job = await runa.openReady()
    expect(job).toMatchObject({
      facts: READY,
      station: 'bench',
      locks: { screen: 'locked', account: 'will-appear', carrier: 'locked' },
    })
    const undone = await runa.ask<Job>('PATCH', `/api/jobs/${job.id}/facts`, {
      version: job.version,
      facts: { hazard: null },
    })
    expect(undone.body.facts.hazard).toBeUndefined()
    expect(undone.body.station).toBe('counter')
  })
  it('a model that an update has changed behaves as the system on it says', async () => {
    const familyWith = async (facts: Facts) => {
      const job = await runa.openReady({ modelId: 'orrelin-vane-3', ...facts })
      const body = { id: crypto.randomUUID(), link: 'none', startedAt: new Date().toISOString() }
      for (const methodId of ['by-count', 'slide-until-menu']) {
        const path = `/api/jobs/${job.id}/attempts`
        const made = await runa.ask<Job>('POST', path, { ...body, methodId })
        if (made.status === 200) return made.body.attempts[0]?.familyId
      }
      return undefined
    }
    expect(await familyWith({})).toBe('let-power-go-by-count')
    expect(await familyWith({ systemVersion: 11 })).toBe('let-power-go-by-count')
    expect(await familyWith({ systemVersion: 12 })).toBe('forced-off-data-gate')
    expect(await familyWith({ systemVersion: 14 })).toBe('forced-off-data-gate')
  })
  it('writes who recorded what, and keeps what points to a person out of the event list', async () => {
    const job = await runa.openJob({
      complaint: 'freezes',
      accountAddress: 'somebody@example.org',
      imei: '490154203237518',
      ownershipNote: 'ID of Q. Test',
    })
    await teo.ask('PATCH', `/api/jobs/${job.id}/facts`, {
      version: job.version,
      customer: { name: 'Q. Test' },
    })
    const events = await runa.events(job)
    expect(events.map(({ by, kind }) => `${by} ${kind}`)).toEqual([
      'Runa opened',
      'Runa answered',
      'Teo answered',
    ])
    for (const personal of ['somebody@example.org', '490154203237518', 'Q. Test'])
      expect(JSON.stringify(events)).not.toContain(personal)
  })
})

describe('two people on one job', () => {
  it('the second gets 409 with the job as it is now, and nothing is overwritten', async () => {
    const job = await runa.openJob({ complaint: 'freezes' })
    await teo.ask('PATCH', `/api/jobs/${job.id}/facts`, {
      version: job.version,
      facts: { battery: 'below-20' },
    })
    const { status, body } = await runa.ask('PATCH', `/api/jobs/${job.id}/facts`, {
      version: job.version,
      facts: { battery: 'external-power' },
    })
    expect([status, body.code]).toEqual([409, 'stale-version'])
    expect((body.current as Job).facts.battery).toBe('below-20')
    expect((body.current as Job).version).toBe(job.version + 1)
    expect((await runa.ask<Job>('GET', `/api/jobs/${job.id}`)).body.facts.battery).toBe('below-20')
  })
  it('of twenty at once exactly one wins', async () => {
    const job = await runa.openJob()
    const answers = await Promise.all(
      Array.from({ length: 20 }, (_, n) =>
        runa.ask('PATCH', `/api/jobs/${job.id}/facts`, { version: job.version, facts: { wrongEntries: n } }),
      ),
    )
    expect(answers.filter(({ status }) => status === 200)).toHaveLength(1)
    expect(answers.filter(({ status }) => status === 409)).toHaveLength(19)
  })
})

describe('the event list', () => {
  it('is append-only: the database itself refuses to change or delete', async () => {
    await runa.openJob()
    await expect(shop.database.query("UPDATE job_events SET kind = 'other'")).rejects.toThrow('append-only')
    await expect(shop.database.query('DELETE FROM job_events')).rejects.toThrow('append-only')
  })
})

describe('the bench', () => {
  const inRecovery = async (facts: Facts = READY) => {
    const { body: job } = await runa.agree(await runa.openJob(facts))
    return (await runa.bench(job, { kind: 'in-recovery' })).body
  }

  it('releases nothing while a gate is closed, and says which', async () => {
    const job = await inRecovery()
    const { status, body } = await runa.bench<Problem>(job, { kind: 'revealed' })
    expect([status, body.code]).toEqual([409, 'gate-closed'])
    expect(body.detail).toContain('Device in hand is the one on the job')
  })
  it('refuses another device: a wrong tag or model text', async () => {
    const job = await inRecovery()
    for (const change of [
      { by: 'tag', read: 'B9' },
      { by: 'model-text', read: 'OR-V620P' },
    ]) {
      const { status, body } = await runa.bench<Problem>(job, { kind: 'right-device', ...change })
      expect([status, body.code]).toEqual([409, 'gate-closed'])
    }
    const right = { kind: 'right-device', by: 'model-text', read: ' or-v510 ', build: 'OR510.14.2' }
    expect((await runa.bench(job, right)).body.bench.rightDevice).toMatchObject({
      read: 'or-v510',
      build: 'OR510.14.2',
    })
  })
  it('goes its order: revealed, wiping, over, first start, set-up', async () => {
    let job = await inRecovery()
    const changes = [
      { kind: 'right-device', by: 'tag', read: job.ticket },
      { kind: 'revealed' },
      { kind: 'wipe-started' },
      { kind: 'wipe-finished' },
      { kind: 'first-start' },
      { kind: 'set-up' },
    ]
    for (const change of changes) {
      const { status, body } = await runa.bench(job, change)
      expect(status, change.kind).toBe(200)
      job = body
    }
    expect(job).toMatchObject({
      station: 'account-lock',
      locks: { screen: 'clear', account: 'locked', carrier: 'locked' },
    })
    const proven = await runa.ask<Job>('POST', `/api/jobs/${job.id}/account`, {
      version: job.version,
      proof: 'step-skipped',
    })
    expect(proven.body).toMatchObject({ station: 'carrier-lock', locks: { account: 'clear' } })
  })
  it('lets a watch without IMEI be wiped with the recorded reason', async () => {
    const {
      imei: _,
      carrierLocked: __,
      originalCarrier: ___,
      ...watch
    } = { ...READY, modelId: 'halvern-tide', registryAnswer: 'no-answer' as const }
    const without = await inRecovery(watch)
    const asked = (await runa.bench(without, { kind: 'right-device', by: 'model-text', read: 'HV-T40' })).body
    expect((await runa.bench<Problem>(asked, { kind: 'revealed' })).body.detail).toContain(
      'Registry does not say reported',
    )
    const reasoned = (
      await runa.ask<Job>('PATCH', `/api/jobs/${asked.id}/facts`, {
        version: asked.version,
        facts: { registryReason: 'No cellular radio' },
      })
    ).body
    expect((await runa.bench(reasoned, { kind: 'revealed' })).status).toBe(200)
  })
  it('never shows the wipe keys of a reported device, and lets nobody sign for it', async () => {
    // IMEIs of their own: a report holds for every job of the device.
    const reported = { ...READY, imei: completed('00100104000001'), registryAnswer: 'reported' as const }
    expect((await runa.agree<Problem>(await runa.openJob(reported))).body.code).toBe('gate-closed')
    const job = await inRecovery()
    const right = (await runa.bench(job, { kind: 'right-device', by: 'tag', read: job.ticket })).body
    const { body } = await runa.ask<Job>('PATCH', `/api/jobs/${job.id}/facts`, {
      version: right.version,
      facts: {
        imei: completed('00100104000002'),
        registryAnswer: 'reported',
        registryReason: 'somebody says it is fine',
      },
    })
    expect((await runa.bench<Problem>(body, { kind: 'revealed' })).body.code).toBe('gate-closed')
  })
  it('shows the last button of the settings only behind the same gates, with the account off it', async () => {
    const open = await runa.openJob({ ...READY, complaint: 'for-sale', knowsScreenLock: 'yes' })
    expect((await runa.bench<Problem>(open, { kind: 'revealed' })).body.code).toBe('gate-closed')
    const { body: signed } = await runa.agree(open)
    const { body: right } = await runa.bench(signed, { kind: 'right-device', by: 'tag', read: open.ticket })
    const still = await runa.bench<Problem>(right, { kind: 'revealed' })
    expect(still.body.detail).toContain('list of accounts is empty')
    const { body: off } = await runa.bench(right, { kind: 'account-taken-off' })
    const { body: shown } = await runa.bench(off, { kind: 'revealed' })
    const { body: done } = await runa.bench(shown, { kind: 'screen-lifted', how: 'settings' })
    expect(done).toMatchObject({ deleted: 'by-settings', breaches: [], station: 'carrier-lock' })
  })
})

describe('attempts', () => {
  const start = (id: string) => ({
    id,
    methodId: 'slide-until-menu',
    link: 'computer',
    startedAt: new Date().toISOString(),
  })
  it('are stored as they happen, and sending one again changes nothing', async () => {
    const job = await runa.openReady()
    const id = crypto.randomUUID()
    for (let n = 0; n < 2; n++)
      expect((await runa.ask('POST', `/api/jobs/${job.id}/attempts`, start(id))).status).toBe(200)
    expect((await runa.ask<Job>('GET', `/api/jobs/${job.id}`)).body.attempts).toMatchObject([
      { id, outcome: null, familyId: 'forced-off-data-gate', by: 'Runa' },
    ])
    const finish = {
      outcome: 'failed',
      seen: ['long-buzz', 'lock-screen'],
      finishedAt: new Date().toISOString(),
    }
    for (let n = 0; n < 2; n++)
      expect((await teo.ask('PATCH', `/api/jobs/${job.id}/attempts/${id}`, finish)).status).toBe(200)
    expect(
      (await teo.ask('PATCH', `/api/jobs/${job.id}/attempts/${id}`, { ...finish, outcome: 'reached' }))
        .status,
    ).toBe(409)
    expect((await runa.events(job)).map(({ kind }) => kind)).toEqual([
      'opened',
      'answered',
      'registry',
      'agreement-signed',
      'attempt-started',
      'attempt-failed',
    ])
  })
  it('do not end before they began, belong to their job, and need a method of the model', async () => {
    const job = await runa.openReady()
    const other = await runa.openReady()
    const id = crypto.randomUUID()
    await runa.ask('POST', `/api/jobs/${job.id}/attempts`, start(id))
    expect(
      (
        await runa.ask('PATCH', `/api/jobs/${job.id}/attempts/${id}`, {
          outcome: 'failed',
          seen: [],
          finishedAt: '2020-01-01T00:00:00Z',
        })
      ).status,
    ).toBe(400)
    expect((await runa.ask('POST', `/api/jobs/${other.id}/attempts`, start(id))).status).toBe(409)
    expect(
      (
        await runa.ask('POST', `/api/jobs/${job.id}/attempts`, {
          ...start(crypto.randomUUID()),
          methodId: 'both-until-restart',
        })
      ).status,
    ).toBe(409)
  })
})

describe('handing back', () => {
  it('does not call a lock proven that is not, closes the job and makes the paper', async () => {
    const job = await runa.openReady()
    expect((await runa.ask('GET', `/api/jobs/${job.id}/hand-back.pdf`)).body.code).toBe('not-possible-now')
    const proven = await runa.handBack(job, { screen: 'confirmed-off' })
    expect(proven).toMatchObject({ status: 409, body: { code: 'gate-closed' } })
    const { body } = await runa.handBack(job)
    expect(body.station).toBe('closed')
    const after = await runa.ask('PATCH', `/api/jobs/${job.id}/facts`, {
      version: body.version,
      facts: { battery: 'unknown' },
    })
    expect(after.body.code).toBe('not-possible-now')
    const paper = await runa.file(`/api/jobs/${job.id}/hand-back.pdf`)
    expect([paper.status, paper.headers.get('content-type')]).toEqual([200, 'application/pdf'])
    expect((await fetch(`${shop.address}/api/jobs/${job.id}/hand-back.pdf`)).status).toBe(401)
  })
})

describe('finding jobs again', () => {
  it('by ticket, customer, model and IMEI, with closed ones; by station; and never by a wildcard', async () => {
    const job = await runa.openReady({ modelId: 'tesmar-juno', imei: '001003017744106' })
    await runa.ask('PATCH', `/api/jobs/${job.id}/facts`, {
      version: job.version,
      customer: { name: 'Ezra Quay' },
    })
    const search = async (text: string) =>
      (
        await runa.ask<Answer<'listJobs'>>('GET', `/api/jobs?search=${encodeURIComponent(text)}`)
      ).body.jobs.map(({ ticket }) => ticket)
    for (const text of [job.ticket, 'ezra', 'juno', '0010030177', 'B1'])
      expect(await search(text), text).toContain(job.ticket)
    for (const text of ['%', '_', 'nobody at all', '999'])
      expect(await search(text), text).not.toContain(job.ticket)
    const { body } = await runa.ask<Answer<'listJobs'>>('GET', '/api/jobs?station=bench')
    expect(new Set(body.jobs.map(({ station }) => station))).toEqual(new Set(['bench']))
    expect(body.counts.counter).toBeGreaterThan(0)
  })
})
