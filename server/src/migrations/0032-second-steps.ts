import type { MigrationInterface, QueryRunner } from 'typeorm'

/** What somebody's phone makes codes of, sealed by the key of the shop, and spare codes as passwords are kept. */
export class SecondSteps1700000000032 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    await runner.query(
      `CREATE TABLE second_steps (
         staff_id INT NOT NULL PRIMARY KEY,
         shop_id INT NOT NULL,
         secret VARBINARY(64) NOT NULL,
         begun_at DATETIME(3) NOT NULL,
         confirmed_at DATETIME(3) NULL,
         last_step BIGINT NOT NULL,
         spare JSON NOT NULL,
         FOREIGN KEY (shop_id) REFERENCES shops (id),
         FOREIGN KEY (staff_id) REFERENCES staff (id)) ENGINE=InnoDB`,
    )
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('DROP TABLE second_steps')
  }
}
