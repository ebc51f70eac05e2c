import { randomUUID } from 'node:crypto'
import type { Job } from '@benevox/contract'
import { shopTimeOf } from '@benevox/core/clocks'
import {
  apart,
  decide,
  evolve,
  factsOf,
  heardElsewhere,
  imeisOf,
  listedOf,
  PROJECTION,
  routeOf,
  foundAtBench,
  surroundingsIn,
  viewOf,
  type Command,
  type JobEvent,
  type JobState,
  type Surroundings,
  type World,
} from '@benevox/core/job'
import type { PersonalKind, PriceList } from '@benevox/core/price'
import type { Experience } from '@benevox/core/results'
import { promisedBy, type Promised } from '@benevox/core/route'
import { LessThan, type DataSource, type EntityManager } from 'typeorm'
import type { Catalog } from '../catalog/service.ts'
import { readTogether } from '../database/together.ts'
import { codeOf, transact } from '../database/transact.ts'
import { keepInvoices } from '../hand-back/invoices.ts'
import { keysOf, sealedParts, withKeysFor } from '../forgetting/keys.ts'
import { forgetBeside } from '../forgetting/beside.ts'
import { ProblemError } from '../http/problem.ts'
import type { PriceLists } from '../prices/service.ts'
import { keepReports, reportsOf } from '../registry/reports.ts'
import type { SupplyLists } from '../supply/service.ts'
import { staffEntity } from '../session/entity.ts'
import { jobEntity, lookupEntity, type JobRow } from './entity.ts'
import { experienceOf, keepOutcomes } from './outcomes.ts'
import { problemOf } from './refusals.ts'
import { keepRows } from './rows.ts'
import { keepEvents, keepSnapshot, lockedJob, type Snapshot } from './statements.ts'

/** Who acts, and on what they saw. */
export interface Actor {
  readonly staffId: number
  /** The version of the job that was seen; undefined for what only tells what happened. */
  readonly version?: number | undefined
}

type Locked = Awaited<ReturnType<typeof lockedJob>>

/** What is done in the same transaction, on the same connection, once a command was accepted. */
export type Beside = (manager: EntityManager, job: JobState, now: Date) => Promise<void>

/** What a job is looked at with, all of it in memory. */
export type Known = Surroundings & { readonly prices: PriceList } & Pick<
    World,
    'isPublicHoliday' | 'carrierRules'
  >

const REPROJECTED_AT_ONCE = 200

/**
 * The one writer of jobs: reads a job, lets core decide, stores the events with the snapshot and its projections in
 * one transaction. Nothing is decided here.
 */
export class JobLife {
  readonly #database: DataSource
  readonly #catalog: Catalog
  readonly #prices: PriceLists
  readonly #supply: SupplyLists
  /** What a job that is opened now goes by. */
  readonly experience: () => Promise<Experience>
  readonly #clock: () => Date
  readonly #names = new Map<number, string>()
  constructor(
    database: DataSource,
    catalog: Catalog,
    prices: PriceLists,
    supply: SupplyLists,
    clock: () => Date = () => new Date(),
  ) {
    this.#clock = clock
    this.#database = database
    this.experience = readTogether(() => experienceOf(database.manager))
    this.#catalog = catalog
    this.#prices = prices
    this.#supply = supply
  }

  /** @throws ProblemError `not-found` */
  async read(id: number): Promise<JobState> {
    // In SQL: it is asked more often than anything else.
    const [row] = await this.#database.query<{ state: string }[]>('SELECT state FROM jobs WHERE id = ?', [id])
    if (!row) throw new ProblemError('not-found', { code: 'no-such-job', id })
    return JSON.parse(row.state) as JobState
  }

  /** A job with everything that follows from it. */
  async view(id: number): Promise<Job> {
    return this.viewed(await this.read(id))
  }

  async viewed(job: JobState): Promise<Job> {
    await this.#ensure(job)
    return viewOf(job, this.known(job))
  }

  /** What a job is looked at with. @throws Error where its catalogue or prices were not read before */
  known(job: JobState): Known {
    const { pack } = this.#catalog.held(job.catalogId)
    const prices = this.#prices.held(job.pricesId)
    const { isPublicHoliday } = shopTimeOf(prices.opening)
    const { rules: carrierRules } = this.#supply.held
    return { ...surroundingsIn(pack, factsOf(job), foundAtBench(job)), prices, isPublicHoliday, carrierRules }
  }

