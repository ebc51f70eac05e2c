import type { Job, Order } from '@benevox/contract'
import { promiseInWorkingDays, publicHolidays } from '@benevox/core/clocks'
import { imeisOf, languageOf, type Command, type JobState } from '@benevox/core/job'
import type { ListedService, ListedSupplier } from '@benevox/core/supply'
import { activationMessage, languageFor, messageToSupplier, wordsIn } from '@benevox/words'
import type { DataSource } from 'typeorm'
import type { Config } from '../config.ts'
import type { Handlers } from '../http/mount.ts'
import { ProblemError } from '../http/problem.ts'
import type { JobLife } from '../jobs/life.ts'
import { sendMail } from '../mail/outgoing.ts'
import { SupplierDesks } from './desk.ts'
import type { Connections } from '../shop/connections.ts'
import type { Shop } from '../shop/service.ts'
import type { SupplyLists } from '../supply/service.ts'
import { orderEntity, type OrderRow } from './entity.ts'
import { wireSupplier, type ResultsOfServices } from './wire.ts'

export function orderHandlers(
  database: DataSource,
  life: JobLife,
  supply: SupplyLists,
  shop: Shop,
  config: Pick<Config, 'suppliers'>,
  connections: Connections,
): Handlers {
  const desks = new SupplierDesks(config.suppliers)
  /** An order with the job it stands on and whose it is. @throws ProblemError `not-found`; `stale-version` with it as it is */
  const seen = async (id: string, version: number) => {
    const found = await orderRow(database, id)
    const job = await life.read(found.jobId)
    const order = job.orders.find((one) => one.id === id)
    if (!order) throw new ProblemError('not-found', { code: 'no-such-order' })
    if (order.version !== version)
      throw new ProblemError('stale-version', { code: 'order-changed-meanwhile', order }, { current: order })
    const { supplier, service } = await supply.service(order.serviceId)
    return { job, order, supplier, service }
  }
  /** Hands an order over that stands on its job; it is placed once, by its id. */
  const handOver = async (job: Job, order: Order, staffId: number): Promise<Job> => {
    const { supplier, service } = await supply.service(order.serviceId)
    if (supplier.ordersAt === null || order.number !== undefined || order.state !== 'waiting') return job
    const { model } = await life.ready(await life.read(job.id))
    const number = await desks.place(supplier.ordersAt, {
      key: order.id,
      lock: service.lock,
      imei: order.imei ?? '',
      carrier: service.carrier,
      country: service.carrierCountry,
      model: model?.name ?? '',
      mailTo: await shop.mailForAnswers(),
      days: { least: service.minDays, most: service.maxDays },
    })
    return life.run(
      job.id,
      { staffId },
      { kind: 'change-order', id: order.id, orderVersion: order.version, change: { kind: 'sent', number } },
    )
  }
  return {
    async listSuppliers() {
      const { suppliers, carriers, rules } = (await supply.inUse()).list
      const results = await resultsOfServices(database)
      return {
        answersTo: (await shop.settings()).settings.mail ?? '',
        suppliers: suppliers.map((supplier) => wireSupplier(supplier, results)),
        carriers,
        rules,
      }
    },

    async getPromise({ params }) {
      const { service, supplier } = await supply.service(params.id)
      return promiseOf(service, supplier, new Date())
    },

    async placeOrder({ params, body, staffId }) {
      const { service, supplier } = await supply.service(body.serviceId)
      if (service.withdrawn || supplier.withdrawn)
        throw new ProblemError('not-possible-now', { code: 'service-withdrawn' })
      const { id: serviceId, lock, carrier, carrierCountry: country, feeMinor, currency } = service
      const promise = promiseOf(service, supplier, new Date())
      const entriesElsewhere = await entriesOfItsDevice(database, await life.read(params.id))
      const job = await life.run(
        params.id,
        { staffId },
        {
          kind: 'place-order',
          id: body.id,
          because: body.because,
          entriesElsewhere,
          service: {
            lock,
            serviceId,
            supplier: supplier.name,
            carrier,
            country,
            feeMinor,
            currency,
            promise,
            refundPercent: service.refundPercent,
            models: service.models,
          },
        },
      )
      const order = job.orders.find(({ id }) => id === body.id)
      // Recorded first: what cannot be handed over now stands there, and is handed over later.
      return order ? handOver(job, order, staffId).catch(() => life.view(params.id)) : job
    },

    async sendOrder({ params, body, staffId }) {
      const { job, order } = await seen(params.orderId, body.version)
      return handOver(await life.viewed(job), order, staffId)
    },

    /** First at the supplier, who may say that it is too late; then here. */
    async cancelOrder({ params, body, staffId }) {
      const { job, order, supplier } = await seen(params.orderId, body.version)
      if (supplier.ordersAt !== null && order.number !== undefined && order.state === 'waiting')
        await desks.cancel(supplier.ordersAt, order.number)
      return life.run(
        job.id,
        { staffId },
        { kind: 'change-order', id: order.id, orderVersion: order.version, change: { kind: 'cancelled' } },
      )
    },

    async askSupplier({ params, body, staffId }) {
      const { job, order, supplier } = await seen(params.orderId, body.version)
      if (supplier.mail === null) throw new ProblemError('not-possible-now', { code: 'no-supplier-mail' })
      const kind = body.about === 'refund' ? 'refund-asked' : 'followed-up'
      const command: Command = {
        kind: 'change-order',
        id: order.id,
        orderVersion: order.version,
        change: { kind },
      }
      // What may not be told is not written either.
      await life.wouldRun(job, staffId, command)
      const { prices } = await life.ready(job)
      const words = wordsIn(languageFor(supplier.language), prices.opening)
      const { name, mail } = (await shop.settings()).settings
      await sendMail((await connections.inUse()).smtp, {
        from: mail,
        to: supplier.mail,
        key: body.key,
        ...messageToSupplier(words, body.about, { order, shop: name }),
      })
      return life.run(job.id, { staffId }, command)
    },

    async sendSheet({ params, body, staffId }) {
      const { job, order } = await seen(params.orderId, body.version)
      const command: Command = {
        kind: 'change-order',
        id: order.id,
        orderVersion: order.version,
        change: { kind: 'sheet-sent' },
      }
      await life.wouldRun(job, staffId, command)
      const { model, family, prices } = await life.ready(job)
      const { name, mail, language } = (await shop.settings()).settings
      const words = wordsIn(languageFor(languageOf(job.answers, job.agreement, language)), prices.opening)
      await sendMail((await connections.inUse()).smtp, {
        from: mail,
        to: body.to,
        key: body.key,
        ...activationMessage(words, {
          device: model?.name ?? words.say('part.device'),
          order,
          dialledCode: family?.carrierLock?.dialledCode,
          ticket: job.ticket,
          shop: name,
        }),
      })
      return life.run(job.id, { staffId }, command)
    },

    async changeOrder({ params, body, staffId }) {
      const found = await orderRow(database, params.orderId)
      return life.run(
        found.jobId,
        { staffId },
        { kind: 'change-order', id: found.id, orderVersion: body.version, change: body.change },
      )
    },
  }
}

