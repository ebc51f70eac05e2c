import type { Order, OrderChange } from '@benevox/contract'
import { promiseInWorkingDays, publicHolidays } from '@benevox/core/clocks'
import { deviceOnJob, gateName, gatesOfAnOrder, modelOnJob } from '@benevox/core/route'
import type { DataSource, EntityManager } from 'typeorm'
import type { Catalog } from '../catalog/service.ts'
import type { Handlers } from '../http/mount.ts'
import { ProblemError } from '../http/problem.ts'
import type { JobChanger } from '../jobs/change.ts'
import {
  orderEntity,
  serviceEntity,
  supplierEntity,
  type OrderRow,
  type ServiceRow,
  type SupplierRow,
} from './entity.ts'
import { wireOrder, wireSupplier } from './wire.ts'

export function orderHandlers(database: DataSource, catalog: Catalog, changer: JobChanger): Handlers {
  return {
    async listSuppliers() {
      const services = await database.manager.find(serviceEntity, { order: { feeMinor: 'ASC' } })
      const suppliers = await database.manager.find(supplierEntity, { order: { name: 'ASC' } })
      return { suppliers: suppliers.map((supplier) => wireSupplier(supplier, services)) }
    },

    async getPromise({ params }) {
      const { service, supplier } = await serviceWithSupplier(database.manager, params.id)
      return promiseOf(service, supplier, new Date())
    },

    placeOrder: ({ params, body, staffId }) =>
      changer.locked(params.id, async (manager, job) => {
        const known = await manager.findOneBy(orderEntity, { id: body.id })
        if (known && known.jobId !== params.id)
          throw new ProblemError('not-possible-now', 'This order belongs to another job.')
        if (known) return wired(manager, known)
        if (job.closedAt) throw new ProblemError('not-possible-now', 'This job is closed.')
        const { pack } = await catalog.byId(job.packId)
        const openedGates = job.openedGates.map(({ gate }) => gate)
        const closed = gatesOfAnOrder(job.facts, deviceOnJob(pack, job.facts), { openedGates }).filter(
          ({ state }) => state !== 'open',
        )
        if (closed.length > 0)
          throw new ProblemError('gate-closed', `Still closed: ${closed.map(gateName).join('; ')}.`)
        if (!job.facts.imei)
          throw new ProblemError('not-possible-now', 'An order needs the IMEI of the right SIM slot.')
        const { service, supplier } = await serviceWithSupplier(manager, body.serviceId)
        if (job.facts.originalCarrier !== service.carrier)
          throw new ProblemError(
            'not-possible-now',
            `The job says the original carrier is ${job.facts.originalCarrier ?? 'not known'}, this service is for ${service.carrier}: an error here costs the fee.`,
          )
        const now = new Date()
        const row: OrderRow = {
          id: body.id,
          jobId: params.id,
          serviceId: service.id,
          version: 1,
          feeMinor: service.feeMinor,
          currency: service.currency,
          orderedAt: now,
          promise: promiseOf(service, supplier, now),
          state: 'waiting',
          answer: null,
          code: null,
          triesMade: 0,
          triesAllowed: modelOnJob(pack, job.facts)?.family.carrierLock?.triesAllowed ?? 3,
        }
        await manager.insert(orderEntity, row)
        await changer.note(
          manager,
          params.id,
          staffId,
          {
            kind: 'order-placed',
            detail: {
              supplier: supplier.name,
              carrier: service.carrier,
              feeMinor: service.feeMinor,
              latest: row.promise.latest,
            },
          },
          now,
        )
        return wireOrder(row, service, supplier)
      }),

    async changeOrder({ params, body, staffId }) {
      const found = await database.manager.findOneBy(orderEntity, { id: params.orderId })
      if (!found) throw new ProblemError('not-found', 'There is no such order.')
      return changer.locked(found.jobId, async (manager) => {
        const row = await manager.findOneByOrFail(orderEntity, { id: params.orderId })
        if (row.version !== body.version)
          throw new ProblemError('stale-version', 'Somebody else changed this order meanwhile.', {
            current: await wired(manager, row),
          })
        const after = orderAfter(row, body.change)
        await manager.save(orderEntity, { ...after, version: row.version + 1 })
        const { kind } = body.change
        await changer.note(manager, row.jobId, staffId, {
          kind: `order-${kind}`,
          detail: {
            state: after.state,
            triesMade: after.triesMade,
            ...(kind === 'answered' ? { answer: body.change.answer } : {}),
          },
        })
        return wired(manager, { ...after, version: row.version + 1 })
      })
    },
  }
}

/** An order after what came of it. Codes are strings, tries are counted, a device without tries left is blocked. */
export function orderAfter(order: OrderRow, change: OrderChange): OrderRow {
  const need = (holds: boolean, sentence: string) => {
    if (!holds) throw new ProblemError('not-possible-now', sentence)
  }
  switch (change.kind) {
    case 'answered':
      need(order.state === 'waiting', `This order is ${order.state} already.`)
      need(
        (change.answer === 'code') === (change.code !== undefined),
        change.answer === 'code' ? 'The answer is a code: type it in.' : 'This answer has no code.',
      )
      return { ...order, state: 'answered', answer: change.answer, code: change.code ?? null }
    case 'code-tried': {
      need(order.state === 'answered' && order.answer === 'code', 'There is no code to try.')
      const triesMade = order.triesMade + 1
      if (change.worked) return { ...order, triesMade, state: 'released' }
      return { ...order, triesMade, state: triesMade >= order.triesAllowed ? 'blocked' : 'answered' }
    }
    case 'proven':
      need(
        order.state === 'answered' && order.answer !== 'code',
        'Only a release over the air or by app is proven this way.',
      )
      return { ...order, state: 'released' }
    case 'failed':
      need(order.state === 'waiting' || order.state === 'answered', `This order is ${order.state} already.`)
      return { ...order, state: 'failed' }
  }
}

function promiseOf(service: ServiceRow, supplier: SupplierRow, at: Date): Order['promise'] {
  const calendar = {
    zone: supplier.zone,
    weekend: [6, 7],
    cutOff: supplier.cutOff,
    isPublicHoliday: publicHolidays(supplier.country, supplier.region ?? undefined),
  }
  return promiseInWorkingDays(calendar, at.toISOString(), { min: service.minDays, max: service.maxDays })
}

async function serviceWithSupplier(
  manager: EntityManager,
  id: number,
): Promise<{ service: ServiceRow; supplier: SupplierRow }> {
  const service = await manager.findOneBy(serviceEntity, { id })
  const supplier = service && (await manager.findOneBy(supplierEntity, { id: service.supplierId }))
  if (!supplier) throw new ProblemError('not-found', 'There is no such service.')
  return { service, supplier }
}

async function wired(manager: EntityManager, row: OrderRow): Promise<Order> {
  const { service, supplier } = await serviceWithSupplier(manager, row.serviceId)
  return wireOrder(row, service, supplier)
}
