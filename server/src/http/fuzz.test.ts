import { performance } from 'node:perf_hooks'
import fc from 'fast-check'
import { afterAll, beforeAll, expect, it } from 'vitest'
import { fire, shots, type Shot } from '../../test/fuzz.ts'
import { openShop, Person, type TestShop } from '../../test/shop.ts'

/** `npm run fuzz` asks a hundred thousand. */
const COUNT = Number(process.env['BENEVOX_FUZZ'] ?? 3000)
const SEED = Number(process.env['BENEVOX_SEED'] ?? 20261201)
const AT_ONCE = 6
const BATCH = 300
const SLOW_MS = 12_000

let shop: TestShop
let known: Record<string, string[]>
beforeAll(async () => {
  shop = await openShop('test-fuzz')
  const runa = await Person.signedIn(shop.address)
  const jobs = [await runa.openJob(), await runa.openReady(), await runa.openReady()]
  known = { id: jobs.map(({ id }) => String(id)) }
})
afterAll(() => shop.close())

/** Signed in anew, as often as it takes: what was cut off may still be at work, and lets somebody go. */
async function people(staff: readonly object[]): Promise<Record<string, string>[]> {
  for (let left = 20; ; left--) {
    try {
      return await signedIn(staff)
    } catch (error) {
      if (left === 0) throw error
      await new Promise((resolve) => setTimeout(resolve, 200))
    }
  }
}

/** The people as they were: whoever was renamed, let go or kept waiting is back. */
async function signedIn(staff: readonly object[]): Promise<Record<string, string>[]> {
  await shop.database.query('DELETE FROM guesses')
  for (const row of staff) {
    const { id, ...columns } = row as { id: number } & Record<string, unknown>
    const names = Object.keys(columns)
    await shop.database.query(
      `UPDATE staff SET ${names.map((name) => `${name} = ?`).join(', ')} WHERE id = ?`,
      [...names.map((name) => columns[name]), id],
    )
  }
  const all = await Promise.all([0, 1, 2].map((nth) => Person.signedIn(shop.address, nth)))
  return [{}, ...all.map(({ cookie, token }) => ({ cookie, 'x-csrf-token': token }))]
}

it(`of ${COUNT} requests over all routes, well formed, spoilt, packed, deep, wide and cut off, none is answered with 5xx`, async () => {
  const staff = await shop.database.query<object[]>('SELECT * FROM staff')
  const faults: { nth: number; status: number; said: string; shot: Shot }[] = []
  const statuses = new Map<number, number>()
  const arbitrary = shots(known)
  for (let begun = 0; begun < COUNT; begun += BATCH) {
    const sessions = await people(staff)
    const batch = fc.sample(arbitrary, { seed: SEED + begun, numRuns: Math.min(BATCH, COUNT - begun) })
    const queue = [...batch.entries()]
    await Promise.all(
      Array.from({ length: AT_ONCE }, async () => {
        for (let next = queue.shift(); next; next = queue.shift()) {
          const [nth, shot] = next
          const from = performance.now()
          const { status, said } = await fire(shop.address, shot, sessions[shot.who] ?? {})
          statuses.set(status, (statuses.get(status) ?? 0) + 1)
          // One that took so long was given up by the server, which said so: a busy machine is no fault.
          const isGivenUp = status === 503 && performance.now() - from > SLOW_MS
          if (status >= 500 && !isGivenUp)
            faults.push({ nth: begun + nth, status, said: said.slice(0, 300), shot })
        }
      }),
    )
  }
  // Of a hundred thousand somebody wants to know what became of them.
  if (COUNT > 10_000)
    process.stdout.write(`${JSON.stringify(Object.fromEntries([...statuses].toSorted()))}\n`)
  const told = faults.map(({ shot: { body, ...shot }, ...fault }) => ({
    ...fault,
    ...shot,
    body: body?.toString('latin1').slice(0, 400),
  }))
  expect(told.slice(0, 8)).toEqual([])
  // Not all of them were turned away at the door.
  expect(statuses.get(200) ?? 0).toBeGreaterThan(COUNT / 20)
  const { status } = await fetch(`${shop.address}/api/health`)
  expect(status).toBe(200)
})
