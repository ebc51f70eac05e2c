import type { Order } from '@benevox/contract'
import type { ReleasedLock } from '@benevox/core/job'
import { EntitySchema } from 'typeorm'

export interface SupplierRow {
  id: number
  name: string
  country: string
  region: string | null
  zone: string
  cutOff: string
  /** Whose mails are its answers; null where none is known. */
  mail: string | null
  /** In which it is written to. */
  language: string
  /** Where it takes orders over HTTP, whole or from `BENEVOX_SUPPLIERS` on; null: it is ordered by hand. */
  ordersAt: string | null
}

export const supplierEntity = new EntitySchema<SupplierRow>({
  name: 'suppliers',
  columns: {
    id: { type: 'int', primary: true, generated: true },
    name: { type: 'varchar', length: 80, unique: true },
    country: { type: 'char', length: 2 },
    region: { type: 'varchar', length: 10, nullable: true },
    zone: { type: 'varchar', length: 40 },
    cutOff: { name: 'cut_off', type: 'char', length: 5 },
    mail: { type: 'varchar', length: 200, nullable: true },
    language: { type: 'varchar', length: 8, default: 'en' },
    ordersAt: { name: 'orders_at', type: 'varchar', length: 300, nullable: true },
  },
})

export interface ServiceRow {
  id: number
  lock: ReleasedLock
  supplierId: number
  carrier: string
  carrierCountry: string
  feeMinor: number
  currency: string
  minDays: number
  maxDays: number
  /** What of the fee comes back where it did not work, in percent. */
  refundPercent: number
}

export const serviceEntity = new EntitySchema<ServiceRow>({
  name: 'services',
  columns: {
    id: { type: 'int', primary: true, generated: true },
    lock: { name: 'releases', type: 'varchar', length: 8 },
    supplierId: { name: 'supplier_id', type: 'int' },
    carrier: { type: 'varchar', length: 80 },
    carrierCountry: { name: 'carrier_country', type: 'char', length: 2 },
    feeMinor: { name: 'fee_minor', type: 'int' },
    currency: { type: 'char', length: 3 },
    minDays: { name: 'min_days', type: 'int' },
    maxDays: { name: 'max_days', type: 'int' },
    refundPercent: { name: 'refund_percent', type: 'int', default: 0 },
  },
})

export interface OrderRow {
  id: string
  jobId: number
  /** What the supplier calls it. */
  number: string | null
  serviceId: number
  version: number
  feeMinor: number
  currency: string
  orderedAt: Date
  promise: Order['promise']
  state: Order['state']
  answer: Order['answer']
  code: string | null
  entriesMade: number
  entriesAllowed: number
}

export const orderEntity = new EntitySchema<OrderRow>({
  name: 'orders',
  columns: {
    id: { type: 'char', length: 36, primary: true },
    jobId: { name: 'job_id', type: 'int' },
    number: { type: 'varchar', length: 40, nullable: true },
    serviceId: { name: 'service_id', type: 'int' },
    version: { type: 'int' },
    feeMinor: { name: 'fee_minor', type: 'int' },
    currency: { type: 'char', length: 3 },
    orderedAt: { name: 'ordered_at', type: 'datetime', precision: 3 },
    promise: { type: 'json' },
    state: { type: 'varchar', length: 12 },
    answer: { type: 'varchar', length: 16, nullable: true },
    code: { type: 'varchar', length: 16, nullable: true },
    entriesMade: { name: 'entries_made', type: 'int' },
    entriesAllowed: { name: 'entries_allowed', type: 'int' },
  },
})
