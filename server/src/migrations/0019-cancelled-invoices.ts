import type { MigrationInterface, QueryRunner } from 'typeorm'

/** An invoice is cancelled by another of the same series, once; a job has as many as were put right. */
export class CancelledInvoices1700000000019 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    await runner.query(
      `ALTER TABLE invoices
         ADD COLUMN cancels INT NULL UNIQUE,
         ADD KEY invoices_job (job_id, number),
         DROP KEY job_id,
         ADD FOREIGN KEY (cancels) REFERENCES invoices (number)`,
    )
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query(
      `ALTER TABLE invoices DROP FOREIGN KEY invoices_ibfk_3, DROP COLUMN cancels, ADD UNIQUE KEY job_id (job_id),
         DROP KEY invoices_job`,
    )
  }
}
