import { spawn } from 'node:child_process'
import { existsSync, mkdirSync, mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { chmod } from 'node:fs/promises'
import { join } from 'node:path'
import fc from 'fast-check'
import { createConnection } from 'mysql2/promise'
import type { DataSource } from 'typeorm'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { openDatabase } from '../server/src/database/dataSource.ts'
import { configFrom } from '../server/src/config.ts'
import { contentOf, inTerminal } from '../server/test/kept.ts'
import { openShop, ownDatabase, Person, type TestShop } from '../server/test/shop.ts'
import { headOf, keptOf, momentOf, restoreInto, tryOut, writeBackup } from './lib/backup.mjs'
import { serverEnvironment, startMariadb, type DatabaseAccess } from './lib/mariadb.mjs'
import { beforeUpdate, isDue, stateOf } from './lib/shopBackups.mjs'

const passphrase = 'nine grey herons at dusk'
/** A passphrase's key that takes no second: what makes it slow is not what is tested. */
const effort = 4
let place: string
let shop: TestShop
let runa: Person
beforeAll(async () => {
  place = mkdtempSync('/var/tmp/benevox-backups-')
  // The database's own user walks through it.
  await chmod(place, 0o755)
  shop = await openShop('test-backed-up')
  runa = await Person.signedIn(shop.address)
})
afterAll(async () => {
  await shop.close()
  rmSync(place, { recursive: true, force: true })
})

async function eventsOfJobs(database: DataSource) {
  const rows = await database.query<{ id: number; version: number; events: string }[]>(
    `SELECT j.id, j.version, COUNT(e.id) AS events FROM jobs j LEFT JOIN job_events e ON e.job_id = j.id GROUP BY j.id`,
  )
  return new Map(rows.map(({ id, version, events }) => [id, { version, events: Number(events) }]))
}

describe('a backup', () => {
  it('put into an empty database is the shop, table by table and row by row', async () => {
    const job = await runa.openReady()
    await runa.ask('PATCH', `/api/jobs/${job.id}/facts`, {
      version: job.version,
      customer: { name: `Zoë "\\'; -- 李 \u{1F600}\t\r\n-- benevox end` },
    })
    const { file } = await writeBackup({ database: shop.mariadb, to: place, passphrase, effort })
    expect(momentOf(file)).toBeInstanceOf(Date)
    const empty = await ownDatabase('test-restored')
    await restoreInto(empty, file, passphrase)
    const [is, was] = [await contentOf(empty), await contentOf(shop.mariadb)]
    expect(Object.keys(is).length).toBeGreaterThan(30)
    expect(is).toEqual(was)
    // Nothing of it can be read by whoever has no passphrase.
    expect(readFileSync(file).includes('Zoë')).toBe(false)
    expect(readFileSync(file).subarray(0, 21).toString()).toBe('age-encryption.org/v1')
  })

  it('made while others write is of one instant, and has all that was acknowledged before it began', async () => {
    let isWriting = true
    const acknowledged: number[] = []
    const writing = [0, 1, 2].map(async () => {
      while (isWriting) acknowledged.push((await runa.openReady()).id)
    })
    while (acknowledged.length < 4) await new Promise((resolve) => setTimeout(resolve, 20))
    const before = [...acknowledged]
    const { file } = await writeBackup({ database: shop.mariadb, to: place, passphrase, effort })
    isWriting = false
    await Promise.all(writing)
    const empty = await ownDatabase('test-restored')
    await restoreInto(empty, file, passphrase)
    const restored = await openDatabase(configFrom(serverEnvironment(empty)))
    try {
      const [then, now] = await Promise.all([restored, shop.database].map(eventsOfJobs))
      expect(before.filter((id) => !then?.has(id))).toEqual([])
      // A job and what made it are written together: of each version there is all of it, and nothing of a later one.
      expect(then?.size).toBeGreaterThan(0)
      for (const [id, { version, events }] of then ?? []) {
        const later = now?.get(id)
        if (version === later?.version) expect(events).toBe(later.events)
        else expect(events).toBeLessThan(later?.events ?? 0)
      }
    } finally {
      await restored.destroy()
    }
  })

  it('that is cut, changed anywhere or opened with other words is refused in a sentence', async () => {
    const { file } = await writeBackup({ database: shop.mariadb, to: place, passphrase, effort })
    const whole = readFileSync(file)
    const spoilt = join(place, 'spoilt')
    const empty = await ownDatabase('test-refused')
    const refused = async (bytes: Buffer, words = passphrase) => {
      writeFileSync(spoilt, bytes)
      await expect(restoreInto(empty, spoilt, words)).rejects.toThrow(
        /^(the passphrase is another one|it is no backup of Benevox|it is not whole)$/,
      )
    }
    await refused(whole, 'nine grey herons at dawn')
    await refused(Buffer.from('no backup at all'))
    await refused(Buffer.alloc(0))
    await expect(headOf(spoilt, passphrase)).rejects.toThrow('it is no backup of Benevox')
    const where = fc.sample(fc.nat(whole.length - 1), { seed: 20261201, numRuns: 16 })
    // After age's header stand sixteen bytes, and then what is sealed: cut within its first seal as well.
    const body = whole.indexOf('\n', whole.indexOf('\n--- ') + 1) + 17
    for (const at of [...where, whole.length - 1, body - 4, body, body + 7]) {
      await refused(whole.subarray(0, at))
      const changed = Buffer.from(whole)
      changed[at] = (changed[at] ?? 0) ^ 1
      await refused(changed)
    }
  })

  it('has its name only when it is whole: killed before, it leaves nothing that is taken for one', async () => {
    const to = join(place, 'killed')
    const script = `
      const { writeBackup } = await import(${JSON.stringify(join(import.meta.dirname, 'lib/backup.mjs'))})
      await writeBackup({ database: ${JSON.stringify(shop.mariadb)}, to: ${JSON.stringify(to)}, passphrase: 'x', effort: 19 })`
    const child = spawn(process.execPath, ['--input-type=module', '--eval', script], {
      cwd: import.meta.dirname,
    })
    const ended = new Promise((resolve) => child.once('close', resolve))
    while (!existsSync(to) || readdirSync(to).length === 0)
      await new Promise((resolve) => setTimeout(resolve, 5))
    child.kill('SIGKILL')
    await ended
    const left = readdirSync(to)
    expect(left.filter((name) => momentOf(name))).toEqual([])
    expect(left).toHaveLength(1)
    const { file } = await writeBackup({ database: shop.mariadb, to, passphrase, effort })
    expect(readdirSync(to)).toEqual([file.split('/').at(-1)])
  })
})

describe('which backups are kept', () => {
  const DAY = 86_400_000
  it('over random years of nights that were missed: the newest, one of each of seven days and five weeks, no more than needed', () => {
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 1, max: 40 }), { minLength: 60, maxLength: 200 }),
        fc.integer({ min: 0, max: 2000 }),
        (sixHours, from) => {
          let now = Date.UTC(2026, 0, 1) + from * 6 * 3_600_000
          const ever: Date[] = []
          let kept: Date[] = []
          for (const pause of sixHours) {
            now += Math.ceil(pause / 4) * 6 * 3_600_000
            const made = new Date(now)
            ever.push(made)
            const chosen = keptOf([...kept, made], made)
            kept = [...kept, made].filter((at) => chosen.has(at))
            expect(kept).toContain(made)
            // Whoever wants the state of a day or a week that lies so near finds one, if there ever was one.
            for (let ago = 0; ago < 7; ago++) {
              const day = new Date(now - ago * DAY).toISOString().slice(0, 10)
              const of = (all: readonly Date[]) => all.filter((at) => at.toISOString().startsWith(day))
              expect(of(kept).length > 0).toBe(of(ever).length > 0)
            }
            for (const at of ever)
              if (now - at.getTime() < 28 * DAY)
                expect(kept.some((one) => Math.abs(one.getTime() - at.getTime()) < 7 * DAY)).toBe(true)
            // What was forgotten is gone with the last backup that has it.
            for (const at of kept.slice(0, -1)) expect(now - at.getTime()).toBeLessThan(35 * DAY)
            expect(kept.length).toBeLessThanOrEqual(8 + 7 + 5)
          }
        },
      ),
      { numRuns: 60, seed: 20261201 },
    )
  })

  it('one is due each day from three o’clock on, and at once where the machine was off then', () => {
    const at = (text: string) => new Date(`2026-11-${text}`)
    expect(isDue(undefined, at('10T12:00'))).toBe(true)
    expect(isDue(at('10T03:05'), at('10T23:00'))).toBe(false)
    expect(isDue(at('10T03:05'), at('11T02:59'))).toBe(false)
    expect(isDue(at('10T03:05'), at('11T03:00'))).toBe(true)
    expect(isDue(at('10T15:00'), at('11T09:00'))).toBe(true)
    expect(isDue(at('11T09:00'), at('11T19:00'))).toBe(false)
  })
})

