import { USUAL_PRICES } from '@benevox/core/price'
import type { MigrationInterface, QueryRunner } from 'typeorm'

/** Agreements with their text, gates opened by a lead, evidence, mails, price lists, the registry's answers. */
export class TheCounter1700000000003 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    for (const statement of TABLES) await runner.query(statement)
    await runner.query('INSERT INTO price_lists (document, created_at) VALUES (?, NOW(3))', [
      JSON.stringify(USUAL_PRICES),
    ])
    await runner.query('ALTER TABLE staff ADD COLUMN is_lead BOOLEAN NOT NULL DEFAULT FALSE')
    await runner.query(
      `ALTER TABLE jobs
         ADD COLUMN consent JSON NULL,
         ADD COLUMN opened_gates JSON NOT NULL DEFAULT '[]',
         ADD COLUMN intake JSON NULL,
         ADD COLUMN registry JSON NOT NULL DEFAULT '[]',
         ADD COLUMN price_list_id INT NOT NULL DEFAULT 1,
         ADD CONSTRAINT jobs_price_list FOREIGN KEY (price_list_id) REFERENCES price_lists (id)`,
    )
    // What was only ticked before was never signed: it is asked again.
    await runner.query("UPDATE jobs SET facts = JSON_REMOVE(facts, '$.consent')")
    for (const action of ['UPDATE', 'DELETE'])
      await runner.query(
        `CREATE TRIGGER consents_no_${action.toLowerCase()} BEFORE ${action} ON consents FOR EACH ROW
         SIGNAL SQLSTATE '45000' SET MESSAGE_TEXT = 'consents is append-only'`,
      )
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query(
      `ALTER TABLE jobs
         DROP FOREIGN KEY jobs_price_list,
         DROP COLUMN consent, DROP COLUMN opened_gates, DROP COLUMN intake, DROP COLUMN registry,
         DROP COLUMN price_list_id`,
    )
    await runner.query('ALTER TABLE staff DROP COLUMN is_lead')
    for (const table of ['mails', 'evidence_files', 'consents', 'price_lists'])
      await runner.query(`DROP TABLE ${table}`)
  }
}

const TABLES = [
  `CREATE TABLE price_lists (
     id INT AUTO_INCREMENT PRIMARY KEY,
     document JSON NOT NULL,
     staff_id INT NULL,
     created_at DATETIME(3) NOT NULL,
     FOREIGN KEY (staff_id) REFERENCES staff (id))`,
  `CREATE TABLE consents (
     id INT AUTO_INCREMENT PRIMARY KEY,
     job_id INT NOT NULL,
     staff_id INT NOT NULL,
     at DATETIME(3) NOT NULL,
     record JSON NOT NULL,
     signature MEDIUMBLOB NULL,
     INDEX (job_id, id),
     FOREIGN KEY (job_id) REFERENCES jobs (id),
     FOREIGN KEY (staff_id) REFERENCES staff (id))`,
  `CREATE TABLE evidence_files (
     id CHAR(36) PRIMARY KEY,
     job_id INT NOT NULL,
     staff_id INT NOT NULL,
     at DATETIME(3) NOT NULL,
     name VARCHAR(120) NOT NULL,
     type VARCHAR(40) NOT NULL,
     size INT NOT NULL,
     content MEDIUMBLOB NOT NULL,
     INDEX (job_id, at),
     FOREIGN KEY (job_id) REFERENCES jobs (id),
     FOREIGN KEY (staff_id) REFERENCES staff (id))`,
  `CREATE TABLE mails (
     id INT AUTO_INCREMENT PRIMARY KEY,
     job_id INT NOT NULL,
     mailbox_name VARCHAR(120) NOT NULL UNIQUE,
     sender VARCHAR(200) NOT NULL,
     subject VARCHAR(300) NOT NULL,
     at DATETIME(3) NOT NULL,
     body TEXT NOT NULL,
     eml MEDIUMBLOB NOT NULL,
     INDEX (job_id, at),
     FOREIGN KEY (job_id) REFERENCES jobs (id))`,
].map((statement) => `${statement} ENGINE=InnoDB DEFAULT CHARSET=utf8mb4`)
