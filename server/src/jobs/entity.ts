import type { JobState, Listed, LockStatesAndWaits } from '@benevox/core/job'
import { EntitySchema } from 'typeorm'
import type { Sealed } from '../forgetting/keys.ts'

/** A job: its snapshot, and beside it what lists and counts are made of. All of it follows from its events. */
export interface JobRow {
  id: number
  ticket: string
  /** The client's own key, so that opening twice after a lost answer opens once. */
  key: string
  version: number
  events: number
  packId: number
  pricesId: number
  openedAt: Date
  openedBy: number
  state: JobState
  station: string
  /** Maker and name in the job's own version of the catalogue. */
  device: string
  modelId: string | null
  locks: LockStatesAndWaits['locks']
  waits: LockStatesAndWaits['waits']
  allWaits: Listed['allWaits'] | null
  /** When the timer that runs should be over. */
  dueAt: Date | null
  closedAt: Date | null
  /** When something of it is next forgotten by itself, and since when a legal hold stops that. */
  forgetAt: Date | null
  heldAt: Date | null
  wipeSeconds: number | null
  firstStartSeconds: number | null
  /** By which version of the projections the columns beside the snapshot were made. */
  projection: number
}

export const jobEntity = new EntitySchema<JobRow>({
  name: 'jobs',
  columns: {
    id: { type: 'int', primary: true, generated: true },
    ticket: { type: 'varchar', length: 16, unique: true },
    key: { name: 'client_key', type: 'char', length: 36, unique: true },
    version: { type: 'int' },
    events: { type: 'int' },
    packId: { name: 'pack_id', type: 'int' },
    pricesId: { name: 'price_list_id', type: 'int' },
    openedAt: { name: 'opened_at', type: 'datetime', precision: 3 },
    openedBy: { name: 'opened_by', type: 'int' },
    state: { type: 'json', select: false },
    station: { type: 'varchar', length: 12 },
    device: { type: 'varchar', length: 200 },
    modelId: { name: 'model_id', type: 'varchar', length: 48, nullable: true },
    locks: { type: 'json' },
    waits: { type: 'json', nullable: true },
    allWaits: { name: 'all_waits', type: 'json', nullable: true, select: false },
    dueAt: { name: 'due_at', type: 'datetime', precision: 3, nullable: true },
    closedAt: { name: 'closed_at', type: 'datetime', precision: 3, nullable: true },
    forgetAt: { name: 'forget_at', type: 'datetime', precision: 3, nullable: true },
    heldAt: { name: 'held_at', type: 'datetime', precision: 3, nullable: true },
    wipeSeconds: { name: 'wipe_seconds', type: 'double', nullable: true, select: false },
    firstStartSeconds: { name: 'first_start_seconds', type: 'double', nullable: true, select: false },
    projection: { type: 'int', select: false },
  },
})

/**
 * What of a job a search looks through, and what lists show of a person: apart from the jobs, in rows so narrow that all of
 * them are looked through at once.
 */
export interface LookupRow {
  openedAt: Date
  jobId: number
  customerName: string
  imei: string | null
  /** In small letters, accents aside: the bytes of their UTF-8. */
  words: Buffer
}

export const lookupEntity = new EntitySchema<LookupRow>({
  name: 'job_lookup',
  columns: {
    openedAt: { name: 'opened_at', type: 'datetime', precision: 3, primary: true },
    jobId: { name: 'job_id', type: 'int', primary: true },
    customerName: { name: 'customer_name', type: 'varchar', length: 80 },
    imei: { type: 'char', length: 15, nullable: true },
    words: { type: 'varchar', length: 1500, select: false },
  },
})

/**
 * Append-only: the database itself refuses to change or delete a row. What points to a person stands in it sealed, by kind.
 */
export interface JobEventRow {
  id: number
  jobId: number
  /** Counts the events of a job; null for the history from before jobs were kept as events. */
  nth: number | null
  at: Date
  staffId: number
  kind: string
  detail: object
  personal: Sealed | null
}

export const jobEventEntity = new EntitySchema<JobEventRow>({
  name: 'job_events',
  columns: {
    id: { type: 'int', primary: true, generated: true },
    jobId: { name: 'job_id', type: 'int' },
    nth: { type: 'int', nullable: true },
    at: { type: 'datetime', precision: 3 },
    staffId: { name: 'staff_id', type: 'int' },
    kind: { type: 'varchar', length: 40 },
    detail: { type: 'json' },
    personal: { type: 'json', nullable: true },
  },
})
