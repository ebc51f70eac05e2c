import { EntitySchema } from 'typeorm'

/** A catalogue pack as it was taken in; a job keeps the one it was done with. */
export interface PackRow {
  id: number
  digest: string
  document: string
  createdAt: Date
}

export const packEntity = new EntitySchema<PackRow>({
  name: 'packs',
  columns: {
    id: { type: 'int', primary: true, generated: true },
    digest: { type: 'char', length: 64, unique: true },
    document: { type: 'longtext' },
    createdAt: { name: 'created_at', type: 'datetime', precision: 3 },
  },
})
