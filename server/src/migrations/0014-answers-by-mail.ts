import type { MigrationInterface, QueryRunner } from 'typeorm'

/** Suppliers that take orders and answer by mail; mails that belong to no job stand in a tray, each of them once. */
export class AnswersByMail1700000000014 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    await runner.query(
      `ALTER TABLE suppliers ADD COLUMN mail VARCHAR(200) NULL, ADD COLUMN orders_at VARCHAR(300) NULL,
         ADD COLUMN language VARCHAR(8) NOT NULL DEFAULT 'en'`,
    )
    await runner.query(
      `ALTER TABLE orders ADD COLUMN number VARCHAR(40) NULL, ADD INDEX orders_number (number)`,
    )
    await runner.query(
      `ALTER TABLE mails
         MODIFY COLUMN job_id INT NULL,
         ADD COLUMN why VARCHAR(16) NULL,
         ADD COLUMN set_aside_at DATETIME(3) NULL,
         ADD COLUMN digest CHAR(64) NULL,
         ADD UNIQUE INDEX mails_digest (digest),
         ADD INDEX mails_tray (why, set_aside_at)`,
    )
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query(`DELETE FROM mails WHERE job_id IS NULL`)
    await runner.query(
      `ALTER TABLE mails
         DROP INDEX mails_tray, DROP INDEX mails_digest,
         DROP COLUMN why, DROP COLUMN set_aside_at, DROP COLUMN digest,
         MODIFY COLUMN job_id INT NOT NULL`,
    )
    await runner.query(`ALTER TABLE orders DROP INDEX orders_number, DROP COLUMN number`)
    await runner.query(`ALTER TABLE suppliers DROP COLUMN mail, DROP COLUMN orders_at, DROP COLUMN language`)
  }
}
