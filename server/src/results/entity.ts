import type { Learnt, RecordedAttempt } from '@benevox/core/results'
import { EntitySchema } from 'typeorm'

/** An attempt of another shop. */
export interface OtherResultRow {
  id: string
  familyId: string
  document: RecordedAttempt
  /** Who took it in, and when; null for what came before that was kept. */
  staffId: number | null
  takenInAt: Date | null
  /** With what it came; null for what came before that was kept. */
  exchangeId: number | null
}

export const otherResultEntity = new EntitySchema<OtherResultRow>({
  name: 'other_results',
  columns: {
    id: { type: 'char', length: 36, primary: true },
    familyId: { name: 'family_id', type: 'varchar', length: 48 },
    document: { type: 'json' },
    staffId: { name: 'staff_id', type: 'int', nullable: true },
    exchangeId: { name: 'exchange_id', type: 'int', nullable: true },
    takenInAt: { name: 'taken_in_at', type: 'datetime', precision: 3, nullable: true },
  },
})

/** What was taken in from another shop, as one: its attempts stand in `other_results`. */
export interface ExchangeRow {
  id: number
  /** The number by which the other shop is known again; null in a document from before there was one. */
  shop: string | null
  /** When the other shop wrote it. */
  writtenAt: Date | null
  takenInAt: Date
  staffId: number
  learnt: Learnt | null
}

export const exchangeEntity = new EntitySchema<ExchangeRow>({
  name: 'exchanges',
  columns: {
    id: { type: 'int', primary: true, generated: true },
    shop: { type: 'char', length: 36, nullable: true, unique: true },
    writtenAt: { name: 'written_at', type: 'datetime', precision: 3, nullable: true },
    takenInAt: { name: 'taken_in_at', type: 'datetime', precision: 3 },
    staffId: { name: 'staff_id', type: 'int' },
    learnt: { type: 'json', nullable: true },
  },
})
