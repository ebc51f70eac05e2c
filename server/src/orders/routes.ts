import type { Order } from '@benevox/contract'
import { promiseInWorkingDays, publicHolidays } from '@benevox/core/clocks'
import type { DataSource } from 'typeorm'
import type { Handlers } from '../http/mount.ts'
import { ProblemError } from '../http/problem.ts'
import type { JobLife } from '../jobs/life.ts'
import { orderEntity, serviceEntity, supplierEntity, type ServiceRow, type SupplierRow } from './entity.ts'
import { wireSupplier, type ResultsOfServices } from './wire.ts'

export function orderHandlers(database: DataSource, life: JobLife): Handlers {
  return {
    async listSuppliers() {
      const services = await database.manager.find(serviceEntity, { order: { feeMinor: 'ASC' } })
      const suppliers = await database.manager.find(supplierEntity, { order: { name: 'ASC' } })
      const results = await resultsOfServices(database)
      return { suppliers: suppliers.map((supplier) => wireSupplier(supplier, services, results)) }
    },

    async getPromise({ params }) {
      const { service, supplier } = await serviceWithSupplier(database, params.id)
      return promiseOf(service, supplier, new Date())
    },

    async placeOrder({ params, body, staffId }) {
      const { service, supplier } = await serviceWithSupplier(database, body.serviceId)
      const { id: serviceId, lock, carrier, carrierCountry: country, feeMinor, currency } = service
      const promise = promiseOf(service, supplier, new Date())
      return life.run(
        params.id,
        { staffId },
        {
          kind: 'place-order',
          id: body.id,
          service: {
            lock,
            serviceId,
            supplier: supplier.name,
            carrier,
            country,
            feeMinor,
            currency,
            promise,
          },
        },
      )
    },

    async changeOrder({ params, body, staffId }) {
      const found = await database.manager.findOne(orderEntity, {
        where: { id: params.orderId },
        select: { id: true, jobId: true },
      })
      if (!found) throw new ProblemError('not-found', { code: 'no-such-order' })
      return life.run(
        found.jobId,
        { staffId },
        { kind: 'change-order', id: found.id, orderVersion: body.version, change: body.change },
      )
    },
  }
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
  { manager }: DataSource,
  id: number,
): Promise<{ service: ServiceRow; supplier: SupplierRow }> {
  const service = await manager.findOneBy(serviceEntity, { id })
  const supplier = service && (await manager.findOneBy(supplierEntity, { id: service.supplierId }))
  if (!supplier) throw new ProblemError('not-found', { code: 'no-such-service' })
  return { service, supplier }
}
