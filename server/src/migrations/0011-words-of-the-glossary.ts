import type { MigrationInterface, QueryRunner } from 'typeorm'

type Renamed = readonly (readonly [was: string, is: string])[]

/** Names inside the documents of jobs and of their events, as they are written there. */
const IN_DOCUMENTS: Renamed = [
  ['"wrongTries"', '"wrongEntries"'],
  ['"too-many-tries"', '"too-many-entries"'],
  ['"code-tried"', '"code-entered"'],
]
/** Kinds of lines from before jobs were kept as events. */
const OLD_KINDS: Renamed = [
  ['consent-', 'agreement-'],
  ['try-', 'attempt-'],
]
/** Those that nobody may change a line of, by triggers. */
const APPEND_ONLY: Renamed = [['consents', 'agreements']]
const OTHER_TABLES: Renamed = [['tries', 'attempts']]

/** Tables, stations and stored names say what the glossary says. */
export class WordsOfTheGlossary1700000000011 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    await this.#change(runner, (pairs) => pairs)
    await runner.query("UPDATE jobs SET station = 'account-lock' WHERE station = 'accounts'")
    await runner.query("UPDATE jobs SET station = 'carrier-lock' WHERE station = 'carriers'")
    await runner.query('ALTER TABLE staff CHANGE COLUMN is_lead is_supervisor BOOLEAN NOT NULL DEFAULT FALSE')
  }

  async down(runner: QueryRunner): Promise<void> {
    await this.#change(runner, (pairs) => pairs.map(([was, is]) => [is, was]))
    await runner.query("UPDATE jobs SET station = 'accounts' WHERE station = 'account-lock'")
    await runner.query("UPDATE jobs SET station = 'carriers' WHERE station = 'carrier-lock'")
    await runner.query('ALTER TABLE staff CHANGE COLUMN is_supervisor is_lead BOOLEAN NOT NULL DEFAULT FALSE')
  }

  /** What is append-only for everybody else is renamed here, and nothing else of it is touched. */
  async #change(runner: QueryRunner, way: (pairs: Renamed) => Renamed): Promise<void> {
    for (const [was, is] of way(OTHER_TABLES)) await runner.query(`RENAME TABLE ${was} TO ${is}`)
    for (const [was, is] of way(APPEND_ONLY)) {
      for (const action of ['update', 'delete']) await runner.query(`DROP TRIGGER ${was}_no_${action}`)
      await runner.query(`RENAME TABLE ${was} TO ${is}`)
      for (const action of ['update', 'delete'])
        await runner.query(
          `CREATE TRIGGER ${is}_no_${action} BEFORE ${action.toUpperCase()} ON ${is} FOR EACH ROW
           SIGNAL SQLSTATE '45000' SET MESSAGE_TEXT = '${is} is append-only'`,
        )
    }
    const [trigger] = await runner.manager.query<readonly { readonly 'SQL Original Statement': string }[]>(
      'SHOW CREATE TRIGGER job_events_no_update',
    )
    await runner.query('DROP TRIGGER job_events_no_update')
    for (const [was, is] of way(IN_DOCUMENTS)) {
      for (const [table, column] of [
        ['job_events', 'detail'],
        ['job_events', 'personal'],
        ['jobs', 'state'],
      ] as const)
        await runner.query(
          `UPDATE ${table} SET ${column} = REPLACE(${column}, ?, ?) WHERE ${column} LIKE ?`,
          [was, is, `%${was}%`],
        )
    }
    for (const [was, is] of way(OLD_KINDS))
      await runner.query(
        'UPDATE job_events SET kind = CONCAT(?, SUBSTRING(kind, ?)) WHERE nth IS NULL AND kind LIKE ?',
        [is, was.length + 1, `${was}%`],
      )
    await runner.query(trigger?.['SQL Original Statement'] ?? '')
  }
}
