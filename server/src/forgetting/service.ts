import { EntitySchema, type DataSource } from 'typeorm'
import type { JobLife } from '../jobs/life.ts'
import { EMPTIED, mailEntity } from '../mail/entity.ts'
import type { PriceLists } from '../prices/service.ts'

/** A night on which was forgotten what its days were over for. */
export interface Run {
  readonly id: number
  readonly at: Date
  /** Jobs and mails of which something was forgotten. */
  readonly jobs: number
  readonly mails: number
  /** Whether the database's own log was begun anew: until then it may hold what stood in a table. */
  readonly logCleared: boolean
}
export const runEntity = new EntitySchema<Run>({
  name: 'forgetting_runs',
  columns: {
    id: { type: 'int', primary: true, generated: true },
    at: { type: 'datetime', precision: 3 },
    jobs: { type: 'int' },
    mails: { type: 'int' },
    logCleared: { name: 'log_cleared', type: 'boolean' },
  },
})

const EVERY_MS = 10 * 60_000
/** By the shop's clock: nobody works then; where nothing runs at night, it is done at the next start. */
const FROM_HOUR = 3
const AT_ONCE = 100
const PAUSE_MS = 10
const LONGEST_IDLE_MS = 31 * 86_400_000

/** Forgets what its days are over for, each night by itself. */
export class Forgetting {
  readonly #database: DataSource
  readonly #life: JobLife
  readonly #prices: PriceLists
  readonly #clock: () => Date
  #timer: NodeJS.Timeout | undefined
  #running: Promise<Run> | undefined
  constructor(database: DataSource, life: JobLife, prices: PriceLists, clock: () => Date = () => new Date()) {
    this.#database = database
    this.#life = life
    this.#prices = prices
    this.#clock = clock
  }

  /** Does it by itself from now on, once a night. */
  begin(): void {
    const look = () =>
      void this.isTonight()
        .then((isTonight) => (isTonight ? this.run() : undefined))
        // The next look tries again.
        .catch(() => undefined)
    this.#timer = setInterval(look, EVERY_MS).unref()
    look()
  }
  end(): void {
    clearInterval(this.#timer)
  }

  async last(): Promise<Run | undefined> {
    return (
      (await this.#database.manager.findOne(runEntity, { where: {}, order: { id: 'DESC' } })) ?? undefined
    )
  }

  /**
   * Whether the last night by the shop's clock has not been seen to, and the shop has said its days. A clock that says months after anybody worked here is
   * not believed: what is forgotten does not come back when the clock is set right.
   */
  async isTonight(): Promise<boolean> {
    if (!(await this.#prices.saysRetention())) return false
    const { opening } = (await this.#prices.inUse()).prices
    const last = await this.last()
    const now = this.#clock()
    const [row] = await this.#database.manager.query<{ at: Date | null }[]>(
      'SELECT at FROM job_events ORDER BY id DESC LIMIT 1',
    )
    if (row?.at && now.getTime() - row.at.getTime() > LONGEST_IDLE_MS) return false
    return !last || nightOf(last.at, opening.zone) !== nightOf(now, opening.zone)
  }

  /** Forgets what is due, or joins whoever does. A job that cannot be seen to now is left for the next night. */
  run(): Promise<Run> {
    this.#running ??= this.#run().finally(() => (this.#running = undefined))
    return this.#running
  }

  async #run(): Promise<Run> {
    const at = this.#clock()
    let jobs = 0
    for (let after = 0; ;) {
      const due = await this.#database.manager.query<{ id: number; staffId: number }[]>(
        `SELECT id, opened_by AS staffId FROM jobs FORCE INDEX (jobs_forget)
          WHERE forget_at <= ? AND id > ? ORDER BY id LIMIT ${AT_ONCE}`,
        [at, after],
      )
      for (const { id, staffId } of due) {
        after = id
        const before = await this.#life.read(id)
        const done = await this.#life
          .run(id, { staffId }, { kind: 'forget', because: 'days-over' })
          .catch(() => undefined)
        if (done && done.events > before.events) jobs += 1
        // However many there are, whoever works meanwhile does not notice.
        await new Promise((resolve) => setTimeout(resolve, PAUSE_MS))
      }
      if (due.length < AT_ONCE) break
    }
    const mails = await this.#mailsBeside(at)
    // Also where nothing was due: what was forgotten before may have been cut off before its traces were cleared.
    const logCleared = await this.clearTraces()
    const run = { at, jobs, mails, logCleared }
    const { identifiers } = await this.#database.manager.insert(runEntity, run)
    return { id: Number(identifiers[0]?.['id']), ...run }
  }

  /** Mails that belong to no job, and those that came to a closed job after its mails were forgotten. */
  async #mailsBeside(now: Date): Promise<number> {
    const { retention } = (await this.#prices.inUse()).prices
    const before = new Date(now.getTime() - retention.mail * 86_400_000)
    const rows = await this.#database.manager.query<{ id: number }[]>(
      `SELECT m.id FROM mails m LEFT JOIN jobs j ON j.id = m.job_id
        WHERE m.forgotten_at IS NULL AND m.at <= ?
          AND (m.job_id IS NULL OR (j.closed_at <= ? AND j.held_at IS NULL))`,
      [before, before],
    )
    for (const { id } of rows) await this.#database.manager.update(mailEntity, { id }, EMPTIED)
    return rows.length
  }

  /**
   * Clears what the database itself keeps of what was: its log, where every change stands until it is written over, and
   * what it kept to undo a change. What stood in tables is overwritten with zeros as soon as it is freed.
   * @returns false where this database does not let it be done from here
   */
  async clearTraces(): Promise<boolean> {
    return this.#database.query('CALL benevox_upkeep.clear_traces()').then(
      () => true,
      () => false,
    )
  }
}

/** The day on which a night ended, by the shop's clock: `YYYY-MM-DD`. */
function nightOf(at: Date, zone: string): string {
  const shifted = new Date(at.getTime() - FROM_HOUR * 3_600_000)
  return new Intl.DateTimeFormat('en-CA', { timeZone: zone, dateStyle: 'short' }).format(shifted)
}