  /** By when a job could be fetched. @throws Error where its catalogue or prices were not read before */
  promised(job: JobState): Promised {
    const known = this.known(job)
    const { courses } = routeOf(job, known)
    return promisedBy(courses, this.#clock().toISOString(), shopTimeOf(known.prices.opening))
  }

  async ready(job: JobState): Promise<Known> {
    await this.#ensure(job)
    return this.known(job)
  }

  /** Whether a command would be carried out now; nothing is stored. @throws ProblemError for a refusal */
  async wouldRun(job: JobState, staffId: number, command: Command): Promise<void> {
    const world: World = {
      now: this.#clock().toISOString(),
      by: await this.#nameOf(staffId),
      ...(await this.ready(job)),
    }
    const decided = decide(job, command, world)
    if (decided.kind === 'refused') throw problemOf(decided.refusal, undefined)
  }

  /** Opens a job, once for each key however often it is asked. */
  async open(key: string, staffId: number): Promise<Job> {
    const known = () => this.#database.manager.findOne(jobEntity, { where: { key }, select: { id: true } })
    const before = await known()
    if (before) return this.view(before.id)
    const { id: catalogId } = await this.#catalog.inUse()
    const { id: pricesId } = await this.#prices.inUse()
    const by = await this.#nameOf(staffId)
    const experience = await this.experience()
    try {
      const job = await transact(this.#database, async (manager) => {
        const now = this.#clock()
        const { identifiers } = await manager.insert(
          jobEntity,
          placeholder(key, now, staffId, catalogId, pricesId),
        )
        const id = Number(identifiers[0]?.['id'])
        const unnamed = { openedAt: now, jobId: id, customerName: '', imei: null, words: Buffer.alloc(0) }
        await manager.insert(lookupEntity, unnamed)
        const at = now.toISOString()
        const { job: opened } = await this.#store(manager, undefined, staffId, now, [
          { kind: 'opened', at, by, id, ticket: `B${1000 + id}`, pricesId, catalogId, experience },
        ])
        return opened
      })
      return await this.viewed(job)
    } catch (error) {
      // The same key came twice at a time: the other one has opened it.
      const other = codeOf(error) === 'ER_DUP_ENTRY' ? await known() : undefined
      if (!other) throw error
      return this.view(other.id)
    }
  }

  /**
   * Carries out a command.
   * @param make the command, or how it is made of the job as it is
   * @throws ProblemError for a refusal; `stale-version` with the job as it is now where another version was seen
   */
  async run(
    id: number,
    { staffId, version }: Actor,
    make: Command | ((job: JobState) => Command),
    beside?: Beside,
  ): Promise<Job> {
    const by = await this.#nameOf(staffId)
    for (;;) {
      const made = await transact(this.#database, async (manager) => {
        const locked = await lockedJob(manager, id)
        const { job } = locked
        // What is not in memory is read outside of the transaction, which asks for no other connection.
        if (!this.#catalog.holds(job.catalogId) || !this.#prices.holds(job.pricesId)) return job
        const now = this.#clock()
        // The registry's word on this device from another job comes first, whatever becomes of the command.
        if (await this.#hear(manager, locked, staffId, now)) return 'again'
        const world: World = { now: now.toISOString(), by, ...this.known(job) }
        if (version !== undefined && job.version !== version)
          throw new ProblemError('stale-version', { code: 'job-changed' }, { current: viewOf(job, world) })
        const decided = decide(job, typeof make === 'function' ? make(job) : make, world)
        if (decided.kind === 'refused') {
          const { refusal } = decided
          throw problemOf(refusal, refusal.code === 'order-changed-meanwhile' ? refusal.order : undefined)
        }
        const after = decided.events.reduce<JobState>(evolve, job)
        if (after === job) return { job, before: job }
        if (!this.#catalog.holds(after.catalogId)) return after
        const stored = await this.#store(manager, locked, staffId, now, decided.events)
        await beside?.(manager, after, now)
        await keepInvoices(manager, job, after, { staffId, at: now })
        const isOtherDevice = imeisOf(job).join() !== imeisOf(after).join()
        const heard = isOtherDevice ? await this.#hear(manager, stored, staffId, now) : undefined
        return { job: (heard ?? stored).job, before: job }
      }).catch((error: unknown) => {
        throw codeOf(error) === 'ER_DUP_ENTRY'
          ? new ProblemError('not-possible-now', { code: 'of-another-job' })
          : error
      })
      if (made === 'again') continue
      if ('job' in made) {
        await this.#tellOthers(made.before, made.job, staffId)
        return this.viewed(made.job)
      }
      await this.#ensure(made)
    }
  }

  /** Stores what the registry said of this device on other jobs. @returns the job with it, where there was news */
  async #hear(
    manager: EntityManager,
    locked: Locked,
    staffId: number,
    now: Date,
  ): Promise<Locked | undefined> {
    const heard = heardElsewhere(locked.job, await reportsOf(manager, locked.job))
    return heard.length > 0 ? this.#store(manager, locked, staffId, now, heard) : undefined
  }

  /** What the registry has just reported is told to the other open jobs of this device, so that their lists say it. */
  async #tellOthers(before: JobState, { id, registry }: JobState, staffId: number): Promise<void> {
    const imei = registry.slice(before.registry.length).find(({ answer }) => answer === 'reported')?.imei
    if (!imei) return
    const others = await this.#database.manager.query<{ id: number }[]>(
      `SELECT j.id FROM job_lookup l JOIN jobs j ON j.id = l.job_id
        WHERE l.imei = ? AND j.closed_at IS NULL AND j.id <> ?`,
      [imei, id],
    )
    for (const { id: other } of others) {
      await this.#ensure(await this.read(other))
      // One that cannot be told now hears of it with the next command.
      await transact(this.#database, async (manager) =>
        this.#hear(manager, await lockedJob(manager, other), staffId, this.#clock()),
      ).catch(() => undefined)
    }
  }

  /** Makes the columns beside the snapshots anew where they were made by another version of the projections. */
  async reproject(): Promise<number> {
    let count = 0
    for (;;) {
      const rows = await this.#database.manager.find(jobEntity, {
        where: { projection: LessThan(PROJECTION) },
        select: { id: true, state: true },
        take: REPROJECTED_AT_ONCE,
        order: { id: 'ASC' },
      })
      if (rows.length === 0) return count
      for (const { state } of rows) await this.#ensure(state)
      await transact(this.#database, async (manager) => {
        for (const { id, state } of rows) {
          await keepOutcomes(manager, undefined, state)
          await keepSnapshot(manager, id, this.#columns(state))
        }
      })
      count += rows.length
    }
  }

  /** Stores events and the job they make, from the state they stand on. */
  async #store(
    manager: EntityManager,
    locked: Locked | undefined,
    staffId: number,
    now: Date,
    events: readonly JobEvent[],
  ): Promise<Locked> {
    const before = locked?.job
    let job = before
    const parts = events.map((event) => {
      job = evolve(job, event)
      return { ...apart(event), nth: job.events }
    })
    if (!job) throw new Error('Nothing to be stored')
    const jobId = job.id
    const keys = await withKeysFor(
      manager,
      jobId,
      locked?.keys ?? {},
      parts.flatMap(({ personal }) => Object.keys(personal) as PersonalKind[]),
    )
    await keepEvents(
      manager,
      parts.map(({ kind, nth, stays, personal }) => ({
        jobId,
        nth,
        at: now,
        staffId,
        kind,
        detail: stays,
        personal: sealedParts(personal, keys),
      })),
    )
    for (const event of events)
      if (event.kind === 'forgotten') await forgetBeside(manager, jobId, event.record.kinds)
    await keepSnapshot(manager, job.id, this.#columns(job))
    await keepRows(manager, before, job, staffId)
    await keepReports(manager, before, job)
    await keepOutcomes(manager, before ?? job, job)
    return {
      job,
      keys: events.some(({ kind }) => kind === 'forgotten') ? await keysOf(manager, jobId) : keys,
    }
  }

  #columns(job: JobState): Snapshot {
    const listed = listedOf(job, this.known(job))
    return {
      ticket: job.ticket,
      version: job.version,
      events: job.events,
      packId: job.catalogId,
      pricesId: job.pricesId,
      openedAt: new Date(job.openedAt),
      state: job,
      ...listed,
      words: Buffer.from(listed.words),
      closedAt: dateOf(listed.closedAt),
      forgetAt: dateOf(listed.forgetAt),
      heldAt: dateOf(job.hold?.at),
      dueAt: dateOf(listed.waits?.until),
      projection: PROJECTION,
    }
  }

  async #ensure({ catalogId, pricesId }: JobState): Promise<void> {
    await this.#catalog.byId(catalogId)
    await this.#prices.byId(pricesId)
  }

  /** Names do not change: each is asked for once. */
  async #nameOf(staffId: number): Promise<string> {
    const known = this.#names.get(staffId)
    if (known !== undefined) return known
    const name = (await this.#database.manager.findOneBy(staffEntity, { id: staffId }))?.name ?? ''
    if (name !== '') this.#names.set(staffId, name)
    return name
  }
}

const dateOf = (at: string | null | undefined): Date | null => (at ? new Date(at) : null)

/** A row that its first event fills in at once. */
function placeholder(
  key: string,
  openedAt: Date,
  openedBy: number,
  packId: number,
  pricesId: number,
): Omit<JobRow, 'id'> {
  return {
    ticket: randomUUID().slice(0, 16),
    key,
    version: 0,
    events: 0,
    packId,
    pricesId,
    openedAt,
    openedBy,
    state: {} as JobState,
    station: 'counter',
    device: '',
    modelId: null,
    locks: { screen: 'unknown', account: 'unknown', carrier: 'unknown' },
    waits: null,
    allWaits: null,
    dueAt: null,
    closedAt: null,
    forgetAt: null,
    heldAt: null,
    wipeSeconds: null,
    firstStartSeconds: null,
    projection: 0,
  }
}
