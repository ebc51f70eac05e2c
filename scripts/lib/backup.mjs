// A shop's database as one file: written by mariadb-dump, packed by gzip, sealed by age (age-encryption.org/v1) with a passphrase. Each of
// the three is a program of its own in Debian, by which the file can be opened without this one.
import { createHash } from 'node:crypto'
import { mkdirSync, readdirSync, rmSync, statSync } from 'node:fs'
import { basename, join } from 'node:path'
import { pipeline } from 'node:stream/promises'
import { endWithThis, startMariadb } from './mariadb.mjs'
import { client, opened, UNFINISHED, writeSealed } from './sealed.mjs'

const NAME = /^benevox-(\d{4})(\d\d)(\d\d)-(\d\d)(\d\d)(\d\d)Z\.sql\.gz\.age$/
const HEAD = '-- benevox backup '
/** Said by the dump where it is asked for, at its beginning and at its end; no part of what is kept. */
const LOG_AT = /^-- CHANGE MASTER TO MASTER_LOG_FILE='([^']+)', MASTER_LOG_POS=(\d+);\n/m
const GTID_AT = /^-- SET GLOBAL gtid_slave_pos='[^']*';\n/m
/** The end of a dump, where it says that once more, is shorter. */
const END_OF_DUMP = 4096

/** When a backup was made, by its name; undefined where it is none. */
export function momentOf(name) {
  const found = NAME.exec(basename(name))
  return found
    ? new Date(Date.UTC(found[1], found[2] - 1, found[3], found[4], found[5], found[6]))
    : undefined
}
const nameOf = (at) =>
  `benevox-${at.toISOString().replace(/[-:]/g, '').replace('T', '-').slice(0, 15)}Z.sql.gz.age`

/**
 * Writes one file: of one instant, whatever is written meanwhile. It has its name only once it is whole and on the disk.
 * @param database host, port, user, password, database
 * @param to the folder; made where it is not there
 * @param about told again when it is restored: the last migration, the database's version
 * @param isLogged whether it is told, too, where the database's log of changes stood at that instant
 * @param effort of the passphrase's key, as a power of two (age's own is 18)
 * @returns its path and the digest of what stands in it
 * @throws where the dump or the disk fails; nothing is left of it then
 */
export async function writeBackup({
  database,
  to,
  passphrase,
  about = {},
  at = new Date(),
  effort = 18,
  isLogged = false,
}) {
  mkdirSync(to, { recursive: true, mode: 0o700 })
  for (const name of readdirSync(to)) if (name.endsWith(UNFINISHED)) rmSync(join(to, name), { force: true })
  const file = join(to, nameOf(at))
  const seen = {}
  const sha256 = await writeSealed({
    file,
    begin: HEAD,
    head: () => ({ format: 1, madeAt: at.toISOString(), ...about, ...(seen.log && { log: seen.log }) }),
    body: dump(database, seen, isLogged),
    passphrase,
    effort,
  })
  return { file, sha256, bytes: statSync(file).size }
}

/**
 * All tables as statements, in one order: what is equal has an equal digest.
 * @param seen is told the digest at the end, and where its log stood
 */
async function* dump(database, seen = {}, isLogged = false) {
  const child = client('mariadb-dump', database, [
    '--single-transaction',
    '--quick',
    '--hex-blob',
    '--order-by-primary',
    '--skip-comments',
    '--skip-add-locks',
    ...(isLogged ? ['--master-data=2'] : []),
  ])
  child.stdin.end()
  const hash = createHash('sha256')
  try {
    for await (const chunk of isLogged ? withoutItsLog(child.stdout, seen) : child.stdout) {
      hash.update(chunk)
      yield chunk
    }
    await child.ended
    if (isLogged && !seen.log) throw new Error('the database does not say where its log of changes stands')
  } finally {
    child.kill()
  }
  seen.sha256 = hash.digest('hex')
}

/** A dump as it is where no log is asked for. @param seen is told where the log stood, before anything else comes */
async function* withoutItsLog(stream, seen) {
  let held = Buffer.alloc(0)
  for await (const chunk of stream) {
    held = Buffer.concat([held, chunk])
    if (!seen.log) {
      const [line, file, position] = LOG_AT.exec(held.toString('latin1')) ?? []
      if (!line) continue
      seen.log = { file, position: Number(position), at: new Date().toISOString() }
      held = Buffer.from(held.toString('latin1').replace(line, ''), 'latin1')
    }
    if (held.length <= END_OF_DUMP) continue
    yield held.subarray(0, -END_OF_DUMP)
    held = held.subarray(-END_OF_DUMP)
  }
  yield Buffer.from(held.toString('latin1').replace(GTID_AT, ''), 'latin1')
}

