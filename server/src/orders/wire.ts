import type { Service, Supplier } from '@benevox/contract'
import type { ServiceRow, SupplierRow } from './entity.ts'

/** How orders of each service have ended in this shop, by its id. */
export type ResultsOfServices = ReadonlyMap<number, { readonly worked: number; readonly failed: number }>

function wireService(
  { id, lock, carrier, carrierCountry, feeMinor, currency, minDays, maxDays, refundPercent }: ServiceRow,
  results: ResultsOfServices,
): Service {
  const { worked = 0, failed = 0 } = results.get(id) ?? {}
  return {
    id,
    lock,
    carrier,
    carrierCountry,
    feeMinor,
    currency,
    minDays,
    maxDays,
    refundPercent,
    worked,
    failed,
  }
}

export function wireSupplier(
  row: SupplierRow,
  services: readonly ServiceRow[],
  results: ResultsOfServices,
): Supplier {
  const { ordersAt, language: _, ...told } = row
  const own = services.filter(({ supplierId }) => supplierId === row.id)
  return {
    ...told,
    takesOrders: ordersAt !== null,
    services: own.map((service) => wireService(service, results)),
  }
}
