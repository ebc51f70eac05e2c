import { chmodSync, mkdirSync, mkdtempSync, readdirSync, renameSync, rmSync } from 'node:fs'
import { dirname, join } from 'node:path'
import fc from 'fast-check'
import { createConnection, type RowDataPacket } from 'mysql2/promise'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { contentOf, inTerminal } from '../server/test/kept.ts'
import { aboutOf, keysToKeep } from '../server/src/upkeep.ts'
import { openShop, Person, type TestShop } from '../server/test/shop.ts'
import { momentOf, writeBackup } from './lib/backup.mjs'
import { changesIn, keepChanges, leading, type Copied } from './lib/changes.mjs'
import { startMariadb, writeChanges, type Mariadb } from './lib/mariadb.mjs'

const passphrase = 'nine grey herons at dusk'
const effort = 4
const wait = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms))

describe('with every change kept, a shop is had as it was at an instant', () => {
  let place: string
  let disk: string
  let mariadb: Mariadb
  let shop: TestShop
  beforeAll(async () => {
    place = mkdtempSync('/var/tmp/benevox-changes-')
    // The database's own user walks through it.
    chmodSync(place, 0o755)
    disk = join(place, 'disk')
    const folder = join(place, 'shop', 'database')
    await (await startMariadb({ folder })).stop()
    writeChanges(folder, true)
    mariadb = await startMariadb({ folder })
    shop = await openShop('changes', {}, mariadb)
  })
  afterAll(async () => {
    await shop.close()
    await mariadb.stop()
    rmSync(place, { recursive: true, force: true })
  })

  /** One of what people do, by chance. */
  async function someWork(people: readonly Person[], jobs: number[], chance: number): Promise<void> {
    const person = people[chance % people.length] as Person
    const id = jobs[chance % Math.max(1, jobs.length)]
    if (id === undefined || chance % 3 === 0) jobs.push((await person.openReady()).id)
    else if (chance % 3 === 1)
      await person.ask('POST', `/api/jobs/${id}/steps`, {
        told: { key: crypto.randomUUID(), at: new Date().toISOString() },
        change: { kind: 'key-tested', key: 'power', state: chance % 2 ? 'works' : 'broken' },
      })
    else {
      const { version } = await person.see<{ version: number }>(`/api/jobs/${id}`)
      const facts = { wrongEntries: chance % 40 }
      await person.ask('PATCH', `/api/jobs/${id}/facts`, { version, facts })
    }
  }
  /** What stands in it in a second in which nothing changes: the log knows whole seconds. */
  async function inAStillSecond() {
    for (;;) {
      const before = await contentOf(mariadb)
      await wait(1100)
      const at = new Date()
      await wait(1100)
      const after = await contentOf(mariadb)
      if (JSON.stringify(before) === JSON.stringify(after)) return { at, content: after }
    }
  }
  async function restored(name: string, words: readonly string[]) {
    const folder = join(place, name)
    const said = await inTerminal('restore.mjs', folder, words, passphrase)
    if (said.code !== 0) return { ...said, content: undefined }
    const is = await startMariadb({ folder: join(folder, 'database') })
    try {
      return { ...said, content: await contentOf(is) }
    } finally {
      await is.stop()
    }
  }

  it('whatever was done before and after it, by people and by a change of its tables', async () => {
    const { migrations, version } = await aboutOf(mariadb)
    const about = { migrations, version, shopKeys: keysToKeep(mariadb.shopKeys) }
    const plain = await writeBackup({
      database: mariadb,
      to: join(place, 'plain'),
      passphrase,
      effort,
      about,
    })
    const { file } = await writeBackup({
      database: mariadb,
      to: disk,
      passphrase,
      effort,
      about,
      isLogged: true,
    })
    const people = [await Person.signedIn(shop.address), await Person.signedIn(shop.address, 1)]
    const jobs: number[] = []
    const seen: Awaited<ReturnType<typeof inAStillSecond>>[] = []
    const seed = Date.now()
    for (const [round, chances] of fc
      .sample(fc.array(fc.nat(999), { minLength: 3, maxLength: 8 }), { seed, numRuns: 3 })
      .entries()) {
      for (const chance of chances) await someWork(people, jobs, chance)
      if (round === 1) {
        // As when the database is started again: what was written before it is finished, and not copied yet.
        await shop.database.query('FLUSH BINARY LOGS')
        await shop.database.query('CREATE TABLE of_tomorrow (id INT NOT NULL PRIMARY KEY, word VARCHAR(40))')
        await shop.database.query(
          `CREATE TRIGGER of_tomorrow_once BEFORE INSERT ON of_tomorrow FOR EACH ROW SET NEW.word = CONCAT(NEW.word, '!')`,
        )
        await shop.database.query(`INSERT INTO of_tomorrow VALUES (1, 'once')`)
      }
      seen.push(await inAStillSecond())
      if (round > 0) await keepChanges({ database: mariadb, to: disk, passphrase, effort })
    }
    // What is copied stands where it was no longer, but for what is being written: once the database needs it no more.
    const left = () => readdirSync(join(mariadb.dir, 'changes')).filter((name) => !name.endsWith('.index'))
    while (left().length > 1) {
      await wait(200)
      await keepChanges({ database: mariadb, to: disk, passphrase, effort })
    }
    const [, second, last] = seen
    const two = await restored('second', [file, '--until', String(second?.at.toISOString())])
    expect(two, `seed ${seed}`).toMatchObject({ code: 0, content: second?.content })
    const three = await restored('last', [file, '--until', 'last'])
    expect(three, `seed ${seed}`).toMatchObject({ code: 0, content: last?.content })
    expect(three.said).toContain('compared byte for byte')
    expect(three.said).toContain('with every change until')

    // Where it does not lead there, that is said, and nothing stands there.
    const refused = async (words: readonly string[], why: string) => {
      expect(await restored('refused', words)).toMatchObject({
        code: 1,
        said: expect.stringContaining(why) as string,
      })
      expect(readdirSync(join(place, 'refused'))).not.toContain('database')
    }
    await refused([file, '--until', new Date(Date.now() + 3_600_000).toISOString()], 'reach to')
    await refused([file, '--until', String(momentOf(file)?.getFullYear())], 'take one of before')
    await refused([file, '--until', 'noon'], 'is no instant')
    await refused([plain.file, '--until', 'last'], 'while changes were not kept')
    const [, missing] = changesIn(disk)
    const copy = join(disk, 'changes', String(missing?.name))
    renameSync(copy, `${copy}.away`)
    await refused([file, '--until', String(last?.at.toISOString())], 'only')
  })

  it('a backup made with changes written down is the same as one without', async () => {
    const folder = join(place, 'same')
    mkdirSync(folder)
    const both = await Promise.all(
      [true, false].map((isLogged) =>
        writeBackup({ database: mariadb, to: join(folder, String(isLogged)), passphrase, effort, isLogged }),
      ),
    )
    expect(both[0]?.sha256).toBe(both[1]?.sha256)
    expect(dirname(String(both[0]?.file))).not.toBe(dirname(String(both[1]?.file)))
  })
})

