import fc from 'fast-check'
import type { EntityManager } from 'typeorm'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { openShop, Person, READY, type TestShop } from '../../test/shop.ts'
import { checkSeals, keptSeal, Seals, type KeptSeal, type Seal } from './seals.ts'

let shop: TestShop
let runa: Person
let seals: Seals
const told: Seal[] = []
beforeAll(async () => {
  shop = await openShop('test-seals')
  runa = await Person.signedIn(shop.address)
  seals = new Seals(shop.database, (seal) => told.push(seal))
})
afterAll(() => shop.close())

/** The minute in which events settle has gone. */
const soon = () => new Date(Date.now() + 61_000)
const check = (kept?: KeptSeal) => checkSeals(shop.database, kept)
const lastEvent = async () =>
  Number((await shop.database.query<{ id: number }[]>('SELECT MAX(id) AS id FROM job_events'))[0]?.id)

class Undone extends Error {}
/** What comes of it, which is not kept. */
async function undone<T>(work: (manager: EntityManager) => Promise<T>): Promise<T> {
  const came: T[] = []
  await shop.database.manager
    .transaction(async (manager) => {
      came.push(await work(manager))
      throw new Undone()
    })
    .catch((error: unknown) => {
      if (!(error instanceof Undone)) throw error
    })
  return came[0] as T
}

/** Somebody at the database itself, who has taken the triggers away first. */
const TAMPERING = {
  'another answer': 'UPDATE job_events SET detail = JSON_SET(detail, "$.more", 1) WHERE id = ?',
  'another person': 'UPDATE job_events SET staff_id = IF(staff_id = 1, 2, 1) WHERE id = ?',
  'another moment': 'UPDATE job_events SET at = at + INTERVAL 1 SECOND WHERE id = ?',
  'another kind': 'UPDATE job_events SET kind = CONCAT(kind, "-") WHERE id = ?',
  'another job': 'UPDATE job_events SET job_id = IF(job_id = 1, 2, 1), nth = nth + 1000 WHERE id = ?',
  'what points to a person': 'UPDATE job_events SET personal = "{}" WHERE id = ?',
  'moved between two texts': `UPDATE job_events SET personal = detail, detail = '{}' WHERE id = ?`,
  taken: 'DELETE FROM job_events WHERE id = ?',
} as const

describe('seals over the events of all jobs', () => {
  const made: Seal[] = []
  it('stand over each event once it has settled, and over no younger one', async () => {
    for (let round = 0; round < 5; round++) {
      await Promise.all([1, 2, 3].map(async () => runa.agree(await runa.openJob(READY))))
      expect(await seals.seal(new Date(Date.now() - 60_000))).toBeUndefined()
      // Two servers at one moment make one seal.
      const [one, other] = await Promise.all([seals.seal(soon()), seals.seal(soon())])
      const seal = one ?? other
      expect([seal?.lastEvent, (await check()).unsealed]).toEqual([await lastEvent(), 0])
      if (seal) made.push(seal)
      expect(await seals.seal(soon())).toBeUndefined()
    }
    await runa.openJob(READY)
    const { last, broken, unsealed } = await check()
    expect([last?.id, broken, unsealed > 0]).toEqual([made.at(-1)?.id, undefined, true])
    expect(told.map(({ id }) => id)).toEqual(expect.arrayContaining(made.map(({ id }) => id)))
  })
  it('cannot be changed, as the events cannot, while the triggers are there', async () => {
    for (const table of ['job_events', 'event_seals'])
      for (const what of [`UPDATE ${table} SET at = NOW()`, `DELETE FROM ${table}`])
        await expect(shop.database.query(what)).rejects.toThrow(/append-only/)
  })
  it('over 150 random meddlings: whatever was done to a sealed event is found, and which seal is the first that does not fit', async () => {
    for (const name of ['update', 'delete'])
      for (const table of ['job_events', 'event_seals'])
        await shop.database.query(`DROP TRIGGER ${table}_no_${name}`)
    const last = await lastEvent()
    const sealed = made.at(-1)?.lastEvent ?? 0
    expect(sealed).toBeLessThan(last)
    const met = new Set<string>()
    const meddling = fc.tuple(
      fc.constantFrom(...(Object.keys(TAMPERING) as (keyof typeof TAMPERING)[])),
      fc.integer({ min: 1, max: last }),
    )
    for (const [what, id] of fc.sample(meddling, { numRuns: 150, seed: 20261201 })) {
      const { broken, changed } = await undone(async (manager) => {
        const { affectedRows } = await manager.query<{ affectedRows: number }>(TAMPERING[what], [id])
        return { changed: affectedRows, ...(await checkSeals(manager)) }
      })
      if (changed === 0) continue
      met.add(`${what} ${id <= sealed ? 'sealed' : 'not yet'}`)
      const first = made.find((seal) => seal.lastEvent >= id)
      expect([what, id, broken?.id]).toEqual([what, id, first?.id])
    }
    for (const what of Object.keys(TAMPERING)) expect(met).toContain(`${what} sealed`)
    expect((await check()).broken).toBeUndefined()
  })
  it('two events that change places are found, and a seal that was made up', async () => {
    const at = made[2]
    const swapped = await undone(async (manager) => {
      await manager.query('UPDATE job_events SET id = 0 WHERE id = ?', [at?.lastEvent])
      await manager.query('UPDATE job_events SET id = ? WHERE id = ?', [
        at?.lastEvent,
        (at?.lastEvent ?? 0) - 1,
      ])
      await manager.query('UPDATE job_events SET id = ? WHERE id = 0', [(at?.lastEvent ?? 0) - 1])
      return checkSeals(manager)
    })
    expect(swapped.broken?.id).toBe(at?.id)
    const madeUp = await undone(async (manager) => {
      await manager.query('UPDATE event_seals SET digest = ? WHERE id = ?', [Buffer.alloc(32, 7), at?.id])
      return checkSeals(manager)
    })
    expect(madeUp.broken?.id).toBe(at?.id)
  })
  it('what was cut off together with its seals, or sealed anew throughout, is found by a seal that was kept elsewhere', async () => {
    const [kept, cut] = [keptSeal(made.at(-1) as Seal), made[1]]
    expect((await check(kept)).hasKept).toBe(true)
    const truncated = await undone(async (manager) => {
      await manager.query('DELETE FROM event_seals WHERE id > ?', [cut?.id])
      await manager.query('DELETE FROM job_events WHERE id > ?', [cut?.lastEvent])
      return checkSeals(manager, kept)
    })
    expect([truncated.broken, truncated.hasKept]).toEqual([undefined, false])
    await shop.database.query('UPDATE job_events SET staff_id = 2 WHERE id = 1')
    await shop.database.query('DELETE FROM event_seals')
    await seals.seal(soon())
    const anew = await check(kept)
    expect([anew.broken, anew.hasKept]).toEqual([undefined, false])
  })
})
