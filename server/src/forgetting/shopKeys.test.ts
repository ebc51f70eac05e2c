import { mkdtempSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import type { Job } from '@benevox/contract'
import sharp from 'sharp'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { openShop, Person, type TestShop } from '../../test/shop.ts'
import { configFrom } from '../config.ts'
import { serverEnvironment } from '../../../scripts/lib/mariadb.mjs'
import { openDatabase } from '../database/dataSource.ts'
import { changeKeys, keysToKeep, opensAll, putBack } from '../upkeep.ts'

let folder: string
let file: string
let shop: TestShop
let runa: Person
beforeAll(async () => {
  folder = mkdtempSync(join(tmpdir(), 'benevox-keys-'))
  file = join(folder, 'shop-keys')
  shop = await openShop('test-shop-keys', { BENEVOX_SHOP_KEYS: file })
  runa = await Person.signedIn(shop.address)
})
afterAll(async () => {
  await shop.close()
  rmSync(folder, { recursive: true })
})

/** A job of somebody with a name, and a picture of its receipt. */
async function withPicture(name: string): Promise<{ job: Job; picture: Buffer }> {
  const job = await runa.openReady({})
  await runa.ask('PATCH', `/api/jobs/${job.id}/facts`, { version: job.version, customer: { name } })
  const noise = { type: 'gaussian', mean: 128, sigma: 40 } as const
  const body = await sharp({ create: { width: 60, height: 40, channels: 3, background: '#a15', noise } })
    .png()
    .toBuffer()
  const post = () =>
    fetch(`${shop.address}/api/jobs/${job.id}/ownership-documents?name=receipt.png`, {
      method: 'POST',
      headers: { cookie: runa.cookie, 'x-csrf-token': runa.token, 'content-type': 'image/png' },
      body: new Uint8Array(body),
    })
  let kept = await post()
  // Others’ documents come first where the machine does much else.
  while (kept.status === 409) kept = await post()
  expect(kept.status).toBe(200)
  return {
    job: (await kept.json()) as Job,
    picture: await pictureOf(await runa.see<Job>(`/api/jobs/${job.id}`)),
  }
}
async function pictureOf({ id, ownershipFiles: [first] }: Job): Promise<Buffer> {
  const response = await runa.file(`/api/jobs/${id}/ownership-documents/${first?.id ?? ''}`)
  return Buffer.from(await response.arrayBuffer())
}
const reached = () => ({ ...shop.mariadb, shopKeys: file })
const keptKeys = async () =>
  (
    await shop.database.query<{ contact: Buffer | null; ownership: Buffer | null }[]>(
      'SELECT contact, ownership FROM personal_keys ORDER BY job_id',
    )
  ).flatMap(({ contact, ownership }) => [contact, ownership].flatMap((key) => (key ? [key] : [])))

describe('what the database holds of people', () => {
  it('is opened by a key that is not in it, and that nobody else may read', async () => {
    const { picture } = await withPicture('Q. Keyes')
    expect((await sharp(picture).metadata()).format).toBe('jpeg')
    const [{ content }] = (await shop.database.query('SELECT content FROM ownership_documents')) as [
      { content: Buffer },
    ]
    expect(content.includes(picture.subarray(20, 60))).toBe(false)
    await expect(sharp(content).metadata()).rejects.toThrow()
    expect(statSync(file).mode & 0o077).toBe(0)
    const [key = ''] = keysToKeep(file)
    for (const kept of await keptKeys()) {
      expect(kept).toHaveLength(64)
      expect(kept.includes(Buffer.from(key, 'base64'))).toBe(false)
    }
  })

  it('stays as it was under another key, also what is written while that takes the place of the first', async () => {
    const before = await Promise.all(['A. One', 'B. Two', 'C. Three'].map(withPicture))
    const old = keysToKeep(file)
    const sealed = await keptKeys()
    const writing = (async () => {
      const all: { job: Job; picture: Buffer }[] = []
      for (let nth = 0; nth < 6; nth++) all.push(await withPicture(`D. ${nth}`))
      return all
    })()
    const jobs = await changeKeys(reached(), 1500)
    expect(jobs).toBeGreaterThanOrEqual(before.length)
    const now = keysToKeep(file)
    expect(now).toHaveLength(1)
    expect(now).not.toEqual(old)
    for (const { job, picture } of [...before, ...(await writing)]) {
      expect(await pictureOf(job)).toEqual(picture)
      const { at } =
        (await runa.see<{ events: { at: string }[] }>(`/api/jobs/${job.id}/events`)).events[0] ?? {}
      expect(at).toBeTruthy()
    }
    // Sealed anew, each: by the old key none is opened any more.
    for (const kept of await keptKeys()) expect(sealed.some((one) => one.equals(kept))).toBe(false)
  })

  it('goes on where it was ended: two keys in the file are one again, and both kinds of rows are read meanwhile', async () => {
    const { job, picture } = await withPicture('E. Half')
    const [first = ''] = keysToKeep(file)
    // As it is where it was killed after the new key came and before anything was sealed by it.
    putBack(file, [Buffer.alloc(32, 7).toString('base64')])
    expect(keysToKeep(file)).toHaveLength(2)
    expect(await pictureOf(job)).toEqual(picture)
    const later = await withPicture('F. Between')
    await changeKeys(reached(), 100)
    expect(keysToKeep(file)).toEqual([Buffer.alloc(32, 7).toString('base64')])
    expect(keysToKeep(file)).not.toContain(first)
    for (const one of [{ job, picture }, later]) expect(await pictureOf(one.job)).toEqual(one.picture)
  })

  it('is changed by one of two who change the key at a time; a backup with a key that opens not all of it is found', async () => {
    const kept = await withPicture('G. Twice')
    const both = await Promise.allSettled([changeKeys(reached(), 200), changeKeys(reached(), 200)])
    expect(both.map(({ status }) => status).toSorted()).toEqual(['fulfilled', 'rejected'])
    expect(keysToKeep(file)).toHaveLength(1)
    expect(await pictureOf(kept.job)).toEqual(kept.picture)
    const elsewhere = { ...reached(), shopKeys: join(folder, 'of-a-backup') }
    await opensAll(elsewhere, keysToKeep(file))
    rmSync(elsewhere.shopKeys)
    await expect(opensAll(elsewhere, [Buffer.alloc(32, 5).toString('base64')])).rejects.toThrow('is not in')
  })

  it('is opened by no other key: a server without it says so and makes none in its place', async () => {
    const there = readFileSync(file, 'utf8')
    const opened = () =>
      openDatabase(configFrom(serverEnvironment(shop.mariadb, { BENEVOX_SHOP_KEYS: file })))
    for (const instead of [
      undefined,
      `{"keys":["${Buffer.alloc(32, 9).toString('base64')}"]}`,
      '{"keys":[]}',
      'cut of',
    ]) {
      rmSync(file, { force: true })
      if (instead) writeFileSync(file, instead)
      await expect(opened()).rejects.toThrow(instead ? /shop|JSON/ : 'is not in')
      if (instead === undefined) expect(() => statSync(file)).toThrow()
    }
    writeFileSync(file, there)
    await (await opened()).destroy()
  })
})
