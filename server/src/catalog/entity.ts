import { EntitySchema } from 'typeorm'

/** A version of the catalogue, as it was written; a job keeps the one it was done with. */
export interface PackRow {
  id: number
  digest: string
  document: string
  createdAt: Date
  /** Who made it; null for what the shop began with. */
  staffId: number | null
  note: string
}

export const packEntity = new EntitySchema<PackRow>({
  name: 'packs',
  columns: {
    id: { type: 'int', primary: true, generated: true },
    digest: { type: 'char', length: 64 },
    document: { type: 'longtext' },
    createdAt: { name: 'created_at', type: 'datetime', precision: 3 },
    staffId: { name: 'staff_id', type: 'int', nullable: true },
    note: { type: 'varchar', length: 200 },
  },
})
