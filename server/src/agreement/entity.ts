import type { AgreementRecord } from '@benevox/core/job'
import { EntitySchema } from 'typeorm'

/** Append-only: what was agreed to stays as it was signed. */
export interface AgreementRow {
  id: number
  jobId: number
  staffId: number
  at: Date
  record: AgreementRecord
  signature: Buffer | null
}

export const agreementEntity = new EntitySchema<AgreementRow>({
  name: 'agreements',
  columns: {
    id: { type: 'int', primary: true, generated: true },
    jobId: { name: 'job_id', type: 'int' },
    staffId: { name: 'staff_id', type: 'int' },
    at: { type: 'datetime', precision: 3 },
    record: { type: 'json' },
    signature: { type: 'mediumblob', nullable: true },
  },
})
