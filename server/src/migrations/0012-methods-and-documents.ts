import type { MigrationInterface, QueryRunner } from 'typeorm'
import { back, renameIn, renameInDocuments, renameTables, type Renamed } from './renaming.ts'

const METHODS: Renamed = [['"procedureId"', '"methodId"']]
const IN_DOCUMENTS: Renamed = [
  ...METHODS,
  ['"chose-procedure"', '"chose-method"'],
  ['"triesMade"', '"entriesMade"'],
  ['"triesAllowed"', '"entriesAllowed"'],
]
const OLD_KINDS: Renamed = [['chose-procedure', 'chose-method']]
const TABLES: Renamed = [
  ['evidence_files', 'ownership_documents'],
  ['other_evidence', 'other_results'],
]
const COLUMNS = [
  ['attempts', 'procedure_id', 'method_id', 'VARCHAR(48) NOT NULL'],
  ['orders', 'tries_made', 'entries_made', 'INT NOT NULL'],
  ['orders', 'tries_allowed', 'entries_allowed', 'INT NOT NULL'],
] as const

/** The rest of the words of the glossary: methods, entries, ownership documents, the shop's results. */
export class MethodsAndDocuments1700000000012 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    await renameTables(runner, TABLES)
    for (const [table, was, is, type] of COLUMNS)
      await runner.query(`ALTER TABLE ${table} CHANGE COLUMN ${was} ${is} ${type}`)
    await renameIn(runner, 'other_results', 'document', METHODS)
    await renameInDocuments(runner, IN_DOCUMENTS, OLD_KINDS)
  }

  async down(runner: QueryRunner): Promise<void> {
    await renameInDocuments(runner, back(IN_DOCUMENTS), back(OLD_KINDS))
    await renameIn(runner, 'other_results', 'document', back(METHODS))
    for (const [table, was, is, type] of COLUMNS)
      await runner.query(`ALTER TABLE ${table} CHANGE COLUMN ${is} ${was} ${type}`)
    await renameTables(runner, back(TABLES))
  }
}
