import type { Answer, JobFilter, JobSummary } from '@benevox/contract'
import type { Station } from '@benevox/core/route'
import { DateTime } from 'luxon'
import { type DataSource, type SelectQueryBuilder } from 'typeorm'
import { jobEntity, type JobRow } from './entity.ts'

/** How many jobs a page of a list has, and how many timers are told at once. */
const PAGE = 50
const MOST_TIMERS = 50
/** How many rows of a table are read at a time. */
const AT_ONCE = 500

const NONE: Record<Station, number> = {
  counter: 0,
  bench: 0,
  'account-lock': 0,
  'carrier-lock': 0,
  'hand-back': 0,
  closed: 0,
}

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
    const query = this.#those(asked, zone).take(PAGE + 1)
    if (asked.after) this.#comesAfter(query, asked.after)
    const rows = await query.getMany()
    const shown = rows.slice(0, PAGE)
    const last = rows.length > PAGE ? shown.at(-1) : undefined
    return {
      jobs: shown.map(summary),
      counts: await this.#counts(),
      timers: await this.#timers(),
      after: last ? placeOf(last) : null,
    }
  }

  /**
   * All of them, one after another, a page at a time: a table of any length takes the memory of one page.
   * @throws what the database throws
   */
  async *all(asked: JobFilter, zone: string): AsyncGenerator<JobSummary> {
    for (let after: string | undefined; ;) {
      const query = this.#those(asked, zone).take(AT_ONCE)
      if (after) this.#comesAfter(query, after)
      const rows = await query.getMany()
      yield* rows.map(summary)
      const last = rows.length === AT_ONCE ? rows.at(-1) : undefined
      if (!last) return
      after = placeOf(last)
    }
  }

  /** What holds of each of them, the newest first. Days are those of the shop's zone. */
  #those(asked: JobFilter, zone: string): SelectQueryBuilder<JobRow> {
    const query = this.#query().orderBy('job.openedAt', 'DESC').addOrderBy('job.id', 'DESC')
    const { search = '', station, waits, late, by, from, until } = asked
    const words = search.toLowerCase().split(/\s+/).filter(Boolean)
    const isOfAll = by ?? from ?? until ?? SHOWN_BY.map((name) => asked[name]).find(Boolean)
    const isOpenAlone = !station && words.length === 0 && !isOfAll
    if (station) query.andWhere('job.station = :station', { station })
    if (isOpenAlone || waits || late) query.andWhere('job.closedAt IS NULL')
    words.forEach((word, n) =>
      query.andWhere(`job.searchText LIKE :word${n}`, {
        [`word${n}`]: `%${word.replace(/[\\%_]/g, (sign) => `\\${sign}`)}%`,
      }),
    )
    if (waits) query.andWhere(`JSON_VALUE(job.waits, '$.for') = :waits`, { waits })
    if (late) query.andWhere('job.dueAt <= :now', { now: new Date() })
    if (by) query.andWhere('job.openedBy IN (SELECT id FROM staff WHERE name = :by)', { by })
    const dayStart = (day: string, plus = 0) =>
      DateTime.fromISO(day, { zone }).plus({ days: plus }).toJSDate()
    if (from) query.andWhere('job.openedAt >= :from', { from: dayStart(from) })
    if (until) query.andWhere('job.openedAt < :until', { until: dayStart(until, 1) })
    return shownBy(query, asked, zone)
  }

  #comesAfter(query: SelectQueryBuilder<JobRow>, after: string): void {
    const place = /^(\d{1,15})-(\d{1,10})$/.exec(after)
    if (place)
      query.andWhere('(job.openedAt < :at OR (job.openedAt = :at AND job.id < :id))', {
        at: new Date(Number(place[1])),
        id: Number(place[2]),
      })
  }

  async #timers(): Promise<JobSummary[]> {
    const rows = await this.#query()
      .andWhere('job.dueAt IS NOT NULL')
      // An order of working days waits at its own station.
      .andWhere(`JSON_VALUE(job.waits, '$.for') NOT IN ('carrier', 'account')`)
      // What is ready is no clock of the bench until somebody is to be reminded.
      .andWhere(`(JSON_VALUE(job.waits, '$.for') <> 'fetching' OR job.dueAt <= :now)`, { now: new Date() })
      .orderBy('job.dueAt', 'ASC')
      .take(MOST_TIMERS)
      .getMany()
    return rows.map(summary)
  }

  async #counts(): Promise<Record<Station, number>> {
    const rows = await this.#database.manager.query<{ station: Station; count: string }[]>(
      'SELECT station, COUNT(*) AS count FROM jobs WHERE closed_at IS NULL GROUP BY station',
    )
    return { ...NONE, ...Object.fromEntries(rows.map(({ station, count }) => [station, Number(count)])) }
  }

  #query(): SelectQueryBuilder<JobRow> {
    return this.#database.manager.createQueryBuilder(jobEntity, 'job')
  }
}

/** What figures of the results open: jobs by what was tried on them, how it ended, when they were billed. */
const SHOWN_BY = ['model', 'family', 'method', 'tried', 'cable', 'outcome', 'billed'] as const

function shownBy(
  query: SelectQueryBuilder<JobRow>,
  { model, family, method, tried, cable, outcome, billed }: JobFilter,
  zone: string,
): SelectQueryBuilder<JobRow> {
  const within = (month: string, column: string) =>
    `${column} >= :${month}From AND ${column} < :${month}Until`
  const ends = (name: string, month = '') => {
    const start = DateTime.fromISO(month, { zone })
    return { [`${name}From`]: start.toJSDate(), [`${name}Until`]: start.plus({ months: 1 }).toJSDate() }
  }
  if (model) query.andWhere('job.modelId = :model', { model })
  const ofAttempts = [
    family && 'family_id = :family',
    method && 'method_id = :method',
    cable && 'cable = :cable',
    tried && within('tried', 'finished_at'),
  ].filter(Boolean)
  if (ofAttempts.length > 0)
    query.andWhere(`job.id IN (SELECT job_id FROM attempts WHERE ${ofAttempts.join(' AND ')})`, {
      family,
      method,
      cable: Number(cable),
      ...ends('tried', tried),
    })
  if (outcome)
    query.andWhere('job.id IN (SELECT job_id FROM job_outcomes WHERE outcome_of = :outcome)', { outcome })
  if (billed)
    query.andWhere(
      `job.id IN (SELECT job_id FROM invoices WHERE ${within('billed', 'at')})`,
      ends('billed', billed),
    )
  return query
}

/** Where a page ends, and the next begins. */
const placeOf = ({ openedAt, id }: JobRow): string => `${openedAt.getTime()}-${id}`

function summary(row: JobRow): JobSummary {
  const { id, ticket, version, customerName, station, locks, modelId, device, imei, waits } = row
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
