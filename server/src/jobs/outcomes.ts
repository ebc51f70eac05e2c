import { keptOf, outcomesOf, tookOf, type JobState } from '@benevox/core/job'
import {
  DURATIONS,
  learnt,
  learntTogether,
  measuredOf,
  OUTCOMES,
  type Experience,
  type Learnt,
} from '@benevox/core/results'
import { EntitySchema, IsNull, Not, type EntityManager } from 'typeorm'
import { exchangeEntity } from '../results/entity.ts'

interface OutcomeRow {
  jobId: number
  of: string
  worked: boolean
  familyId: string | null
  closedAt: Date | null
}

export const outcomeEntity = new EntitySchema<OutcomeRow>({
  name: 'job_outcomes',
  columns: {
    jobId: { name: 'job_id', type: 'int', primary: true },
    of: { name: 'outcome_of', type: 'varchar', length: 24, primary: true },
    worked: { type: 'boolean' },
    familyId: { name: 'family_id', type: 'varchar', length: 48, nullable: true },
    closedAt: { name: 'closed_at', type: 'datetime', precision: 3, nullable: true },
  },
})

interface DurationRow {
  jobId: number
  of: string
  minutes: number
  familyId: string | null
}

export const durationEntity = new EntitySchema<DurationRow>({
  name: 'job_durations',
  columns: {
    jobId: { name: 'job_id', type: 'int', primary: true },
    of: { name: 'duration_of', type: 'varchar', length: 24, primary: true },
    minutes: { type: 'double' },
    familyId: { name: 'family_id', type: 'varchar', length: 48, nullable: true },
  },
})

const taughtBy = (job: JobState) => ({
  outcomes: [...outcomesOf(job), ...keptOf(job)],
  took: tookOf(job),
  closedAt: job.handBack?.at ?? null,
})

/** Keeps how what was tried on a job has ended and how long it took. @param before undefined where that is not known */
export async function keepOutcomes(
  manager: EntityManager,
  before: JobState | undefined,
  job: JobState,
): Promise<void> {
  const now = taughtBy(job)
  if (before && JSON.stringify(taughtBy(before)) === JSON.stringify(now)) return
  const of = { jobId: job.id, familyId: job.attempts.at(-1)?.familyId ?? null }
  await manager.delete(outcomeEntity, { jobId: job.id })
  await manager.delete(durationEntity, { jobId: job.id })
  if (now.outcomes.length > 0)
    await manager.insert(
      outcomeEntity,
      now.outcomes.map((one) => ({ ...one, ...of, closedAt: now.closedAt && new Date(now.closedAt) })),
    )
  if (now.took.length > 0)
    await manager.insert(
      durationEntity,
      now.took.map((one) => ({ ...one, ...of })),
    )
}

/** Only the newest of each kind count: what was so years ago says little. Common practice, no source. */
const NEWEST = 1000
/** Of one family fewer come by; and of so many families at most, those with most results. */
const NEWEST_OF_FAMILIES = 5000
const MOST_FAMILIES = 60

/** What the newest of the shop's jobs have shown until now, and what others have that was taken in. */
export async function experienceOf(manager: EntityManager): Promise<Experience> {
  const own = await learntOf(manager)
  const others = await manager.find(exchangeEntity, {
    where: { learnt: Not(IsNull()) },
    order: { id: 'ASC' },
  })
  const theirs = others.flatMap((one) => one.learnt ?? [])
  return theirs.length > 0 ? { ...own, exchanged: learntTogether(theirs) } : own
}

/** What the newest of the shop's own jobs have shown until now. */
export async function learntOf(manager: EntityManager): Promise<Learnt> {
  const [outcomes, took, families] = await Promise.all([
    countedOutcomes(manager),
    measuredDurations(manager),
    ofFamilies(manager),
  ])
  return learnt.parse({
    ...outcomes,
    ...(Object.keys(took).length > 0 ? { took } : {}),
    ...(Object.keys(families).length > 0 ? { families } : {}),
  })
}

/** The newest of each kind by themselves, read from an index alone. */
const newestOfEach = (kinds: readonly string[], table: string, kind: string, columns: string): string =>
  kinds
    .map(
      () =>
        `(SELECT ${kind} AS kind, ${columns} FROM ${table} WHERE ${kind} = ? ORDER BY job_id DESC LIMIT ${NEWEST})`,
    )
    .join(' UNION ALL ')

async function countedOutcomes(manager: EntityManager): Promise<Experience> {
  const rows = await manager.query<{ kind: string; worked: string; failed: string }[]>(
    `SELECT kind, SUM(worked = 1) AS worked, SUM(worked = 0) AS failed
       FROM (${newestOfEach(OUTCOMES, 'job_outcomes', 'outcome_of', 'worked')}) AS newest GROUP BY kind`,
    [...OUTCOMES],
  )
  return Object.fromEntries(
    rows.map(({ kind, worked, failed }) => [kind, { worked: Number(worked), failed: Number(failed) }]),
  )
}

async function measuredDurations(manager: EntityManager): Promise<NonNullable<Experience['took']>> {
  const rows = await manager.query<{ kind: string; minutes: number }[]>(
    newestOfEach(DURATIONS, 'job_durations', 'duration_of', 'minutes'),
    [...DURATIONS],
  )
  return Object.fromEntries(
    [...minutesBy(rows, ({ kind }) => kind)].map(([kind, minutes]) => [kind, measuredOf(minutes)]),
  )
}

async function ofFamilies(manager: EntityManager): Promise<NonNullable<Experience['families']>> {
  const reached = await manager.query<{ family: string; worked: string; failed: string }[]>(
    `SELECT family, SUM(worked = 1) AS worked, SUM(worked = 0) AS failed
       FROM (SELECT family_id AS family, worked FROM job_outcomes WHERE outcome_of = 'recovery-reached'
              ORDER BY job_id DESC LIMIT ${NEWEST_OF_FAMILIES}) AS newest
      WHERE family IS NOT NULL GROUP BY family ORDER BY COUNT(*) DESC LIMIT ${MOST_FAMILIES}`,
  )
  const wipes = await manager.query<{ family: string | null; minutes: number }[]>(
    `SELECT family_id AS family, minutes FROM job_durations WHERE duration_of = 'wipe-and-start'
      ORDER BY job_id DESC LIMIT ${NEWEST_OF_FAMILIES}`,
  )
  const byFamily = minutesBy(wipes, ({ family }) => family ?? '')
  return Object.fromEntries(
    reached.map(({ family, worked, failed }) => {
      const its = byFamily.get(family)
      return [
        family,
        {
          reached: { worked: Number(worked), failed: Number(failed) },
          ...(its ? { wipe: measuredOf(its) } : {}),
        },
      ]
    }),
  )
}

/** What was measured, apart by a name of each row. */
export function minutesBy<Row extends { readonly minutes: number }>(
  rows: readonly Row[],
  nameOf: (row: Row) => string,
): ReadonlyMap<string, readonly number[]> {
  const by = new Map<string, number[]>()
  for (const row of rows) {
    const before = by.get(nameOf(row))
    if (before) before.push(row.minutes)
    else by.set(nameOf(row), [row.minutes])
  }
  return by
}
