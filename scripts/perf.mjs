// npm run perf: the figures that issues ask for. Medians of several runs; the machine is named, since it matters.
import { spawn } from 'node:child_process'
import { cpus } from 'node:os'
import { ensureDebian, ensureNodeModules, root } from './lib/setup.mjs'

ensureDebian({ 'mariadb-server': 'mariadbd' })
ensureNodeModules()
const median = (values) => [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)]

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

const { tsImport } = await import('tsx/esm/api')
const { demoPack } = await tsImport('../demo/demoPack.ts', import.meta.url)
const { composeFamily } = await tsImport('../core/src/catalog/index.ts', import.meta.url)
const { compileFamily, durationsAt, USUAL_SITUATION } = await tsImport(
  '../core/src/twin/index.ts',
  import.meta.url,
)
const { perform } = await tsImport('../core/src/procedure/index.ts', import.meta.url)

console.log(`${cpus().length} × ${cpus()[0]?.model}, Node ${process.version}`)
await startDemo()
const starts = []
for (let n = 0; n < 5; n++) starts.push(await startDemo())
console.log(
  `second start of the demo until the page answers: median ${median(starts).toFixed(1)} s of ${starts.map((s) => s.toFixed(1)).join(', ')}`,
)

const pack = demoPack()
for (const family of pack.families) {
  const machine = compileFamily(composeFamily(pack, family).composed)
  const [procedure] = family.procedures
  const durations = durationsAt(machine, 'median')
  const rates = Array.from({ length: 5 }, () => {
    const from = performance.now()
    let runs = 0
    while (performance.now() - from < 500)
      for (let n = 0; n < 100; n++, runs++) perform(machine, procedure, USUAL_SITUATION, durations)
    return (runs / (performance.now() - from)) * 1000
  })
  console.log(
    `${family.id}: ${Math.round(median(rates)).toLocaleString('en')} perfect runs a second into recovery`,
  )
}
