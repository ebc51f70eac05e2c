import type { Answer, CatalogVersion, Job } from '@benevox/contract'
import { readPack, type Family, type Model, type Pack } from '@benevox/core/catalog'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { pdfText } from '../../../e2e/pdfText.ts'
import { openShop, Person, READY, type Said, type TestShop } from '../../test/shop.ts'

let shop: TestShop
/** The shop's supervisor. */
let imke: Person
let runa: Person
beforeAll(async () => {
  shop = await openShop('test-catalog')
  imke = await Person.signedIn(shop.address, 2)
  runa = await Person.signedIn(shop.address)
})
afterAll(() => shop.close())

const inUse = () => runa.see<Answer<'getCatalog'>>('/api/catalog')
const versions = async () => (await runa.see<Answer<'listCatalogVersions'>>('/api/catalog/versions')).versions
const change = <T = CatalogVersion>(
  base: number,
  what: object,
  note = 'a test',
  by = imke,
): Promise<Said<T>> => by.ask<T>('POST', '/api/catalog', { base, note, change: what })
const familyIn = (pack: Pack, id: string): Family => {
  const family = pack.families.find((one) => one.id === id)
  if (!family) throw new Error(id)
  return family
}
const listed = (id: string): Model => ({
  id,
  maker: 'Orrelin',
  name: id,
  codeNames: [],
  modelText: id,
  kind: 'phone',
  cellular: true,
  tacs: [],
  source: 'published-list',
})

describe('a change makes a new version', () => {
  it('with who made it and why; the newest is in use and the old one is still there', async () => {
    const before = await inUse()
    const family = familyIn(before.pack, 'slide-at-dark')
    const { status, body } = await change(
      before.id,
      { kind: 'family', family: { ...family, name: 'Slide, as we do it' } },
      'a better name',
    )
    expect([status, body.by, body.note]).toEqual([200, 'Imke', 'a better name'])
    const after = await inUse()
    expect(after.id).toBe(body.id)
    expect(familyIn(after.pack, family.id).name).toBe('Slide, as we do it')
    expect(after.pack.version).toBe(before.pack.version + 1)
    const old = await runa.ask<Answer<'getCatalog'>>('GET', `/api/catalog?id=${before.id}`)
    expect(old.body).toEqual(before)
    expect((await versions()).map(({ id }) => id).slice(0, 2)).toEqual([after.id, before.id])
  })

  it('a new family comes with its models, after those that were there', async () => {
    const before = await inUse()
    const family = { ...familyIn(before.pack, 'slide-at-dark'), id: 'taught-here' }
    const model = { ...listed('taught-1'), family: 'taught-here' }
    await change(before.id, { kind: 'family', family, models: [model] })
    const { pack } = await inUse()
    expect(pack.families.map(({ id }) => id)).toEqual([
      ...before.pack.families.map(({ id }) => id),
      'taught-here',
    ])
    expect(pack.models.at(-1)).toMatchObject(model)
  })

  it('fifty thousand models at once, and a second time those that changed', async () => {
    const before = await inUse()
    const models = Array.from({ length: 50_000 }, (_, n) => listed(`listed-${n}`))
    expect((await change(before.id, { kind: 'models', models })).status).toBe(200)
    const after = await inUse()
    expect(after.pack.models).toHaveLength(before.pack.models.length + 50_000)
    await change(after.id, { kind: 'models', models: [{ ...listed('listed-7'), name: 'Seven' }] })
    const again = await inUse()
    expect(again.pack.models).toHaveLength(after.pack.models.length)
    expect(again.pack.models.find(({ id }) => id === 'listed-7')?.name).toBe('Seven')
  })

  it('a whole pack in its place, which may be an old one; what leaves comes back the same', async () => {
    const [newest, , , , first] = await versions()
    const file = await runa.ask<object>('GET', `/api/catalog/versions/${first?.id}/pack.json`)
    expect(file.headers.get('content-disposition')).toContain(`catalogue-${first?.id}.json`)
    const { status, body } = await change(
      newest?.id ?? 0,
      { kind: 'pack', pack: file.body },
      'back to the first',
    )
    expect([status, body.digest]).toEqual([200, first?.digest])
    expect(body.id).toBeGreaterThan(newest?.id ?? 0)
    const reading = readPack(file.body)
    expect(reading.kind === 'pack' && (await inUse()).pack).toEqual(reading.kind === 'pack' && reading.pack)
  })
})

