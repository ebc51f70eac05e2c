import type { QueryRunner } from 'typeorm'

export type Renamed = readonly (readonly [was: string, is: string])[]
export const back = (pairs: Renamed): Renamed => pairs.map(([was, is]) => [is, was])

/** Where the documents of jobs are kept. */
const DOCUMENTS = [
  ['job_events', 'detail'],
  ['job_events', 'personal'],
  ['jobs', 'state'],
] as const

export async function renameTables(runner: QueryRunner, pairs: Renamed): Promise<void> {
  for (const [was, is] of pairs) await runner.query(`RENAME TABLE ${was} TO ${is}`)
}

/** Those that nobody may change a line of, by triggers. */
export async function renameAppendOnlyTables(runner: QueryRunner, pairs: Renamed): Promise<void> {
  for (const [was, is] of pairs) {
    for (const action of ['update', 'delete']) await runner.query(`DROP TRIGGER ${was}_no_${action}`)
    await renameTables(runner, [[was, is]])
    for (const action of ['update', 'delete'])
      await runner.query(
        `CREATE TRIGGER ${is}_no_${action} BEFORE ${action.toUpperCase()} ON ${is} FOR EACH ROW
         SIGNAL SQLSTATE '45000' SET MESSAGE_TEXT = '${is} is append-only'`,
      )
  }
}

/**
 * Renames what stands inside the documents of jobs and of their events, as it is written there: what is append-only for
 * everybody else is renamed here, and nothing else of it is touched.
 * @param kinds how the kinds of lines from before jobs were kept as events begin
 */
export async function renameInDocuments(runner: QueryRunner, pairs: Renamed, kinds: Renamed): Promise<void> {
  const [trigger] = await runner.manager.query<readonly { readonly 'SQL Original Statement': string }[]>(
    'SHOW CREATE TRIGGER job_events_no_update',
  )
  await runner.query('DROP TRIGGER job_events_no_update')
  for (const [table, column] of DOCUMENTS) await renameIn(runner, table, column, pairs)
  for (const [was, is] of kinds)
    await runner.query(
      'UPDATE job_events SET kind = CONCAT(?, SUBSTRING(kind, ?)) WHERE nth IS NULL AND kind LIKE ?',
      [is, was.length + 1, `${was}%`],
    )
  await runner.query(trigger?.['SQL Original Statement'] ?? '')
}

export async function renameIn(
  runner: QueryRunner,
  table: string,
  column: string,
  pairs: Renamed,
): Promise<void> {
  for (const [was, is] of pairs)
    await runner.query(`UPDATE ${table} SET ${column} = REPLACE(${column}, ?, ?) WHERE ${column} LIKE ?`, [
      was,
      is,
      `%${was}%`,
    ])
}
