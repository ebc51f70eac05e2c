import { outcomesOf, type JobState } from '@benevox/core/job'
import { experience, type Experience } from '@benevox/core/results'
import { EntitySchema, type EntityManager } from 'typeorm'

interface OutcomeRow {
  jobId: number
  of: string
  worked: boolean
}

export const outcomeEntity = new EntitySchema<OutcomeRow>({
  name: 'job_outcomes',
  columns: {
    jobId: { name: 'job_id', type: 'int', primary: true },
    of: { name: 'outcome_of', type: 'varchar', length: 24, primary: true },
    worked: { type: 'boolean' },
  },
})

/** Keeps how what was tried on a job has ended. @param before undefined where that is not known */
export async function keepOutcomes(
  manager: EntityManager,
  before: JobState | undefined,
  job: JobState,
): Promise<void> {
  const now = outcomesOf(job)
  if (before && JSON.stringify(outcomesOf(before)) === JSON.stringify(now)) return
  await manager.delete(outcomeEntity, { jobId: job.id })
  if (now.length > 0)
    await manager.insert(
      outcomeEntity,
      now.map((one) => ({ ...one, jobId: job.id })),
    )
}

/** How the shop's jobs have ended until now. */
export async function experienceOf(manager: EntityManager): Promise<Experience> {
  const rows = await manager
    .createQueryBuilder(outcomeEntity, 'o')
    .select('o.of', 'of')
    .addSelect('SUM(o.worked = 1)', 'worked')
    .addSelect('SUM(o.worked = 0)', 'failed')
    .groupBy('o.of')
    .getRawMany<{ of: string; worked: string; failed: string }>()
  return experience.parse(
    Object.fromEntries(
      rows.map(({ of, worked, failed }) => [of, { worked: Number(worked), failed: Number(failed) }]),
    ),
  )
}