describe('in the terminal', () => {
  const run = (script: string, folder: string, words: readonly string[], typed = passphrase) =>
    inTerminal(script, folder, words, typed)
  const databaseOf = (folder: string) => startMariadb({ folder: join(folder, 'database') })
  /** A shop's folder whose database has been through so many migrations. */
  async function folderOf(name: string, migrations?: number): Promise<string> {
    const folder = join(place, name)
    mkdirSync(folder)
    const mariadb = await databaseOf(folder)
    await (await openDatabase(configFrom(serverEnvironment(mariadb)), migrations)).destroy()
    await mariadb.stop()
    return folder
  }

  it('a shop is backed up, restored where there is none, and never over another one', async () => {
    const folder = await folderOf('shop')
    const disk = join(place, 'disk')
    expect((await run('backup.mjs', folder, [])).said).toContain('nobody has said where backups go')
    expect((await run('backup.mjs', folder, ['--to', disk], 'too short')).said).toContain('14 at the least')
    const made = await run('backup.mjs', folder, ['--to', disk])
    expect(made).toMatchObject({ code: 0, said: expect.stringContaining('restored and compared') as string })
    const [file = ''] = readdirSync(disk).filter((name) => momentOf(name))
    expect(stateOf(folder).last?.file).toBe(join(disk, file))
    expect(stateOf(folder).changes).toBeUndefined()

    expect((await run('restore.mjs', folder, [join(disk, file)])).said).toContain('there is a shop in')
    const elsewhere = join(place, 'elsewhere')
    expect(await run('restore.mjs', elsewhere, [join(disk, file)], 'some other words')).toMatchObject({
      code: 1,
      said: expect.stringContaining('the passphrase is another one') as string,
    })
    expect((await run('restore.mjs', elsewhere, [join(disk, file)])).code).toBe(0)
    const both = [await databaseOf(folder), await databaseOf(elsewhere)]
    const [was, is] = await Promise.all(both.map(contentOf))
    expect(is).toEqual(was)
    const keys = [folder, elsewhere].map((of) => readFileSync(join(of, 'database', 'shop-keys'), 'utf8'))
    expect(keys[1]).toBe(keys[0])
    for (const one of both) await one.stop()

    // What the doctor says of it: nothing that must be done, until the last backup is older than a day and a half.
    expect((await run('doctor.mjs', folder, [])).said).toMatch(
      /ok {4}the last backup, .* restored and compared/,
    )
    const state = join(folder, 'backup-state.json')
    const { last } = stateOf(folder)
    const aged = { ...last, at: new Date(Date.now() - 40 * 3_600_000).toISOString() }
    writeFileSync(state, JSON.stringify({ last: aged }))
    expect(await run('doctor.mjs', folder, [])).toMatchObject({
      code: 1,
      said: expect.stringContaining(`BAD   the last backup is of ${aged.at}`) as string,
    })

    // The disk is not there, and its place is an empty folder: nothing is written onto the machine's own.
    rmSync(disk, { recursive: true })
    const failed = await run('backup.mjs', folder, [])
    expect(failed).toMatchObject({ code: 1, said: expect.stringContaining('Is its disk mounted?') as string })
    expect(stateOf(folder)).toMatchObject({ failed: { why: expect.stringContaining('mounted') as string } })
    expect(existsSync(disk)).toBe(false)
  })

  it('of a newer Benevox nothing is restored, and nothing started on', async () => {
    const folder = await folderOf('newer')
    const mariadb = await databaseOf(folder)
    const sql = await createConnection({ host: '127.0.0.1', ...accessOf(mariadb) })
    await sql.query(`INSERT INTO migrations (timestamp, name) VALUES (1, 'OfTomorrow')`)
    await sql.end()
    await expect(beforeUpdate(folder, mariadb)).rejects.toThrow('newer Benevox')
    expect(await run('doctor.mjs', folder, [])).toMatchObject({
      code: 1,
      said: expect.stringContaining('BAD   its tables were made by a newer Benevox') as string,
    })
    await mariadb.stop()
    const disk = join(place, 'disk-of-newer')
    expect((await run('backup.mjs', folder, ['--to', disk])).code).toBe(0)
    const [file = ''] = readdirSync(disk).filter((name) => momentOf(name))
    const elsewhere = join(place, 'older')
    expect((await run('restore.mjs', elsewhere, [join(disk, file)])).said).toContain('newer Benevox')
    expect(existsSync(join(elsewhere, 'database'))).toBe(false)
  })

  it('before the tables are changed by an update, what was before is kept, and comes back as it was', async () => {
    const folder = await folderOf('updated', 20)
    const mariadb = await databaseOf(folder)
    try {
      const file = await beforeUpdate(folder, mariadb)
      if (!file) throw new Error('nothing was kept')
      // Whoever stops the shop after that stops it as before.
      const before = process.listeners('SIGTERM')
      await tryOut(file, readFileSync(join(folder, 'before-updates', 'passphrase'), 'utf8'), place)
      expect(process.listeners('SIGTERM')).toEqual(before)
      const was = await contentOf(mariadb)
      await (await openDatabase(configFrom(serverEnvironment(mariadb)))).destroy()
      expect(await contentOf(mariadb)).not.toEqual(was)
      expect(await beforeUpdate(folder, mariadb)).toBeUndefined()
      const empty = await ownDatabase('test-before-update')
      const words = readFileSync(join(folder, 'before-updates', 'passphrase'), 'utf8')
      expect((await restoreInto(empty, file, words)).migrations).toHaveLength(20)
      expect(await contentOf(empty)).toEqual(was)
    } finally {
      await mariadb.stop()
    }
  })
  const accessOf = ({ port, user, password, database }: DatabaseAccess) => ({
    port,
    user,
    password,
    database,
  })
})
