import type { RecordedAttempt } from '@benevox/core/evidence'
import { EntitySchema } from 'typeorm'

/** An attempt of another shop. */
export interface OtherEvidenceRow {
  id: string
  familyId: string
  document: RecordedAttempt
  /** Who took it in, and when; null for what came before that was kept. */
  staffId: number | null
  takenInAt: Date | null
}

export const otherEvidenceEntity = new EntitySchema<OtherEvidenceRow>({
  name: 'other_evidence',
  columns: {
    id: { type: 'char', length: 36, primary: true },
    familyId: { name: 'family_id', type: 'varchar', length: 48 },
    document: { type: 'json' },
    staffId: { name: 'staff_id', type: 'int', nullable: true },
    takenInAt: { name: 'taken_in_at', type: 'datetime', precision: 3, nullable: true },
  },
})
