// Ten thousand writes while server and database are killed by chance, each again and again, or are away for half a minute: nothing
// acknowledged is lost or there twice.
import { randomInt, randomUUID } from 'node:crypto'
import { performance } from 'node:perf_hooks'
import { createConnection } from 'mysql2/promise'
import { loadDemo, startServer } from '../lib/application.mjs'
import { startMariadb } from '../lib/mariadb.mjs'
import { programOf } from '../lib/programs.mjs'
import { Person, quantile } from './writers.mjs'

const WRITERS = 40
/** Between two kills, in milliseconds: long enough for the server to have begun to answer. */
const [LEAST_MS, MOST_MS] = [400, 2400]
const PAUSE_MS = 150
const AWAY_MS = 30_000
const BETWEEN_MS = 12_000
const wait = (ms) => new Promise((resolve) => setTimeout(resolve, ms))

/** Killed by chance, until so many writes are acknowledged. */
export const measureKills = (writes = 10_000) => writesUnder(killByChance, ({ count }) => count < writes)

/** The database frozen for half a minute, then the server away for as long; until all is well again. */
export const measureAway = () => writesUnder(awayInTurn, ({ isHarmed }) => isHarmed)

async function killByChance(shop) {
  while (!shop.isOver) {
    await wait(randomInt(LEAST_MS, MOST_MS))
    if (shop.isOver) return
    if (randomInt(2) === 0) await shop.killDatabase()
    else {
      await shop.killServer()
      await shop.startServer()
    }
  }
}

async function awayInTurn(shop) {
  await wait(BETWEEN_MS)
  process.kill(shop.databasePid, 'SIGSTOP')
  await wait(AWAY_MS)
  process.kill(shop.databasePid, 'SIGCONT')
  shop.isBack()
  await wait(BETWEEN_MS)
  await shop.killServer()
  await wait(AWAY_MS)
  await shop.startServer()
  shop.isBack()
  await wait(BETWEEN_MS)
}

/**
 * @param harm does it, until the shop is over or by itself
 * @param goesOn whether more is written
 */
async function writesUnder(harm, goesOn) {
  const { STAFF } = await programOf('shop')
  let mariadb = await startMariadb({ name: 'perf-kills', fresh: true })
  await loadDemo(mariadb)
  let server = await startServer(mariadb, { BENEVOX_LOG: 'silent' })
  const { port } = server
  const kills = { server: 0, database: 0 }
  let isOver = false

  const exited = (child) =>
    new Promise((resolve) =>
      child.exitCode !== null || child.signalCode ? resolve() : child.once('exit', resolve),
    )
  const backAt = []
  const shop = {
    get isOver() {
      return isOver
    },
    get databasePid() {
      return mariadb.pid
    },
    async killDatabase() {
      kills.database += 1
      await mariadb.kill()
      mariadb = await startMariadb({ name: 'perf-kills', port: mariadb.port })
    },
    async killServer() {
      kills.server += 1
      server.kill('SIGKILL')
      await exited(server)
    },
    async startServer() {
      server = await startServer(mariadb, { BENEVOX_LOG: 'silent', BENEVOX_PORT: String(port) })
    },
    isBack: () => backAt.push({ at: performance.now() }),
  }

  const acknowledged = []
  const tookMs = []
  let sent = 0
  let faults = 0
  let slowestMs = 0
  let isHarmed = true
  const more = () => goesOn({ count: acknowledged.length, isHarmed })
  /** Asked again, with the same key, until somebody answers. */
  async function surely(person, method, path, body) {
    const from = performance.now()
    for (;;) {
      sent += 1
      const begun = performance.now()
      const answer = await person.ask(method, path, body).catch(() => undefined)
      slowestMs = Math.max(slowestMs, performance.now() - begun)
      if (answer?.status === 200) {
        tookMs.push(performance.now() - from)
        for (const back of backAt) back.tookMs ??= performance.now() - back.at
        return answer.body
      }
      if (answer && answer.status >= 500 && answer.status !== 503) faults += 1
      await new Promise((resolve) => setTimeout(resolve, PAUSE_MS))
    }
  }
  async function write(person) {
    while (more()) {
      // A job of hundreds of steps is none.
      const key = randomUUID()
      const job = await surely(person, 'POST', '/api/jobs', { key })
      acknowledged.push({ kind: 'job', key, id: job.id })
      for (let turn = 0; turn < 40 && more(); turn++) {
        const told = { key: randomUUID(), at: new Date().toISOString() }
        const change = { kind: 'key-tested', key: 'power', state: turn % 2 ? 'works' : 'broken' }
        await surely(person, 'POST', `/api/jobs/${job.id}/steps`, { told, change })
        acknowledged.push({ kind: 'step', key: told.key, id: job.id })
      }
    }
  }

  const from = performance.now()
  try {
    const address = `http://127.0.0.1:${port}`
    // One after the other, as people do: thirteen sign-ins of one person at one moment are told to wait.
    const people = []
    while (people.length < WRITERS)
      people.push(await new Person(address).signIn(STAFF[people.length % STAFF.length]))
    const harming = harm(shop).finally(() => (isHarmed = false))
    await Promise.all(people.map(write))
    isOver = true
    await harming
    const seconds = (performance.now() - from) / 1000

    const { user, password, database } = mariadb
    const sql = await createConnection({ host: '127.0.0.1', port: mariadb.port, user, password, database })
    const [steps] = await sql.query(
      `SELECT JSON_VALUE(detail, '$.step.key') AS name, job_id AS job, COUNT(*) AS count FROM job_events
        WHERE kind = 'step-made' GROUP BY name, job`,
    )
    const [jobs] = await sql.query('SELECT client_key AS name, id AS job, 1 AS count FROM jobs')
    const [[events]] = await sql.query('SELECT COUNT(*) AS count FROM job_events')
    await sql.end()
    const there = new Map([...steps, ...jobs].map((row) => [row.name, row]))
    const { sealsOf } = await programOf('upkeep')
    const { broken } = await sealsOf(mariadb)
    tookMs.sort((a, b) => a - b)
    return {
      writes: acknowledged.length,
      sent,
      kills,
      seconds: Math.round(seconds),
      lost: acknowledged.filter(({ key, id }) => there.get(key)?.job !== id).length,
      doubled: [...steps].filter(({ count }) => Number(count) > 1).length,
      faults,
      events: Number(events.count),
      seals: broken ? `broken at ${broken.id}` : 'whole',
      'median ms': Math.round(quantile(tookMs, 0.5)),
      'worst ms': Math.round(tookMs.at(-1) ?? 0),
      // Until somebody was told that it is not possible now, or that it is done.
      'slowest answer ms': Math.round(slowestMs),
      ...(backAt.length > 0
        ? { 'done again after ms': backAt.map(({ tookMs: ms = Infinity }) => Math.round(ms)).join(', ') }
        : {}),
    }
  } finally {
    isOver = true
    server.kill('SIGTERM')
    await mariadb.stop()
  }
}
