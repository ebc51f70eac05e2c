import type { MigrationInterface, QueryRunner } from 'typeorm'

/**
 * How long things took on each job, and of which family its device is, to be counted over the newest jobs; made from the
 * jobs at the next start.
 */
export class WhatJobsTeach1700000000021 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    await runner.query(
      `CREATE TABLE job_durations (
         job_id INT NOT NULL,
         duration_of VARCHAR(24) CHARACTER SET ascii NOT NULL,
         minutes DOUBLE NOT NULL,
         family_id VARCHAR(48) NULL,
         PRIMARY KEY (job_id, duration_of),
         INDEX job_durations_newest (duration_of, job_id, minutes, family_id),
         FOREIGN KEY (job_id) REFERENCES jobs (id)) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4`,
    )
    await runner.query(
      `ALTER TABLE job_outcomes
         ADD COLUMN family_id VARCHAR(48) NULL,
         ADD INDEX job_outcomes_newest (outcome_of, job_id, worked, family_id),
         DROP INDEX job_outcomes_counted`,
    )
    await runner.query(
      `ALTER TABLE attempts
         ADD INDEX attempts_of_method (family_id, method_id, finished_at, outcome, system_version, staff_id),
         ADD INDEX attempts_newest (finished_at, family_id, method_id, outcome, link, cable, staff_id)`,
    )
    await runner.query(`ALTER TABLE invoices ADD INDEX invoices_at (at)`)
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query(`ALTER TABLE invoices DROP INDEX invoices_at`)
    await runner.query(`ALTER TABLE attempts DROP INDEX attempts_of_method, DROP INDEX attempts_newest`)
    await runner.query(
      `ALTER TABLE job_outcomes
         ADD INDEX job_outcomes_counted (outcome_of, worked),
         DROP INDEX job_outcomes_newest,
         DROP COLUMN family_id`,
    )
    await runner.query(`DROP TABLE job_durations`)
  }
}
