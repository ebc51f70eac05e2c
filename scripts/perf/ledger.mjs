// A shop of many years, made by script: the demo's own jobs again and again, each with a name, an IMEI and days of its own.
import { randomUUID } from 'node:crypto'
import { createConnection } from 'mysql2/promise'
import { loadDemo } from '../lib/application.mjs'
import { programOf } from '../lib/programs.mjs'

const JOBS_AT_ONCE = 500
const ATTEMPTS_AT_ONCE = 4000
/** Days over which the jobs came. */
const DAYS = 6 * 365
/** Kinds that each job has a key for. */
const KEYS = ['ownership', 'contact', 'imei', 'signature', 'text', 'bill']
/** One job in so many is open. */
const OPEN_EACH = 100
/** Syllables of invented names: some common, most of them rare. */
const SYLLABLES = ['mar', 'ne', 'lo', 'tis', 'ka', 'ren', 'vo', 'bel', 'su', 'dra', 'fen', 'hol', 'ig', 'ost']

export const connect = ({ port, user, password, database }) =>
  createConnection({ host: '127.0.0.1', port, user, password, database, timezone: 'Z' })

/**
 * Fills a fresh database.
 * @param wanted how many jobs and attempts there are to be
 */
export async function fillLedger(mariadb, wanted) {
  await loadDemo(mariadb, { past: true })
  const { demoPack, seeded } = await programOf('measured')
  const sql = await connect(mariadb)
  await sql.query('SET unique_checks = 0, foreign_key_checks = 0')
  const random = seeded(1130)
  const templates = await templatesIn(sql)
  const now = Date.now()
  const [[{ last }]] = await sql.query('SELECT MAX(id) AS last FROM jobs')
  for (let from = 0; from < wanted.jobs; from += JOBS_AT_ONCE) {
    const jobs = Array.from({ length: Math.min(JOBS_AT_ONCE, wanted.jobs - from) }, (_, n) =>
      jobLike(
        templates,
        random,
        last + 1 + from + n,
        now - ((wanted.jobs - from - n) / wanted.jobs) * DAYS * 86_400_000,
      ),
    )
    await keepJobs(sql, jobs)
  }
  await keepInvoices(sql)
  await keepAttempts(sql, demoPack(), random, last, wanted)
  // What is due by now is forgotten some other night.
  await sql.query('INSERT INTO forgetting_runs (at, jobs, mails, log_cleared) VALUES (NOW(3), 0, 0, 1)')
  await sql.query('ANALYZE TABLE jobs, attempts, job_outcomes, job_durations, invoices, job_events')
  await sql.end()
}

async function templatesIn(sql) {
  const [jobs] = await sql.query('SELECT * FROM jobs')
  const [people] = await sql.query(
    'SELECT job_id, customer_name, imei, CAST(words AS BINARY) AS words FROM job_lookup',
  )
  const personOf = new Map(people.map((person) => [person.job_id, person]))
  const of = async (table, columns) => {
    const [rows] = await sql.query(`SELECT job_id, ${columns} FROM ${table} ORDER BY 1`)
    return Map.groupBy ? Map.groupBy(rows, (row) => row.job_id) : grouped(rows)
  }
  return {
    personOf,
    open: jobs.filter(({ closed_at }) => closed_at === null),
    closed: jobs.filter(({ closed_at }) => closed_at !== null),
    events: await of('job_events', 'nth, at, staff_id, kind, detail, personal'),
    outcomes: await of('job_outcomes', 'outcome_of, worked, family_id, closed_at'),
    durations: await of('job_durations', 'duration_of, minutes, family_id'),
    keys: await of('personal_keys', KEYS.join(', ')),
  }
}

function grouped(rows) {
  const by = new Map()
  for (const row of rows) by.set(row.job_id, [...(by.get(row.job_id) ?? []), row])
  return by
}

/** A job like one of the demo's, opened at another time. */
function jobLike({ open, closed, personOf, events, outcomes, durations, keys }, random, id, openedAt) {
  const among = id % OPEN_EACH === 0 ? open : closed
  const like = among[Math.floor(random() * among.length)]
  const person = personOf.get(like.id)
  const moved = openedAt - like.opened_at.getTime()
  const later = (at) => at && new Date(at.getTime() + moved)
  const name = nameFrom(random)
  const imei = person.imei && imeiFrom(person.imei.slice(0, 8), random)
  const ticket = `B${1000 + id}`
  const at = new Date(openedAt)
  const said = [
    [person.customer_name, name],
    [person.imei, imei],
    [like.ticket, ticket],
  ].filter(([before]) => before)
  /** What the texts of the job say of it. */
  const own = (text) => said.reduce((now, [before, after]) => now.replaceAll(before, after), text)
  const words = said.reduce(
    (now, [before, after]) => now.replaceAll(before.toLowerCase(), after.toLowerCase()),
    person.words.toString(),
  )
  return {
    row: {
      ...like,
      id,
      ticket,
      client_key: randomUUID(),
      opened_at: at,
      closed_at: later(like.closed_at),
      forget_at: later(like.forget_at),
      due_at: later(like.due_at),
      state: own(textOf(like.state)),
      locks: textOf(like.locks),
      waits: textOf(like.waits),
      all_waits: textOf(like.all_waits),
    },
    lookup: [at, id, name, imei, Buffer.from(words)],
    events: (events.get(like.id) ?? []).map((event) => [
      id,
      event.nth,
      later(event.at),
      event.staff_id,
      event.kind,
      own(textOf(event.detail)),
      // Sealed, and read by the same keys: of whom it speaks is of no matter here.
      textOf(event.personal),
    ]),
    outcomes: (outcomes.get(like.id) ?? []).map((one) => [
      id,
      one.outcome_of,
      one.worked,
      one.family_id,
      later(one.closed_at),
    ]),
    durations: (durations.get(like.id) ?? []).map((one) => [id, one.duration_of, one.minutes, one.family_id]),
    keys: (keys.get(like.id) ?? []).map((one) => [id, ...KEYS.map((kind) => one[kind])]),
  }
}

