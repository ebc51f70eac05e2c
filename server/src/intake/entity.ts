import { EntitySchema } from 'typeorm'
import { unseal, type PersonalKeys } from '../forgetting/keys.ts'

export interface OwnershipDocumentRow {
  id: string
  jobId: number
  staffId: number
  at: Date
  name: string
  type: string
  size: number
  /** Sealed by the job's key of what shows whose it is. */
  content: Buffer
}

export const ownershipDocumentEntity = new EntitySchema<OwnershipDocumentRow>({
  name: 'ownership_documents',
  columns: {
    id: { type: 'char', length: 36, primary: true },
    jobId: { name: 'job_id', type: 'int' },
    staffId: { name: 'staff_id', type: 'int' },
    at: { type: 'datetime', precision: 3 },
    name: { type: 'varchar', length: 120 },
    type: { type: 'varchar', length: 40 },
    size: { type: 'int' },
    content: { type: 'mediumblob', select: false },
  },
})

/** What was kept, as it was kept; undefined where it was forgotten meanwhile. */
export const documentOf = (content: Buffer, keys: PersonalKeys): Buffer | undefined =>
  unseal(keys.ownership, content)
