import { EntitySchema } from 'typeorm'

export interface OwnershipDocumentRow {
  id: string
  jobId: number
  staffId: number
  at: Date
  name: string
  type: string
  size: number
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
