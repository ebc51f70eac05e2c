import type { MigrationInterface, QueryRunner } from 'typeorm'
import { carriedOver, type OldJob, type OldOrder, type OldTry } from './carriedOver.ts'

/**
 * Jobs are kept as their events with a snapshot, and as columns for lists. A job of before is carried over whole by
 * one event; its old history stays as lines to read.
 */
export class OneJobOneTruth1700000000005 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    await runner.query(
      `ALTER TABLE jobs
         ADD COLUMN state LONGTEXT NULL CHECK (JSON_VALID(state)),
         ADD COLUMN events INT NOT NULL DEFAULT 0,
         ADD COLUMN station VARCHAR(12) NOT NULL DEFAULT 'counter',
         ADD COLUMN device VARCHAR(200) NOT NULL DEFAULT '',
         ADD COLUMN locks JSON NOT NULL DEFAULT '{}',
         ADD COLUMN waits JSON NULL,
         ADD COLUMN due_at DATETIME(3) NULL,
         ADD COLUMN search_text VARCHAR(500) NOT NULL DEFAULT '',
         ADD COLUMN wipe_seconds DOUBLE NULL,
         ADD COLUMN first_start_seconds DOUBLE NULL,
         ADD COLUMN projection INT NOT NULL DEFAULT 0`,
    )
    for (const action of ['update', 'delete']) await runner.query(`DROP TRIGGER job_events_no_${action}`)
    await runner.query(
      `ALTER TABLE job_events
         ADD COLUMN nth INT NULL AFTER job_id,
         ADD COLUMN personal JSON NULL,
         ADD UNIQUE INDEX job_events_nth (job_id, nth)`,
    )
    await this.#carryOver(runner)
    await runner.query(
      `ALTER TABLE jobs
         MODIFY COLUMN state LONGTEXT NOT NULL,
         DROP COLUMN customer_contact, DROP COLUMN facts, DROP COLUMN bench, DROP COLUMN account,
         DROP COLUMN hand_back, DROP COLUMN consent, DROP COLUMN opened_gates, DROP COLUMN intake,
         DROP COLUMN registry,
         ADD INDEX jobs_station (station, opened_at, id),
         ADD INDEX jobs_due (due_at),
         ADD INDEX jobs_projection (projection)`,
    )
    await runner.query('DROP TABLE bench_steps')
    await runner.query(
      `CREATE TRIGGER job_events_no_delete BEFORE DELETE ON job_events FOR EACH ROW
       SIGNAL SQLSTATE '45000' SET MESSAGE_TEXT = 'job_events is append-only'`,
    )
    await runner.query(
      `CREATE TRIGGER job_events_no_update BEFORE UPDATE ON job_events FOR EACH ROW
       IF NOT (NEW.personal IS NULL AND NEW.id = OLD.id AND NEW.job_id = OLD.job_id AND NEW.nth <=> OLD.nth
               AND NEW.at = OLD.at AND NEW.staff_id = OLD.staff_id AND NEW.kind = OLD.kind
               AND NEW.detail = OLD.detail)
       THEN SIGNAL SQLSTATE '45000' SET MESSAGE_TEXT = 'job_events is append-only'; END IF`,
    )
  }

  down(): Promise<void> {
    return Promise.reject(
      new Error('Jobs that are kept as events do not go back into columns: restore the backup'),
    )
  }

  async #carryOver(runner: QueryRunner): Promise<void> {
    const names = new Map<number, string>(
      (await runner.manager.query<{ id: number; name: string }[]>('SELECT id, name FROM staff')).map(
        ({ id, name }) => [id, name],
      ),
    )
    const ids = await runner.manager.query<{ id: number }[]>('SELECT id FROM jobs ORDER BY id')
    for (const { id } of ids) {
      const [job] = await runner.manager.query<OldJob[]>('SELECT * FROM jobs WHERE id = ?', [id])
      if (!job) continue
      const tries = await runner.manager.query<OldTry[]>(
        'SELECT * FROM tries WHERE job_id = ? ORDER BY started_at',
        [id],
      )
      const orders = await runner.manager.query<OldOrder[]>(
        `SELECT orders.*, services.carrier, suppliers.name AS supplier
           FROM orders JOIN services ON services.id = orders.service_id
           JOIN suppliers ON suppliers.id = services.supplier_id
          WHERE orders.job_id = ? ORDER BY orders.ordered_at`,
        [id],
      )
      const files = await runner.manager.query<
        { id: string; name: string; type: string; size: number; at: Date; staff_id: number }[]
      >('SELECT id, name, type, size, at, staff_id FROM evidence_files WHERE job_id = ? ORDER BY at', [id])
      const steps = await runner.manager.query<{ step_key: string }[]>(
        'SELECT step_key FROM bench_steps WHERE job_id = ?',
        [id],
      )
      const state = carriedOver({
        job,
        tries,
        orders,
        files,
        toldKeys: steps.map(({ step_key }) => step_key),
        nameOf: (staffId) => names.get(staffId) ?? '',
      })
      await runner.query(
        `INSERT INTO job_events (job_id, nth, at, staff_id, kind, detail, personal)
         VALUES (?, 1, NOW(3), ?, 'carried-over', '{}', ?)`,
        [id, job.opened_by, JSON.stringify({ job: state })],
      )
      await runner.query('UPDATE jobs SET state = ?, events = 1 WHERE id = ?', [JSON.stringify(state), id])
    }
  }
}
