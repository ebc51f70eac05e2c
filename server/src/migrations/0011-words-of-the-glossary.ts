import type { MigrationInterface, QueryRunner } from 'typeorm'
import { back, renameAppendOnlyTables, renameInDocuments, renameTables, type Renamed } from './renaming.ts'

const IN_DOCUMENTS: Renamed = [
  ['"wrongTries"', '"wrongEntries"'],
  ['"too-many-tries"', '"too-many-entries"'],
  ['"code-tried"', '"code-entered"'],
]
const OLD_KINDS: Renamed = [
  ['consent-', 'agreement-'],
  ['try-', 'attempt-'],
]
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
    await this.#change(runner, back)
    await runner.query("UPDATE jobs SET station = 'accounts' WHERE station = 'account-lock'")
    await runner.query("UPDATE jobs SET station = 'carriers' WHERE station = 'carrier-lock'")
    await runner.query('ALTER TABLE staff CHANGE COLUMN is_supervisor is_lead BOOLEAN NOT NULL DEFAULT FALSE')
  }

  async #change(runner: QueryRunner, way: (pairs: Renamed) => Renamed): Promise<void> {
    await renameTables(runner, way(OTHER_TABLES))
    await renameAppendOnlyTables(runner, way(APPEND_ONLY))
    await renameInDocuments(runner, way(IN_DOCUMENTS), way(OLD_KINDS))
  }
}
