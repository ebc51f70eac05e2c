import type { Attempt } from '@benevox/core/job'
import type { Cue, LinkKind } from '@benevox/core/catalog'
import { EntitySchema } from 'typeorm'

export interface AttemptRow {
  id: string
  jobId: number
  familyId: string
  methodId: string
  modelId: string
  link: LinkKind
  staffId: number
  startedAt: Date
  finishedAt: Date | null
  outcome: Attempt['outcome']
  seen: Cue[]
  notSeen: Cue[]
  marks: Attempt['marks']
  cable: number | null
  runner: string | null
  systemVersion: number | null
}

export const attemptEntity = new EntitySchema<AttemptRow>({
  name: 'attempts',
  columns: {
    id: { type: 'char', length: 36, primary: true },
    jobId: { name: 'job_id', type: 'int' },
    familyId: { name: 'family_id', type: 'varchar', length: 48 },
    methodId: { name: 'method_id', type: 'varchar', length: 48 },
    modelId: { name: 'model_id', type: 'varchar', length: 48 },
    link: { type: 'varchar', length: 20 },
    staffId: { name: 'staff_id', type: 'int' },
    startedAt: { name: 'started_at', type: 'datetime', precision: 3 },
    finishedAt: { name: 'finished_at', type: 'datetime', precision: 3, nullable: true },
    outcome: { type: 'varchar', length: 10, nullable: true },
    seen: { type: 'json' },
    notSeen: { name: 'not_seen', type: 'json' },
    marks: { type: 'json' },
    cable: { type: 'int', nullable: true },
    runner: { type: 'char', length: 36, nullable: true },
    systemVersion: { name: 'system_version', type: 'int', nullable: true },
  },
})
