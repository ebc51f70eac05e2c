import type { MigrationInterface, QueryRunner } from 'typeorm'

/** The secret address under which a customer reads how their job stands. */
export class StatusLinks1700000000020 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    await runner.query(
      `CREATE TABLE status_links (
         job_id INT PRIMARY KEY,
         secret CHAR(43) CHARACTER SET ascii COLLATE ascii_bin NOT NULL UNIQUE,
         created_at DATETIME(3) NOT NULL,
         FOREIGN KEY (job_id) REFERENCES jobs (id)) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4`,
    )
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query(`DROP TABLE status_links`)
  }
}