const textOf = (value) => (value === null || typeof value === 'string' ? value : JSON.stringify(value))

function nameFrom(random) {
  const word = () => {
    const text = Array.from(
      { length: 2 + Math.floor(random() * 2) },
      () => SYLLABLES[Math.floor(random() * SYLLABLES.length)],
    ).join('')
    return text[0].toUpperCase() + text.slice(1)
  }
  return `${word()} ${word()}`
}

/** With its check digit (3GPP TS 23.003, annex B). */
function imeiFrom(tac, random) {
  const body = tac + String(Math.floor(random() * 1_000_000)).padStart(6, '0')
  const sum = [...body].reduce((all, digit, n) => {
    const doubled = n % 2 ? Number(digit) * 2 : Number(digit)
    return all + (doubled > 9 ? doubled - 9 : doubled)
  }, 0)
  return body + ((10 - (sum % 10)) % 10)
}

async function keepJobs(sql, jobs) {
  const names = Object.keys(jobs[0].row)
  await sql.query(`INSERT INTO jobs (${names.join(', ')}) VALUES ?`, [
    jobs.map(({ row }) => names.map((name) => row[name])),
  ])
  const keep = async (table, columns, rows) => {
    if (rows.length > 0) await sql.query(`INSERT INTO ${table} (${columns}) VALUES ?`, [rows])
  }
  await keep(
    'job_lookup',
    'opened_at, job_id, customer_name, imei, words',
    jobs.map(({ lookup }) => lookup),
  )
  await keep(
    'job_events',
    'job_id, nth, at, staff_id, kind, detail, personal',
    jobs.flatMap(({ events }) => events),
  )
  await keep(
    'job_outcomes',
    'job_id, outcome_of, worked, family_id, closed_at',
    jobs.flatMap(({ outcomes }) => outcomes),
  )
  await keep(
    'personal_keys',
    `job_id, ${KEYS.join(', ')}`,
    jobs.flatMap(({ keys }) => keys),
  )
  await keep(
    'job_durations',
    'job_id, duration_of, minutes, family_id',
    jobs.flatMap(({ durations }) => durations),
  )
}

/** One bill for each closed job, like one of the demo's. */
async function keepInvoices(sql) {
  const [like] = await sql.query('SELECT * FROM invoices ORDER BY number')
  const [jobs] = await sql.query(
    'SELECT id, closed_at FROM jobs WHERE closed_at IS NOT NULL AND id NOT IN (SELECT job_id FROM invoices) ORDER BY id',
  )
  const names = Object.keys(like[0])
  let number = like.at(-1).number
  for (let from = 0; from < jobs.length; from += ATTEMPTS_AT_ONCE)
    await sql.query(`INSERT INTO invoices (${names.join(', ')}) VALUES ?`, [
      jobs.slice(from, from + ATTEMPTS_AT_ONCE).map(({ id, closed_at }) => {
        number += 1
        const row = { ...like[number % like.length], number, job_id: id, at: closed_at, cancels: null }
        return names.map((name) => (name === 'record' ? textOf(row.record) : row[name]))
      }),
    ])
  await sql.query('UPDATE invoice_series SET last_number = ?', [number])
}

/** Of all families and methods, in the order of time. */
async function keepAttempts(sql, pack, random, last, wanted) {
  const [[{ had }]] = await sql.query('SELECT COUNT(*) AS had FROM attempts')
  const models = pack.models.map(({ id, family }) => [family, id])
  const methodsOf = new Map(pack.families.map(({ id, methods }) => [id, methods.map((one) => one.id)]))
  const each = (wanted.attempts - had) / wanted.jobs
  const [jobs] = await sql.query('SELECT id, opened_at FROM jobs WHERE id > ? ORDER BY id', [last])
  let rows = []
  let count = had
  const keep = async () => {
    await sql.query(
      `INSERT INTO attempts (id, job_id, family_id, method_id, model_id, link, staff_id, started_at, finished_at, outcome, seen, not_seen, marks, cable, system_version) VALUES ?`,
      [rows],
    )
    rows = []
  }
  for (const [n, { id, opened_at }] of jobs.entries())
    for (; count - had < (n + 1) * each && count < wanted.attempts; count++) {
      const [familyId, modelId] = models[Math.floor(random() ** 2 * models.length)]
      const methods = methodsOf.get(familyId) ?? ['none']
      const at = new Date(opened_at.getTime() + 600_000 + random() * 3_000_000)
      const byCable = random() < 0.4
      rows.push([
        randomUUID(),
        id,
        familyId,
        methods[Math.floor(random() ** 2 * methods.length)],
        modelId,
        byCable ? 'computer' : 'none',
        1 + (count % 3),
        at,
        new Date(at.getTime() + 20_000),
        random() < 0.8 ? 'reached' : 'failed',
        '["logo"]',
        '[]',
        '[]',
        byCable ? 1 + Math.floor(random() * 4) : null,
        14,
      ])
      if (rows.length === ATTEMPTS_AT_ONCE) await keep()
    }
  if (rows.length > 0) await keep()
}
