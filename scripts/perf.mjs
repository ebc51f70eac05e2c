// npm run perf [-- start hands search decisions questions diagnosis check writers kills away counters express size importing papers screens answers keys regret]: the figures that issues ask for, all or some of them. Medians of
// several runs; the machine is named, since it matters.
import { spawn } from 'node:child_process'
import { cpus } from 'node:os'
import { ensureDebian, ensureNodeModules, root } from './lib/setup.mjs'
import { programOf } from './lib/programs.mjs'
import { median } from './perf/figures.mjs'

ensureDebian({ 'mariadb-server': 'mariadbd', 'chromium-headless-shell': 'chromium-headless-shell' })
ensureNodeModules()
const { measureCheck } = await import('./perf/check.mjs')
const { measureDecisions } = await import('./perf/decision.mjs')
const { measureDiagnosis } = await import('./perf/diagnosis.mjs')
const { measureAway, measureKills } = await import('./perf/kills.mjs')
const { measureHands } = await import('./perf/hands.mjs')
const { measureImporting } = await import('./perf/importing.mjs')
const { measurePapers } = await import('./perf/papers.mjs')
const { measureRegret } = await import('./perf/regret.mjs')
const { measureQuestions, measureStories } = await import('./perf/questions.mjs')
const { measureScreens } = await import('./perf/screens.mjs')
const { measureSearch } = await import('./perf/search.mjs')
const { measureAtSize } = await import('./perf/atSize.mjs')
const { measureWriters } = await import('./perf/writers.mjs')
const { measureBesideExpress } = await import('./perf/express.mjs')
const { measureCounters } = await import('./perf/counters.mjs')

/** Seconds from `npm run demo` until its page answers; the demo is stopped again. */
async function startDemo() {
  const from = performance.now()
  const demo = spawn('npm', ['run', 'demo', '--silent'], {
    cwd: root,
    stdio: ['ignore', 'pipe', 'inherit'],
    detached: true,
    env: { ...process.env, BENEVOX_PORT: '4300' },
  })
  const address = await new Promise((resolve, reject) => {
    demo.stdout.on('data', (text) => {
      const found = /open at (http\S+)/.exec(String(text))
      if (found) resolve(found[1])
    })
    demo.once('exit', (code) => reject(new Error(`the demo ended with ${code}`)))
  })
  while (!(await fetch(address).catch(() => undefined))?.ok)
    await new Promise((resolve) => setTimeout(resolve, 20))
  const seconds = (performance.now() - from) / 1000
  const ended = new Promise((resolve) => demo.once('exit', resolve))
  process.kill(-demo.pid, 'SIGINT')
  await ended
  return seconds
}

const core = await programOf('measured')
const wanted = process.argv.slice(2)
const asked = (name) => wanted.length === 0 || wanted.includes(name)
const whole = (value) => Math.round(value).toLocaleString('en')

console.log(`${cpus().length} × ${cpus()[0]?.model}, Node ${process.version}`)

if (asked('start')) {
  await startDemo()
  const starts = []
  for (let n = 0; n < 5; n++) starts.push(await startDemo())
  console.log(
    `\nSecond start of the demo until the page answers: median ${median(starts).toFixed(1)} s of ${starts.map((s) => s.toFixed(1)).join(', ')}`,
  )
}

if (asked('hands')) {
  console.log(
    '\nRuns a second of many hands on the twin, one core; medians of 5. “Library”: one run of the same machine,',
  )
  console.log('with the same moves, on a general-purpose state machine library in the same process.')
  const rows = measureHands({ pack: core.demoPack(), core })
  console.table(
    Object.fromEntries(
      rows.map(({ family, entering, whole: reset, library, times }) => [
        family,
        {
          entering: whole(entering),
          'whole reset': whole(reset),
          library: whole(library),
          times: times.toFixed(0),
        },
      ]),
    ),
  )
  const middle = (of) => median(rows.map(of))
  console.log(
    `Median family: entering ${whole(middle((row) => row.entering))}, whole reset ${whole(middle((row) => row.whole))}, ${middle((row) => row.times).toFixed(0)} times the library (least ${Math.min(...rows.map((row) => row.times)).toFixed(0)})`,
  )
}

