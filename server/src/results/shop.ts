import type { ShopResults } from '@benevox/contract'
import type { Family } from '@benevox/core/catalog'
import { seeded } from '@benevox/core/hand'
import { chargeRange, SAFE_PERCENT } from '@benevox/core/clocks'
import { changeIn, measuredOf, SPENT_ON, type SpentOn, type Took } from '@benevox/core/results'
import { serviceOf, type SupplyList } from '@benevox/core/supply'
import { DateTime } from 'luxon'
import type { DataSource } from 'typeorm'
import { minutesBy } from '../jobs/outcomes.ts'

/** So many methods at most are looked at for a change, the most tried ones; of each the newest attempts. */
const MOST_METHODS = 40
const NEWEST = 500
/** Anything at all is pointed out in so many of all looks where nothing changes. Common practice, no source. */
const FALSE_ALARMS = 0.05
/** Of a family whose wipes are fewer nothing is drawn. */
const LEAST_WIPES = 3
/** The newest of each kind count. Common practice, no source. */
const NEWEST_DURATIONS = 5000
/** Seconds from year 0 to 1970, as the database counts. */
const YEAR_0 = 62_167_219_200

interface Asked {
  readonly months: number
  /** Only this person's attempts: only they are shown them. */
  readonly staffId: number | undefined
  /** IANA time zone of the shop. */
  readonly zone: string
  readonly now: Date
  /** Of the catalogue in use. */
  readonly families: readonly Family[]
  /** The list of suppliers in use. */
  readonly supply: SupplyList
}

interface Range {
  readonly minMs: number
  readonly medianMs: number
  readonly maxMs: number
}

interface Method {
  readonly familyId: string
  readonly methodId: string
}
interface Row extends Method {
  readonly nth: number
  readonly attempts: string
  readonly reached: string
}

