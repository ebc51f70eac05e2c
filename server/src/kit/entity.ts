import type { PortKind } from '@benevox/core/catalog'
import { EntitySchema } from 'typeorm'

export interface CableRow {
  number: number
  fits: PortKind
  note: string
  retiredAt: Date | null
  retiredBecause: string
}

export const cableEntity = new EntitySchema<CableRow>({
  name: 'cables',
  columns: {
    number: { type: 'int', primary: true, generated: true },
    fits: { type: 'varchar', length: 20 },
    note: { type: 'varchar', length: 80 },
    retiredAt: { name: 'retired_at', type: 'datetime', precision: 3, nullable: true },
    retiredBecause: { name: 'retired_because', type: 'varchar', length: 80 },
  },
})
