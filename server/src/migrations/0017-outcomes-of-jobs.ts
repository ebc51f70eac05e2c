import type { MigrationInterface, QueryRunner } from 'typeorm'

/**
 * How what was tried for a lock has ended on each job, to be counted over all of them, and all that a job waits for; made
 * from the jobs at the next start.
 */
export class OutcomesOfJobs1700000000017 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    await runner.query(
      `CREATE TABLE job_outcomes (
         job_id INT NOT NULL,
         outcome_of VARCHAR(24) CHARACTER SET ascii NOT NULL,
         worked BOOLEAN NOT NULL,
         PRIMARY KEY (job_id, outcome_of),
         INDEX job_outcomes_counted (outcome_of, worked),
         FOREIGN KEY (job_id) REFERENCES jobs (id)) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4`,
    )
    await runner.query(`ALTER TABLE jobs ADD COLUMN all_waits JSON NULL AFTER waits`)
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query(`ALTER TABLE jobs DROP COLUMN all_waits`)
    await runner.query(`DROP TABLE job_outcomes`)
  }
}