/** What the shop's jobs of the last months have shown. Nothing in it names a person. */
export class ShopResultsOf {
  readonly #database: DataSource
  readonly #asked: Asked
  /** The first instants of the months, the oldest first. */
  readonly #starts: readonly DateTime[]
  constructor(database: DataSource, asked: Asked) {
    this.#database = database
    this.#asked = asked
    const present = DateTime.fromJSDate(asked.now, { zone: asked.zone }).startOf('month')
    this.#starts = Array.from({ length: asked.months }, (_, n) =>
      present.minus({ months: asked.months - 1 - n }),
    )
  }

  async all(): Promise<ShopResults> {
    const of = (name: 'wipe' | 'firstStart') => (family: Family) =>
      family.durations[family.durationsOfTheWork[name]]
    const [methods, cables, wipes, firstStarts, charges, spent, promises, income, suppliers] =
      await Promise.all([
        this.#methods(),
        this.#cables(),
        this.#ofFamilies('wipe', of('wipe')),
        this.#ofFamilies('first-start', of('firstStart')),
        this.#ofFamilies('charge', ({ kind }) => ({
          // From flat at the longest, and from nearly enough at the shortest.
          ...chargeRange(kind, 0),
          minMs: chargeRange(kind, SAFE_PERCENT - 1).minMs,
        })),
        this.#spent(),
        this.#promises(),
        this.#income(),
        this.#suppliers(),
      ])
    const months = this.#starts.map(nameOf)
    return { months, methods, cables, wipes, firstStarts, charges, spent, promises, income, suppliers }
  }

  get #from(): Date {
    return this.#starts[0]?.toJSDate() ?? this.#asked.now
  }
  get #whose(): readonly [sql: string, values: readonly number[]] {
    const { staffId } = this.#asked
    return staffId === undefined ? ['', []] : [' AND staff_id = ?', [staffId]]
  }

  /** In which of the months an instant of a column is, counted from 1; 0 before the first. */
  #monthOf(column: string): string {
    const starts = this.#starts.map((start) => Math.floor(start.toSeconds()) + YEAR_0)
    return `INTERVAL(TO_SECONDS(${column}), ${starts.join(', ')})`
  }

  async #methods(): Promise<ShopResults['methods']> {
    const [whose, values] = this.#whose
    const { manager } = this.#database
    // Both are read off an index alone: which methods there are, and of each the months asked for.
    const each = await manager.query<Method[]>(
      'SELECT family_id AS familyId, method_id AS methodId FROM attempts GROUP BY family_id, method_id',
    )
    if (each.length === 0) return []
    const rows = await manager.query<Row[]>(
      each
        .map(
          () =>
            `(SELECT ? AS familyId, ? AS methodId, ${this.#monthOf('finished_at')} AS nth,
                COUNT(*) AS attempts, SUM(outcome = 'reached') AS reached
               FROM attempts FORCE INDEX (attempts_of_method)
              WHERE family_id = ? AND method_id = ? AND finished_at >= ? AND outcome IN ('reached', 'failed')${whose}
              GROUP BY nth)`,
        )
        .join(' UNION ALL '),
      each.flatMap(({ familyId, methodId }) => [
        familyId,
        methodId,
        familyId,
        methodId,
        this.#from,
        ...values,
      ]),
    )
    const methods = new Map<string, Row[]>()
    for (const row of rows) {
      const name = JSON.stringify([row.familyId, row.methodId])
      methods.set(name, [...(methods.get(name) ?? []), row])
    }
    const counted = [...methods.values()]
      .map((its) => ({ its, all: sumOf(its) }))
      .toSorted((one, other) => other.all.attempts - one.all.attempts)
    const looked = counted.slice(0, MOST_METHODS)
    const level = FALSE_ALARMS / Math.max(1, looked.length)
    const drawn: ShopResults['methods'] = []
    for (const { its, all } of looked) {
      const [{ familyId = '', methodId = '' } = {}] = its
      drawn.push({
        familyId,
        methodId,
        all,
        byMonth: its
          .toSorted((one, other) => one.nth - other.nth)
          .flatMap((row) => {
            const start = this.#starts[row.nth - 1]
            return start ? [{ month: nameOf(start), ...sumOf([row]) }] : []
          }),
        ...(await this.#series({ familyId, methodId }, level)),
      })
    }
    return drawn
  }

  /** What the attempts of a method show one after the other: new systems, and from when on it goes otherwise. */
  async #series(
    { familyId, methodId }: Method,
    level: number,
  ): Promise<Pick<ShopResults['methods'][number], 'systems' | 'change'>> {
    const [whose, values] = this.#whose
    const newestFirst = await this.#database.manager.query<
      { at: Date; reached: number; version: number | null }[]
    >(
      `SELECT finished_at AS at, outcome = 'reached' AS reached, system_version AS version FROM attempts
        WHERE family_id = ? AND method_id = ? AND finished_at >= ? AND outcome IN ('reached', 'failed')${whose}
        ORDER BY finished_at DESC LIMIT ${NEWEST}`,
      [familyId, methodId, this.#from, ...values],
    )
    const series = newestFirst.toReversed()
    const change = changeIn(
      series.map(({ reached }) => Number(reached) === 1),
      level,
      seeded(series.length),
    )
    const since = change && series[change.at]?.at
    const versions = [...new Set(series.flatMap(({ version }) => version ?? []))]
    return {
      systems: versions.flatMap((version) => {
        const first = series.find((one) => one.version === version)
        // What was there from the start is no update.
        return first && first !== series[0] ? [{ version, since: first.at.toISOString() }] : []
      }),
      ...(change && since
        ? { change: { since: since.toISOString(), before: change.before, after: change.after } }
        : {}),
    }
  }

  async #cables(): Promise<ShopResults['cables']> {
    const [whose, values] = this.#whose
    const rows = await this.#database.manager.query<
      { cable: number | null; link: string; attempts: string; reached: string }[]
    >(
      `SELECT cable, link, COUNT(*) AS attempts, SUM(outcome = 'reached') AS reached
         FROM attempts WHERE finished_at >= ? AND outcome IN ('reached', 'failed') AND link <> 'none'${whose}
        GROUP BY cable, link ORDER BY cable IS NULL, cable, link`,
      [this.#from, ...values],
    )
    return rows.map(({ cable, link, attempts, reached }) => ({
      cable,
      link,
      all: { attempts: Number(attempts), reached: Number(reached) },
    }))
  }

  /** The newest of what took a time, in minutes, by the family of the device. */
  async #minutesByFamily(of: Took['of']): Promise<ReadonlyMap<string, readonly number[]>> {
    const rows = await this.#database.manager.query<{ familyId: string; minutes: number }[]>(
      `SELECT family_id AS familyId, minutes FROM job_durations
        WHERE duration_of = ? AND family_id IS NOT NULL ORDER BY job_id DESC LIMIT ${NEWEST_DURATIONS}`,
      [of],
    )
    return minutesBy(rows, (row) => row.familyId)
  }

  /** @param usualOf what the catalogue says of a family */
  async #ofFamilies(
    of: 'wipe' | 'first-start' | 'charge',
    usualOf: (family: Family) => Range | undefined,
  ): Promise<ShopResults['wipes']> {
    return [...(await this.#minutesByFamily(of))].flatMap(([familyId, minutes]) => {
      if (minutes.length < LEAST_WIPES) return []
      const family = this.#asked.families.find(({ id }) => id === familyId)
      return [{ familyId, ...measuredOf(minutes), ...usualIn(family && usualOf(family)) }]
    })
  }

  async #spent(): Promise<ShopResults['spent']> {
    const rows = await this.#database.manager.query<{ of: SpentOn; minutes: number }[]>(
      SPENT_ON.map(
        () =>
          `(SELECT duration_of AS \`of\`, minutes FROM job_durations WHERE duration_of = ?
             ORDER BY job_id DESC LIMIT ${NEWEST_DURATIONS})`,
      ).join(' UNION ALL '),
      [...SPENT_ON],
    )
    const by = minutesBy(rows, (row) => row.of)
    return SPENT_ON.flatMap((of) => {
      const minutes = by.get(of) ?? []
      return minutes.length < LEAST_WIPES ? [] : [{ of, ...measuredOf(minutes) }]
    })
  }

  async #suppliers(): Promise<ShopResults['suppliers']> {
    const rows = await this.#database.manager.query<
      { serviceId: number; currency: string; orders: string; fees: string; worked: string; failed: string }[]
    >(
      `SELECT service_id AS serviceId, currency, COUNT(*) AS orders, SUM(fee_minor - refunded_minor) AS fees,
              SUM(state = 'released') AS worked, SUM(state IN ('failed', 'blocked')) AS failed
         FROM orders WHERE ordered_at >= ? AND state <> 'cancelled' GROUP BY service_id, currency`,
      [this.#from],
    )
    const by = new Map<string, ShopResults['suppliers'][number]>()
    for (const { serviceId, currency, ...row } of rows) {
      const supplier = serviceOf(this.#asked.supply, serviceId)?.supplier.name ?? ''
      const name = JSON.stringify([supplier, currency])
      const so = by.get(name) ?? { supplier, currency, orders: 0, feesMinor: 0, worked: 0, failed: 0 }
      by.set(name, {
        ...so,
        orders: so.orders + Number(row.orders),
        feesMinor: so.feesMinor + Number(row.fees),
        worked: so.worked + Number(row.worked),
        failed: so.failed + Number(row.failed),
      })
    }
    return [...by.values()].toSorted((one, other) => other.orders - one.orders)
  }

  async #promises(): Promise<ShopResults['promises']> {
    const rows = await this.#database.manager.query<{ of: string; kept: string; missed: string }[]>(
      `SELECT outcome_of AS \`of\`, SUM(o.worked = 1) AS kept, SUM(o.worked = 0) AS missed
         FROM job_outcomes o
        WHERE o.outcome_of IN ('promise-half', 'promise-nine-in-ten', 'promise-supplier') AND o.closed_at >= ?
        GROUP BY o.outcome_of`,
      [this.#from],
    )
    return (['half', 'nine-in-ten', 'supplier'] as const).flatMap((of) => {
      const row = rows.find((one) => one.of === `promise-${of}`)
      return row ? [{ of, kept: Number(row.kept), missed: Number(row.missed) }] : []
    })
  }

  async #income(): Promise<ShopResults['income']> {
    const sign = 'IF(cancels IS NULL, 1, -1)'
    const rows = await this.#database.manager.query<
      { nth: number; currency: string; work: string; fees: string; own: string }[]
    >(
      `SELECT ${this.#monthOf('at')} AS nth, currency, SUM(${sign} * work_minor) AS work,
              SUM(${sign} * fees_minor) AS fees, SUM(${sign} * own_minor) AS own
         FROM invoices WHERE at >= ? GROUP BY nth, currency ORDER BY nth, currency`,
      [this.#from],
    )
    return rows.flatMap(({ nth, currency, work, fees, own }) => {
      const start = this.#starts[nth - 1]
      return start
        ? [
            {
              month: nameOf(start),
              currency,
              workMinor: Number(work),
              feesMinor: Number(fees),
              ownMinor: Number(own),
            },
          ]
        : []
    })
  }
}

const nameOf = (start: DateTime): string => start.toFormat('yyyy-MM')
const sumOf = (rows: readonly Pick<Row, 'attempts' | 'reached'>[]) => ({
  attempts: rows.reduce((sum, { attempts }) => sum + Number(attempts), 0),
  reached: rows.reduce((sum, { reached }) => sum + Number(reached), 0),
})

const usualIn = (range: Range | undefined): Pick<ShopResults['wipes'][number], 'usual'> =>
  range
    ? { usual: { least: range.minMs / 60_000, median: range.medianMs / 60_000, most: range.maxMs / 60_000 } }
    : {}
