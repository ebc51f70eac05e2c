// npm run dev: the demo's shop with hot reload of the interface and a server that restarts on change.
import { spawn } from 'node:child_process'
import { join } from 'node:path'
import { loadDemo, startStandIns } from './lib/application.mjs'
import { serverEnvironment, startMariadb } from './lib/mariadb.mjs'
import { ensureDebian, ensureNodeModules, root, say } from './lib/setup.mjs'

ensureDebian({ 'mariadb-server': 'mariadbd' })
ensureNodeModules()
const mariadb = await startMariadb({ name: 'dev' })
await loadDemo(mariadb)
/** Told to both, the server and the builder: where it is taken, the server says so. */
const port = Number(process.env.BENEVOX_PORT ?? 4190)
const outside = await startStandIns()
const env = serverEnvironment(mariadb, {
  ...outside.env,
  BENEVOX_PORT: String(port),
  BENEVOX_API: `http://127.0.0.1:${port}`,
  BENEVOX_LOG: 'info',
})
const children = [
  spawn(
    process.execPath,
    [join(root, 'node_modules/tsx/dist/cli.mjs'), 'watch', join(root, 'server/src/main.ts')],
    { cwd: root, env, stdio: 'inherit' },
  ),
  spawn(process.execPath, [join(root, 'node_modules/vite/bin/vite.js'), 'web'], {
    cwd: root,
    env,
    stdio: 'inherit',
  }),
]
say('Ctrl-C stops everything.')

let stopping = false
for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP'])
  process.on(signal, async () => {
    if (stopping) return
    stopping = true
    for (const child of children) child.kill('SIGTERM')
    await outside.stop()
    await mariadb.stop()
    process.exit(0)
  })
