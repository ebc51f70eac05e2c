// Where a shop's backups go, when the next is due, how the last went: told in two files of its folder, one of them secret.
import { spawn } from 'node:child_process'
import { randomBytes } from 'node:crypto'
import {
  existsSync,
  mkdirSync,
  readdirSync,
  readFileSync,
  renameSync,
  rmSync,
  statfsSync,
  statSync,
  writeFileSync,
} from 'node:fs'
import { setPriority } from 'node:os'
import { join } from 'node:path'
import { databaseElsewhere, databaseFolder, hasOwnDatabase } from './folder.mjs'
import { endWithThis, runningOn, startMariadb, writeChanges } from './mariadb.mjs'
import { isRunning } from './processes.mjs'
import { programOf } from './programs.mjs'
import { root, say } from './setup.mjs'

const settingsFile = (folder) => join(folder, 'backup-settings.json')
/** For whoever looks whether there are backups, the server too: nothing secret. */
export const stateFile = (folder) => join(folder, 'backup-state.json')
/** Lies in the folder of the backups: where it is missing, the disk is not there and its place on another one is. */
const MARK = 'benevox-backups'
const LEAST_PASSPHRASE = 14

/** Whether a folder is the one that was chosen. */
export const isThere = (to) => existsSync(join(to, MARK))

const read = (file) => (existsSync(file) ? JSON.parse(readFileSync(file, 'utf8')) : undefined)

/** @returns where to, the passphrase, whether every change is kept; undefined where nobody has said so yet */
export const settingsOf = (folder) => read(settingsFile(folder))
export const stateOf = (folder) => read(stateFile(folder)) ?? {}

/**
 * @param changes whether every change is kept, from the next start on
 * @throws where the passphrase is too short or the folder cannot be written to
 */
export function setUp(folder, { to, passphrase, changes = false }) {
  if (passphrase.length < LEAST_PASSPHRASE)
    throw new Error(`the passphrase has ${passphrase.length} signs; ${LEAST_PASSPHRASE} at the least`)
  mkdirSync(to, { recursive: true, mode: 0o700 })
  writeFileSync(join(to, MARK), 'Backups of a shop are kept here.\n')
  if (changes && !hasOwnDatabase)
    throw new Error('changes are kept of a database of its own only, not of one that BENEVOX_DB names')
  writeWhole(settingsFile(folder), { to, passphrase, changes })
  // What is not kept any more is not told of.
  if (!changes) note(folder, { changes: undefined })
  if (hasOwnDatabase && existsSync(databaseFolder(folder))) writeChanges(databaseFolder(folder), changes)
}

/** At once or not at all: somebody may read it meanwhile, and the machine may be switched off. */
function writeWhole(file, what, mode = 0o600) {
  const beside = `${file}.${process.pid}`
  writeFileSync(beside, JSON.stringify(what), { mode })
  renameSync(beside, file)
}

/**
 * One backup from beginning to end: written, tried out, noted, the old ones deleted.
 * @returns the file, its bytes, the seconds it took
 * @throws with a sentence for whoever keeps the machine; it is noted, too
 */
export async function backUp(folder) {
  const { deleteOld, tryOut, writeBackup } = await import('./backup.mjs')
  const settings = settingsOf(folder)
  const from = Date.now()
  try {
    if (!settings) throw new Error('nobody has said where backups go: npm run backup -- --to FOLDER')
    const { to, passphrase } = settings
    if (!isThere(to))
      throw new Error(`${to} is not the folder that was chosen for backups. Is its disk mounted?`)
    const made = await once(folder, 'backup.lock', async () => {
      const { database, stop } = await databaseOf(folder)
      try {
        const { aboutOf, keysToKeep, opensAll } = await programOf('upkeep')
        const { migrations, version, bytes, seal } = await aboutOf(database)
        const isLogged = await writesChanges(database)
        // What is tried out stands on the disk a second time.
        for (const [place, needed] of [
          [folder, bytes * 1.5],
          [to, bytes / 2],
        ])
          if (freeBytes(place) < needed)
            throw new Error(
              `${place} has ${megabytes(freeBytes(place))} MB left; a backup needs ${megabytes(needed)} MB`,
            )
        const made = await writeBackup({
          database,
          to,
          passphrase,
          isLogged,
          about: { migrations, version, ...keysOf(database, keysToKeep), ...(seal && { seal }) },
        })
        await tryOut(made.file, passphrase, folder, opensAll).catch((error) => {
          rmSync(made.file, { force: true })
          throw new Error(`the backup could not be restored, and is deleted: ${error.message}`)
        })
        return { ...made, seal, isLogged }
      } finally {
        await stop()
      }
    })
    deleteOld(to)
    const done = {
      at: new Date().toISOString(),
      file: made.file,
      bytes: made.bytes,
      seconds: secondsSince(from),
      ...(made.seal && { seal: made.seal }),
      ...(made.isLogged && { isLogged: true }),
    }
    note(folder, { last: done, failed: null })
    return done
  } catch (error) {
    note(folder, { failed: { at: new Date().toISOString(), why: error.message } })
    throw error
  }
}

