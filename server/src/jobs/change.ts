import type { Job } from '@benevox/contract'
import type { DataSource, EntityManager } from 'typeorm'
import { ProblemError } from '../http/problem.ts'
import { jobEntity, jobEventEntity, type JobRow } from './entity.ts'
import type { JobReader } from './read.ts'

export interface JobEventDraft {
  readonly kind: string
  readonly detail: object
}

/** Changes jobs: each change in one transaction with its event, and only on the version the caller has seen. */
export class JobChanger {
  readonly #database: DataSource
  readonly #reader: JobReader
  constructor(database: DataSource, reader: JobReader) {
    this.#database = database
    this.#reader = reader
  }

  /**
   * @param version the one the caller has seen; undefined for what only tells what happened at the device
   * @param make changes the row in place and says what the event list shall keep
   * @throws ProblemError `stale-version` with the job as it is now
   */
  async change(
    id: number,
    version: number | undefined,
    staffId: number,
    make: (
      row: JobRow,
      now: Date,
      job: Job,
      manager: EntityManager,
    ) => JobEventDraft | Promise<JobEventDraft>,
  ): Promise<Job> {
    return this.locked(id, async (manager, row) => {
      const job = await this.#reader.job(manager, row)
      if (version !== undefined && row.version !== version)
        throw new ProblemError(
          'stale-version',
          'Somebody else changed this job meanwhile; nothing was overwritten.',
          { current: job },
        )
      const now = new Date()
      const event = await make(row, now, job, manager)
      row.version++
      await manager.save(jobEntity, row)
      await this.note(manager, id, staffId, event, now)
      return this.#reader.job(manager, row)
    })
  }

  /** Adds to a job or takes from it what stands beside it: no version is needed, since nothing is overwritten. */
  async add(
    id: number,
    staffId: number,
    make: (manager: EntityManager, row: JobRow, now: Date) => Promise<JobEventDraft>,
  ): Promise<Job> {
    return this.locked(id, async (manager, row) => {
      const now = new Date()
      const event = await make(manager, row, now)
      row.version++
      await manager.save(jobEntity, row)
      await this.note(manager, id, staffId, event, now)
      return this.#reader.job(manager, row)
    })
  }

  /** Holds a job's row for one transaction, so that what belongs to it is changed by one at a time. */
  async locked<T>(id: number, work: (manager: EntityManager, row: JobRow) => Promise<T>): Promise<T> {
    return this.#database.transaction(async (manager) => {
      const row = await manager.findOne(jobEntity, { where: { id }, lock: { mode: 'pessimistic_write' } })
      if (!row) throw new ProblemError('not-found', `There is no job ${id}.`)
      return work(manager, row)
    })
  }

  async note(
    manager: EntityManager,
    jobId: number,
    staffId: number,
    { kind, detail }: JobEventDraft,
    at = new Date(),
  ): Promise<void> {
    await manager.insert(jobEventEntity, { jobId, staffId, at, kind, detail })
  }
}
