// A shop of 200,000 jobs and a million attempts: what lists, searches, results and exports take, beside the bare statements.
import { existsSync, readFileSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { performance } from 'node:perf_hooks'
import { startServer } from '../lib/application.mjs'
import { startMariadb } from '../lib/mariadb.mjs'
import { programOf } from '../lib/programs.mjs'
import { median } from './figures.mjs'
import { connect, fillLedger } from './ledger.mjs'
import { Person } from './writers.mjs'

const RUNS = 15
const WANTED = { jobs: 200_000, attempts: 1_000_000 }

/** Filled once; a database that stands is measured again where the variable says so. */
async function ledger() {
  const keep = process.env.BENEVOX_KEEP_LEDGER === 'yes'
  const mariadb = await startMariadb({ name: 'perf-ledger', fresh: !keep })
  const filled = join(mariadb.dir, 'filled')
  if (!existsSync(filled)) {
    await fillLedger(mariadb, WANTED)
    writeFileSync(filled, '')
  }
  return mariadb
}

async function timed(work, runs = RUNS) {
  await work()
  const tookMs = []
  for (let n = 0; n < runs; n++) {
    const from = performance.now()
    await work()
    tookMs.push(performance.now() - from)
  }
  return median(tookMs)
}

const SUMMARY = `j.id, j.ticket, j.version, j.opened_at, j.station, j.locks, j.model_id, j.device, j.waits`
const PEOPLE = (ids) => [`SELECT job_id, customer_name, imei FROM job_lookup WHERE job_id IN (?)`, [ids]]
const COUNTS = 'SELECT station, COUNT(*) AS count FROM jobs WHERE closed_at IS NULL GROUP BY station'
const TIMERS = `SELECT ${SUMMARY} FROM jobs j WHERE due_at IS NOT NULL AND JSON_VALUE(waits, '$.for') NOT IN ('carrier', 'account')
  AND (JSON_VALUE(waits, '$.for') <> 'fetching' OR due_at <= NOW()) ORDER BY due_at LIMIT 50`

/** The same page by its statements alone: nothing is checked, and nothing made of the rows but their JSON. */
const bare =
  (sql, found, values = []) =>
  async () => {
    const [ids] = await sql.query(found, values)
    const rows =
      ids.length > 0
        ? await sql.query(`SELECT ${SUMMARY} FROM jobs j WHERE j.id IN (?)`, [ids.map(({ id }) => id)])
        : []
    const people = ids.length > 0 ? await sql.query(...PEOPLE(ids.map(({ id }) => id))) : []
    const [timers] = await sql.query(TIMERS)
    const late = timers.length > 0 ? await sql.query(...PEOPLE(timers.map(({ id }) => id))) : []
    return JSON.stringify([rows, people, timers, late, await sql.query(COUNTS)])
  }
const PAGE = (where, order = 'j.opened_at DESC, j.id DESC') =>
  `SELECT j.id FROM jobs j WHERE ${where} ORDER BY ${order} LIMIT 51`
const WORDS = (count) =>
  `SELECT l.job_id AS id FROM job_lookup l WHERE ${Array.from({ length: count }, () => 'LOCATE(_latin1 ?, l.words) > 0').join(' AND ')}
   ORDER BY l.opened_at DESC, l.job_id DESC LIMIT 51`

/** @returns rows for a table: what was asked, the server's median in ms, the bare statements', their ratio, what is asked for */
export async function measureAtSize() {
  const { STAFF } = await programOf('shop')
  const mariadb = await ledger()
  const server = await startServer(mariadb, { BENEVOX_LOG: 'error' })
  const sql = await connect(mariadb)
  try {
    const runa = await new Person(`http://127.0.0.1:${server.port}`).signIn(STAFF[0])
    const ok = (path) => async () => {
      const { status } = await runa.ask('GET', path)
      if (status !== 200) throw new Error(`${path}: ${status}`)
    }
    const [[some]] = await sql.query(
      'SELECT l.customer_name AS name, l.imei, j.ticket FROM job_lookup l JOIN jobs j ON j.id = l.job_id WHERE l.imei IS NOT NULL AND j.id > 1000 ORDER BY l.opened_at LIMIT 1',
    )
    const [first, second] = some.name.toLowerCase().split(' ')
    const rows = {}
    const add = async (name, path, asked, peer) => {
      const ms = await timed(ok(path))
      const peerMs = peer && (await timed(peer))
      rows[name] = {
        'median ms': Number(ms.toFixed(1)),
        ...(peer ? { 'bare ms': Number(peerMs.toFixed(1)), ratio: Number((ms / peerMs).toFixed(2)) } : {}),
        'asked ms': asked,
      }
    }
    const open = PAGE('j.closed_at IS NULL')
    await add('list: open jobs', '/api/jobs', 50, bare(sql, open))
    await add('list: bench', '/api/jobs?station=bench', 50, bare(sql, PAGE("j.station = 'bench'")))
    await add('list: closed', '/api/jobs?station=closed', 50, bare(sql, PAGE("j.station = 'closed'")))
    await add('list: one person, a month', '/api/jobs?by=Runa&from=2024-03-01&until=2024-03-31', 50)
    await add('list: of a model', '/api/jobs?model=orrelin-vane-5', 50)
    await add('list: of a family', '/api/jobs?family=forced-off-data-gate', 50)
    const search = async (name, words) => {
      const path = `/api/jobs?${new URLSearchParams({ search: words.join(' ') })}`
      await add(
        `search: ${name}`,
        path,
        100,
        bare(
          sql,
          WORDS(words.length),
          words.map((word) => Buffer.from(word)),
        ),
      )
    }
    await search('an old customer’s two names', [first, second])
    await search('an IMEI', [some.imei])
    await search('an IMEI’s last four digits', [some.imei.slice(-4)])
    await search('a ticket', [some.ticket.toLowerCase()])
    await search('a common model', ['vane'])
    await search('nobody', ['zzyzx'])
    await add('search at the bench', `/api/jobs?station=bench&search=${first}`, 100)
    await add('results: 12 months', '/api/results/shop?months=12', 1000)
    await add('results: 36 months', '/api/results/shop?months=36', 1000)
    await add('results: kit', '/api/cables', 50)
    await add('results: a family', '/api/results?familyId=forced-off-data-gate', 50)
    await add('what the shop has shown', '/api/experience')
    const imke = await new Person(runa.address).signIn(STAFF[2])
    return { rows, exports: await exportsOf(imke, server.pid) }
  } finally {
    await sql.end()
    server.kill('SIGTERM')
    await mariadb.stop()
  }
}

const residentMb = (pid) =>
  Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${pid}/status`, 'utf8'))?.[1]) / 1024

/** How long a file takes and how far the server's memory grows meanwhile. */
async function exportsOf(person, pid) {
  const rows = {}
  for (const path of ['/api/jobs.csv?from=2000-01-01', '/api/results.json', '/api/shop.json']) {
    const before = residentMb(pid)
    let most = before
    const watch = setInterval(() => (most = Math.max(most, residentMb(pid))), 50)
    const from = performance.now()
    const { status, bytes, firstMs } = await person.download(path)
    clearInterval(watch)
    rows[path] = {
      status,
      'first byte ms': Math.round(firstMs),
      s: Number(((performance.now() - from) / 1000).toFixed(1)),
      MB: Number((bytes / 1e6).toFixed(1)),
      'memory before MB': Math.round(before),
      'at most MB': Math.round(most),
    }
  }
  return rows
}
