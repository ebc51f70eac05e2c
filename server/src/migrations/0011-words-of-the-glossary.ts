import type { MigrationInterface, QueryRunner } from 'typeorm'

/** Names inside the documents of jobs and of their events, as they are written there. */
const IN_DOCUMENTS: readonly (readonly [was: string, is: string])[] = [
  ['"check":"consent"', '"check":"agreement"'],
]
/** Kinds of lines from before jobs were kept as events. */
const OLD_KINDS: readonly (readonly [was: string, is: string])[] = [['consent-', 'agreement-']]
const TABLES: readonly (readonly [was: string, is: string])[] = [['consents', 'agreements']]

/** Tables, stations and stored names say what the glossary says. */
export class WordsOfTheGlossary1700000000011 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    await this.#change(runner, TABLES, IN_DOCUMENTS, OLD_KINDS)
    await runner.query("UPDATE jobs SET station = 'account-lock' WHERE station = 'accounts'")
    await runner.query("UPDATE jobs SET station = 'carrier-lock' WHERE station = 'carriers'")
  }

  async down(runner: QueryRunner): Promise<void> {
    const back = (pairs: typeof TABLES) => pairs.map(([was, is]) => [is, was] as const)
    await this.#change(runner, back(TABLES), back(IN_DOCUMENTS), back(OLD_KINDS))
    await runner.query("UPDATE jobs SET station = 'accounts' WHERE station = 'account-lock'")
    await runner.query("UPDATE jobs SET station = 'carriers' WHERE station = 'carrier-lock'")
  }

  /** What is append-only for everybody else is renamed here, and nothing else of it is touched. */
  async #change(
    runner: QueryRunner,
    tables: typeof TABLES,
    documents: typeof IN_DOCUMENTS,
    kinds: typeof OLD_KINDS,
  ): Promise<void> {
    for (const [was, is] of tables) {
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
    for (const [was, is] of documents) {
      await runner.query('UPDATE job_events SET detail = REPLACE(detail, ?, ?) WHERE detail LIKE ?', [
        was,
        is,
        `%${was}%`,
      ])
      await runner.query('UPDATE jobs SET state = REPLACE(state, ?, ?) WHERE state LIKE ?', [
        was,
        is,
        `%${was}%`,
      ])
    }
    for (const [was, is] of kinds)
      await runner.query(
        'UPDATE job_events SET kind = CONCAT(?, SUBSTRING(kind, ?)) WHERE nth IS NULL AND kind LIKE ?',
        [is, was.length + 1, `${was}%`],
      )
    await runner.query(trigger?.['SQL Original Statement'] ?? '')
  }
}
