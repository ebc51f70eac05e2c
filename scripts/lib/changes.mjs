// Every change of a shop's database, as it writes them down one after another (MariaDB's binary log): what is finished of it is kept beside
// the backups, sealed as they are, so that a shop can be had as it was at any instant of the last two days.
import { spawn } from 'node:child_process'
import { createReadStream, createWriteStream, mkdirSync, readdirSync, rmSync, statSync } from 'node:fs'
import { basename, join } from 'node:path'
import { pipeline } from 'node:stream/promises'
import { asked, client, opened, UNFINISHED, writeSealed } from './sealed.mjs'

const FOLDER = 'changes'
const NAME = /^benevox-changes-([0-9a-f]{8})-(\d{6})-(\d+)\.gz\.age$/
const HEAD = '-- benevox changes '
const KEPT_MS = 2 * 86_400_000

/** The copies in a folder of backups, in their order: of which history, the how manieth, and until when they reach. */
export function changesIn(to) {
  return names(join(to, FOLDER))
    .flatMap((name) => {
      const [, history, nth, until] = NAME.exec(name) ?? []
      return history ? [{ name, history, nth: Number(nth), until: new Date(Number(until)) }] : []
    })
    .toSorted((one, other) => one.nth - other.nth)
}
const names = (folder) => {
  try {
    return readdirSync(folder)
  } catch {
    return []
  }
}

/**
 * Finishes what the database is writing, and copies what is finished; what was copied is deleted where it stood, and copies of
 * more than two days as well.
 * @param database as it runs, with its log on
 * @param shopKeys what the shop's own keys are by now
 * @returns until when the changes are kept
 * @throws where the disk fails; nothing is deleted then
 */
export async function keepChanges({
  database,
  to,
  passphrase,
  shopKeys,
  now = () => new Date(),
  effort = 18,
}) {
  const copies = join(to, FOLDER)
  mkdirSync(copies, { recursive: true, mode: 0o700 })
  for (const name of names(copies)) if (name.endsWith(UNFINISHED)) rmSync(join(copies, name))
  const until = now()
  await asked(database, 'FLUSH BINARY LOGS')
  const [[base]] = await asked(database, 'SELECT @@log_bin_basename')
  const logs = (await asked(database, 'SHOW BINARY LOGS')).map(([name]) => name)
  const written = logs.at(-1)
  const finished = logs.slice(0, -1)
  const there = new Set(changesIn(to).map(({ history, nth }) => `${history} ${nth}`))
  for (const log of finished) {
    const [history, number] = log.split('.')
    if (there.has(`${history} ${Number(number)}`)) continue
    const from = join(base, '..', log)
    // One that was finished before, by a restart or because the disk was away, reaches to where it ends.
    const reaches = log === finished.at(-1) ? until : statSync(from).mtime
    const file = join(copies, `benevox-changes-${history}-${number}-${Math.floor(reaches)}.gz.age`)
    await writeSealed({
      file,
      begin: HEAD,
      head: () => ({ format: 1, log, until: reaches.toISOString(), shopKeys }),
      body: createReadStream(from),
      passphrase,
      effort,
    })
  }
  await asked(database, `PURGE BINARY LOGS TO '${written}'`)
  for (const { name, until: reaches } of changesIn(to))
    if (until - reaches > KEPT_MS) rmSync(join(copies, name), { force: true })
  return until
}

/**
 * Which copies lead from a backup to an instant.
 * @param log where the database stood when the backup was made: file and position
 * @param until the instant; undefined for as far as they reach
 * @throws with a sentence where they do not lead there
 */
export function leading(all, log, until) {
  if (!log) throw new Error('this backup was made while changes were not kept: it can be had as it is only')
  const [history, number] = log.file.split('.')
  const own = all.filter((one) => one.history === history && one.nth >= Number(number))
  const row = []
  for (const one of own) {
    if (one.nth !== Number(number) + row.length) break
    row.push(one)
    if (until && one.until >= until) return row
  }
  const end = row.at(-1)?.until
  if (!end) throw new Error('no changes since this backup are kept beside it')
  if (until) throw new Error(`the changes that are kept reach to ${end.toISOString()} only`)
  return row
}

/**
 * Does again what was done to the shop after a backup, up to an instant.
 * @param target as the one who may, in a database that stands as the backup has it
 * @returns the shop's keys that were in use meanwhile, the newest first
 */
export async function doAgain({ target, to, passphrase, copies, log, until, beside }) {
  mkdirSync(beside, { recursive: true, mode: 0o700 })
  const keys = []
  const files = []
  try {
    for (const { name } of copies) {
      const seen = {}
      const file = join(beside, `${files.length}.${basename(name, '.gz.age')}`)
      await pipeline(
        opened(join(to, FOLDER, name), passphrase, HEAD, seen),
        createWriteStream(file, { mode: 0o600 }),
      )
      keys.unshift(...(seen.head.shopKeys ?? []))
      files.push(file)
    }
    await replay(target, files, log.position, until)
  } finally {
    rmSync(beside, { recursive: true, force: true })
  }
  return [...new Set(keys)]
}

async function replay(target, files, position, until) {
  const stop = until ? [`--stop-datetime=${until.toISOString().slice(0, 19).replace('T', ' ')}`] : []
  const reader = spawn(
    'mariadb-binlog',
    ['--no-defaults', `--start-position=${position}`, ...stop, ...files],
    {
      env: { ...process.env, TZ: 'UTC' },
      stdio: ['ignore', 'pipe', 'pipe'],
    },
  )
  let words = ''
  reader.stderr.on('data', (text) => (words += String(text)))
  const read = new Promise((resolve) => reader.once('close', resolve))
  const writer = client('mariadb', target, ['--binary-mode', '--skip-reconnect'])
  writer.stdout.resume()
  await pipeline(reader.stdout, writer.stdin).catch(() => undefined)
  await writer.ended
  if ((await read) !== 0) throw new Error(`what was changed cannot be read: ${words.slice(0, 500).trim()}`)
}
