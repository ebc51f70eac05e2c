import type { MigrationInterface, QueryRunner } from 'typeorm'

/** In which language each person works. */
export class LanguagesOfPeople1700000000010 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`ALTER TABLE staff ADD COLUMN language VARCHAR(12) NULL`)
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query(`ALTER TABLE staff DROP COLUMN language`)
  }
}
