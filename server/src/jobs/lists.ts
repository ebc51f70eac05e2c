import type { Answer, JobSummary } from '@benevox/contract'
import type { Station } from '@benevox/core/route'
import { type DataSource, type SelectQueryBuilder } from 'typeorm'
import { jobEntity, type JobRow } from './entity.ts'

/** How many jobs a page of a list has, and how many timers are told at once. */
const PAGE = 50
const MOST_TIMERS = 50

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
  async page(asked: {
    readonly search?: string | undefined
    readonly station?: Station | undefined
    readonly after?: string | undefined
  }): Promise<Answer<'listJobs'>> {
    const query = this.#query()
      .orderBy('job.openedAt', 'DESC')
      .addOrderBy('job.id', 'DESC')
      .take(PAGE + 1)
    const words = (asked.search ?? '').toLowerCase().split(/\s+/).filter(Boolean)
    if (asked.station) query.andWhere('job.station = :station', { station: asked.station })
    else if (words.length === 0) query.andWhere('job.closedAt IS NULL')
    words.forEach((word, n) =>
      query.andWhere(`job.searchText LIKE :word${n}`, {
        [`word${n}`]: `%${word.replace(/[\\%_]/g, (sign) => `\\${sign}`)}%`,
      }),
    )
    const from = /^(\d{1,15})-(\d{1,10})$/.exec(asked.after ?? '')
    if (from)
      query.andWhere('(job.openedAt < :at OR (job.openedAt = :at AND job.id < :id))', {
        at: new Date(Number(from[1])),
        id: Number(from[2]),
      })
    const rows = await query.getMany()
    const shown = rows.slice(0, PAGE)
    const last = rows.length > PAGE ? shown.at(-1) : undefined
    return {
      jobs: shown.map(summary),
      counts: await this.#counts(),
      timers: await this.#timers(),
      after: last ? `${last.openedAt.getTime()}-${last.id}` : null,
    }
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
