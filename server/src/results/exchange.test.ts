import type { Answer, Job } from '@benevox/contract'
import { resultsDocument, type ResultsDocument } from '@benevox/core/results'
import fc from 'fast-check'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { openShop, Person, type TestShop } from '../../test/shop.ts'

let here: TestShop
let there: TestShop
let runa: Person
let imke: Person
let other: Person
beforeAll(async () => {
  here = await openShop('test-exchange-here')
  there = await openShop('test-exchange-there')
  runa = await Person.signedIn(here.address)
  imke = await Person.signedIn(here.address, 2)
  other = await Person.signedIn(there.address, 2)
  await tryKeys(other, 3)
}, 300_000)
afterAll(async () => {
  await here.close()
  await there.close()
})

/** Attempts that did not lead there, on jobs that are closed with them. */
async function tryKeys(person: Person, jobs: number): Promise<void> {
  for (let n = 0; n < jobs; n++) {
    const job = await person.openReady()
    const id = crypto.randomUUID()
    const startedAt = new Date(Date.now() - 60_000).toISOString()
    await person.ask('POST', `/api/jobs/${job.id}/attempts`, {
      id,
      methodId: 'from-off',
      link: 'computer',
      startedAt,
    })
    await person.ask('PATCH', `/api/jobs/${job.id}/attempts/${id}`, {
      outcome: 'failed',
      seen: [],
      notSeen: [],
      marks: [],
      finishedAt: new Date().toISOString(),
    })
    const { body } = await person.ask<Job>('GET', `/api/jobs/${job.id}`)
    const { status } = await person.handBack(body)
    expect(status).toBe(200)
  }
}
const saved = async (person: Person, { address }: TestShop): Promise<ResultsDocument> =>
  resultsDocument.parse(
    await (await fetch(`${address}/api/results.json`, { headers: { cookie: person.cookie } })).json(),
  )
const merge = (document: ResultsDocument, by = imke) =>
  by.ask<Answer<'mergeResults'>>('POST', '/api/results', document)
const list = async () => (await runa.see<Answer<'listExchanges'>>('/api/exchanges')).exchanges
const chancesNow = async () => (await runa.see<Answer<'getExperience'>>('/api/experience')).experience

