// npm test: installs what is missing, then types, lint, unit, server and the real interface; one closing line.
import { spawn } from 'node:child_process'
import { mkdirSync, readdirSync, readFileSync, rmSync } from 'node:fs'
import { join } from 'node:path'
import { buildWeb, loadDemo, startServer, startStandIns, webDist } from './lib/application.mjs'
import { serverEnvironment, startMariadb } from './lib/mariadb.mjs'
import { ensureDebian, ensureNodeModules, root, say, workDir } from './lib/setup.mjs'

ensureDebian({ 'mariadb-server': 'mariadbd', 'chromium-headless-shell': 'chromium-headless-shell' })
ensureNodeModules()

const reports = join(workDir, 'reports')
rmSync(reports, { recursive: true, force: true })
mkdirSync(reports, { recursive: true })
let passed = 0
let failed = 0

/** Runs a tool of the project and prints its words together when it has ended. @returns whether it passed */
async function run(bin, args, env = {}) {
  const child = spawn(process.execPath, [join(root, 'node_modules', bin), ...args], {
    cwd: root,
    env: { ...process.env, ...env },
  })
  const words = []
  for (const stream of [child.stdout, child.stderr]) stream.on('data', (text) => words.push(text))
  const code = await new Promise((resolve) => child.once('close', resolve))
  process.stdout.write(Buffer.concat(words))
  return code === 0
}
const report = (name) => JSON.parse(readFileSync(join(reports, name), 'utf8'))
const seconds = (from) => `${Math.round((Date.now() - from) / 1000)} s`

/** One check that passes or fails as a whole. */
function check(what, from, holds) {
  if (holds) passed++
  else failed++
  say(`${what}: ${holds ? 'passed' : 'FAILED'} (${seconds(from)})`)
}

/** A check of the source, by a tool of the project. */
const source = (what, bin, args) => async () => {
  const from = Date.now()
  check(what, from, await run(bin, args))
}

/** Runs in this order as many at a time as there are lanes; each one's words stand together. */
async function inLanes(lanes, jobs) {
  const waiting = [...jobs]
  const lane = async () => {
    for (let next = waiting.shift(); next; next = waiting.shift()) await next()
  }
  await Promise.all(Array.from({ length: lanes }, lane))
}

/** A runner's own counts; a run that dies without a report is one failure. */
function count(what, from, { ok, passes, fails }) {
  passed += passes
  failed += ok || fails > 0 ? fails : 1
  say(
    `${what}: ${passes} passed, ${fails} failed${ok || fails > 0 ? '' : ', and the run itself failed'} (${seconds(from)})`,
  )
}

async function vitest(project) {
  const from = Date.now()
  const file = `${project}.json`
  const ok = await run('vitest/vitest.mjs', [
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

/** The interface in parts, each with its own database, stand-ins and server; the longest first. */
const PARTS = [
  ['counter', 'by-keyboard', 'whole-jobs', 'account-lock', 'hand-back', 'playbook', 'languages'],
  [
    'every-view',
    'every-family',
    'first-page',
    'one-truth',
    'suppliers',
    'status',
    'forgetting',
    'jobs',
    'results',
    'teach',
    'teach-anew',
    'first-run',
    'people',
    'other-devices',
    'second-step',
    'connections',
  ],
  ['bench', 'bench-one-view', 'bench-signals', 'carrier-lock', 'nothing-lost', 'one-locked-phone'],
]

/** The demo's data, made once: each part of the interface's tests begins with a copy of its own. */
async function makeDemoData() {
  const mariadb = await startMariadb({ name: DEMO_DATA, fresh: true })
  await loadDemo(mariadb)
  await mariadb.stop()
}
const DEMO_DATA = 'e2e-demo'
let demoData

async function playwright(files, name) {
  const from = Date.now()
  await (demoData ??= makeDemoData())
  const mariadb = await startMariadb({ name, fresh: true, from: DEMO_DATA })
  const outside = await startStandIns()
  const server = await startServer(mariadb, {
    ...outside.env,
    BENEVOX_WEB: webDist,
    BENEVOX_TLS: join(mariadb.dir, 'tls'),
    BENEVOX_DEVICES_AT: '127.0.0.2',
  })
  const env = {
    ...outside.env,
    ...serverEnvironment(mariadb),
    BENEVOX_ADDRESS: `http://127.0.0.1:${server.port}`,
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
    passes: stats.expected ?? 0,
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

const building = Date.now()
await buildWeb()
check('build', building, true)
const missing = readdirSync(join(root, 'e2e')).filter(
  (file) => file.endsWith('.spec.ts') && !PARTS.flat().includes(file.replace('.spec.ts', '')),
)
check(
  `every file of the interface’s tests is run${missing.map((file) => `, ${file}`).join('')}`,
  Date.now(),
  missing.length === 0,
)
// Two cores are kept busy by three at a time: the server and the interface wait for devices and databases in between.
// The long ones first, then what is short, so that the lanes end together.
await inLanes(3, [
  () => vitest('server'),
  ...PARTS.map((files, part) => () => playwright(files, `e2e-${part + 1}`)),
  () => vitest('core'),
  () => vitest('scripts'),
  source('types of the interface', 'vue-tsc/bin/vue-tsc.js', ['-p', 'web']),
  source('types', 'typescript/bin/tsc', ['-p', '.']),
  source('lint', 'eslint/bin/eslint.js', ['.', '--max-warnings', '0']),
  source('words', '../scripts/words.mjs', ['--check']),
  source('nothing unused', 'knip/bin/knip.js', ['--no-progress']),
])

console.log(`${passed} passed, ${failed} failed`)
process.exitCode = failed === 0 ? 0 : 1
