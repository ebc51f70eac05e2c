import type { Service, Supplier } from '@benevox/contract'
import type { ServiceRow, SupplierRow } from './entity.ts'

function wireService({
  id,
  lock,
  carrier,
  carrierCountry,
  feeMinor,
  currency,
  minDays,
  maxDays,
}: ServiceRow): Service {
  return { id, lock, carrier, carrierCountry, feeMinor, currency, minDays, maxDays }
}

export function wireSupplier(row: SupplierRow, services: readonly ServiceRow[]): Supplier {
  return { ...row, services: services.filter(({ supplierId }) => supplierId === row.id).map(wireService) }
}
