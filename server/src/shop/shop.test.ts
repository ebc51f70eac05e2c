import { rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import type { Answer, Job, Session } from '@benevox/contract'
import fc from 'fast-check'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { Shop } from './service.ts'
import { openNewShop, openShop, Person, type TestShop } from '../../test/shop.ts'
import { USUAL_OPENING } from '@benevox/core/clocks'
import { pdfText } from '../../../e2e/pdfText.ts'

const OWNER = { name: 'Odalys', password: 'nine grey herons', code: '739150' }
const asked = (code: string, more: object = {}) => ({
  code,
  shop: { name: 'Salt Quay Bench', address: '3 Rope Walk\n1234 Tern Haven' },
  place: { ...USUAL_OPENING, zone: 'Pacific/Auckland', country: 'NZ', region: 'AUK' },
  money: { currency: 'NZD', taxRate: 0.15, hourMinor: 6000 },
  owner: OWNER,
  ...more,
})

describe('a new shop', () => {
  let shop: Awaited<ReturnType<typeof openNewShop>>
  beforeAll(async () => {
    shop = await openNewShop('test-first-run')
  })
  afterAll(() => shop.close())
  const stranger = async () => {
    const person = new Person(shop.address)
    await person.look()
    return person
  }
  const rowsIn = async (table: string) =>
    Number(((await shop.database.query(`SELECT COUNT(*) AS n FROM ${table}`)) as { n: string }[])[0]?.n)

  it('says that it is new, and is nobody’s until somebody has the code', async () => {
    const person = await stranger()
    expect(await person.see<Session>('/api/session')).toMatchObject({ isNew: true, staff: null, shop: '' })
    expect((await person.ask('GET', '/api/jobs')).status).toBe(401)
    for (const [code, reason] of [
      ['ABCDEFGHJK', 'wrong-first-code'],
      ['', 'wrong-first-code'],
      [`${shop.code}A`, 'wrong-first-code'],
    ] as const)
      expect((await person.ask('POST', '/api/first-run', asked(code))).body).toMatchObject({
        code: 'wrong-credentials',
        reason: { code: reason },
      })
    const weak: object[] = [
      { owner: { ...OWNER, password: 'herons' } },
      { owner: { ...OWNER, code: '1357' } },
      { owner: { ...OWNER, code: '345678' } },
      { owner: { ...OWNER, code: '901234' } },
      { owner: { ...OWNER, code: '777777' } },
      { shop: { name: ' ', address: '' } },
      { shop: { name: 'Salt Quay Bench', address: '', mail: 'nowhere' } },
      { place: { ...USUAL_OPENING, zone: 'Nowhere/Else' } },
      { place: { ...USUAL_OPENING, days: USUAL_OPENING.days.map(() => null) } },
      { money: { currency: 'NZD', taxRate: 1.5, hourMinor: 6000 } },
      { money: { currency: 'NZD', taxRate: 0.15, hourMinor: 0 } },
    ]
    for (const more of weak)
      expect((await person.ask('POST', '/api/first-run', asked(shop.code, more))).body.code).toBe(
        'bad-request',
      )
    const guessed = asked(shop.code, { owner: { ...OWNER, password: 'Salt Quay Bench' } })
    expect((await person.ask('POST', '/api/first-run', guessed)).body.reason.code).toBe('password-guessed')
    expect([await rowsIn('staff'), await rowsIn('shop_settings')]).toEqual([0, 0])
  })

  it('is set up once, by one of many who try at a time: whoever was first is its owner', async () => {
    const people = await Promise.all(Array.from({ length: 4 }, stranger))
    // Written by hand: small letters, and gaps.
    const code = shop.code.toLowerCase().replace(/^(.{5})/, '$1 ')
    const all = await Promise.all(
      people.map((person, nth) =>
        person.ask<Session>(
          'POST',
          '/api/first-run',
          asked(code, { owner: { ...OWNER, name: `Odalys ${nth}` } }),
        ),
      ),
    )
    const [first, ...more] = all.filter(({ status }) => status === 200)
    expect(more).toEqual([])
    expect(first?.body).toMatchObject({
      isNew: false,
      shop: 'Salt Quay Bench',
      place: { zone: 'Pacific/Auckland', country: 'NZ' },
      staff: { role: 'owner', supervisor: true },
    })
    for (const { status, body } of all)
      if (status !== 200) expect(body).toMatchObject({ reason: { code: 'shop-is-set-up' } })
    // The first list of prices came with the database.
    expect([await rowsIn('staff'), (await rowsIn('price_lists')) - 1, await rowsIn('shop_settings')]).toEqual(
      [1, 1, 1],
    )
    const late = await stranger()
    expect((await late.ask('POST', '/api/first-run', asked(shop.code))).body).toMatchObject({
      reason: { code: 'shop-is-set-up' },
    })
  })

  it('takes its first job, in its own currency and under its own name', async () => {
    const [{ name }] = (await shop.database.query('SELECT name FROM staff')) as [{ name: string }]
    const owner = await stranger()
    expect((await owner.ask('POST', '/api/session', { name, password: OWNER.password })).status).toBe(200)
    const { prices } = await owner.see<Answer<'getPrices'>>('/api/prices')
    expect(prices).toMatchObject({
      currency: 'NZD',
      taxRate: 0.15,
      opening: { country: 'NZ', region: 'AUK' },
      // Twice of what is usual at half the hour.
      work: { 'reset-from-recovery': 7000 },
      weights: { benchHourMinor: 6000 },
    })
    const job = await owner.openJob()
    const receipt = await owner.file(`/api/jobs/${job.id}/receipt.pdf`)
    const paper = await pdfText(new Uint8Array(await receipt.arrayBuffer()))
    for (const part of ['Salt Quay Bench', '3 Rope Walk', '1234 Tern Haven']) expect(paper).toContain(part)
    // To a customer who has chosen no language the shop writes in its own, whoever chose what before.
    const TITLES = { en: 'Receipt', de: 'Annahmeschein', fr: 'Reçu', es: 'Resguardo' }
    const language = fc.constantFrom(...(Object.keys(TITLES) as (keyof typeof TITLES)[]))
    let chosen: keyof typeof TITLES | undefined
    for (const [ofShop, ofCustomer] of fc.sample(
      fc.tuple(language, fc.option(language, { nil: undefined })),
      5,
    )) {
      const { settings, version } = await owner.see<Answer<'getShop'>>('/api/shop')
      const change = { settings: { ...settings, language: ofShop }, version }
      expect((await owner.ask('PUT', '/api/shop', change)).status).toBe(200)
      if (ofCustomer) {
        const now = await owner.see<Job>(`/api/jobs/${job.id}`)
        const facts = { customerLanguage: ofCustomer }
        await owner.ask('PATCH', `/api/jobs/${job.id}/facts`, { version: now.version, facts })
        chosen = ofCustomer
      }
      // What the page offers a customer who has chosen none is what their papers are in.
      expect((await owner.see<Session>('/api/session')).papersIn).toBe(ofShop)
      const paper = await owner.file(`/api/jobs/${job.id}/receipt.pdf`)
      const text = await pdfText(new Uint8Array(await paper.arrayBuffer()))
      expect(text).toContain(TITLES[chosen ?? ofShop])
    }
    // The code to take the machine over is the one that was chosen.
    expect(
      (await owner.ask<Session>('POST', '/api/session/switch', { code: OWNER.code })).body.staff?.name,
    ).toBe(name)
    expect((await owner.see<Job>(`/api/jobs/${job.id}`)).openedBy).toBe(name)
  })
})

it('whoever owns the shop reads how its backups went, as the machine wrote it down; nobody else does', async () => {
  const file = join(tmpdir(), `benevox-backup-state-${process.pid}.json`)
  rmSync(file, { force: true })
  const shop = await openShop('test-backup-state', { BENEVOX_BACKUP_STATE: file })
  try {
    const imke = await Person.signedIn(shop.address, 2)
    const told = async () => (await imke.see<Answer<'getBackups'>>('/api/backups')).backups
    expect(await told()).toEqual({})
    const last = { at: '2026-12-01T03:00:07.000Z', bytes: 12_000_000 }
    writeFileSync(file, JSON.stringify({ last: { ...last, file: '/mnt/disk/x', seconds: 7 }, failed: null }))
    expect(await told()).toEqual({ last, failed: null })
    expect((await (await Person.signedIn(shop.address)).ask('GET', '/api/backups')).status).toBe(403)
  } finally {
    await shop.close()
    rmSync(file, { force: true })
  }
})

describe('what the shop says of itself', () => {
  let shop: TestShop
  beforeAll(async () => {
    shop = await openShop('test-shop-settings', { BENEVOX_SHOP: 'As it was started' })
  })
  afterAll(() => shop.close())
  const settings = { name: 'Under New Rope', address: '', mail: 'desk@rope.example' }

  it('is as it was started with until an owner changes it, on what they saw', async () => {
    const [runa, imke] = [await Person.signedIn(shop.address), await Person.signedIn(shop.address, 2)]
    expect(await runa.see<Answer<'getShop'>>('/api/shop')).toMatchObject({
      version: 0,
      settings: { name: 'As it was started' },
    })
    expect((await runa.ask('PUT', '/api/shop', { settings, version: 0 })).status).toBe(403)
    // Of two who saw the same, one.
    const both = await Promise.all(
      ['one', 'two'].map((name) =>
        imke.ask('PUT', '/api/shop', { settings: { ...settings, name }, version: 0 }),
      ),
    )
    expect(both.map(({ status }) => status).toSorted()).toEqual([200, 409])
    expect((await imke.ask<Answer<'getShop'>>('PUT', '/api/shop', { settings, version: 1 })).body).toEqual({
      settings,
      version: 2,
      by: 'Imke',
      at: expect.stringMatching(/^20\d\d-.*Z$/) as string,
    })
    expect((await runa.see<Session>('/api/session')).shop).toBe('Under New Rope')
    // Who has no address is told before anything is ordered.
    const of = new Shop(shop.database, { shop: '', mail: undefined, publicAddress: undefined })
    expect(await of.mailForAnswers()).toBe('desk@rope.example')
    const without = { name: 'Under New Rope', address: '' }
    expect((await imke.ask('PUT', '/api/shop', { settings: without, version: 2 })).status).toBe(200)
    await expect(of.mailForAnswers()).rejects.toThrow(/no e-mail address/)
    const rows = (await shop.database.query(
      'SELECT s.shop_id AS shop, s.version, p.name FROM shop_settings s JOIN staff p ON p.id = s.staff_id ORDER BY version',
    )) as object[]
    expect(rows).toEqual([
      { shop: 1, version: 1, name: 'Imke' },
      { shop: 1, version: 2, name: 'Imke' },
      { shop: 1, version: 3, name: 'Imke' },
    ])
  })
})
