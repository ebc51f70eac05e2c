// npm run demo: from nothing to the running demo shop. `-- --fresh` begins anew.
import { join } from 'node:path'
import { buildWeb, loadDemo, startServer, startStandIns, webDist } from './lib/application.mjs'
import { keep, runningAlready } from './lib/keeper.mjs'
import { startMariadb } from './lib/mariadb.mjs'
import { programOf } from './lib/programs.mjs'
import { ensureDebian, ensureNodeModules, give, say, workDir } from './lib/setup.mjs'

/** The folder of its data within the project: tests have one of their own. */
const name = process.env.BENEVOX_DEMO ?? 'demo'
const runningFile = join(workDir, `${name}.json`)
const running = runningAlready(runningFile)
if (running) give(`the demo runs already (process ${running.pid}): ${running.address}`)
ensureDebian({ 'mariadb-server': 'mariadbd' })
ensureNodeModules()

const mariadb = await startMariadb({ name, fresh: process.argv.includes('--fresh') })
await loadDemo(mariadb, { past: true })
await buildWeb()

const { MODELS_REPORTED: models, REPORTED: reported, SHOP, SIGN_IN_HINT } = await programOf('shop')
/** A supplier answers after minutes here, where a real one takes days. */
const RESULT_AFTER_MS = 120_000
const outside = await startStandIns({ reported, models }, RESULT_AFTER_MS)
const address = await keep({
  mariadb,
  startMariadb: (port) => startMariadb({ name, port }),
  serve: (port, on) =>
    startServer(on, {
      ...outside.env,
      BENEVOX_PORT: String(port),
      BENEVOX_PORT_MAY_DIFFER: 'yes',
      BENEVOX_WEB: webDist,
      BENEVOX_SHOP: SHOP,
      BENEVOX_SIGN_IN_HINT: SIGN_IN_HINT,
    }),
  others: [outside],
  runningFile,
  firstPort: Number(process.env.BENEVOX_PORT ?? 4180),
})
say(`${SHOP} is open at ${address}`)
say(SIGN_IN_HINT)
say('Ctrl-C stops everything; started again, it keeps its data.')
