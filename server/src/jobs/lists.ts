import type { Answer, JobFilter, JobSummary } from '@benevox/contract'
import type { Station } from '@benevox/core/route'
import { DateTime } from 'luxon'
import { folded } from '@benevox/core/supply'
import { In, type DataSource } from 'typeorm'
import { jobEntity, lookupEntity, type JobRow, type LookupRow } from './entity.ts'

/** How many jobs a page of a list has, and how many timers are told at once. */
const PAGE = 50
const MOST_TIMERS = 50
/** How many rows of a table are read at a time. */
const AT_ONCE = 500
/** Up to so many jobs are asked for by their numbers. */
const FEW = 3000
/** From so many jobs on a search looks through the newest third by itself, and through the two others at one time. */
const MANY = 20_000
/**
 * Where the thirds begin, as shares of all jobs. Two that are read at one time take longer each (1.4 times, with two processors):
 * with the newest alone before them nothing is found much later than one after another would find it.
 */
const THIRDS = [2 / 3, 1 / 3]

const NONE: Record<Station, number> = {
  counter: 0,
  bench: 0,
  'account-lock': 0,
  'carrier-lock': 0,
  'hand-back': 0,
  closed: 0,
}

type Place = Pick<JobRow, 'openedAt' | 'id'>

/** Jobs by what waits where: read from the columns beside the snapshots, by their indexes. */
export class JobLists {
  readonly #database: DataSource
  constructor(database: DataSource) {
    this.#database = database
  }

  /**
   * One page, the newest job first. Closed ones only where they are searched for.
   * @param after where the page before ended
   */
  async page(
    asked: JobFilter & { readonly after?: string | undefined },
    zone: string,
  ): Promise<Answer<'listJobs'>> {
    const [found, counts, timers] = await Promise.all([
      this.#found(asked, zone, PAGE + 1, asked.after),
      this.#counts(),
      this.#timers(),
    ])
    const last = found.length > PAGE ? found[PAGE - 1] : undefined
    return {
      jobs: await this.#summaries(found.slice(0, PAGE)),
      counts,
      timers,
      after: last ? placeOf(last) : null,
    }
  }

  /**
   * All of them, one after another, a page at a time: a table of any length takes the memory of one page.
   * @throws what the database throws
   */
  async *all(asked: JobFilter, zone: string): AsyncGenerator<JobSummary> {
    for (let after: string | undefined; ;) {
      const found = await this.#found(asked, zone, AT_ONCE, after)
      yield* await this.#summaries(found)
      const last = found.length === AT_ONCE ? found.at(-1) : undefined
      if (!last) return
      after = placeOf(last)
    }
  }

