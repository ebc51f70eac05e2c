// npm test: installs what is missing, then types, lint, unit, server and the real interface; one closing line.
import { spawn, spawnSync } from 'node:child_process'
import { mkdirSync, readdirSync, readFileSync, rmSync } from 'node:fs'
import { join } from 'node:path'
import { buildWeb, loadDemo, startServer, startStandIns, webDist } from './lib/application.mjs'
import { freePort, serverEnvironment, startMariadb } from './lib/mariadb.mjs'
import { ensureDebian, ensureNodeModules, root, say, workDir } from './lib/setup.mjs'

ensureDebian({ 'mariadb-server': 'mariadbd', chromium: 'chromium' })
ensureNodeModules()

const reports = join(workDir, 'reports')
rmSync(reports, { recursive: true, force: true })
mkdirSync(reports, { recursive: true })
let passed = 0
let failed = 0

const run = (bin, args, env = {}) =>
  spawnSync(process.execPath, [join(root, 'node_modules', bin), ...args], {
    cwd: root,
    stdio: 'inherit',
    env: { ...process.env, ...env },
  }).status === 0
const report = (name) => JSON.parse(readFileSync(join(reports, name), 'utf8'))
const seconds = (from) => `${Math.round((Date.now() - from) / 1000)} s`

/** One check that passes or fails as a whole. */
function check(what, from, holds) {
  if (holds) passed++
  else failed++
  say(`${what}: ${holds ? 'passed' : 'FAILED'} (${seconds(from)})`)
}

/** Checks of the source that do not wait for one another, two at a time; each one's words stand together. */
async function checkSource(checks) {
  const from = Date.now()
  const waiting = [...checks]
  const worker = async () => {
    for (let next = waiting.shift(); next; next = waiting.shift()) {
      const [what, bin, args] = next
      const child = spawn(process.execPath, [join(root, 'node_modules', bin), ...args], { cwd: root })
      const words = []
      for (const stream of [child.stdout, child.stderr]) stream.on('data', (text) => words.push(text))
      const code = await new Promise((resolve) => child.once('close', resolve))
      process.stdout.write(Buffer.concat(words))
      check(what, from, code === 0)
    }
  }
  await Promise.all([worker(), worker()])
}

/** A runner's own counts; a run that dies without a report is one failure. */
function count(what, from, { ok, passes, fails }) {
  passed += passes
  failed += ok || fails > 0 ? fails : 1
  say(
    `${what}: ${passes} passed, ${fails} failed${ok || fails > 0 ? '' : ', and the run itself failed'} (${seconds(from)})`,
  )
}

function vitest(project) {
  const from = Date.now()
  const file = `${project}.json`
  const ok = run('vitest/vitest.mjs', [
    'run',
    '--project',
    project,
    '--reporter=default',
    '--reporter=json',
    `--outputFile.json=${join(reports, file)}`,
  ])
  const { numPassedTests: passes = 0, numFailedTests: fails = 0 } = safely(() => report(file))
  count(project, from, { ok, passes, fails })
}

/**
 * The interface in two halves side by side, each with its own database, stand-ins and server: both wait for devices
 * most of the time. Which files go together: about as long as the others, and who listens to the clock apart.
 */
const HALVES = [
  ['bench', 'bench-signals', 'nothing-lost', 'one-locked-phone'],
  ['counter', 'every-family', 'every-view', 'playbook', 'teach'],
]

async function playwright(files, half) {
  const from = Date.now()
  const name = `e2e-${half + 1}`
  const mariadb = await startMariadb({ name, fresh: true })
  await loadDemo(mariadb)
  const port = await freePort()
  const outside = await startStandIns()
  const server = await startServer(mariadb, {
    ...outside.env,
    BENEVOX_PORT: String(port),
    BENEVOX_WEB: webDist,
  })
  const env = {
    ...outside.env,
    ...serverEnvironment(mariadb),
    BENEVOX_ADDRESS: `http://127.0.0.1:${port}`,
    BENEVOX_WEB: webDist,
    PLAYWRIGHT_JSON_OUTPUT_NAME: join(reports, `${name}.json`),
  }
  const these = files.map((file) => `e2e/${file}.spec.ts`)
  const child = spawn(
    process.execPath,
    [
      join(root, 'node_modules/@playwright/test/cli.js'),
      'test',
      ...these,
      '--reporter=list,json',
      `--output=${join(workDir, 'test-results', name)}`,
    ],
    { cwd: root, stdio: 'inherit', env: { ...process.env, ...env } },
  )
  const code = await new Promise((resolve) => child.once('close', resolve))
  server.kill('SIGTERM')
  await outside.stop()
  await mariadb.stop()
  const { stats = {} } = safely(() => report(`${name}.json`))
  count(`interface: ${files.join(', ')}`, from, {
    ok: code === 0,
    passes: (stats.expected ?? 0) + (stats.flaky ?? 0),
    fails: stats.unexpected ?? 0,
  })
}

function safely(read) {
  try {
    return read()
  } catch {
    return {}
  }
}

await checkSource([
  ['types of the interface', 'vue-tsc/bin/vue-tsc.js', ['-p', 'web']],
  ['lint', 'eslint/bin/eslint.js', ['.', '--max-warnings', '0']],
  ['format', 'prettier/bin/prettier.cjs', ['--check', '--log-level', 'warn', '.']],
  ['types', 'typescript/bin/tsc', ['-p', '.']],
  ['types of core', 'typescript/bin/tsc', ['-p', 'core']],
])
vitest('core')
vitest('server')
const building = Date.now()
buildWeb()
check('build', building, true)
const missing = readdirSync(join(root, 'e2e')).filter(
  (file) => file.endsWith('.spec.ts') && !HALVES.flat().includes(file.replace('.spec.ts', '')),
)
check(
  `every file of the interface’s tests is run${missing.map((file) => `, ${file}`).join('')}`,
  Date.now(),
  missing.length === 0,
)
await Promise.all(HALVES.map(playwright))

console.log(`${passed} passed, ${failed} failed`)
process.exitCode = failed === 0 ? 0 : 1
