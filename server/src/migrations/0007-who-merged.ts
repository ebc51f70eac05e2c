import type { MigrationInterface, QueryRunner } from 'typeorm'

/** Who took another shop's tries in, and when. */
export class WhoMerged1700000000007 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    await runner.query(
      `ALTER TABLE other_evidence ADD COLUMN staff_id INT NULL, ADD COLUMN taken_in_at DATETIME(3) NULL,
         ADD CONSTRAINT fk_other_evidence_staff FOREIGN KEY (staff_id) REFERENCES staff (id)`,
    )
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query(
      `ALTER TABLE other_evidence DROP FOREIGN KEY fk_other_evidence_staff, DROP COLUMN staff_id, DROP COLUMN taken_in_at`,
    )
  }
}
