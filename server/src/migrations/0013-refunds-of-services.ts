import type { MigrationInterface, QueryRunner } from 'typeorm'

/** What share of its fee a service pays back where it did not work, in percent. */
export class RefundsOfServices1700000000013 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`ALTER TABLE services ADD COLUMN refund_percent INT NOT NULL DEFAULT 0`)
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query(`ALTER TABLE services DROP COLUMN refund_percent`)
  }
}