/** Whether a shop's own database writes down every change now: what was said last holds from its next start on. */
async function writesChanges(database) {
  const { asked } = await import('./sealed.mjs')
  return hasOwnDatabase && (await asked(database, 'SELECT @@log_bin'))[0][0] === '1'
}

/**
 * What was changed since the last time is copied beside the backups.
 * @returns until when changes are kept by now; undefined where they are not written down
 * @throws with a sentence for whoever keeps the machine; it is noted, too
 */
export async function copyChanges(folder) {
  const { keepChanges } = await import('./changes.mjs')
  const { to, passphrase } = settingsOf(folder) ?? {}
  const database = runningOn(databaseFolder(folder))
  if (!database || !(await writesChanges(database))) return undefined
  return once(folder, 'changes.lock', async () => {
    try {
      if (!isThere(to))
        throw new Error(`${to} is not the folder that was chosen for backups. Is its disk mounted?`)
      const { keysToKeep } = await programOf('upkeep')
      const { shopKeys } = keysOf(database, keysToKeep)
      const until = await keepChanges({ database, to, passphrase, shopKeys })
      note(folder, { changes: { until: until.toISOString(), failed: null } })
      return until
    } catch (error) {
      const { changes } = stateOf(folder)
      note(folder, { changes: { ...changes, failed: error.message } })
      throw error
    }
  })
}

/** The shop's own keys go with its tables, which say nothing without them; tables of before have none. */
const keysOf = ({ shopKeys }, keysToKeep) => (existsSync(shopKeys) ? { shopKeys: keysToKeep(shopKeys) } : {})

const secondsSince = (from) => Math.round((Date.now() - from) / 1000)
const megabytes = (bytes) => Math.ceil(bytes / 1e6)
export const freeBytes = (place) => {
  const { bavail, bsize } = statfsSync(place)
  return bavail * bsize
}
export const isSameDisk = (one, other) => statSync(one).dev === statSync(other).dev

function note(folder, more) {
  writeWhole(stateFile(folder), { ...stateOf(folder), ...more }, 0o644)
}

/** What makes backups. */
const MAKERS = ['backup.mjs', 'start.mjs']

/** Two of a kind at one time would delete each other's halves. */
async function once(folder, name, work) {
  const lock = join(folder, name)
  const held = existsSync(lock) ? readFileSync(lock, 'utf8') : undefined
  if (MAKERS.some((script) => isRunning(held, script)))
    throw new Error(`the same is being done already (process ${held})`)
  rmSync(lock, { force: true })
  writeFileSync(lock, String(process.pid), { flag: 'wx' })
  try {
    return await work()
  } finally {
    rmSync(lock, { force: true })
  }
}

/** The shop's database: the one that runs, or one that is started for as long as it is needed. */
export async function databaseOf(folder) {
  const stop = () => Promise.resolve()
  if (!hasOwnDatabase) return { database: databaseElsewhere(folder), stop }
  const running = runningOn(databaseFolder(folder))
  if (running) return { database: running, stop }
  if (!existsSync(join(databaseFolder(folder), 'credentials.json')))
    throw new Error(`there is no shop in ${folder}`)
  const started = await startMariadb({ folder: databaseFolder(folder) })
  const letGo = endWithThis(started)
  return { database: started, stop: () => started.stop().then(letGo) }
}

