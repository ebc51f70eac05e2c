import type { Order, Service, Supplier } from '@benevox/contract'
import type { OrderRow, ServiceRow, SupplierRow } from './entity.ts'

export function wireOrder(order: OrderRow, { carrier }: ServiceRow, supplier: SupplierRow): Order {
  const { id, jobId, version, feeMinor, currency, promise, state, answer, code, triesMade, triesAllowed } =
    order
  return {
    id,
    jobId,
    version,
    feeMinor,
    currency,
    promise,
    state,
    answer,
    code,
    triesMade,
    triesAllowed,
    orderedAt: order.orderedAt.toISOString(),
    supplier: supplier.name,
    carrier,
  }
}

export function wireService({
  id,
  carrier,
  carrierCountry,
  feeMinor,
  currency,
  minDays,
  maxDays,
}: ServiceRow): Service {
  return { id, carrier, carrierCountry, feeMinor, currency, minDays, maxDays }
}

export function wireSupplier(row: SupplierRow, services: readonly ServiceRow[]): Supplier {
  return { ...row, services: services.filter(({ supplierId }) => supplierId === row.id).map(wireService) }
}
