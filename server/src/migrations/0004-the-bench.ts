import type { MigrationInterface, QueryRunner } from 'typeorm'

/** The kit of numbered cables, tries with more to tell, steps sent once, other shops' evidence. */
export class TheBench1700000000004 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    for (const statement of TABLES) await runner.query(`${statement} ENGINE=InnoDB DEFAULT CHARSET=utf8mb4`)
    await runner.query(
      `ALTER TABLE tries
         ADD COLUMN cable INT NULL,
         ADD COLUMN runner CHAR(36) NULL,
         ADD COLUMN not_seen JSON NOT NULL DEFAULT '[]',
         ADD COLUMN marks JSON NOT NULL DEFAULT '[]',
         ADD COLUMN system_version INT NULL,
         ADD INDEX (family_id, finished_at),
         ADD CONSTRAINT tries_cable FOREIGN KEY (cable) REFERENCES cables (number)`,
    )
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query(
      `ALTER TABLE tries DROP FOREIGN KEY tries_cable, DROP COLUMN cable, DROP COLUMN runner,
         DROP COLUMN not_seen, DROP COLUMN marks, DROP COLUMN system_version, DROP INDEX family_id`,
    )
    for (const table of ['other_evidence', 'bench_steps', 'cables']) await runner.query(`DROP TABLE ${table}`)
  }
}

const TABLES = [
  `CREATE TABLE cables (
     number INT AUTO_INCREMENT PRIMARY KEY,
     fits VARCHAR(20) NOT NULL,
     note VARCHAR(80) NOT NULL,
     retired_at DATETIME(3) NULL,
     retired_because VARCHAR(80) NOT NULL DEFAULT '')`,
  `CREATE TABLE bench_steps (
     step_key CHAR(36) PRIMARY KEY,
     job_id INT NOT NULL,
     at DATETIME(3) NOT NULL,
     FOREIGN KEY (job_id) REFERENCES jobs (id))`,
  `CREATE TABLE other_evidence (
     id CHAR(36) PRIMARY KEY,
     family_id VARCHAR(48) NOT NULL,
     document JSON NOT NULL,
     INDEX (family_id))`,
]
