import type {
  AccountRecord,
  BenchRecord,
  ConsentRecord,
  HandBackRecord,
  IntakeRecord,
  OpenedGate,
  RegistryRecord,
} from '@benevox/contract'
import type { Facts } from '@benevox/core/route'
import { EntitySchema } from 'typeorm'

export interface JobRow {
  id: number
  ticket: string
  /** The client's own key, so that opening twice after a lost answer opens once. */
  key: string
  version: number
  packId: number
  openedAt: Date
  openedBy: number
  customerName: string
  customerContact: string
  modelId: string | null
  imei: string | null
  facts: Facts
  bench: BenchRecord
  account: AccountRecord | null
  handBack: HandBackRecord | null
  closedAt: Date | null
  consent: ConsentRecord | null
  openedGates: OpenedGate[]
  intake: IntakeRecord | null
  registry: RegistryRecord[]
  pricesId: number
}

export const jobEntity = new EntitySchema<JobRow>({
  name: 'jobs',
  columns: {
    id: { type: 'int', primary: true, generated: true },
    ticket: { type: 'varchar', length: 16, unique: true },
    key: { name: 'client_key', type: 'char', length: 36, unique: true },
    version: { type: 'int' },
    packId: { name: 'pack_id', type: 'int' },
    openedAt: { name: 'opened_at', type: 'datetime', precision: 3 },
    openedBy: { name: 'opened_by', type: 'int' },
    customerName: { name: 'customer_name', type: 'varchar', length: 80 },
    customerContact: { name: 'customer_contact', type: 'varchar', length: 120 },
    modelId: { name: 'model_id', type: 'varchar', length: 48, nullable: true },
    imei: { type: 'char', length: 15, nullable: true },
    facts: { type: 'json' },
    bench: { type: 'json' },
    account: { type: 'json', nullable: true },
    handBack: { name: 'hand_back', type: 'json', nullable: true },
    closedAt: { name: 'closed_at', type: 'datetime', precision: 3, nullable: true },
    consent: { type: 'json', nullable: true },
    openedGates: { name: 'opened_gates', type: 'json' },
    intake: { type: 'json', nullable: true },
    registry: { type: 'json' },
    pricesId: { name: 'price_list_id', type: 'int' },
  },
})

/** Steps of the bench that were told under a name, so that telling them again changes nothing. */
export interface BenchStepRow {
  key: string
  jobId: number
  at: Date
}

export const benchStepEntity = new EntitySchema<BenchStepRow>({
  name: 'bench_steps',
  columns: {
    key: { name: 'step_key', type: 'char', length: 36, primary: true },
    jobId: { name: 'job_id', type: 'int' },
    at: { type: 'datetime', precision: 3 },
  },
})

/** Append-only: the database itself refuses to change or delete a row. */
export interface JobEventRow {
  id: number
  jobId: number
  at: Date
  staffId: number
  kind: string
  detail: object
}

export const jobEventEntity = new EntitySchema<JobEventRow>({
  name: 'job_events',
  columns: {
    id: { type: 'int', primary: true, generated: true },
    jobId: { name: 'job_id', type: 'int' },
    at: { type: 'datetime', precision: 3 },
    staffId: { name: 'staff_id', type: 'int' },
    kind: { type: 'varchar', length: 40 },
    detail: { type: 'json' },
  },
})
