import type { MigrationInterface, QueryRunner } from 'typeorm'

/** What results are counted from stands in columns and indexes of its own: of years of work only the months asked for are read. */
export class ResultsAtAnySize1700000000023 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    await runner.query(
      'ALTER TABLE attempts ADD INDEX attempts_of_cable (cable, link, finished_at, outcome), DROP INDEX tries_cable',
    )
    await runner.query(
      `ALTER TABLE job_outcomes
         ADD COLUMN closed_at DATETIME(3) NULL,
         ADD INDEX job_outcomes_closed (outcome_of, closed_at, worked)`,
    )
    await runner.query(
      'UPDATE job_outcomes o JOIN jobs j ON j.id = o.job_id SET o.closed_at = j.closed_at WHERE j.closed_at IS NOT NULL',
    )
    await runner.query(
      `ALTER TABLE invoices
         ADD COLUMN currency CHAR(3) CHARACTER SET ascii NOT NULL DEFAULT '',
         ADD COLUMN work_minor INT NOT NULL DEFAULT 0,
         ADD COLUMN fees_minor INT NOT NULL DEFAULT 0,
         ADD COLUMN own_minor INT NOT NULL DEFAULT 0,
         DROP INDEX invoices_at,
         ADD INDEX invoices_at (at, currency, cancels, work_minor, fees_minor, own_minor)`,
    )
    const sum = (kinds: string) =>
      `(SELECT COALESCE(SUM(minor), 0) FROM JSON_TABLE(record, '$.lines[*]'
          COLUMNS (kind VARCHAR(24) PATH '$.kind', minor INT PATH '$.minor')) AS l WHERE kind IN (${kinds}))`
    // The trigger holds the invoices as they are: it is lifted for what follows from them.
    await runner.query('DROP TRIGGER invoices_no_update')
    await runner.query(
      `UPDATE invoices SET currency = JSON_VALUE(record, '$.currency'), work_minor = ${sum("'work'")},
         fees_minor = ${sum("'registry-report', 'order', 'refund', 'makers-service'")},
         own_minor = ${sum("'own', 'within-agreed'")}`,
    )
    await runner.query(
      `CREATE TRIGGER invoices_no_update BEFORE UPDATE ON invoices FOR EACH ROW
         SIGNAL SQLSTATE '45000' SET MESSAGE_TEXT = 'an invoice is never changed'`,
    )
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query(
      `ALTER TABLE invoices DROP INDEX invoices_at, ADD INDEX invoices_at (at),
         DROP COLUMN currency, DROP COLUMN work_minor, DROP COLUMN fees_minor, DROP COLUMN own_minor`,
    )
    await runner.query('ALTER TABLE job_outcomes DROP INDEX job_outcomes_closed, DROP COLUMN closed_at')
    await runner.query('ALTER TABLE attempts ADD INDEX tries_cable (cable), DROP INDEX attempts_of_cable')
  }
}
