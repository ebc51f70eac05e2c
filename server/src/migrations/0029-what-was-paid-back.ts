import type { MigrationInterface, QueryRunner } from 'typeorm'

/** What a supplier paid back of an order's fee, beside the fee: results count what an order cost in the end. */
export class WhatWasPaidBack1700000000029 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    await runner.query('ALTER TABLE orders ADD COLUMN refunded_minor INT NOT NULL DEFAULT 0 AFTER fee_minor')
    // Of several the last: what was paid back is said as a whole.
    await runner.query(
      `UPDATE orders o SET o.refunded_minor = COALESCE((
         SELECT JSON_VALUE(e.detail, '$.change.minor') FROM job_events e
          WHERE e.job_id = o.job_id AND e.kind = 'order-changed' AND JSON_VALUE(e.detail, '$.id') = o.id
            AND JSON_VALUE(e.detail, '$.change.kind') = 'refunded'
          ORDER BY e.id DESC LIMIT 1), 0)`,
    )
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query('ALTER TABLE orders DROP COLUMN refunded_minor')
  }
}
