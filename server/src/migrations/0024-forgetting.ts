import { randomBytes } from 'node:crypto'
import { apart, billApart, together, type JobEvent, type Personal } from '@benevox/core/job'
import type { Bill, PersonalKind } from '@benevox/core/price'
import type { MigrationInterface, QueryRunner } from 'typeorm'
import {
  AS_IT_IS,
  keysOf,
  seal,
  sealedFor,
  sealedParts,
  unseal,
  unsealedParts,
  withKeysFor,
  type Sealed,
} from '../forgetting/keys.ts'
import { billsOf } from '../hand-back/invoices.ts'
import { keepStanding } from './0008-reports-of-the-shop.ts'
import { placeOf } from '../registry/reports.ts'

interface EventRow {
  readonly id: number
  readonly nth: number | null
  readonly kind: string
  readonly detail: string | object
  readonly personal: string | object | null
}

/**
 * What points to a person stands sealed by keys of its job, which are destroyed when it is forgotten: in events, with
 * signatures, on invoices. Reports of devices stand under what only their IMEI leads to. What was twice is once: the
 * agreement's text is in its event, an unlock code on its order's job.
 */
export class Forgetting1700000000024 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    await runner.query(
      `CREATE TABLE personal_keys (
         job_id INT NOT NULL PRIMARY KEY,
         ownership BINARY(32) NULL, contact BINARY(32) NULL, imei BINARY(32) NULL, signature BINARY(32) NULL,
         text BINARY(32) NULL, bill BINARY(32) NULL,
         FOREIGN KEY (job_id) REFERENCES jobs (id)) ENGINE=InnoDB`,
    )
    await runner.query(
      `CREATE TABLE forgetting_runs (
         id INT NOT NULL AUTO_INCREMENT PRIMARY KEY,
         at DATETIME(3) NOT NULL, jobs INT NOT NULL, mails INT NOT NULL, log_cleared BOOLEAN NOT NULL) ENGINE=InnoDB`,
    )
    await runner.query(
      `ALTER TABLE jobs
         ADD COLUMN forget_at DATETIME(3) NULL AFTER closed_at, ADD COLUMN held_at DATETIME(3) NULL AFTER forget_at,
         ADD INDEX jobs_forget (forget_at), ADD INDEX jobs_held (held_at)`,
    )
    await runner.query('ALTER TABLE mails ADD COLUMN forgotten_at DATETIME(3) NULL')
    await this.#dropTriggers(runner)
    await this.#sealEvents(runner)
    await this.#sealSignatures(runner)
    await this.#sealInvoices(runner)
    await this.#makeTriggers(runner)
    await runner.query('ALTER TABLE orders DROP COLUMN code')
    await this.#hideReports(runner)
  }

  /** As every event is stored from now on; those of before kinds were told apart, too. */
  async #sealEvents(runner: QueryRunner): Promise<void> {
    for (const jobId of await this.#jobs(runner, 'job_events')) {
      const parts = (await this.#events(runner, jobId)).map((row) => ({ row, ...partsOf(row) }))
      const kinds = parts.flatMap(({ personal }) => Object.keys(personal) as PersonalKind[])
      const keys = await withKeysFor(
        runner.manager,
        jobId,
        await keysOf(runner.manager, jobId),
        kinds,
        AS_IT_IS,
      )
      for (const { row, stays, personal } of parts) {
        const sealed = Object.keys(personal).length > 0 ? JSON.stringify(sealedParts(personal, keys)) : null
        if (sealed !== null || row.personal !== null)
          await runner.query('UPDATE job_events SET detail = ?, personal = ? WHERE id = ?', [
            JSON.stringify(stays),
            sealed,
            row.id,
          ])
      }
    }
    await runner.query('ALTER TABLE job_events FORCE')
  }

  async #sealSignatures(runner: QueryRunner): Promise<void> {
    for (const jobId of await this.#jobs(runner, 'agreements'))
      for (const { id, signature } of await this.#signatures(runner, jobId)) {
        if (!signature) continue
        const sealed = await sealedFor(runner.manager, jobId, 'signature', signature, AS_IT_IS)
        await runner.query('UPDATE agreements SET signature = ? WHERE id = ?', [sealed, id])
      }
    await runner.query('ALTER TABLE agreements DROP COLUMN record')
    await runner.query('ALTER TABLE agreements FORCE')
  }

  async #sealInvoices(runner: QueryRunner): Promise<void> {
    await runner.query('ALTER TABLE invoices ADD COLUMN texts MEDIUMBLOB NULL AFTER record')
    const bills = await rowsOf<{ number: number; jobId: number; record: string | Bill }>(
      runner,
      'SELECT number, job_id AS jobId, record FROM invoices',
    )
    for (const { number, jobId, record } of bills) {
      const { stays, texts } = billApart(parsed<Bill>(record))
      if (texts.length === 0) continue
      const sealed = await sealedFor(
        runner.manager,
        jobId,
        'bill',
        Buffer.from(JSON.stringify(texts)),
        AS_IT_IS,
      )
      await runner.query('UPDATE invoices SET record = ?, texts = ? WHERE number = ?', [
        JSON.stringify(stays),
        sealed,
        number,
      ])
    }
    await runner.query('ALTER TABLE invoices FORCE')
  }

  async #hideReports(runner: QueryRunner): Promise<void> {
    const secret = randomBytes(32)
    await runner.query(
      'CREATE TABLE shop_secret (id TINYINT NOT NULL PRIMARY KEY, secret BINARY(32) NOT NULL) ENGINE=InnoDB',
    )
    await runner.query('INSERT INTO shop_secret (id, secret) VALUES (1, ?)', [secret])
    const reports = (await runner.query('SELECT imei, ticket, record FROM registry_reports')) as {
      imei: string
      ticket: string
      record: string | object
    }[]
    await runner.query('DROP TABLE registry_reports')
    await runner.query(
      `CREATE TABLE registry_reports (
         device BINARY(32) NOT NULL PRIMARY KEY,
         ticket VARCHAR(16) NOT NULL,
         record BLOB NOT NULL) ENGINE=InnoDB`,
    )
    for (const { imei, ticket, record } of reports) {
      const { device, key } = placeOf(secret, imei)
      await runner.query('INSERT INTO registry_reports (device, ticket, record) VALUES (?, ?, ?)', [
        device,
        ticket,
        seal(key, Buffer.from(JSON.stringify(parsed(record)))),
      ])
    }
  }

  /** Lays open what is sealed; what was forgotten stays so. */
  async down(runner: QueryRunner): Promise<void> {
    await this.#dropTriggers(runner)
    await runner.query(`ALTER TABLE agreements ADD COLUMN record JSON NOT NULL DEFAULT '{}' AFTER at`)
    for (const jobId of await this.#jobs(runner, 'job_events')) {
      const keys = await keysOf(runner.manager, jobId)
      const events = await this.#events(runner, jobId)
      for (const { id, detail, personal, nth } of events) {
        if (personal === null) continue
        const opened = unsealedParts(parsed<Sealed>(personal), keys)
        const stays = parsed<object>(detail)
        await runner.query('UPDATE job_events SET detail = ?, personal = ? WHERE id = ?', [
          JSON.stringify(nth === null ? { ...stays, reason: opened.text?.[0]?.[1] } : stays),
          nth === null ? null : JSON.stringify(opened),
          id,
        ])
      }
      const records = events.flatMap(({ kind, detail, personal }) => {
        if (!kind.startsWith('agreement-')) return []
        const opened = unsealedParts(parsed<Sealed>(personal ?? '{}'), keys)
        const event = together({
          kind: kind as JobEvent['kind'],
          stays: parsed<Record<string, unknown>>(detail),
          personal: opened,
        })
        return event.kind === 'agreement-signed' || event.kind === 'agreement-refused' ? [event.record] : []
      })
      for (const { id, at, signature } of await this.#signatures(runner, jobId))
        await runner.query('UPDATE agreements SET record = ?, signature = ? WHERE id = ?', [
          JSON.stringify(
            records.find((record) => Date.parse(record.at) === at.getTime()) ?? records.at(-1) ?? {},
          ),
          signature && (unseal(keys.signature, signature) ?? null),
          id,
        ])
      for (const { number, record } of await billsOf(runner.manager, jobId))
        await runner.query('UPDATE invoices SET record = ? WHERE number = ?', [
          JSON.stringify(record),
          number,
        ])
    }
    await runner.query('ALTER TABLE invoices DROP COLUMN texts')
    await runner.query(
      `CREATE TRIGGER job_events_no_update BEFORE UPDATE ON job_events FOR EACH ROW
       IF NOT (NEW.personal IS NULL AND NEW.id = OLD.id AND NEW.job_id = OLD.job_id AND NEW.nth <=> OLD.nth
               AND NEW.at = OLD.at AND NEW.staff_id = OLD.staff_id AND NEW.kind = OLD.kind
               AND NEW.detail = OLD.detail)
       THEN SIGNAL SQLSTATE '45000' SET MESSAGE_TEXT = 'job_events is append-only'; END IF`,
    )
    await this.#makeTriggers(runner, (name) => name !== 'job_events_no_update')
    await runner.query('ALTER TABLE orders ADD COLUMN code VARCHAR(16) NULL AFTER answer')
    await runner.query('DROP TABLE registry_reports')
    await runner.query(
      'CREATE TABLE registry_reports (imei CHAR(15) NOT NULL PRIMARY KEY, ticket VARCHAR(16) NOT NULL, record JSON NOT NULL) ENGINE=InnoDB',
    )
    await keepStanding(runner, ({ source, answer }) => source === 'registry' || answer === 'reported')
    await runner.query('DROP TABLE shop_secret')
    await runner.query('DROP TABLE forgetting_runs')
    await runner.query('DROP TABLE personal_keys')
    await runner.query('ALTER TABLE mails DROP COLUMN forgotten_at')
    await runner.query(
      'ALTER TABLE jobs DROP INDEX jobs_forget, DROP INDEX jobs_held, DROP COLUMN forget_at, DROP COLUMN held_at',
    )
  }

  async #dropTriggers(runner: QueryRunner): Promise<void> {
    for (const name of TRIGGERS) await runner.query(`DROP TRIGGER ${name}`)
  }

  async #makeTriggers(runner: QueryRunner, isMade: (name: string) => boolean = () => true): Promise<void> {
    for (const [table, message] of Object.entries(APPEND_ONLY))
      for (const action of ['update', 'delete'])
        if (isMade(`${table}_no_${action}`))
          await runner.query(
            `CREATE TRIGGER ${table}_no_${action} BEFORE ${action.toUpperCase()} ON ${table} FOR EACH ROW
             SIGNAL SQLSTATE '45000' SET MESSAGE_TEXT = '${message}'`,
          )
  }

  /** The jobs that have rows in a table. */
  async #jobs(runner: QueryRunner, table: string): Promise<number[]> {
    const rows = await rowsOf<{ id: number }>(
      runner,
      `SELECT DISTINCT job_id AS id FROM ${table} ORDER BY job_id`,
    )
    return rows.map(({ id }) => id)
  }

  #events(runner: QueryRunner, jobId: number): Promise<EventRow[]> {
    return rowsOf(
      runner,
      'SELECT id, nth, kind, detail, personal FROM job_events WHERE job_id = ? ORDER BY id',
      jobId,
    )
  }

  #signatures(
    runner: QueryRunner,
    jobId: number,
  ): Promise<{ id: number; at: Date; signature: Buffer | null }[]> {
    return rowsOf(runner, 'SELECT id, at, signature FROM agreements WHERE job_id = ?', jobId)
  }
}

