import type { MigrationInterface, QueryRunner } from 'typeorm'

/**
 * What a search looks through, in narrow rows of their own, the newest job first: all of them fit into memory where the
 * jobs themselves do not. Words stand there as the bytes of their UTF-8: in single bytes they are looked through fastest.
 * And what lists of any length are found by.
 */
export class WhatIsLookedUp1700000000022 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    await runner.query(
      `CREATE TABLE job_lookup (
         opened_at DATETIME(3) NOT NULL,
         job_id INT NOT NULL,
         customer_name VARCHAR(80) NOT NULL,
         imei CHAR(15) CHARACTER SET ascii COLLATE ascii_bin NULL,
         words VARCHAR(1500) CHARACTER SET latin1 COLLATE latin1_bin NOT NULL,
         PRIMARY KEY (opened_at DESC, job_id DESC),
         UNIQUE INDEX job_lookup_job (job_id),
         INDEX job_lookup_imei (imei),
         FOREIGN KEY (job_id) REFERENCES jobs (id)) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4`,
    )
    await runner.query(
      `INSERT INTO job_lookup (opened_at, job_id, customer_name, imei, words)
       SELECT opened_at, id, customer_name, imei, CAST(search_text AS BINARY) FROM jobs ORDER BY opened_at DESC, id DESC`,
    )
    await runner.query(
      `ALTER TABLE jobs
         DROP COLUMN customer_name, DROP COLUMN imei, DROP COLUMN search_text,
         DROP INDEX closed_at,
         ADD INDEX jobs_opened (opened_at, id),
         ADD INDEX jobs_open (closed_at, opened_at, id, station),
         ADD INDEX jobs_of_model (model_id, opened_at, id),
         ADD INDEX jobs_opened_by (opened_by, opened_at, id)`,
    )
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query(
      `ALTER TABLE jobs
         DROP INDEX jobs_opened, DROP INDEX jobs_open, DROP INDEX jobs_of_model, DROP INDEX jobs_opened_by,
         ADD INDEX opened_by (opened_by), ADD INDEX closed_at (closed_at, opened_at),
         ADD COLUMN customer_name VARCHAR(80) NOT NULL DEFAULT '', ADD INDEX (customer_name),
         ADD COLUMN imei CHAR(15) NULL, ADD INDEX (imei),
         ADD COLUMN search_text VARCHAR(500) NOT NULL DEFAULT ''`,
    )
    await runner.query(
      `UPDATE jobs j JOIN job_lookup l ON l.job_id = j.id
         SET j.customer_name = l.customer_name, j.imei = l.imei, j.search_text = CONVERT(CAST(l.words AS BINARY) USING utf8mb4)`,
    )
    await runner.query('DROP TABLE job_lookup')
  }
}