describe('a change is refused whole', () => {
  it('when it is no supervisor who asks, whatever it is', async () => {
    const before = await inUse()
    const { status, body } = await change<{ code: string; detail: string }>(
      before.id,
      { kind: 'models', models: [listed('by-nobody')] },
      '',
      runa,
    )
    expect([status, body.code, body.detail]).toEqual([
      403,
      'not-a-supervisor',
      'Only a supervisor can change the catalogue.',
    ])
    expect((await inUse()).id).toBe(before.id)
  })

  it('when somebody else was quicker, with the version in use', async () => {
    const before = await inUse()
    const family = familyIn(before.pack, 'slide-at-dark')
    const other = await Person.signedIn(shop.address, 2)
    const theirs = await change(
      before.id,
      { kind: 'family', family: { ...family, name: 'Theirs' } },
      'theirs',
      other,
    )
    const { status, body } = await change<{ code: string; current: CatalogVersion }>(before.id, {
      kind: 'family',
      family: { ...family, name: 'Mine' },
    })
    expect([status, body.code, body.current]).toEqual([409, 'stale-version', theirs.body])
    expect(familyIn((await inUse()).pack, family.id).name).toBe('Theirs')
  })

  it('when whoever sent it left off meanwhile, and the list of versions waits until that is settled', async () => {
    const { id } = await inUse()
    const models = Array.from({ length: 20_000 }, (_, n) => listed(`left-off-${n}`))
    const leaving = new AbortController()
    const sent = fetch(`${shop.address}/api/catalog`, {
      method: 'POST',
      headers: { 'content-type': 'application/json', cookie: imke.cookie, 'x-csrf-token': imke.token },
      body: JSON.stringify({ base: id, note: '', change: { kind: 'models', models } }),
      signal: leaving.signal,
    }).catch(() => 'left off')
    await new Promise((resolve) => setTimeout(resolve, 60))
    leaving.abort()
    expect(await sent).toBe('left off')
    const [newest] = await versions()
    await new Promise((resolve) => setTimeout(resolve, 1500))
    expect((await versions())[0]).toEqual(newest)
    const there = (await inUse()).pack.models.filter((model) => model.id.startsWith('left-off-')).length
    expect([0, 20_000]).toContain(there)
    expect(newest?.id === id ? 0 : 20_000).toBe(there)
  })

  it('sent twice, since the first answer was lost, it is made once', async () => {
    const before = await inUse()
    const what = { kind: 'models', models: [listed('sent-twice')] }
    const [first, second] = [await change(before.id, what), await change(before.id, what)]
    expect([first.status, second.status]).toEqual([200, 200])
    expect(second.body.id).toBe(first.body.id)
  })

  it.each<[string, (pack: Pack) => object, string]>([
    [
      'a family that names a state it lacks',
      (pack) => ({
        kind: 'family',
        family: { ...familyIn(pack, 'slide-at-dark'), starts: { off: 'no.where' } },
      }),
      'There is no screen or menu “no.where”.',
    ],
    [
      'a model of no family',
      () => ({ kind: 'models', models: [{ ...listed('lost'), family: 'nowhere' }] }),
      'There is no family “nowhere”.',
    ],
    [
      'a pack that is none',
      () => ({ kind: 'pack', pack: { format: 'something-else' } }),
      'Nothing was imported.',
    ],
    [
      'a pack with an id twice',
      (pack) => ({ kind: 'pack', pack: { ...pack, models: [listed('a'), listed('a')] } }),
      '“a” is there twice',
    ],
  ])('%s', async (_, what, sentence) => {
    const before = await inUse()
    const { status, body } = await change<{ code: string; detail: string }>(before.id, what(before.pack))
    expect([status, body.code]).toEqual([400, 'bad-request'])
    expect(body.detail).toContain(sentence)
    expect((await inUse()).id).toBe(before.id)
  })

  it.each([
    ['nested a hundred thousand deep', `{"a":`.repeat(100_000) + '1' + '}'.repeat(100_000), 'levels deep'],
    ['with prototype names', '{"__proto__": {"admin": true}}', '“__proto__” cannot be a name.'],
  ])('a file %s', async (_, pack, sentence) => {
    const { id } = await inUse()
    const raw = `{"base": ${id}, "note": "", "change": {"kind": "pack", "pack": ${pack}}}`
    const { status, body } = await imke.ask('POST', '/api/catalog', undefined, raw)
    expect([status, body.code]).toEqual([400, 'bad-request'])
    expect(body.detail).toContain(sentence)
  })

  it.each<[string, string, RegExp]>([
    ['of millions of nothing', `[${'{},'.repeat(9_000_000)}{}]`, /million values/],
    ['that is a list of more than there may be', `{"models":[${'1,'.repeat(250_000)}1]}`, /200,000 entries/],
  ])('a file %s, and others are answered meanwhile', async (_, pack, sentence) => {
    const raw = `{"base": 1, "note": "", "change": {"kind": "pack", "pack": ${pack}}}`
    let isRead = false
    const refused = imke.ask<{ detail: string }>('POST', '/api/catalog', undefined, raw)
    void refused.finally(() => (isRead = true))
    let meanwhile = 0
    while (!isRead) {
      expect((await fetch(`${shop.address}/api/session`)).status).toBe(200)
      meanwhile++
    }
    expect([(await refused).status, meanwhile > 1]).toEqual([400, true])
    expect((await refused).body.detail).toMatch(sentence)
  })

  it('that is itself such a list, which has no name to be said', async () => {
    const raw = `[${'1,'.repeat(250_000)}1]`
    const { body } = await imke.ask<{ detail: string }>('POST', '/api/catalog', undefined, raw)
    expect(body.detail).toMatch(/^Nothing was imported\. This list has more/)
  })

  it('larger than 64 MB, or from somebody who is not signed in', async () => {
    const raw = `{"base": 1, "note": "", "change": {"kind": "pack", "pack": "${'x'.repeat(65 * 1024 * 1024)}"}}`
    expect((await imke.ask('POST', '/api/catalog', undefined, raw)).status).toBe(413)
    const stranger = new Person(shop.address)
    await stranger.look()
    expect((await stranger.ask('POST', '/api/catalog', { base: 1 })).status).toBe(401)
  })
})

