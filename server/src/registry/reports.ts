import { imeisOf, type JobState, type RegistryRecord } from '@benevox/core/job'
import { EntitySchema, In, type EntityManager } from 'typeorm'

/**
 * A report that stands in the shop, of the registry or of a person on its behalf: a device brought in again has another
 * ticket and the same IMEI.
 */
export interface ReportRow {
  imei: string
  /** The ticket of the job on which it was said. */
  ticket: string
  record: RegistryRecord
}

export const reportEntity = new EntitySchema<ReportRow>({
  name: 'registry_reports',
  columns: {
    imei: { type: 'char', length: 15, primary: true },
    ticket: { type: 'varchar', length: 16 },
    record: { type: 'json' },
  },
})

/** What was reported of the device of a job, on whatever job it was said. */
export async function reportsOf(manager: EntityManager, job: JobState): Promise<readonly RegistryRecord[]> {
  const imeis = imeisOf(job)
  if (imeis.length === 0) return []
  const rows = await manager.findBy(reportEntity, { imei: In([...imeis]) })
  return rows.map(({ ticket, record }) => (ticket === job.ticket ? record : { ...record, saidOn: ticket }))
}

/** Keeps what was said since; only the registry itself takes a report back. */
export async function keepReports(
  manager: EntityManager,
  before: JobState | undefined,
  { registry, ticket }: JobState,
): Promise<void> {
  for (const record of registry.slice(before?.registry.length ?? 0)) {
    const { imei, source, answer } = record
    if (imei === '') continue
    // The first one stays: what another job has heard of it is no other report.
    if (answer === 'reported')
      await manager
        .createQueryBuilder()
        .insert()
        .into(reportEntity)
        .values({ imei, ticket, record })
        .orIgnore()
        .execute()
    if (answer === 'clean' && source === 'registry') await manager.delete(reportEntity, { imei })
  }
}
