// npm run restore -- FILE: a shop from a backup, on a machine that has none.
import { existsSync, mkdirSync, renameSync, rmSync } from 'node:fs'
import { resolve } from 'node:path'
import { parseArgs } from 'node:util'
import { passphrase } from './lib/asked.mjs'
import { databaseElsewhere, databaseFolder, dataFolderOfShop, hasOwnDatabase } from './lib/folder.mjs'
import { endWithThis, othersCanReach, startMariadb } from './lib/mariadb.mjs'
import { ensureDebian, ensureNodeModules, give, say } from './lib/setup.mjs'

const file = asked()
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
const { programOf } = await import('./lib/programs.mjs')
const { aboutOf, compared, putBack } = await programOf('upkeep')

try {
  const secret = await passphrase()
  const { madeAt, migrations } = await headOf(file, secret)
  if (compared(migrations).unknown.length > 0)
    throw new Error('it was made by a newer Benevox than this one. Nothing was restored.')
  const { isCompared } = hasOwnDatabase ? await besideFirst(secret) : await elsewhere(secret)
  say(`the shop of ${madeAt} stands in ${folder} again${isCompared ? ', compared byte for byte' : ''}.`)
  if (!isCompared)
    say('it was written by another version of the database, and could not be compared byte for byte.')
  say('start it by npm start, and say where its backups go from now on: npm run backup -- --to FOLDER')
} catch (error) {
  give(error.message)
}

function asked() {
  const {
    positionals: [name],
  } = parseArgs({ allowPositionals: true })
  if (!name) return give('which backup? npm run restore -- FILE')
  const path = resolve(name)
  return existsSync(path) ? path : give(`there is no ${path}`)
}

/** In a folder beside: what is not restored to its end never is where a shop is looked for. */
async function besideFirst(secret) {
  const beside = `${target}-being-restored`
  const mariadb = await startMariadb({ folder: beside, fresh: true })
  endWithThis(mariadb)
  try {
    const { version } = await aboutOf(mariadb)
    const done = await restoreInto(mariadb, file, secret, version)
    withItsKeys(mariadb, done)
    await mariadb.stop()
    renameSync(beside, target)
    return done
  } catch (error) {
    await mariadb.stop()
    rmSync(beside, { recursive: true, force: true })
    throw error
  }
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
  if (kept) putBack(there, kept)
}
