// Fifty counters at work in a shop of many years: each takes devices in, answers questions, looks into lists and searches, as long as a person takes.
import { fork } from 'node:child_process'
import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { performance } from 'node:perf_hooks'
import { startServer } from '../lib/application.mjs'
import { startMariadb } from '../lib/mariadb.mjs'
import { programOf } from '../lib/programs.mjs'
import { fillLedger } from './ledger.mjs'
import { Person, quantile } from './writers.mjs'

const COUNTERS = 50
const JOBS = 50_000
/** A person reads and presses: between so many and so many milliseconds. */
const THINKS_MS = [600, 2200]
const FACTS = [
  { modelId: 'orrelin-vane-5' },
  { complaint: 'forgotten-lock' },
  { hazard: 'none' },
  { whose: 'own' },
  { knowsScreenLock: 'no' },
  { accountOnDevice: 'unknown' },
  { carrierLocked: 'no' },
  { ownership: 'receipt' },
]

const ASKED = ['open', 'answer', 'list', 'search', 'look', 'history']

/** What is named with when it was asked. */
const SLOW_MS = 700

/** One counter until the time is over. @param asks asks and measures */
async function work(asks, random, until) {
  const think = () =>
    new Promise((resolve) => setTimeout(resolve, THINKS_MS[0] + random() * (THINKS_MS[1] - THINKS_MS[0])))
  const later = () => performance.now() < until
  await think()
  while (later()) {
    let job = await asks('open', 'POST', '/api/jobs', { key: crypto.randomUUID() })
    for (const facts of FACTS) {
      await think()
      if (!later() || !job) break
      const body = { version: job.version, facts }
      job = await asks('answer', 'PATCH', `/api/jobs/${job.id}/facts`, body)
    }
    if (!job || !later()) continue
    await think()
    await asks('list', 'GET', '/api/jobs?station=counter')
    await think()
    await asks('search', 'GET', `/api/jobs?search=${encodeURIComponent(job.ticket)}`)
    await think()
    await asks('look', 'GET', `/api/jobs/${job.id}`)
    await think()
    await asks('history', 'GET', `/api/jobs/${job.id}/events`)
  }
}

/** A second in which the computer itself was late: others took more of it, or its disk took longer for 4 KB. */
const isDisturbed = ({ stolen, disk }) => stolen > 0.1 || disk > 100

/** What the computer itself does meanwhile, second by second: how late it is, how long its disk takes, how much others take of it. */
function witness(mariadb) {
  const child = fork(join(import.meta.dirname, 'witness.mjs'), [join(mariadb.dir, 'witness')])
  const seconds = []
  child.on('message', (second) => seconds.push({ ...second, until: performance.now() }))
  return () => {
    child.disconnect()
    return seconds.map((second, nth) => ({ ...second, from: seconds[nth - 1]?.until ?? 0 }))
  }
}

function saidOf(seconds) {
  const most = (what) => Math.max(...seconds.map((second) => second[what]))
  const mean = (what) => seconds.reduce((sum, second) => sum + what(second), 0) / seconds.length
  const percent = (share) => `${Math.round(share * 100)} %`
  return (
    `4 KB took ${Math.round(most('disk'))} ms to the disk at most, a timer was ${Math.round(most('late'))} ms late at most; ` +
    `others took ${percent(mean(({ stolen }) => stolen))} of the processor, ${percent(most('stolen'))} in the worst second; ` +
    `${percent(mean(isDisturbed))} of the seconds were disturbed`
  )
}

const megabytes = (pid) =>
  Math.round(Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${pid}/status`, 'utf8'))?.[1]) / 1024)

/** @param minutes how long they go on */
export async function measureCounters(minutes = 10) {
  const { STAFF } = await programOf('shop')
  const { seeded } = await programOf('measured')
  const mariadb = await startMariadb({ name: 'perf-counters', fresh: true })
  let server
  try {
    await fillLedger(mariadb, { jobs: JOBS, attempts: JOBS * 5 })
    server = await startServer(mariadb, { BENEVOX_LOG: 'error' })
    const people = []
    for (let nth = 0; nth < COUNTERS; nth++)
      people.push(await new Person(`http://127.0.0.1:${server.port}`).signIn(STAFF[nth % STAFF.length]))
    const errors = []
    const asks = []
    const memory = [megabytes(server.pid)]
    const timer = setInterval(() => memory.push(megabytes(server.pid)), 60_000)
    const saw = witness(mariadb)
    const from = performance.now()
    await Promise.all(
      people.map((person, nth) =>
        work(
          async (what, method, path, body) => {
            const asked = performance.now()
            const { status, body: answer } = await person.ask(method, path, body)
            const now = performance.now()
            asks.push({ what, asked, now })
            if (status === 200) return answer
            errors.push(`${what} ${status}`)
            return undefined
          },
          seeded(7000 + nth),
          from + minutes * 60_000,
        ),
      ),
    )
    const seconds = (performance.now() - from) / 1000
    clearInterval(timer)
    const beside = saw()
    const disturbed = beside.filter(isDisturbed)
    const undisturbed = asks.filter(
      ({ asked, now }) => !disturbed.some((second) => asked < second.until && now > second.from),
    )
    const row = (some) => {
      const sorted = some.map(({ asked, now }) => now - asked).toSorted((one, other) => one - other)
      return {
        requests: sorted.length,
        'a second': Number((sorted.length / seconds).toFixed(1)),
        'median ms': Math.round(quantile(sorted, 0.5)),
        'p95 ms': Math.round(quantile(sorted, 0.95)),
        'p99 ms': Math.round(quantile(sorted, 0.99)),
        'worst ms': Math.round(sorted.at(-1) ?? 0),
      }
    }
    return {
      rows: {
        all: row(asks),
        'of these in undisturbed seconds': row(undisturbed),
        ...Object.fromEntries(ASKED.map((one) => [one, row(asks.filter(({ what }) => what === one))])),
      },
      errors,
      slow: asks
        .filter(({ asked, now }) => now - asked > SLOW_MS)
        .map(({ what, asked }) => `${what} at ${Math.round((asked - from) / 1000)} s`),
      beside: saidOf(beside),
      memory: `${memory.join(', ')} MB, minute by minute`,
    }
  } finally {
    server?.kill('SIGTERM')
    await mariadb.stop()
  }
}