/** What nobody changes a line of, and what is said to whoever tries. */
const APPEND_ONLY = {
  job_events: 'job_events is append-only',
  agreements: 'agreements is append-only',
  invoices: 'an invoice is never changed',
}
const TRIGGERS = Object.keys(APPEND_ONLY).flatMap((table) => [`${table}_no_update`, `${table}_no_delete`])

const rowsOf = <Row>(runner: QueryRunner, sql: string, ...values: readonly unknown[]) =>
  runner.query(sql, [...values]) as Promise<Row[]>

const parsed = <T = object>(value: string | object): T =>
  (typeof value === 'string' ? JSON.parse(value) : value) as T

/** A line from before jobs were kept as events has no fold: of it, a reason is somebody's text. */
function partsOf({ nth, kind, detail, personal }: EventRow): {
  readonly stays: Readonly<Record<string, unknown>>
  readonly personal: Personal
} {
  const stays = parsed<Record<string, unknown>>(detail)
  if (nth !== null)
    return apart(
      together({ kind: kind as JobEvent['kind'], stays, personal: parsed<Personal>(personal ?? '{}') }),
    )
  const { reason, ...rest } = stays
  return typeof reason === 'string' && reason !== ''
    ? { stays: rest, personal: { text: [[['reason'], reason]] } }
    : { stays, personal: {} }
}
