// npm start: a shop of its own, for keeps. What it keeps stands outside this folder, in BENEVOX_DATA; Ctrl-C or SIGTERM stops it.
import { mkdirSync } from 'node:fs'
import { join } from 'node:path'
import { buildWeb, startServer, webDist } from './lib/application.mjs'
import { databaseElsewhere, databaseFolder, dataFolderOfShop, hasOwnDatabase } from './lib/folder.mjs'
import { keep, runningAlready } from './lib/keeper.mjs'
import { endWithThis, othersCanReach, startMariadb } from './lib/mariadb.mjs'
import { ensureDebian, ensureNodeModules, give, root, say } from './lib/setup.mjs'

const folder = dataFolderOfShop()
mkdirSync(folder, { recursive: true })
const runningFile = join(folder, 'running.json')
const running = runningAlready(runningFile)
if (running) give(`this shop runs already (process ${running.pid}): ${running.address}`)
if (hasOwnDatabase && process.getuid?.() === 0 && !othersCanReach(folder))
  give(`the database runs as the user mysql, who cannot reach ${folder}. Choose another BENEVOX_DATA.`)
if (hasOwnDatabase) ensureDebian({ 'mariadb-server': 'mariadbd' })
ensureNodeModules()
const { rotatedLog } = await import('./lib/log.mjs')

const start = (port) => startMariadb({ folder: databaseFolder(folder), port })
const mariadb = hasOwnDatabase ? await start() : undefined
const letGo = mariadb && endWithThis(mariadb)
await buildWeb()
const { beforeUpdate, keepBackups, settingsOf, stateFile } = await import('./lib/shopBackups.mjs')
const kept = await beforeUpdate(folder, mariadb ?? databaseElsewhere(folder)).catch(async (error) => {
  await mariadb?.stop()
  give(error.message)
})
if (kept) say(`as it was before: ${kept}`)
const log = rotatedLog(join(folder, 'logs'), 'server.log')
const address = await keep({
  mariadb,
  startMariadb: start,
  serve: async (port, on = databaseElsewhere(folder)) => {
    const server = await startServer(
      on,
      {
        BENEVOX_PORT: String(port),
        BENEVOX_WEB: webDist,
        BENEVOX_LOG: process.env.BENEVOX_LOG ?? 'info',
        BENEVOX_BACKUP_STATE: stateFile(folder),
        BENEVOX_TLS: join(folder, 'tls'),
        BENEVOX_CATALOGUE: join(root, 'demo', 'pack.json'),
      },
      log,
    )
    return server
  },
  others: [keepBackups(folder), { stop: () => new Promise((resolve) => log.end(resolve)) }],
  runningFile,
  firstPort: Number(process.env.BENEVOX_PORT ?? 4180),
})
letGo?.()
say(`open at ${address}`)
say(`its data: ${folder}`)
if (!settingsOf(folder)) say('no backups are made yet. To have one each day: npm run backup -- --to FOLDER')
say('Ctrl-C stops everything; started again, it goes on where it was.')
