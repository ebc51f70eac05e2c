import { modelById } from '@benevox/core/catalog'
import { chargeRange } from '@benevox/core/clocks'
import {
  progressOf,
  type EvidenceFile,
  type Job,
  type JobStanding,
  type JobSummary,
  type TryRecord,
} from '@benevox/contract'
import { deviceOnJob, modelOnJob, planRoute, stationOf, type Route } from '@benevox/core/route'
import { In, type DataSource, type EntityManager } from 'typeorm'
import type { Catalog } from '../catalog/service.ts'
import { ProblemError } from '../http/problem.ts'
import { evidenceEntity } from '../intake/entity.ts'
import { orderEntity, serviceEntity, supplierEntity, type OrderRow } from '../orders/entity.ts'
import { wireOrder } from '../orders/wire.ts'
import type { PriceLists } from '../prices/service.ts'
import { staffEntity } from '../session/entity.ts'
import { tryEntity, type TryRow } from '../tries/entity.ts'
import { jobEntity, type JobRow } from './entity.ts'

const KEPT_COMPUTED = 2000

/** Reads jobs out of the database into what crosses the wire; what can be computed is computed here. */
export class JobReader {
  readonly #catalog: Catalog
  readonly #prices: PriceLists
  /** What was computed for a version of a job: lists show many jobs, and few have changed. */
  readonly #computedBefore = new Map<string, Pick<Job, 'station' | 'locks'>>()
  constructor(catalog: Catalog, prices: PriceLists) {
    this.#catalog = catalog
    this.#prices = prices
  }

  async row(manager: EntityManager, id: number): Promise<JobRow> {
    const row = await manager.findOneBy(jobEntity, { id })
    if (!row) throw new ProblemError('not-found', `There is no job ${id}.`)
    return row
  }

