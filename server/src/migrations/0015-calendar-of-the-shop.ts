import type { MigrationInterface, QueryRunner } from 'typeorm'

/** The secret address under which the shop's due dates can be read into a calendar. */
export class CalendarOfTheShop1700000000015 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    await runner.query(
      `CREATE TABLE calendars (
         id INT AUTO_INCREMENT PRIMARY KEY,
         secret CHAR(43) CHARACTER SET ascii COLLATE ascii_bin NOT NULL UNIQUE,
         staff_id INT NOT NULL,
         created_at DATETIME(3) NOT NULL,
         FOREIGN KEY (staff_id) REFERENCES staff (id)) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4`,
    )
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query(`DROP TABLE calendars`)
  }
}
