// npm run restore -- FILE: a shop from a backup, on a machine that has none; with `--until 2026-12-01T14:30` as it was at that instant, or with
// `--until last` as late as is known, where every change is kept beside the backups.
import { existsSync, mkdirSync, renameSync, rmSync } from 'node:fs'
import { dirname, join, resolve } from 'node:path'
import { parseArgs } from 'node:util'
import { passphrase } from './lib/asked.mjs'
import { databaseElsewhere, databaseFolder, dataFolderOfShop, hasOwnDatabase } from './lib/folder.mjs'
import { endWithThis, othersCanReach, startMariadb } from './lib/mariadb.mjs'
import { ensureDebian, ensureNodeModules, give, say } from './lib/setup.mjs'

const { file, until } = asked()
const folder = dataFolderOfShop()
const target = databaseFolder(folder)
if (hasOwnDatabase && existsSync(target))
  give(`there is a shop in ${folder} already. Move it away, or choose another BENEVOX_DATA.`)
ensureDebian(hasOwnDatabase ? { 'mariadb-server': 'mariadbd' } : { 'mariadb-client': 'mariadb' })
ensureNodeModules()
mkdirSync(folder, { recursive: true })
if (hasOwnDatabase && process.getuid?.() === 0 && !othersCanReach(folder))
  give(`the database runs as the user mysql, who cannot reach ${folder}. Choose another BENEVOX_DATA.`)
const { headOf, restoreInto } = await import('./lib/backup.mjs')
const { changesIn, doAgain, leading } = await import('./lib/changes.mjs')
const { programOf } = await import('./lib/programs.mjs')
const { aboutOf, compared, opensAll, putBack, sealsOf } = await programOf('upkeep')

try {
  const secret = await passphrase()
  const { madeAt, migrations, log } = await headOf(file, secret)
  if (compared(migrations).unknown.length > 0)
    throw new Error('it was made by a newer Benevox than this one. Nothing was restored.')
  const changes = until && changesUntil(madeAt, log)
  const { isCompared, reached } = hasOwnDatabase
    ? await besideFirst(secret, changes)
    : await elsewhere(secret)
  say(`the shop of ${madeAt} stands in ${folder} again${isCompared ? ', compared byte for byte' : ''}.`)
  if (reached) say(`with every change until ${reached.toISOString()}.`)
  if (!isCompared)
    say('it was written by another version of the database, and could not be compared byte for byte.')
  say('start it by npm start, and say where its backups go from now on: npm run backup -- --to FOLDER')
} catch (error) {
  give(error.message)
}

function asked() {
  const {
    positionals: [name],
    values: { until: instant },
  } = parseArgs({ allowPositionals: true, options: { until: { type: 'string' } } })
  if (!name) return give('which backup? npm run restore -- FILE')
  const file = resolve(name)
  if (!existsSync(file)) return give(`there is no ${file}`)
  if (instant === undefined || instant === 'last') return { file, until: instant }
  const until = new Date(instant)
  return Number.isNaN(until.getTime())
    ? give(`${instant} is no instant. One is written 2026-12-01T14:30, by the clock of this computer.`)
    : { file, until }
}

/** The changes that lead from the backup to where it is to go. @throws with a sentence where there are none */
function changesUntil(madeAt, log) {
  if (!hasOwnDatabase)
    throw new Error('to an instant only a database of its own is brought, not one that BENEVOX_DB names')
  const at = until === 'last' ? undefined : until
  const from = log?.at ?? madeAt
  if (at && at < new Date(from))
    throw new Error(`this backup is of ${from}: take one of before ${at.toISOString()}`)
  const copies = leading(changesIn(dirname(file)), log, at)
  return { to: dirname(file), copies, log, until: at }
}

/** In a folder beside: what is not restored to its end never is where a shop is looked for. */
async function besideFirst(secret, changes) {
  const beside = `${target}-being-restored`
  const mariadb = await startMariadb({ folder: beside, fresh: true, replays: changes !== undefined })
  endWithThis(mariadb)
  try {
    const { version } = await aboutOf(mariadb)
    const done = await restoreInto(mariadb, file, secret, version)
    const inUse = changes ? await broughtTo(mariadb, secret, changes) : []
    withItsKeys(mariadb, { shopKeys: [...inUse, ...(done.shopKeys ?? [])] })
    if (changes) await looked(mariadb, inUse)
    await mariadb.stop()
    renameSync(beside, target)
    return { ...done, reached: changes && (changes.until ?? changes.copies.at(-1).until) }
  } catch (error) {
    await mariadb.stop()
    rmSync(beside, { recursive: true, force: true })
    throw error
  }
}

function broughtTo(mariadb, secret, changes) {
  return doAgain({
    target: { ...mariadb, ...mariadb.replayer },
    passphrase: secret,
    beside: join(folder, 'changes-being-done-again'),
    ...changes,
  })
}

/** What was done again is looked at as any other shop is: nothing of it was ever dumped that it could be compared with. */
async function looked(mariadb, keys) {
  const { broken } = await sealsOf(mariadb)
  if (broken) throw new Error(`its records do not fit their seals from ${broken.id} on`)
  await opensAll(mariadb, keys)
}

async function elsewhere(secret) {
  const database = databaseElsewhere(folder)
  const { tables, version } = await aboutOf(database)
  if (tables > 0) throw new Error('that database is not empty. Nothing was restored.')
  const done = await restoreInto(database, file, secret, version).catch((error) => {
    throw new Error(`${error.message}. The database holds a part of it: empty it before it is tried again.`)
  })
  withItsKeys(database, done)
  return done
}

/** What it is kept by; a backup of before there were keys has none. */
function withItsKeys({ shopKeys: there }, { shopKeys: kept }) {
  if (kept?.length) putBack(there, kept)
}
