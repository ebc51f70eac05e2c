import type { MigrationInterface, QueryRunner } from 'typeorm'

/**
 * Seals over the events of all jobs: see `server/src/seals/seals.ts`. A migration that rewrites events has to empty this
 * table and to say so in the security log: they are sealed anew from the first one on.
 */
export class SealsOverEvents1700000000030 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    await runner.query(
      `CREATE TABLE event_seals (
         id INT NOT NULL AUTO_INCREMENT PRIMARY KEY,
         shop_id INT NOT NULL,
         at DATETIME(3) NOT NULL,
         last_event INT NOT NULL,
         events INT NOT NULL,
         digest BINARY(32) NOT NULL,
         UNIQUE INDEX (shop_id, last_event),
         FOREIGN KEY (shop_id) REFERENCES shops (id)) ENGINE=InnoDB`,
    )
    for (const action of ['UPDATE', 'DELETE'])
      await runner.query(
        `CREATE TRIGGER event_seals_no_${action.toLowerCase()} BEFORE ${action} ON event_seals FOR EACH ROW
         SIGNAL SQLSTATE '45000' SET MESSAGE_TEXT = 'event_seals is append-only'`,
      )
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('DROP TABLE event_seals')
  }
}