/** The head of a backup: a few bytes are read. @throws as `opened` */
export async function headOf(file, passphrase) {
  const seen = {}
  for await (const _ of opened(file, passphrase, HEAD, seen)) break
  return seen.head
}

/**
 * Puts a backup into an empty database, and looks whether all of it is there: a dump of what was restored is compared with what
 * was written, byte for byte.
 * @returns its head, and whether it was compared: another version of the database may say the same in other words
 * @throws where it is not whole, or where what was restored is something else
 */
export async function restoreInto(database, file, passphrase, version) {
  const seen = {}
  const child = client('mariadb', database, ['--binary-mode', '--skip-reconnect'])
  child.stdout.resume()
  try {
    await pipeline(opened(file, passphrase, HEAD, seen), child.stdin)
    await child.ended
  } catch (error) {
    child.kill()
    // What the database said of it says more than a pipe that broke.
    throw error.code === 'EPIPE' ? await child.ended.then(() => error).catch((its) => its) : error
  }
  const isComparable = version === undefined || seen.head.version === version
  if (isComparable) {
    const again = {}
    for await (const _ of dump(database, again));
    if (again.sha256 !== seen.sha256) throw new Error('what was restored is not what stands in it')
  }
  return { ...seen.head, isCompared: isComparable }
}

/**
 * Restores a backup into a mariadbd of its own, which is thrown away afterwards.
 * @param beside the folder in which that one stands for a while
 * @param opens looks whether the keys that stand in it open what it keeps
 */
export async function tryOut(file, passphrase, beside, opens) {
  const folder = join(beside, 'trying-a-backup')
  const scratch = await startMariadb({ folder, fresh: true })
  const letGo = endWithThis(scratch)
  try {
    const head = await restoreInto(scratch, file, passphrase)
    // Never the shop's own file, wherever that is said to be.
    if (head.shopKeys) await opens?.({ ...scratch, shopKeys: join(folder, 'shop-keys') }, head.shopKeys)
    return head
  } finally {
    await scratch.stop()
    letGo()
    rmSync(folder, { recursive: true, force: true })
  }
}

const DAY_MS = 86_400_000
const ALL_DAYS = 2
const DAILY_DAYS = 7
const WEEKLY_WEEKS = 5
/** Monday the fifth of January 1970: weeks are counted from a Monday. */
const MONDAY_MS = 4 * DAY_MS

/**
 * Which backups are kept: the newest, all of the last two days, the last of each of the last seven days, the last of each of the last five weeks.
 * What was forgotten is in none of them five weeks later.
 * @param moments in any order
 */
export function keptOf(moments, now) {
  const day = (at) => Math.floor(at.getTime() / DAY_MS)
  const week = (at) => Math.floor((at.getTime() - MONDAY_MS) / (7 * DAY_MS))
  const kept = new Set()
  const has = new Set()
  for (const [nth, at] of moments.toSorted((one, other) => other - one).entries()) {
    const ofItsDay = `day ${day(at)}`
    const ofItsWeek = `week ${week(at)}`
    if (
      nth === 0 ||
      now - at < ALL_DAYS * DAY_MS ||
      (day(now) - day(at) < DAILY_DAYS && !has.has(ofItsDay)) ||
      (week(now) - week(at) < WEEKLY_WEEKS && !has.has(ofItsWeek))
    )
      kept.add(at)
    has.add(ofItsDay).add(ofItsWeek)
  }
  return kept
}

/** Deletes what is not kept, and nothing that is no backup. @returns how many went */
export function deleteOld(to, now = new Date()) {
  const all = readdirSync(to).flatMap((name) => {
    const at = momentOf(name)
    return at ? [{ name, at }] : []
  })
  const kept = keptOf(
    all.map(({ at }) => at),
    now,
  )
  const old = all.filter(({ at }) => !kept.has(at))
  for (const { name } of old) rmSync(join(to, name), { force: true })
  return old.length
}
