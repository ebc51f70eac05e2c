// npm run doctor: looks at all that a shop needs to run, and changes nothing. Ends with 1 where something has to be done.
import { existsSync, readFileSync, statSync } from 'node:fs'
import { join } from 'node:path'
import { performance } from 'node:perf_hooks'
import { spawnSync } from 'node:child_process'
import { databaseElsewhere, databaseFolder, dataFolderOfShop, hasOwnDatabase } from './lib/folder.mjs'
import { runningAlready } from './lib/keeper.mjs'
import { othersCanReach, runningOn } from './lib/mariadb.mjs'
import { nodeModulesAreThere, onPath, root } from './lib/setup.mjs'

const folder = dataFolderOfShop()
const GB = 1e9
const LEAST_FREE = 2 * GB
const AHEAD_MS = 60_000

const good = (text) => ({ mark: 'ok  ', text })
const look = (text) => ({ mark: 'look', text })
const bad = (text) => ({ mark: 'BAD ', text })
const gigabytes = (bytes) => `${(bytes / GB).toFixed(1)} GB`

function programs() {
  const [major, minor] = process.versions.node.split('.').map(Number)
  const { version } = JSON.parse(readFileSync(join(root, 'package.json'), 'utf8'))
  const missing = (
    hasOwnDatabase ? ['mariadbd', 'mariadb-dump', 'mariadb'] : ['mariadb-dump', 'mariadb']
  ).filter((name) => !onPath(name))
  return [
    good(`Benevox ${version}`),
    major > 20 || (major === 20 && minor >= 19)
      ? good(`Node ${process.versions.node}`)
      : bad(`Node ${process.versions.node}: 20.19 is the least`),
    nodeModulesAreThere() ? good('its packages are installed') : look('npm start will install its packages'),
    missing.length === 0
      ? good('MariaDB is installed')
      : look(`npm start will install ${missing.join(', ')}`),
  ]
}

async function place() {
  if (!existsSync(folder)) return [bad(`there is no shop in ${folder}: npm start makes one`)]
  const { freeBytes } = await import('./lib/shopBackups.mjs')
  const free = freeBytes(folder)
  return [
    good(`the shop's folder is ${folder}`),
    ...(hasOwnDatabase && process.getuid?.() === 0 && !othersCanReach(folder)
      ? [bad('the database runs as the user mysql, who cannot reach it')]
      : []),
    free >= LEAST_FREE
      ? good(`${gigabytes(free)} are free`)
      : bad(`only ${gigabytes(free)} are free; ${gigabytes(LEAST_FREE)} at the least`),
  ]
}

async function server() {
  const running = runningAlready(join(folder, 'running.json'))
  if (!running) return [look('it does not run: npm start')]
  const from = performance.now()
  const answered = await fetch(`${running.address}api/health`, { signal: AbortSignal.timeout(10_000) }).catch(
    () => undefined,
  )
  return [
    answered?.ok
      ? good(`it runs at ${running.address} and answers in ${Math.ceil(performance.now() - from)} ms`)
      : bad(`it runs (process ${running.pid}), and does not answer at ${running.address}`),
  ]
}

async function database() {
  const reached = hasOwnDatabase ? runningOn(databaseFolder(folder)) : databaseElsewhere(folder)
  if (!reached) return [look('the database does not run; it is looked at while the shop runs')]
  const { programOf } = await import('./lib/programs.mjs')
  const { aboutOf, compared } = await programOf('upkeep')
  const about = await aboutOf(reached).catch((error) => error)
  if (about instanceof Error) return [bad(`the database does not answer: ${about.message}`)]
  const { pending, unknown } = compared(about.migrations)
  const ahead = about.newest ? about.newest - Date.now() : 0
  return [
    good(`MariaDB ${about.version}, ${gigabytes(about.bytes)}`),
    unknown.length > 0
      ? bad('its tables were made by a newer Benevox than this one')
      : pending.length > 0
        ? look(`the next start changes its tables (${pending.length}); a backup is made first`)
        : good('its tables are of this version'),
    Math.abs(about.now - Date.now()) > AHEAD_MS
      ? bad('the clock of the database is another one than this computer’s')
      : ahead > AHEAD_MS
        ? bad(`the clock: something is on record that happens at ${about.newest.toISOString()} only`)
        : good('no record is ahead of the clock'),
  ]
}