describe('a job keeps the version it is done with', () => {
  it('from naming its model on; naming it again takes the catalogue in use, until the wipe has begun', async () => {
    const opened = await runa.openReady()
    const base = (await inUse()).id
    expect(opened.catalogId).toBe(base)
    const { body: made } = await change(base, { kind: 'models', models: [listed('one-more')] })
    const read = async () => (await runa.ask<Job>('GET', `/api/jobs/${opened.id}`)).body
    expect((await read()).catalogId).toBe(base)
    const name = async () => {
      const { version } = await read()
      const facts = { modelId: READY.modelId }
      return (await runa.ask<Job>('PATCH', `/api/jobs/${opened.id}/facts`, { version, facts })).body
    }
    let job = await name()
    expect(job.catalogId).toBe(made.id)
    for (const step of [
      { kind: 'in-recovery' },
      { kind: 'right-device', by: 'tag', read: job.ticket },
      { kind: 'revealed' },
      { kind: 'wipe-started' },
    ])
      job = (await runa.bench(job, step)).body
    expect(job.bench.wipeStartedAt).toBeDefined()
    await change(made.id, { kind: 'models', models: [listed('and-another')] })
    expect((await name()).catalogId).toBe(made.id)
  })
  it('and a version that is not there is not found', async () => {
    expect((await runa.ask('GET', '/api/catalog?id=99999')).status).toBe(404)
    expect((await runa.ask('GET', '/api/catalog/versions/99999/pack.json')).status).toBe(404)
    expect((await runa.ask('GET', '/api/catalog/versions/x/pack.json')).status).toBe(400)
  })
})

describe('the card of a family', () => {
  const card = async (familyId: string) => {
    const response = await runa.file(`/api/catalog/families/${familyId}/card.pdf`)
    expect(response.headers.get('content-type')).toBe('application/pdf')
    // A line may be broken after a hyphen.
    return (await pdfText(new Uint8Array(await response.arrayBuffer()))).replaceAll('- ', '-')
  }
  it('has the ways with their words and charts, the cautions and the models, and never the last presses', async () => {
    const text = await card('forced-off-data-gate')
    expect(text).toContain('Slide from volume-down to volume-up')
    expect(text).toContain('volume-down ×3 · power')
    expect(text).toContain('Orrelin Vane 5 (OR-V510)')
    expect(text).toContain('Do not cut the power while it is wiping.')
    expect(text).not.toContain('volume-down · power')
    expect(text).toContain('The wipe keys are not on paper')
    expect(text).not.toContain('NOT VERIFIED')
  })
  it('says of a way that fails its proof that it does', async () => {
    const { id, pack } = await inUse()
    const family = familyIn(pack, 'slide-at-dark')
    const [first] = family.methods
    const methods = [{ ...first, id: 'wrong', steps: [{ do: 'press', key: 'power' }] }, ...family.methods]
    await change(id, { kind: 'family', family: { ...family, id: 'half-taught', methods } })
    expect(await card('half-taught')).toContain('NOT VERIFIED on the simulator.')
  })
  it('of no family is not found', async () => {
    expect((await runa.ask('GET', '/api/catalog/families/none/card.pdf')).status).toBe(404)
  })
})