if (asked('search')) {
  console.log('\nModel search over 50,000 invented models: one search at every keystroke.')
  console.table(await measureSearch(core))
}

if (asked('decisions')) {
  console.log('\nFrom a changed fact to the route, and to its alternatives and all questions by worth:')
  console.table(measureDecisions(core))
}

if (asked('questions')) {
  console.log(
    '\nQuestions until a job is decided as well as with everything known, the stories and five whole jobs:',
  )
  const { rows, middle } = measureStories(core)
  console.table(rows)
  console.log(`In the median ${middle.questions} questions, ${middle.seconds} s. Simulated customers:`)
  console.table([measureQuestions(core, Number(process.env.BENEVOX_CUSTOMERS ?? 300))])
}

if (asked('diagnosis')) {
  console.log(
    '\nAttempts until recovery, 1,000 simulated phones with hidden faults, half of a hidden family:',
  )
  const { rows, answers } = measureDiagnosis(core, core.demoPack())
  console.table(rows)
  console.log('Answers of the rule, the first of each family working its twins out:')
  console.table([answers])
}

if (asked('check')) {
  console.log('\nA pack of a megabyte, all of it families, read and checked (asked for: 2 s):')
  console.table([measureCheck(core)])
}

if (asked('kills')) {
  console.log(
    '\nTen thousand writes while server and database are killed (SIGKILL) by chance, each again and again.',
  )
  console.table([await measureKills()])
}

if (asked('away')) {
  console.log('\nWrites while the database is frozen for 30 s, and then the server away for 30 s.')
  console.table([await measureAway()])
}

if (asked('writers')) {
  console.log(
    '\nFifty people writing at once on fifty jobs for three minutes, and lists of five thousand open jobs:',
  )
  const { rows, lists } = await measureWriters()
  console.table(rows)
  console.log(lists)
}

if (asked('counters')) {
  console.log('\nFifty counters at work for ten minutes, with 50,000 jobs (asked for: p99 250 ms, no error):')
  const { rows, errors, slow, memory, beside } = await measureCounters(
    Number(process.env.BENEVOX_MINUTES ?? 10),
  )
  console.table(rows)
  console.log(`${errors.length} errors ${errors.slice(0, 10).join(', ')}; the server's memory ${memory}`)
  console.log(`longer than 0.7 s: ${slow.join(', ') || 'none'}`)
  console.log(`the computer by itself: ${beside}`)
}

if (asked('express')) {
  console.log(
    '\nRequests a second beside bare Express that asks the same SQL, in turns (asked for: a share of 0.6):',
  )
  console.table(await measureBesideExpress())
}

if (asked('size')) {
  console.log('\n200,000 jobs and 1,000,000 attempts; medians of 15:')
  const { rows, exports } = await measureAtSize()
  console.table(rows)
  console.table(exports)
}

if (asked('importing')) {
  console.log('\nWhat others wait for while two megabytes are taken in (asked for: 50 ms):')
  console.table([await measureImporting()])
}

if (asked('papers')) {
  console.log('\nWhat others wait for while a receipt or a card is printed:')
  console.table(await measurePapers())
}

if (asked('screens') || asked('answers') || asked('keys')) {
  console.log('\nIn the browser, on the built application with the demo’s data:')
  const only = asked('screens') ? undefined : asked('keys') ? 'keys' : 'answers'
  for (const line of await measureScreens(only)) console.log(`  ${line}`)
}

if (asked('regret')) {
  console.log('\nWhat a route falls short of that of somebody who knows the truth, minor units a job:')
  console.table(measureRegret(core, Number(process.env.BENEVOX_SHOPS ?? 24)))
}
