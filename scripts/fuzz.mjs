// npm run fuzz [-- COUNT [SEED]]: so many random requests over all routes, the same ones for the same seed; none may be answered with 5xx.
import { spawnSync } from 'node:child_process'
import { join } from 'node:path'
import { ensureDebian, ensureNodeModules, root } from './lib/setup.mjs'

const [count = '100000', seed = '20261201'] = process.argv.slice(2)
if (![count, seed].every((number) => /^[1-9]\d*$/.test(number))) {
  console.error('Usage: npm run fuzz [-- COUNT [SEED]], whole numbers')
  process.exit(2)
}
ensureDebian({ 'mariadb-server': 'mariadbd' })
ensureNodeModules()
const { status } = spawnSync(
  process.execPath,
  [
    join(root, 'node_modules/vitest/vitest.mjs'),
    'run',
    '--project',
    'server',
    'server/src/http/fuzz.test.ts',
  ],
  { cwd: root, stdio: 'inherit', env: { ...process.env, BENEVOX_FUZZ: count, BENEVOX_SEED: seed } },
)
process.exitCode = status ?? 1
