// npm run demo: from nothing to the running demo shop. `-- --fresh` begins anew.
import { existsSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { buildWeb, loadDemo, startServer, startStandIns, webDist } from './lib/application.mjs'
import { startMariadb } from './lib/mariadb.mjs'
import { programOf } from './lib/programs.mjs'
import { ensureDebian, ensureNodeModules, give, say, workDir } from './lib/setup.mjs'

const fresh = process.argv.includes('--fresh')
const runningFile = join(workDir, `${process.env.BENEVOX_DATA ?? 'demo'}.json`)

function alreadyRunning() {
  if (!existsSync(runningFile)) return
  const { pid, address } = JSON.parse(readFileSync(runningFile, 'utf8'))
  const isDemo =
    existsSync(`/proc/${pid}/cmdline`) && readFileSync(`/proc/${pid}/cmdline`, 'utf8').includes('demo.mjs')
  if (isDemo && pid !== process.pid) give(`the demo runs already (process ${pid}): ${address}`)
}

alreadyRunning()
ensureDebian({ 'mariadb-server': 'mariadbd' })
ensureNodeModules()

let stopping = false
let mariadb = await startMariadb({ name: process.env.BENEVOX_DATA ?? 'demo', fresh })
await loadDemo(mariadb, { past: true })
await buildWeb()

const { MODELS_REPORTED: models, REPORTED: reported, SHOP, SIGN_IN_HINT } = await programOf('shop')
/** A supplier answers after minutes here, where a real one takes days. */
const RESULT_AFTER_MS = 120_000
const outside = await startStandIns({ reported, models }, RESULT_AFTER_MS)
const serve = () =>
  startServer(mariadb, {
    ...outside.env,
    BENEVOX_PORT: String(port),
    BENEVOX_PORT_MAY_DIFFER: 'yes',
    BENEVOX_WEB: webDist,
    BENEVOX_SHOP: SHOP,
    BENEVOX_SIGN_IN_HINT: SIGN_IN_HINT,
  })

/** The one it has, once it has one: pages that are open find it again there. */
let port = Number(process.env.BENEVOX_PORT ?? 4180)
let server = await serve()
port = server.port
const address = `http://127.0.0.1:${port}/`
writeFileSync(runningFile, JSON.stringify({ pid: process.pid, address }))
watchServer()
watchMariadb()
say(`${SHOP} is open at ${address}`)
say(SIGN_IN_HINT)
say('Ctrl-C stops everything; started again, it keeps its data.')

/** A process that dies by itself is started again; what it had acknowledged is on the disk. */
function watchServer() {
  server.once('exit', async () => {
    if (stopping) return
    say('the server died; starting it again.')
    server = await serveAgain()
    watchServer()
  })
}

/** Until it stands: the database it needs may be on its way up itself. */
async function serveAgain() {
  for (;;) {
    const again = await serve().catch(() => undefined)
    if (again) return again
    await new Promise((resolve) => setTimeout(resolve, 1000))
  }
}

function watchMariadb() {
  mariadb.onExit(async () => {
    if (stopping) return
    say('mariadbd died; starting it again.')
    mariadb = await startMariadb({ name: process.env.BENEVOX_DATA ?? 'demo', port: mariadb.port })
    watchMariadb()
  })
}

for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP'])
  process.on(signal, async () => {
    if (stopping) return
    stopping = true
    rmSync(runningFile, { force: true })
    const ended = new Promise((resolve) => server.once('exit', resolve))
    if (server.exitCode === null && server.signalCode === null && server.kill('SIGTERM')) await ended
    await outside.stop()
    await mariadb.stop()
    say('stopped.')
    process.exit(0)
  })
