import type { MigrationInterface, QueryRunner } from 'typeorm'

/**
 * Sessions of people who are signed in, by a digest of their secret; wrong entries, counted for all processes; a log of what
 * matters for the shop's safety. Everybody signs in once more.
 */
export class WhoIsHere1700000000027 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    await runner.query('DROP TABLE sessions')
    await runner.query(
      `CREATE TABLE sessions (
         digest BINARY(32) NOT NULL PRIMARY KEY,
         id INT NOT NULL AUTO_INCREMENT UNIQUE,
         shop_id INT NOT NULL,
         staff_id INT NOT NULL,
         content TEXT NOT NULL,
         address VARCHAR(45) NOT NULL,
         agent VARCHAR(200) NOT NULL,
         started_at DATETIME(3) NOT NULL,
         seen_at DATETIME(3) NOT NULL,
         expires_at DATETIME(3) NOT NULL,
         INDEX (expires_at),
         FOREIGN KEY (shop_id) REFERENCES shops (id),
         FOREIGN KEY (staff_id) REFERENCES staff (id)) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4`,
    )
    await runner.query(
      `CREATE TABLE guesses (
         shop_id INT NOT NULL,
         of BINARY(32) NOT NULL,
         failures INT NOT NULL,
         last_at DATETIME(3) NOT NULL,
         free_at DATETIME(3) NOT NULL,
         PRIMARY KEY (shop_id, of),
         FOREIGN KEY (shop_id) REFERENCES shops (id)) ENGINE=InnoDB`,
    )
    await runner.query(
      `CREATE TABLE security_log (
         id INT NOT NULL AUTO_INCREMENT PRIMARY KEY,
         shop_id INT NOT NULL,
         at DATETIME(3) NOT NULL,
         kind VARCHAR(40) CHARACTER SET ascii NOT NULL,
         staff_id INT NULL,
         address VARCHAR(45) NOT NULL,
         detail JSON NOT NULL,
         INDEX (shop_id, at),
         FOREIGN KEY (shop_id) REFERENCES shops (id),
         FOREIGN KEY (staff_id) REFERENCES staff (id)) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4`,
    )
    for (const action of ['UPDATE', 'DELETE'])
      await runner.query(
        `CREATE TRIGGER security_log_no_${action.toLowerCase()} BEFORE ${action} ON security_log FOR EACH ROW
         SIGNAL SQLSTATE '45000' SET MESSAGE_TEXT = 'security_log is append-only'`,
      )
  }

  async down(runner: QueryRunner): Promise<void> {
    for (const table of ['security_log', 'guesses', 'sessions']) await runner.query(`DROP TABLE ${table}`)
    await runner.query(
      `CREATE TABLE sessions (id VARCHAR(128) PRIMARY KEY, content TEXT NOT NULL, expires_at DATETIME(3) NOT NULL, INDEX (expires_at))`,
    )
  }
}
