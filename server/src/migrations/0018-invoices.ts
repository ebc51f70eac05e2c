import type { MigrationInterface, QueryRunner } from 'typeorm'

/** Invoices with numbers that have no gaps: made with the hand-back, in its transaction, and never changed. */
export class Invoices1700000000018 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    await runner.query(
      `CREATE TABLE invoices (
         number INT NOT NULL PRIMARY KEY,
         job_id INT NOT NULL UNIQUE,
         at DATETIME(3) NOT NULL,
         staff_id INT NOT NULL,
         record JSON NOT NULL,
         FOREIGN KEY (job_id) REFERENCES jobs (id),
         FOREIGN KEY (staff_id) REFERENCES staff (id)) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4`,
    )
    for (const action of ['UPDATE', 'DELETE'])
      await runner.query(
        `CREATE TRIGGER invoices_no_${action.toLowerCase()} BEFORE ${action} ON invoices FOR EACH ROW
         SIGNAL SQLSTATE '45000' SET MESSAGE_TEXT = 'an invoice is never changed'`,
      )
    await runner.query(
      `CREATE TABLE invoice_series (id TINYINT NOT NULL PRIMARY KEY, last_number INT NOT NULL) ENGINE=InnoDB`,
    )
    await runner.query(`INSERT INTO invoice_series (id, last_number) VALUES (1, 0)`)
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('DROP TABLE invoice_series')
    await runner.query('DROP TABLE invoices')
  }
}
