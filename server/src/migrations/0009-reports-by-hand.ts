import type { MigrationInterface, QueryRunner } from 'typeorm'
import { keepStanding } from './0008-reports-of-the-shop.ts'

/** What a person has recorded as reported holds for the device as well, whatever ticket it comes in under. */
export class ReportsByHand1700000000009 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`DELETE FROM registry_reports`)
    await keepStanding(runner, () => true)
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query(`DELETE FROM registry_reports`)
    await keepStanding(runner, ({ source }) => source === 'registry')
  }
}
