import type { MigrationInterface, QueryRunner } from 'typeorm'

/** How the shop reaches its mail server, mailbox and registry, in versions; passwords sealed by the key of the shop. */
export class Connections1700000000033 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    await runner.query(
      `CREATE TABLE connections (
         id INT NOT NULL AUTO_INCREMENT PRIMARY KEY,
         shop_id INT NOT NULL,
         version INT NOT NULL,
         document JSON NOT NULL,
         secrets VARBINARY(8192) NULL,
         staff_id INT NOT NULL,
         at DATETIME(3) NOT NULL,
         UNIQUE INDEX (shop_id, version),
         FOREIGN KEY (shop_id) REFERENCES shops (id),
         FOREIGN KEY (staff_id) REFERENCES staff (id)) ENGINE=InnoDB`,
    )
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('DROP TABLE connections')
  }
}