  /** Where the jobs stand of which all holds that is asked, the newest first. */
  async #found(
    asked: JobFilter,
    zone: string,
    most: number,
    after: string | undefined,
  ): Promise<readonly Place[]> {
    const words = folded(asked.search ?? '')
      .split(' ')
      .filter(Boolean)
    const conditions = [...ofJobs(asked, zone, words.length > 0)]
    for (const beside of besideJobs(asked, zone)) conditions.push(await this.#among(beside))
    const isOfWordsAlone = words.length > 0 && conditions.length === 0
    const from =
      words.length === 0
        ? 'jobs j'
        : `job_lookup l${isOfWordsAlone ? '' : ' STRAIGHT_JOIN jobs j ON j.id = l.job_id'}`
    const [at, id] = words.length === 0 ? ['j.opened_at', 'j.id'] : ['l.opened_at', 'l.job_id']
    for (const word of words) conditions.push(['LOCATE(_latin1 ?, l.words) > 0', [Buffer.from(word)]])
    const place = /^(\d{1,15})-(\d{1,10})$/.exec(after ?? '')
    if (place) {
      const ended = new Date(Number(place[1]))
      conditions.push([`${at} <= ? AND (${at} < ? OR ${id} < ?)`, [ended, ended, Number(place[2])]])
    }
    const among = (those: readonly Condition[], limit = most) =>
      this.#database.manager.query<Place[]>(
        `SELECT ${at} AS openedAt, ${id} AS id FROM ${from}
          WHERE ${those.map(([sql]) => sql).join(' AND ') || 'TRUE'}
          ORDER BY ${at} DESC, ${id} DESC LIMIT ${limit}`,
        those.flatMap(([, values]) => values),
      )
    const [newest, middle] = words.length > 0 ? await this.#thirds() : []
    if (!newest || !middle) return among(conditions)
    const found = await among([...conditions, [`${at} >= ?`, [newest]]])
    const left = most - found.length
    if (left === 0) return found
    const older = among([...conditions, [`${at} < ?`, [middle]]], left)
    // It is waited for only where the others have not enough.
    older.catch(() => undefined)
    found.push(...(await among([...conditions, [`${at} < ? AND ${at} >= ?`, [newest, middle]]], left)))
    if (found.length < most) found.push(...(await older))
    return found.slice(0, most)
  }

  /** When the newest third of all jobs begins, and the one before it; empty while they are few. */
  async #thirds(): Promise<readonly Date[]> {
    const rows = await this.#database.manager.query<{ at: Date }[]>(
      THIRDS.map(
        (share) =>
          `(SELECT opened_at AS at FROM job_lookup
             WHERE job_id >= (SELECT MAX(job_id) * ${share} FROM job_lookup HAVING MAX(job_id) >= ${MANY})
             ORDER BY job_id LIMIT 1)`,
      ).join(' UNION ALL '),
    )
    // Jobs are numbered as they were written, and opened by clocks that may have been wrong.
    return rows.map(({ at }) => at).sort((one, other) => other.getTime() - one.getTime())
  }

  /**
   * Jobs that have a row in a table beside them: where they are few, by their numbers; else each is looked at by itself, the
   * newest first, until there are enough.
   */
  async #among({ table, where: [sql, values] }: Beside): Promise<Condition> {
    const few = await this.#database.manager.query<{ job_id: number }[]>(
      `SELECT DISTINCT job_id FROM ${table} WHERE ${sql} LIMIT ${FEW + 1}`,
      [...values],
    )
    if (few.length === 0) return ['FALSE', []]
    return few.length <= FEW
      ? ['j.id IN (?)', [few.map(({ job_id }) => job_id)]]
      : // With a limit it is not joined: a join reads all of them before it shows the first.
        [`(SELECT 1 FROM ${table} WHERE job_id = j.id AND ${sql} LIMIT 1)`, values]
  }

  /** As lists show them, in the same order. */
  async #summaries(places: readonly { readonly id: number }[]): Promise<JobSummary[]> {
    if (places.length === 0) return []
    const ids = places.map(({ id }) => id)
    const { manager } = this.#database
    const [rows, people] = await Promise.all([
      manager.findBy(jobEntity, { id: In(ids) }),
      manager.findBy(lookupEntity, { jobId: In(ids) }),
    ])
    const rowOf = new Map(rows.map((row) => [row.id, row]))
    const personOf = new Map(people.map((person) => [person.jobId, person]))
    return ids.flatMap((id) => {
      const [row, person] = [rowOf.get(id), personOf.get(id)]
      return row && person ? [summary(row, person)] : []
    })
  }

  async #timers(): Promise<JobSummary[]> {
    const due = await this.#database.manager.query<{ id: number }[]>(
      // What takes working days waits at its own station until somebody is to look after it.
      `SELECT id FROM jobs
        WHERE due_at IS NOT NULL
          AND (JSON_VALUE(waits, '$.for') NOT IN ('carrier', 'account', 'fetching') OR due_at <= ?)
        ORDER BY due_at LIMIT ${MOST_TIMERS}`,
      [new Date()],
    )
    return this.#summaries(due)
  }

  async #counts(): Promise<Record<Station, number>> {
    const rows = await this.#database.manager.query<{ station: Station; count: string }[]>(
      'SELECT station, COUNT(*) AS count FROM jobs WHERE closed_at IS NULL GROUP BY station',
    )
    return { ...NONE, ...Object.fromEntries(rows.map(({ station, count }) => [station, Number(count)])) }
  }
}