it('written down no longer, it starts also after it died in the middle of a change, and has all that was acknowledged', async () => {
  const place = mkdtempSync('/var/tmp/benevox-changes-')
  chmodSync(place, 0o755)
  const folder = join(place, 'database')
  try {
    await (await startMariadb({ folder })).stop()
    writeChanges(folder, true)
    const mariadb = await startMariadb({ folder })
    const { port, user, password, database } = mariadb
    const access = { host: '127.0.0.1', user, password, database }
    const writers = await Promise.all(Array.from({ length: 8 }, () => createConnection({ ...access, port })))
    for (const writer of writers) writer.on('error', () => undefined)
    await writers[0]?.query('CREATE TABLE of_tomorrow (id INT NOT NULL PRIMARY KEY)')
    let id = 0
    const acknowledged: number[] = []
    const writing = writers.map(async (writer) => {
      for (;;) {
        const mine = ++id
        await writer.query('INSERT INTO of_tomorrow VALUES (?)', [mine])
        acknowledged.push(mine)
      }
    })
    const settled = Promise.allSettled(writing)
    while (acknowledged.length < 200) await wait(5)
    writeChanges(folder, false)
    await mariadb.kill()
    await settled
    const again = await startMariadb({ folder })
    try {
      const sql = await createConnection({ ...access, port: again.port })
      const [rows] = await sql.query<RowDataPacket[]>('SELECT id, @@log_bin AS isOn FROM of_tomorrow')
      await sql.end()
      const there = new Set(rows.map((row) => Number(row['id'])))
      expect(acknowledged.filter((one) => !there.has(one))).toEqual([])
      expect(Number(rows[0]?.['isOn'])).toBe(0)
      expect(readdirSync(folder)).not.toContain('changes')
    } finally {
      await again.stop()
    }
  } finally {
    rmSync(place, { recursive: true, force: true })
  }
})

it('copies lead to an instant only in an unbroken row from the backup on, and no further than needed', () => {
  const copied = fc.record({
    name: fc.constant(''),
    history: fc.constantFrom('aaaaaaaa', 'bbbbbbbb'),
    nth: fc.integer({ min: 1, max: 9 }),
  })
  fc.assert(
    fc.property(
      fc.uniqueArray(copied, { selector: (one) => `${one.history}${one.nth}` }),
      fc.integer({ min: 1, max: 9 }),
      fc.integer({ min: 0, max: 10 }),
      (some, from, minute) => {
        // Each file reaches a minute further than the one before.
        const all: Copied[] = some
          .map((one) => ({ ...one, until: new Date(one.nth * 60_000) }))
          .toSorted((a, b) => a.nth - b.nth)
        const until = new Date(minute * 60_000)
        const has = (nth: number) => all.some((one) => one.history === 'aaaaaaaa' && one.nth === nth)
        const upTo = Math.max(from, minute)
        const isWhole = Array.from({ length: upTo - from + 1 }, (_, n) => from + n).every(has)
        const log = { file: `aaaaaaaa.${String(from).padStart(6, '0')}`, position: 4, at: '' }
        if (isWhole)
          expect(leading(all, log, until).map(({ nth }) => nth)).toEqual(
            Array.from({ length: upTo - from + 1 }, (_, n) => from + n),
          )
        else expect(() => leading(all, log, until)).toThrow()
      },
    ),
  )
})
