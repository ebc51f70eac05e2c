import type { EvidenceTry } from '@benevox/core/evidence'
import { EntitySchema } from 'typeorm'

/** A try of another shop. */
export interface OtherEvidenceRow {
  id: string
  familyId: string
  document: EvidenceTry
}

export const otherEvidenceEntity = new EntitySchema<OtherEvidenceRow>({
  name: 'other_evidence',
  columns: {
    id: { type: 'char', length: 36, primary: true },
    familyId: { name: 'family_id', type: 'varchar', length: 48 },
    document: { type: 'json' },
  },
})
