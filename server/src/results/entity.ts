import type { RecordedAttempt } from '@benevox/core/results'
import { EntitySchema } from 'typeorm'

/** An attempt of another shop. */
export interface OtherResultRow {
  id: string
  familyId: string
  document: RecordedAttempt
  /** Who took it in, and when; null for what came before that was kept. */
  staffId: number | null
  takenInAt: Date | null
}

export const otherResultEntity = new EntitySchema<OtherResultRow>({
  name: 'other_results',
  columns: {
    id: { type: 'char', length: 36, primary: true },
    familyId: { name: 'family_id', type: 'varchar', length: 48 },
    document: { type: 'json' },
    staffId: { name: 'staff_id', type: 'int', nullable: true },
    takenInAt: { name: 'taken_in_at', type: 'datetime', precision: 3, nullable: true },
  },
})