/** What was recorded of jobs is as it was: by its seals, and by the one that the last backup keeps. */
async function records() {
  const reached = hasOwnDatabase ? runningOn(databaseFolder(folder)) : databaseElsewhere(folder)
  if (!reached) return []
  const { programOf } = await import('./lib/programs.mjs')
  const { sealsOf } = await programOf('upkeep')
  const { stateOf } = await import('./lib/shopBackups.mjs')
  const checked = await sealsOf(reached, stateOf(folder).last?.seal).catch((error) => error)
  if (checked instanceof Error) return [look(`the records are not sealed yet: ${checked.message}`)]
  const { last, unsealed, broken, hasKept } = checked
  if (broken)
    return [
      bad(`records were changed after they were sealed on ${broken.at.toISOString()} (seal ${broken.id})`),
    ]
  if (hasKept === false)
    return [bad('the seal that the last backup keeps is not in the database: records were changed')]
  return [
    last
      ? good(
          `${last.events} records are as they were sealed, the last on ${last.at.toISOString()}; ${unsealed} since`,
        )
      : look('no record is sealed yet'),
  ]
}

/** What is kept of people can be opened. */
async function keys() {
  const reached = hasOwnDatabase ? runningOn(databaseFolder(folder)) : databaseElsewhere(folder)
  if (!reached) return []
  const { programOf } = await import('./lib/programs.mjs')
  const { keysOpen } = await programOf('upkeep')
  const count = await keysOpen(reached).catch((error) => error)
  if (count instanceof Error) return [bad(count.message)]
  return [
    count > 1
      ? look('a change of keys was ended before its end: npm run keys goes on')
      : good('the key of the shop opens what is kept of people'),
  ]
}

function clock() {
  const { status, stdout } = spawnSync('timedatectl', ['show', '-p', 'NTPSynchronized', '--value'], {
    encoding: 'utf8',
  })
  if (status !== 0)
    return [look(`the clock says ${new Date().toISOString()}; nobody here knows whether it is right`)]
  return [
    stdout.trim() === 'yes'
      ? good('the clock is set by the network')
      : look(`the clock says ${new Date().toISOString()}, and is not set by the network`),
  ]
}

/** Copied each five minutes while the shop is open. */
const CHANGES_OLD_MS = 1_800_000
const kept = (changes) =>
  changes?.failed
    ? bad(`the newest changes could not be copied: ${changes.failed}`)
    : changes?.until && Date.now() - Date.parse(changes.until) < CHANGES_OLD_MS
      ? good(`every change is kept until ${changes.until}`)
      : look(
          `every change is kept until ${changes?.until ?? 'nothing yet'}; while the shop is open, each five minutes`,
        )

async function backups() {
  const { isSameDisk, isThere, settingsOf, stateOf } = await import('./lib/shopBackups.mjs')
  const settings = settingsOf(folder)
  if (!settings) return [bad('no backups are made: npm run backup -- --to FOLDER')]
  const { last, failed, changes } = stateOf(folder)
  const { programOf } = await import('./lib/programs.mjs')
  const { isBackupOld } = await programOf('upkeep')
  return [
    isThere(settings.to)
      ? good(`backups go to ${settings.to}`)
      : bad(`${settings.to} is not the folder that was chosen for backups. Is its disk mounted?`),
    ...(isThere(settings.to) && isSameDisk(folder, settings.to)
      ? [look('backups lie on the same disk as the shop, and are lost with it')]
      : []),
    !last
      ? bad('no backup was made yet')
      : isBackupOld(last.at, new Date())
        ? bad(`the last backup is of ${last.at}`)
        : existsSync(last.file) && statSync(last.file).size === last.bytes
          ? good(`the last backup, of ${last.at}, was restored and compared`)
          : bad(`the last backup, ${last.file}, is not there any more`),
    ...(settings.changes ? [kept(changes)] : []),
    ...(failed ? [bad(`the newest try failed at ${failed.at}: ${failed.why}`)] : []),
  ]
}

let isBad = false
for (const check of [programs, place, server, database, records, keys, clock, backups])
  for (const { mark, text } of await check()) {
    isBad ||= mark === bad('').mark
    console.log(`${mark}  ${text}`)
  }
process.exit(isBad ? 1 : 0)
