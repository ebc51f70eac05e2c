import type { MigrationInterface, QueryRunner } from 'typeorm'

/** Suppliers release account locks too, through an authorised channel; what they offered before was the carrier's. */
export class AccountReleases1700000000006 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`ALTER TABLE services ADD COLUMN releases VARCHAR(8) NOT NULL DEFAULT 'carrier'`)
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query(`ALTER TABLE services DROP COLUMN releases`)
  }
}