async function orderRow({ manager }: DataSource, id: string): Promise<Pick<OrderRow, 'id' | 'jobId'>> {
  const found = await manager.findOne(orderEntity, { where: { id }, select: { id: true, jobId: true } })
  if (!found) throw new ProblemError('not-found', { code: 'no-such-order' })
  return found
}

/** Of all jobs: an order that was taken for another lock's, or is on its way, says nothing. */
async function resultsOfServices({ manager }: DataSource): Promise<ResultsOfServices> {
  const rows = await manager
    .createQueryBuilder(orderEntity, 'o')
    .select('o.serviceId', 'id')
    .addSelect(`SUM(o.state = 'released')`, 'worked')
    .addSelect(`SUM(o.state IN ('failed', 'blocked'))`, 'failed')
    .groupBy('o.serviceId')
    .getRawMany<{ id: number; worked: string; failed: string }>()
  return new Map(
    rows.map(({ id, worked, failed }) => [id, { worked: Number(worked), failed: Number(failed) }]),
  )
}

/** Entries of unlock codes made in vain at the device of a job on other jobs, as far as their IMEIs are still kept. */
async function entriesOfItsDevice({ manager }: DataSource, job: JobState): Promise<number> {
  const imeis = imeisOf(job)
  if (imeis.length === 0) return 0
  const [made] = await manager.query<{ entries: number | null }[]>(
    `SELECT MAX(o.entries_made) AS entries FROM orders o JOIN job_lookup l ON l.job_id = o.job_id
      WHERE l.imei IN (?) AND o.job_id <> ? AND o.state <> 'released'`,
    [imeis, job.id],
  )
  return Number(made?.entries ?? 0)
}

function promiseOf(service: ListedService, supplier: ListedSupplier, at: Date): Order['promise'] {
  const calendar = {
    zone: supplier.zone,
    weekend: [6, 7],
    cutOff: supplier.cutOff,
    isPublicHoliday: publicHolidays(supplier.country, supplier.region ?? undefined),
  }
  return promiseInWorkingDays(calendar, at.toISOString(), { min: service.minDays, max: service.maxDays })
}