/** Where what was before an update is kept where nobody has said where backups go. */
const BEFORE_UPDATES = 'before-updates'
const BEFORE_UPDATES_MS = 35 * 86_400_000

/**
 * Before the tables of a shop are changed by a newer program: a backup as each day, or, where nobody has said where to, one in
 * the shop's own folder, whose passphrase lies beside it.
 * @returns where it is; undefined where nothing is to be changed
 * @throws where the data was kept by a newer program, or the backup fails
 */
export async function beforeUpdate(folder, database) {
  const { aboutOf, compared, keysToKeep } = await programOf('upkeep')
  const { migrations, version } = await aboutOf(database)
  const { pending, unknown } = compared(migrations)
  if (unknown.length > 0) throw new Error('this data was kept by a newer Benevox than this one.')
  const own = join(folder, BEFORE_UPDATES)
  const { momentOf, writeBackup } = await import('./backup.mjs')
  // What was forgotten since is in it.
  for (const name of existsSync(own) ? readdirSync(own) : [])
    if (Date.now() - (momentOf(name)?.getTime() ?? Infinity) > BEFORE_UPDATES_MS) rmSync(join(own, name))
  if (migrations.length === 0 || pending.length === 0) return undefined
  say('the tables are to be changed by this version; a backup first …')
  if (settingsOf(folder)) return (await backUp(folder)).file
  const secret = join(own, 'passphrase')
  mkdirSync(own, { recursive: true, mode: 0o700 })
  if (!existsSync(secret)) writeFileSync(secret, randomBytes(24).toString('base64url'), { mode: 0o600 })
  const passphrase = readFileSync(secret, 'utf8')
  const about = { migrations, version, ...keysOf(database, keysToKeep) }
  return (await writeBackup({ database, to: own, passphrase, about })).file
}

/** Each day from three o'clock on; a machine that was off then, when it is on. */
const AT_HOUR = 3
const LOOK_EACH_MS = 3_600_000
const FIRST_LOOK_MS = 300_000

/** @param last when the last good one was made; undefined where there is none */
export function isDue(last, now) {
  const from = new Date(now)
  from.setHours(AT_HOUR, 0, 0, 0)
  if (from > now) from.setDate(from.getDate() - 1)
  return last === undefined || last < from
}

/** What is lost at most where the computer with its disk is. */
const CHANGES_EACH_MS = 300_000

/** Makes backups as long as the shop runs, and copies what was changed, each in a process of its own that lets others go first. */
export function keepBackups(folder) {
  const running = new Set()
  const begin = (words, failed) => {
    if ([...running].some((one) => one.words === words)) return
    const child = spawn(
      process.execPath,
      [join(root, 'scripts', 'backup.mjs'), ...words.split(' ').filter(Boolean)],
      {
        stdio: 'inherit',
      },
    )
    const one = { words, child }
    running.add(one)
    setPriority(child.pid, 10)
    child.once('exit', (code) => {
      running.delete(one)
      if (code !== 0) say(failed)
    })
  }
  const look = () => {
    const { last } = stateOf(folder)
    const settings = settingsOf(folder)
    // Changes lead on from a backup that was made while they were written down.
    const isFirst = settings?.changes && !last?.isLogged
    if (settings && (isFirst || isDue(last && new Date(last.at), new Date())))
      begin('', 'the backup failed; the reason stands above. It is tried again in an hour.')
  }
  const copy = () => {
    if (settingsOf(folder)?.changes)
      begin(
        '--only-changes',
        'changes could not be copied; the reason stands above. It is tried again in five minutes.',
      )
  }
  const timers = [
    setTimeout(look, FIRST_LOOK_MS),
    setInterval(look, LOOK_EACH_MS),
    setInterval(copy, CHANGES_EACH_MS),
  ]
  return {
    stop: async () => {
      for (const timer of timers) clearTimeout(timer)
      await Promise.all(
        [...running].map(({ child }) => {
          const ended = new Promise((resolve) => child.once('exit', resolve))
          return child.kill('SIGTERM') && ended
        }),
      )
    },
  }
}
