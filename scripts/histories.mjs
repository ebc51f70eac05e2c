// npm run histories [-- COUNT [SEED …]]: the properties of a job's life over many more random histories than the tests
// live, each lived once and asked all of them, so many from each seed; and the route of five thousand random jobs
// against enumeration. One seed alone has hidden what the next one found.
import { spawnSync } from 'node:child_process'
import { join } from 'node:path'
import { ensureNodeModules, root } from './lib/setup.mjs'

ensureNodeModules()
const [count = '25000', ...given] = process.argv.slice(2)
const seeds = given.length > 0 ? given : ['20261126', '20261127', '20261128', '20261129']
if (![count, ...seeds].every((number) => /^[1-9]\d*$/.test(number))) {
  console.error('Usage: npm run histories [-- COUNT [SEED …]], whole numbers')
  process.exit(2)
}
const failed = seeds.filter((seed) => {
  console.log(`\n${count} histories of each property from seed ${seed}`)
  const { status } = spawnSync(
    process.execPath,
    [
      join(root, 'node_modules/vitest/vitest.mjs'),
      'run',
      '--project',
      'core',
      'core/src/job/life.test.ts',
      'web/src/job/lost.test.ts',
      'core/src/route/enumeration.test.ts',
    ],
    {
      cwd: root,
      stdio: 'inherit',
      env: { ...process.env, BENEVOX_HISTORIES: count, BENEVOX_JOBS: '5000', BENEVOX_SEED: seed },
    },
  )
  return status !== 0
})
console.log(failed.length === 0 ? 'All of them held.' : `Broken from seed ${failed.join(', ')}`)
process.exitCode = failed.length === 0 ? 0 : 1