type Condition = readonly [sql: string, values: readonly unknown[]]

/** What is to hold of jobs (`j`), beside the words that are searched for. */
function* ofJobs(asked: JobFilter, zone: string, isSearched: boolean): Generator<Condition> {
  const { station, waits, late, by, from, until, model, tried, billed } = asked
  const isOfAll = isSearched || station !== undefined || OF_ALL.some((name) => asked[name])
  if (!isOfAll || waits || late) yield ['j.closed_at IS NULL', []]
  if (station) yield ['j.station = ?', [station]]
  if (waits) yield ["JSON_VALUE(j.waits, '$.for') = ?", [waits]]
  if (late) yield ['j.due_at <= ?', [new Date()]]
  if (by) yield ['j.opened_by IN (SELECT id FROM staff WHERE name = ?)', [by]]
  const dayStart = (day: string, plus = 0) => DateTime.fromISO(day, { zone }).plus({ days: plus }).toJSDate()
  if (from) yield ['j.opened_at >= ?', [dayStart(from)]]
  if (until) yield ['j.opened_at < ?', [dayStart(until, 1)]]
  if (model) yield ['j.model_id = ?', [model]]
  // Nothing is tried on a job, nor billed, before it is opened; a clock may be wrong by a day.
  for (const month of [tried, billed])
    if (month) yield ['j.opened_at < ? + INTERVAL 1 DAY', [within(month, zone)[1]]]
}

/** Jobs that have a row of this kind beside them. */
interface Beside {
  readonly table: 'attempts' | 'job_outcomes' | 'invoices'
  readonly where: Condition
}

function besideJobs(asked: JobFilter, zone: string): readonly Beside[] {
  const { outcome, billed } = asked
  const tried = ofOneAttempt(asked, zone)
  return [
    ...(tried ? [{ table: 'attempts', where: tried } as const] : []),
    ...(outcome ? [{ table: 'job_outcomes', where: ['outcome_of = ?', [outcome]] } as const] : []),
    ...(billed ? [{ table: 'invoices', where: ['at >= ? AND at < ?', within(billed, zone)] } as const] : []),
  ]
}

/** Where one of these is asked, closed jobs are meant too. */
const OF_ALL = [
  'by',
  'from',
  'until',
  'model',
  'family',
  'method',
  'tried',
  'cable',
  'outcome',
  'billed',
] as const

/** One attempt of which all of it holds. */
function ofOneAttempt({ family, method, tried, cable }: JobFilter, zone: string): Condition | undefined {
  const conditions: readonly Condition[] = [
    ...(family ? [['family_id = ?', [family]] as const] : []),
    ...(method ? [['method_id = ?', [method]] as const] : []),
    ...(cable ? [['cable = ?', [Number(cable)]] as const] : []),
    ...(tried ? [['finished_at >= ? AND finished_at < ?', within(tried, zone)] as const] : []),
  ]
  return conditions.length === 0
    ? undefined
    : [conditions.map(([sql]) => sql).join(' AND '), conditions.flatMap(([, values]) => values)]
}

/** A month by the shop's calendar: its first instant, and that of the next. */
function within(month: string, zone: string): readonly [Date, Date] {
  const start = DateTime.fromISO(month, { zone })
  return [start.toJSDate(), start.plus({ months: 1 }).toJSDate()]
}

/** Where a page ends, and the next begins. */
const placeOf = ({ openedAt, id }: Place): string => `${openedAt.getTime()}-${id}`

function summary(row: JobRow, { customerName, imei }: LookupRow): JobSummary {
  const { id, ticket, version, station, locks, modelId, device, waits } = row
  return {
    id,
    ticket,
    version,
    openedAt: row.openedAt.toISOString(),
    customer: { name: customerName, contact: '' },
    station: station as Station,
    locks,
    modelId,
    device,
    imei,
    waits,
  }
}
