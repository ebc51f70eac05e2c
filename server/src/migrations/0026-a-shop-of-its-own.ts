import type { MigrationInterface, QueryRunner } from 'typeorm'

/**
 * The shop and what it says of itself; what somebody is in it, and when they left. Whoever was the first supervisor of a shop
 * keeps it from now on: somebody has to.
 */
export class AShopOfItsOwn1700000000026 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    await runner.query(
      `CREATE TABLE shops (id INT NOT NULL PRIMARY KEY, made_at DATETIME(3) NOT NULL) ENGINE=InnoDB`,
    )
    await runner.query('INSERT INTO shops (id, made_at) VALUES (1, NOW(3))')
    await runner.query(
      `CREATE TABLE shop_settings (
         id INT NOT NULL AUTO_INCREMENT PRIMARY KEY,
         shop_id INT NOT NULL,
         version INT NOT NULL,
         document JSON NOT NULL,
         staff_id INT NOT NULL,
         at DATETIME(3) NOT NULL,
         UNIQUE KEY (shop_id, version),
         FOREIGN KEY (shop_id) REFERENCES shops (id),
         FOREIGN KEY (staff_id) REFERENCES staff (id)) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4`,
    )
    await runner.query(
      `ALTER TABLE staff
         ADD COLUMN role VARCHAR(12) CHARACTER SET ascii NOT NULL DEFAULT 'technician',
         ADD COLUMN left_at DATETIME(3) NULL`,
    )
    await runner.query(`UPDATE staff SET role = 'supervisor' WHERE is_supervisor`)
    await runner.query(`UPDATE staff SET role = 'owner' WHERE is_supervisor ORDER BY id LIMIT 1`)
    await runner.query('ALTER TABLE staff DROP COLUMN is_supervisor, ALTER COLUMN role DROP DEFAULT')
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('ALTER TABLE staff ADD COLUMN is_supervisor BOOLEAN NOT NULL DEFAULT FALSE')
    await runner.query(`UPDATE staff SET is_supervisor = role <> 'technician'`)
    await runner.query('ALTER TABLE staff DROP COLUMN role, DROP COLUMN left_at')
    await runner.query('DROP TABLE shop_settings')
    await runner.query('DROP TABLE shops')
  }
}
