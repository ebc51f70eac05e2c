import type { MigrationInterface, QueryRunner } from 'typeorm'

/** What was taken in from another shop, as one: what its jobs have taught, and its attempts, to be undone together. */
export class Exchanges1700000000025 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    await runner.query(
      `CREATE TABLE exchanges (
         id INT NOT NULL AUTO_INCREMENT PRIMARY KEY,
         shop CHAR(36) CHARACTER SET ascii COLLATE ascii_bin NULL UNIQUE,
         written_at DATETIME(3) NULL,
         taken_in_at DATETIME(3) NOT NULL,
         staff_id INT NOT NULL,
         learnt JSON NULL,
         FOREIGN KEY (staff_id) REFERENCES staff (id)) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4`,
    )
    await runner.query(
      'ALTER TABLE other_results ADD COLUMN exchange_id INT NULL, ADD INDEX other_results_exchange (exchange_id)',
    )
    await runner.query('ALTER TABLE orders ADD INDEX orders_ordered (ordered_at)')
    // What came before: of each person and instant one.
    await runner.query(
      `INSERT INTO exchanges (taken_in_at, staff_id)
       SELECT DISTINCT taken_in_at, staff_id FROM other_results WHERE taken_in_at IS NOT NULL AND staff_id IS NOT NULL`,
    )
    await runner.query(
      `UPDATE other_results r JOIN exchanges e ON e.taken_in_at = r.taken_in_at AND e.staff_id = r.staff_id
          SET r.exchange_id = e.id`,
    )
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('ALTER TABLE orders DROP INDEX orders_ordered')
    await runner.query('ALTER TABLE other_results DROP INDEX other_results_exchange, DROP COLUMN exchange_id')
    await runner.query('DROP TABLE exchanges')
  }
}