describe('what another shop has learnt', () => {
  it('is taken in once, by a supervisor, and stands in jobs opened from then on', async () => {
    const before = await runa.openJob()
    const document = await saved(other, there)
    expect(document.learnt?.['recovery-reached']).toEqual({ worked: 0, failed: 3 })
    const text = JSON.stringify(document)
    for (const name of ['Runa', 'Imke', 'Quell', '001001011234561', 'Lantern'])
      expect(text).not.toContain(name)
    expect((await merge(document, runa)).status).toBe(403)
    expect((await merge(document)).body).toEqual({ added: 3, known: 0 })
    expect((await merge(document)).body).toEqual({ added: 0, known: 3 })
    expect(await list()).toMatchObject([
      { shop: document.shop, by: 'Imke', attempts: 3, counted: expect.any(Number) as number },
    ])
    const after = await runa.openJob()
    expect(after.experience?.exchanged?.['recovery-reached']).toEqual({ worked: 0, failed: 3 })
    const kept = await runa.see<Job>(`/api/jobs/${before.id}`)
    expect(kept.experience?.exchanged).toBeUndefined()
  })

  it('is this shop’s own nowhere: its file is refused here, and does not carry on what others have', async () => {
    const own = await saved(runa, here)
    expect((await merge(own)).body).toMatchObject({ reason: { code: 'own-results' } })
    expect(own.learnt?.['recovery-reached']?.failed ?? 0).toBe(0)
    // Written otherwise it is still the same shop.
    expect((await merge({ ...own, shop: own.shop?.toUpperCase() })).body).toMatchObject({
      reason: { code: 'own-results' },
    })
    const ids = new Set((await saved(other, there)).attempts.map(({ id }) => id))
    expect(own.attempts.some(({ id }) => ids.has(id))).toBe(false)
  })

  it('of a later day takes the place of what was taken in before: nothing counts twice', async () => {
    const earlier = await saved(other, there)
    await tryKeys(other, 2)
    const later = await saved(other, there)
    expect((await merge(later)).body).toEqual({ added: 2, known: 3 })
    expect((await chancesNow()).exchanged?.['recovery-reached']).toEqual({ worked: 0, failed: 5 })
    // An older file, found again, takes nothing back.
    expect((await merge(earlier)).body).toEqual({ added: 0, known: 3 })
    expect((await chancesNow()).exchanged?.['recovery-reached']).toEqual({ worked: 0, failed: 5 })
    expect(await list()).toHaveLength(1)
  })

  it('is refused where it cannot be: written days ahead, more than anybody has done, quantiles that fall', async () => {
    const document = { ...(await saved(other, there)), shop: crypto.randomUUID(), attempts: [] }
    const before = await list()
    const ahead = (ms: number) => new Date(Date.now() + ms).toISOString()
    expect((await merge({ ...document, writtenAt: ahead(3 * 86_400_000) })).body).toMatchObject({
      reason: { code: 'results-of-later' },
    })
    const faults = [
      [{ 'recovery-reached': { worked: 1e12, failed: 0 } }, ['learnt', 'recovery-reached', 'worked']],
      [{ took: { supplier: { count: 3, p10: 1, p50: 5, p90: 1e9 } } }, ['learnt', 'took', 'supplier', 'p90']],
      [{ took: { supplier: { count: 3, p10: 9, p50: 5, p90: 10 } } }, ['learnt', 'took', 'supplier']],
    ] as const
    for (const [learnt, path] of faults)
      expect((await merge({ ...document, learnt })).body).toMatchObject({
        code: 'bad-request',
        reason: { code: 'field', path },
      })
    expect(await list()).toEqual(before)
    // A clock that is an hour ahead is one.
    expect((await merge({ ...document, writtenAt: ahead(3_600_000) })).status).toBe(200)
    const [taken] = await list()
    expect((await imke.ask('DELETE', `/api/exchanges/${taken?.id}`)).status).toBe(200)
  })

  it('of several shops counts together; one is undone as one, and the others stay', async () => {
    const third: ResultsDocument = {
      ...(await saved(other, there)),
      shop: crypto.randomUUID(),
      attempts: [],
      learnt: { 'recovery-reached': { worked: 7, failed: 0 } },
    }
    await merge(third)
    expect((await chancesNow()).exchanged?.['recovery-reached']).toEqual({ worked: 7, failed: 5 })
    const [, theirs] = (await list()).toSorted((one, two) => two.attempts - one.attempts).toReversed()
    expect(theirs?.attempts).toBe(5)
    const undo = (by: Person) => by.ask<Answer<'undoExchange'>>('DELETE', `/api/exchanges/${theirs?.id}`)
    expect((await undo(runa)).status).toBe(403)
    expect((await undo(imke)).body.exchanges).toHaveLength(1)
    expect((await undo(imke)).status).toBe(404)
    expect((await chancesNow()).exchanged?.['recovery-reached']).toEqual({ worked: 7, failed: 0 })
    const [{ left }] = (await here.database.query('SELECT COUNT(*) AS `left` FROM other_results')) as [
      { left: string },
    ]
    expect(Number(left)).toBe(0)
    // Taken in again, it counts again.
    expect((await merge(await saved(other, there))).body).toEqual({ added: 5, known: 0 })
  })

  it('of two who take the same in at a time is taken in once', async () => {
    const document: ResultsDocument = { ...(await saved(other, there)), shop: crypto.randomUUID() }
    const fresh = {
      ...document,
      attempts: document.attempts.map((one) => ({ ...one, id: crypto.randomUUID() })),
    }
    const all = await Promise.all(Array.from({ length: 4 }, () => merge(fresh)))
    expect(all.map(({ status }) => status)).toEqual([200, 200, 200, 200])
    expect(all.map(({ body }) => body.added).toSorted()).toEqual([0, 0, 0, 5])
    expect((await list()).filter(({ shop }) => shop === fresh.shop)).toHaveLength(1)
  })

  it('counts in a decision what stands in the list and nothing else, over random histories of taking in and undoing', async () => {
    for (const { id } of await list()) await imke.ask('DELETE', `/api/exchanges/${id}`)
    const shops = Array.from({ length: 3 }, () => crypto.randomUUID())
    const step = fc.oneof(
      fc.record({
        shop: fc.nat(2),
        day: fc.integer({ min: 1, max: 6 }),
        worked: fc.nat(30),
        failed: fc.nat(30),
      }),
      fc.record({ undone: fc.nat(2) }),
    )
    /** What a person would keep in mind: of each shop the file of the latest day, until it is undone. */
    const kept = new Map<string, { day: number; worked: number; failed: number }>()
    await fc.assert(
      fc.asyncProperty(fc.array(step, { minLength: 4, maxLength: 10 }), async (steps) => {
        for (const one of steps) {
          if ('undone' in one) {
            const shop = shops[one.undone]
            const row = (await list()).find((exchange) => exchange.shop === shop)
            if (row) await imke.ask('DELETE', `/api/exchanges/${row.id}`)
            if (shop) kept.delete(shop)
          } else {
            const shop = shops[one.shop] ?? ''
            const { day, worked, failed } = one
            await merge({
              format: 'benevox-results',
              formatVersion: 4,
              shop,
              writtenAt: `2026-01-0${day}T08:00:00.000Z`,
              learnt: { 'recovery-reset': { worked, failed } },
              attempts: [],
            })
            if (day > (kept.get(shop)?.day ?? 0)) kept.set(shop, { day, worked, failed })
          }
          const sum = { worked: 0, failed: 0 }
          for (const { worked, failed } of kept.values()) {
            sum.worked += worked
            sum.failed += failed
          }
          const shown = await list()
          expect(new Set(shown.map(({ shop }) => shop))).toEqual(new Set(kept.keys()))
          expect(shown.reduce((so, { counted }) => so + counted, 0)).toBe(sum.worked + sum.failed)
          const opened = await runa.openJob()
          expect(opened.experience?.exchanged?.['recovery-reset'] ?? { worked: 0, failed: 0 }).toEqual(sum)
        }
      }),
      { numRuns: 8, seed: 1811 },
    )
  })
})
