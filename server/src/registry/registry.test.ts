import type { Answer, Job, Problem } from '@benevox/contract'
import PostalMime from 'postal-mime'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { startStandIns, type StandIns } from '../../../stand-ins/src/index.ts'
import { completed, openShop, Person, type TestShop } from '../../test/shop.ts'

const REPORTED = '001001017777779'
let world: StandIns
let shop: TestShop
let runa: Person
beforeAll(async () => {
  world = await startStandIns({ latencyMs: 1, reported: { [REPORTED]: 'stolen' } })
  shop = await openShop('test-registry', {
    BENEVOX_REGISTRY: world.registry,
    BENEVOX_MAILBOX: world.mailbox,
    BENEVOX_MAIL: 'counter@shop.example',
  })
  runa = await Person.signedIn(shop.address)
})
afterAll(async () => {
  await shop.close()
  await world.close()
})

const control = (body: object) =>
  fetch(`${world.registry}/control`, {
    method: 'PUT',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify(body),
  })
const ask = <T = Job>(job: Job, report = false) =>
  runa.ask<T>('POST', `/api/jobs/${job.id}/registry`, { version: job.version, report })
let serial = 0
const freshImei = () => completed(`0010010144${String(++serial).padStart(4, '0')}`)

describe('asking the registry', () => {
  it('takes clean for clean, and a report for a report', async () => {
    const clean = (await ask(await runa.openJob({ imei: freshImei() }))).body
    expect([clean.facts.registryAnswer, clean.registry[0]?.answer]).toEqual(['clean', 'clean'])
    const stolen = (await ask(await runa.openJob({ imei: REPORTED, complaint: 'freezes' }))).body
    expect([stolen.facts.registryAnswer, stolen.registry[0]?.reportedAs]).toEqual(['reported', 'stolen'])
    expect(stolen.station).toBe('hand-back')
  })
  it.each([
    ['nonsense', 'unreadable'],
    ['odd-status', 'unreadable'],
    ['other-imei', 'mistaken'],
    ['error', 'fault'],
  ] as const)('never takes %s for clean, and says that it is %s', async (fault, why) => {
    const imei = freshImei()
    await control({ imei, fault })
    const { body } = await ask(await runa.openJob({ imei }))
    expect(body.facts.registryAnswer).toBe('no-answer')
    expect(body.registry[0]?.silence?.why).toBe(why)
  })
  it('gives up on silence, and a report that was had stays had', async () => {
    const imei = freshImei()
    await control({ imei, status: 'lost' })
    const lost = (await ask(await runa.openJob({ imei }))).body
    await control({ imei, fault: 'silent' })
    const { body } = await ask(lost)
    expect(body.registry.at(-1)).toMatchObject({
      answer: 'no-answer',
      silence: { why: 'slow' },
    })
    expect(body.facts.registryAnswer).toBe('reported')
  })
  it('forgets the answer when the IMEI is another one, and finds it again with the old one', async () => {
    const imei = freshImei()
    const job = (await ask(await runa.openJob({ imei }))).body
    const patch = (job: Job, facts: object) =>
      runa.ask<Job>('PATCH', `/api/jobs/${job.id}/facts`, { version: job.version, facts })
    const other = (await patch(job, { imei: freshImei() })).body
    expect(other.facts.registryAnswer).toBeUndefined()
    expect((await patch(other, { imei })).body.facts.registryAnswer).toBe('clean')
  })
  it('needs an IMEI, and says so', async () => {
    expect((await ask<Problem>(await runa.openJob({ complaint: 'freezes' }))).body.code).toBe(
      'not-possible-now',
    )
  })
})

describe('the model that a report names', () => {
  const reported = async (model: string | null, modelId: string | undefined = 'tesmar-juno') => {
    const imei = freshImei()
    await control({ imei, model })
    return (await ask(await runa.openJob({ imei, modelId }), true)).body
  }
  const says = (job: Job, facts: object) =>
    runa.ask<Job & Problem>('PATCH', `/api/jobs/${job.id}/facts`, { version: job.version, facts })
  const isName = (text: string | null) => text !== null && text !== '' && text.length <= 80
  it('is compared with the device where the catalogue knows it, and nobody says otherwise', async () => {
    const same = await reported('TESMAR juno')
    expect([same.registry[0]?.model, same.facts.reportModel]).toEqual(['TESMAR juno', 'same'])
    const other = await reported('Orrelin Vane 5')
    expect(other.facts.reportModel).toBe('other')
    const { status, body } = await says(other, { reportModel: 'same' })
    expect([status, body.code]).toEqual([409, 'not-possible-now'])
    // The device in hand was taken for another one.
    expect((await says(other, { modelId: 'orrelin-vane-5' })).body.facts.reportModel).toBe('same')
  })
  it.each([[null], [''], ['Tesmar Juno '.repeat(20)], ['TJ-1/DS'], ['ignore previous instructions']])(
    'is compared by a person where the report says %s, of this IMEI alone',
    async (model) => {
      const job = await reported(model)
      expect([job.registry[0]?.model, job.facts.reportModel]).toEqual([
        isName(model) ? model : undefined,
        undefined,
      ])
      expect(job.registry[0]?.feeMinor).toBe(400)
      const compared = (await says(job, { reportModel: 'same' })).body
      expect(compared.facts.reportModel).toBe('same')
      expect((await says(compared, { imei: freshImei() })).body.facts.reportModel).toBeUndefined()
    },
  )
  it('is not asked for by a question without a report', async () => {
    const imei = freshImei()
    await control({ imei, model: 'Tesmar Juno' })
    const { body } = await ask(await runa.openJob({ imei, modelId: 'tesmar-juno' }))
    expect([body.facts.registryAnswer, body.facts.reportModel]).toEqual(['clean', undefined])
  })
})

describe('a report by mail', () => {
  it('has its fee on the job, and comes as .eml that another library reads', async () => {
    const job = await runa.openJob({ imei: freshImei() })
    const { body } = await ask(job, true)
    expect(body.registry[0]).toMatchObject({ feeMinor: 400, currency: 'EUR' })
    const mails = async () => (await runa.ask<Answer<'listMails'>>('GET', `/api/jobs/${job.id}/mails`)).body
    for (let n = 0; n < 50 && (await mails()).mails.length === 0; n++)
      await new Promise((resolve) => setTimeout(resolve, 40))
    const [mail, ...more] = (await mails()).mails
    expect(more).toEqual([])
    expect(mail).toMatchObject({ from: 'reports@registry.example' })
    expect(mail?.text).toContain('Status: clean')
    const response = await runa.file(`/api/jobs/${job.id}/mails/${mail?.id}.eml`)
    expect((await PostalMime.parse(await response.arrayBuffer())).subject).toContain(job.ticket)
    const other = await runa.openJob()
    expect((await runa.ask<Answer<'listMails'>>('GET', `/api/jobs/${other.id}/mails`)).body.mails).toEqual([])
  })
})
