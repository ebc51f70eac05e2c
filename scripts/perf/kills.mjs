// Ten thousand writes while server and database are killed by chance, each again and again: nothing acknowledged is lost or there twice.
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

/** @param writes how many are to be acknowledged */
export async function measureKills(writes = 10_000) {
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
  async function killByChance() {
    while (!isOver) {
      await new Promise((resolve) => setTimeout(resolve, randomInt(LEAST_MS, MOST_MS)))
      if (isOver) return
      const isDatabase = randomInt(2) === 0
      kills[isDatabase ? 'database' : 'server'] += 1
      if (isDatabase) {
        await mariadb.kill()
        mariadb = await startMariadb({ name: 'perf-kills', port: mariadb.port })
      } else {
        server.kill('SIGKILL')
        await exited(server)
        server = await startServer(mariadb, { BENEVOX_LOG: 'silent', BENEVOX_PORT: String(port) })
      }
    }
  }

  const acknowledged = []
  const tookMs = []
  let sent = 0
  let faults = 0
  /** Asked again, with the same key, until somebody answers. */
  async function surely(person, method, path, body) {
    const from = performance.now()
    for (;;) {
      sent += 1
      const answer = await person.ask(method, path, body).catch(() => undefined)
      if (answer?.status === 200) {
        tookMs.push(performance.now() - from)
        return answer.body
      }
      if (answer && answer.status >= 500 && answer.status !== 503) faults += 1
      await new Promise((resolve) => setTimeout(resolve, PAUSE_MS))
    }
  }
  async function write(person) {
    for (let nth = 0; acknowledged.length < writes; nth++) {
      // A job of hundreds of steps is none.
      const key = randomUUID()
      const job = await surely(person, 'POST', '/api/jobs', { key })
      acknowledged.push({ kind: 'job', key, id: job.id })
      for (let turn = 0; turn < 40 && acknowledged.length < writes; turn++) {
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
    const killing = killByChance()
    await Promise.all(people.map(write))
    isOver = true
    await killing
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
    }
  } finally {
    isOver = true
    server.kill('SIGTERM')
    await mariadb.stop()
  }
}
