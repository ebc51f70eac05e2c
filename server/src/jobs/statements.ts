/**
 * The three statements of every change of a job, in SQL: they are asked with each key that a technician presses, and
 * to build them anew each time took longer than the database needs to carry them out.
 */
import type { JobState } from '@benevox/core/job'
import type { EntityManager } from 'typeorm'
import { SEALED_KINDS, unwrapped, type PersonalKeys } from '../forgetting/keys.ts'
import { ProblemError } from '../http/problem.ts'
import type { JobEventRow, JobRow, LookupRow } from './entity.ts'

const LOCKED = `SELECT j.state, ${SEALED_KINDS.map((kind) => `k.${kind}`).join(', ')}
  FROM jobs j LEFT JOIN personal_keys k ON k.job_id = j.id WHERE j.id = ? FOR UPDATE`

/** A job and its keys, for whoever changes it, locked until the transaction ends. @throws ProblemError `not-found` */
export async function lockedJob(
  manager: EntityManager,
  id: number,
): Promise<{ readonly job: JobState; readonly keys: PersonalKeys }> {
  const [row] = await manager.query<(PersonalKeys & { readonly state: string })[]>(LOCKED, [id])
  if (!row) throw new ProblemError('not-found', { code: 'no-such-job', id })
  const { state, ...keys } = row
  return { job: JSON.parse(state) as JobState, keys: unwrapped(manager, keys) }
}

type NewEvent = Omit<JobEventRow, 'id'>
/** What a job's events make of its rows. */
export type Snapshot = Omit<JobRow, 'id' | 'key' | 'openedBy'> & Omit<LookupRow, 'jobId'>

/** What stands in a column, by its name in the database. */
type Columns<Row> = Readonly<Record<string, (row: Row) => unknown>>

const EVENT: Columns<NewEvent> = {
  job_id: ({ jobId }) => jobId,
  nth: ({ nth }) => nth,
  at: ({ at }) => at,
  staff_id: ({ staffId }) => staffId,
  kind: ({ kind }) => kind,
  detail: ({ detail }) => JSON.stringify(detail),
  personal: ({ personal }) => (Object.keys(personal ?? {}).length > 0 ? JSON.stringify(personal) : null),
}

const SNAPSHOT: Columns<Snapshot> = {
  ticket: ({ ticket }) => ticket,
  version: ({ version }) => version,
  events: ({ events }) => events,
  pack_id: ({ packId }) => packId,
  price_list_id: ({ pricesId }) => pricesId,
  opened_at: ({ openedAt }) => openedAt,
  state: ({ state }) => JSON.stringify(state),
  station: ({ station }) => station,
  device: ({ device }) => device,
  model_id: ({ modelId }) => modelId,
  locks: ({ locks }) => JSON.stringify(locks),
  waits: ({ waits }) => waits && JSON.stringify(waits),
  all_waits: ({ allWaits }) => allWaits && JSON.stringify(allWaits),
  due_at: ({ dueAt }) => dueAt,
  closed_at: ({ closedAt }) => closedAt,
  forget_at: ({ forgetAt }) => forgetAt,
  held_at: ({ heldAt }) => heldAt,
  wipe_seconds: ({ wipeSeconds }) => wipeSeconds,
  first_start_seconds: ({ firstStartSeconds }) => firstStartSeconds,
  projection: ({ projection }) => projection,
}

const LOOKUP: Columns<Snapshot> = {
  opened_at: ({ openedAt }) => openedAt,
  customer_name: ({ customerName }) => customerName,
  imei: ({ imei }) => imei,
  words: ({ words }) => words,
}

const KEEP_EVENTS = `INSERT INTO job_events (${Object.keys(EVENT).join(', ')}) VALUES ?`
const KEEP_SNAPSHOT = `UPDATE jobs j LEFT JOIN job_lookup l ON l.job_id = j.id SET ${[
  ...Object.keys(SNAPSHOT).map((name) => `j.${name} = ?`),
  ...Object.keys(LOOKUP).map((name) => `l.${name} = ?`),
].join(', ')} WHERE j.id = ?`

const valuesOf = <Row>(columns: Columns<Row>, row: Row) => Object.values(columns).map((of) => of(row))

/** Appends events. @param events at least one */
export async function keepEvents(manager: EntityManager, events: readonly NewEvent[]): Promise<void> {
  await manager.query(KEEP_EVENTS, [events.map((event) => valuesOf(EVENT, event))])
}

/** Writes the snapshot of a job with its projections over the one before. */
export async function keepSnapshot(manager: EntityManager, id: number, job: Snapshot): Promise<void> {
  await manager.query(KEEP_SNAPSHOT, [...valuesOf(SNAPSHOT, job), ...valuesOf(LOOKUP, job), id])
}
