import type { Order } from '@benevox/contract'
import { EntitySchema } from 'typeorm'

export interface OrderRow {
  id: string
  jobId: number
  /** What the supplier calls it. */
  number: string | null
  serviceId: number
  version: number
  feeMinor: number
  refundedMinor: number
  currency: string
  orderedAt: Date
  promise: Order['promise']
  state: Order['state']
  answer: Order['answer']
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
    refundedMinor: { name: 'refunded_minor', type: 'int' },
    currency: { type: 'char', length: 3 },
    orderedAt: { name: 'ordered_at', type: 'datetime', precision: 3 },
    promise: { type: 'json' },
    state: { type: 'varchar', length: 12 },
    answer: { type: 'varchar', length: 16, nullable: true },
    entriesMade: { name: 'entries_made', type: 'int' },
    entriesAllowed: { name: 'entries_allowed', type: 'int' },
  },
})
