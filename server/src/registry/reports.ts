import { createHmac } from 'node:crypto'
import { imeisOf, type JobState, type RegistryRecord } from '@benevox/core/job'
import { EntitySchema, In, type EntityManager } from 'typeorm'
import { secretOf } from '../database/secret.ts'
import { seal, unseal } from '../forgetting/keys.ts'

/**
 * A report that stands in the shop, of the registry or of a person on its behalf: a device brought in again has another
 * ticket and the same IMEI. It outlives the job on which it was said, and stands under what only that IMEI leads to: who
 * has the device in hand finds it, who reads the table learns no number.
 */
export interface ReportRow {
  /** HMAC-SHA256 of the IMEI with the shop's own secret. */
  device: Buffer
  /** The ticket of the job on which it was said. */
  ticket: string
  /** A registry record, sealed by a key made of the IMEI. */
  record: Buffer
}

export const reportEntity = new EntitySchema<ReportRow>({
  name: 'registry_reports',
  columns: {
    device: { type: 'binary', length: 32, primary: true },
    ticket: { type: 'varchar', length: 16 },
    record: { type: 'blob' },
  },
})

/** How an IMEI stands in the table, and what its record is sealed by. */
export function placeOf(secret: Buffer, imei: string): { readonly device: Buffer; readonly key: Buffer } {
  const made = (what: string) => createHmac('sha256', secret).update(`${what} ${imei}`).digest()
  return { device: made('device'), key: made('record') }
}

/** What was reported of the device of a job, on whatever job it was said. */
export async function reportsOf(manager: EntityManager, job: JobState): Promise<readonly RegistryRecord[]> {
  const imeis = imeisOf(job)
  if (imeis.length === 0) return []
  const secret = await secretOf(manager)
  const places = imeis.map((imei) => placeOf(secret, imei))
  const rows = await manager.findBy(reportEntity, { device: In(places.map(({ device }) => device)) })
  return rows.flatMap(({ device, ticket, record }) => {
    const key = places.find((place) => place.device.equals(device))?.key
    const plain = unseal(key, record)
    if (!plain) return []
    const said = JSON.parse(plain.toString()) as RegistryRecord
    return [ticket === job.ticket ? said : { ...said, saidOn: ticket }]
  })
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
    const { device, key } = placeOf(await secretOf(manager), imei)
    // The first one stays: what another job has heard of it is no other report.
    if (answer === 'reported')
      await manager
        .createQueryBuilder()
        .insert()
        .into(reportEntity)
        .values({ device, ticket, record: seal(key, Buffer.from(JSON.stringify(record))) })
        .orIgnore()
        .execute()
    if (answer === 'clean' && source === 'registry') await manager.delete(reportEntity, { device })
  }
}
