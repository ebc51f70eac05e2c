// npm run histories [-- COUNT]: the properties of a job's life over many more random histories than the tests live.
import { spawnSync } from 'node:child_process'
import { join } from 'node:path'
import { ensureNodeModules, root } from './lib/setup.mjs'

ensureNodeModules()
const count = process.argv[2] ?? '100000'
const { status } = spawnSync(
  process.execPath,
  [
    join(root, 'node_modules/vitest/vitest.mjs'),
    'run',
    '--project',
    'core',
    'core/src/job/life.test.ts',
    'web/src/job/lost.test.ts',
  ],
  { cwd: root, stdio: 'inherit', env: { ...process.env, BENEVOX_HISTORIES: count } },
)
process.exitCode = status ?? 1
