import type { Role } from '@benevox/core/shop'
import { EntitySchema } from 'typeorm'

export interface StaffRow {
  id: number
  name: string
  passwordHash: string
  codeHash: string
  role: Role
  /** From when on they are of the shop no more; they stay in its record. */
  leftAt: Date | null
  /** BCP 47; null until they have chosen one. */
  language: string | null
}

export const staffEntity = new EntitySchema<StaffRow>({
  name: 'staff',
  columns: {
    id: { type: 'int', primary: true, generated: true },
    name: { type: 'varchar', length: 60, unique: true },
    passwordHash: { name: 'password_hash', type: 'varchar', length: 200 },
    codeHash: { name: 'code_hash', type: 'varchar', length: 200 },
    role: { type: 'varchar', length: 12 },
    leftAt: { name: 'left_at', type: 'datetime', precision: 3, nullable: true },
    language: { type: 'varchar', length: 12, nullable: true },
  },
})
