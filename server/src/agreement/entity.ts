import { EntitySchema } from 'typeorm'

/** Append-only: what was agreed to stands in the job's events, and here how it was signed. */
export interface AgreementRow {
  id: number
  jobId: number
  staffId: number
  at: Date
  /** The picture, sealed by the job's key for signatures; null where it was not signed here. */
  signature: Buffer | null
}

export const agreementEntity = new EntitySchema<AgreementRow>({
  name: 'agreements',
  columns: {
    id: { type: 'int', primary: true, generated: true },
    jobId: { name: 'job_id', type: 'int' },
    staffId: { name: 'staff_id', type: 'int' },
    at: { type: 'datetime', precision: 3 },
    signature: { type: 'mediumblob', nullable: true },
  },
})
