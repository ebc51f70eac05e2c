import type { MigrationInterface, QueryRunner } from 'typeorm'

/** Links by which somebody chooses their password: by a digest of their secret, one a person. */
export class Invitations1700000000028 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    await runner.query(
      `CREATE TABLE invitations (
         staff_id INT NOT NULL PRIMARY KEY,
         shop_id INT NOT NULL,
         digest BINARY(32) NOT NULL UNIQUE,
         made_by INT NOT NULL,
         expires_at DATETIME(3) NOT NULL,
         FOREIGN KEY (shop_id) REFERENCES shops (id),
         FOREIGN KEY (staff_id) REFERENCES staff (id),
         FOREIGN KEY (made_by) REFERENCES staff (id)) ENGINE=InnoDB`,
    )
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('DROP TABLE invitations')
  }
}