  async job(manager: EntityManager, row: JobRow): Promise<Job> {
    const names = await this.#names(manager)
    const tries = await manager.find(tryEntity, { where: { jobId: row.id }, order: { startedAt: 'ASC' } })
    const orders = await this.#orders(manager, [row.id])
    const base = {
      id: row.id,
      ticket: row.ticket,
      version: row.version,
      openedAt: row.openedAt.toISOString(),
      openedBy: names.get(row.openedBy) ?? '',
      customer: { name: row.customerName, contact: row.customerContact },
      facts: row.facts,
      bench: row.bench,
      account: row.account,
      handBack: row.handBack,
      consent: row.consent,
      openedGates: row.openedGates,
      intake: row.intake,
      registry: row.registry,
      evidence: await this.#evidence(manager, row.id, names),
      pricesId: row.pricesId,
      catalogId: row.packId,
      tries: tries.map((one) => wireTry(one, names)),
      orders: orders.map(({ order, service, supplier }) => wireOrder(order, service, supplier)),
    }
    return {
      ...base,
      ...(await this.#computed(
        row,
        orders.map(({ order }) => order),
      )),
    }
  }

  /** Jobs as a list shows them. Closed ones only when they are searched for. */
  async list(database: DataSource, search: string): Promise<readonly JobSummary[]> {
    const { manager } = database
    const query = manager.createQueryBuilder(jobEntity, 'job').orderBy('job.openedAt', 'DESC').take(200)
    if (search === '') query.where('job.closedAt IS NULL')
    else {
      const { pack } = await this.#catalog.inUse()
      const words = search.toLowerCase().split(/\s+/)
      const models = pack.models.filter(({ maker, name, modelText }) =>
        words.every((word) => `${maker} ${name} ${modelText}`.toLowerCase().includes(word)),
      )
      query.where(
        '(job.ticket LIKE :like OR job.customerName LIKE :like OR job.imei LIKE :digits OR job.modelId IN (:...models))',
        {
          like: `%${search.replace(/[\\%_]/g, (sign) => `\\${sign}`)}%`,
          digits: `${search.replace(/\D/g, '') || 'none'}%`,
          models: ['', ...models.map(({ id }) => id)],
        },
      )
    }
    const rows = await query.getMany()
    const orders = await this.#orders(
      manager,
      rows.map(({ id }) => id),
    )
    return Promise.all(
      rows.map(async (row) =>
        this.#summary(
          row,
          orders.filter(({ order }) => order.jobId === row.id).map(({ order }) => order),
        ),
      ),
    )
  }

  async #summary(row: JobRow, orders: readonly OrderRow[]): Promise<JobSummary> {
    const computed = await this.#computed(row, orders)
    return {
      id: row.id,
      ticket: row.ticket,
      version: row.version,
      openedAt: row.openedAt.toISOString(),
      customer: { name: row.customerName, contact: row.customerContact },
      modelId: row.modelId,
      device: await this.device(row),
      imei: row.imei,
      waits: await this.#waits(row, orders),
      ...computed,
    }
  }

  /** Maker and name in the job's own version of the catalogue; empty while the model is not found. */
  async device({ packId, modelId }: Pick<JobRow, 'packId' | 'modelId'>): Promise<string> {
    const model = modelById((await this.#catalog.byId(packId)).pack, modelId ?? undefined)
    return model ? `${model.maker} ${model.name}` : ''
  }

  /** The route of a job as it stands, by its own versions of the catalogue and of the prices. */
  async route(row: JobRow, standing: JobStanding): Promise<Route> {
    const { pack } = await this.#catalog.byId(row.packId)
    const prices = await this.#prices.byId(row.pricesId)
    return planRoute(row.facts, deviceOnJob(pack, row.facts), progressOf(standing), prices)
  }

  async #computed(row: JobRow, orders: readonly OrderRow[]): Promise<Pick<Job, 'station' | 'locks'>> {
    const states = orders.map(({ state }) => state)
    const key = [row.id, row.version, row.packId, ...states].join(' ')
    const known = this.#computedBefore.get(key)
    if (known) return known
    const route = await this.route(row, { ...row, orders })
    const progress = progressOf({ ...row, orders })
    const computed = { station: stationOf(route, progress), locks: route.locks }
    if (this.#computedBefore.size >= KEPT_COMPUTED) this.#computedBefore.clear()
    this.#computedBefore.set(key, computed)
    return computed
  }

  async #evidence(
    manager: EntityManager,
    jobId: number,
    names: ReadonlyMap<number, string>,
  ): Promise<EvidenceFile[]> {
    const rows = await manager.find(evidenceEntity, { where: { jobId }, order: { at: 'ASC' } })
    return rows.map(({ id, name, type, size, at, staffId }) => ({
      id,
      name,
      type: type as EvidenceFile['type'],
      bytes: size,
      at: at.toISOString(),
      by: names.get(staffId) ?? '',
    }))
  }

  /** Which clock runs on a job, from the family's own durations. */
  async #waits({ bench, facts, packId }: JobRow, orders: readonly OrderRow[]): Promise<JobSummary['waits']> {
    const waiting = orders.find(({ state }) => state === 'waiting')
    const { pack } = await this.#catalog.byId(packId)
    const family = modelOnJob(pack, facts)?.family
    const clock = (
      what: NonNullable<JobSummary['waits']>['for'],
      since: string,
      range: { minMs: number; medianMs: number; maxMs: number } | undefined,
    ) => {
      const after = (ms = 0) => new Date(Date.parse(since) + ms).toISOString()
      return {
        for: what,
        since,
        earliest: after(range?.minMs),
        until: after(range?.medianMs),
        latest: after(range?.maxMs),
      }
    }
    const { wipe = '', firstStart = '' } = family?.durationsOfTheWork ?? {}
    if (bench.charging && !bench.charging.endedAt) {
      const range = chargeRange(family?.kind ?? 'phone', bench.charging.fromPercent)
      return clock('charging', bench.charging.startedAt, range)
    }
    if (bench.wipeStartedAt && !bench.wipeFinishedAt)
      return clock('wipe', bench.wipeStartedAt, family?.durations[wipe])
    if (bench.firstStartAt && !bench.setUpAt)
      return clock('first-start', bench.firstStartAt, family?.durations[firstStart])
    if (!waiting) return null
    const { earliest, latest } = waiting.promise
    return { for: 'carrier', since: waiting.orderedAt.toISOString(), earliest, until: latest, latest }
  }

  async #orders(manager: EntityManager, jobIds: readonly number[]) {
    if (jobIds.length === 0) return []
    const orders = await manager.find(orderEntity, {
      where: { jobId: In([...jobIds]) },
      order: { orderedAt: 'ASC' },
    })
    if (orders.length === 0) return []
    const services = await manager.find(serviceEntity)
    const suppliers = await manager.find(supplierEntity)
    return orders.flatMap((order) => {
      const service = services.find(({ id }) => id === order.serviceId)
      const supplier = suppliers.find(({ id }) => id === service?.supplierId)
      return service && supplier ? [{ order, service, supplier }] : []
    })
  }

  async #names(manager: EntityManager): Promise<ReadonlyMap<number, string>> {
    return new Map((await manager.find(staffEntity)).map(({ id, name }) => [id, name]))
  }
}

export function wireTry(row: TryRow, names: ReadonlyMap<number, string>): TryRecord {
  return {
    id: row.id,
    familyId: row.familyId,
    procedureId: row.procedureId,
    modelId: row.modelId,
    link: row.link,
    startedAt: row.startedAt.toISOString(),
    finishedAt: row.finishedAt?.toISOString() ?? null,
    outcome: row.outcome,
    seen: row.seen,
    notSeen: row.notSeen,
    marks: row.marks,
    cable: row.cable,
    runner: row.runner,
    by: names.get(row.staffId) ?? '',
  }
}
