import { createHmac } from 'node:crypto'
import { leftOf, waitMs, type Patience } from '@benevox/core/shop'
import type { DataSource, EntityManager } from 'typeorm'
import { secretOf } from '../database/secret.ts'
import { transact } from '../database/transact.ts'
import { ProblemError } from '../http/problem.ts'
import { SHOP_ID } from '../shop/entity.ts'

/** Whose wrong entries are counted together, and how patiently. */
export interface Guessing {
  readonly of: string
  readonly patience: Patience
}

/**
 * Somebody at one place who tries one name. From anywhere at all only a short wait is put on a name, and on a place: else anybody could
 * keep anybody out, and a shop behind a proxy is one place.
 */
const ONE: Patience = { free: 5, longest: 900 }
const MANY: Patience = { free: 50, longest: 30 }

/** A name and its password, tried from an address. */
export const guessingName = (name: string, address: string): readonly Guessing[] => [
  { of: `name ${name.toLowerCase()} at ${address}`, patience: ONE },
  { of: `name ${name.toLowerCase()}`, patience: MANY },
  { of: `address ${address}`, patience: MANY },
]
/** A personal code, tried by somebody who is signed in: from wherever, in however many sessions. */
export const guessingCode = (staffId: number): readonly Guessing[] => [
  { of: `code by ${staffId}`, patience: ONE },
]
/** A link by which somebody chooses their password: long and random, and tried out by nobody all the same. */
export const guessingInvitation = (address: string): readonly Guessing[] => [
  { of: `invitation at ${address}`, patience: MANY },
]
/** A second step, by whoever knows the password. */
export const guessingSecondStep = (staffId: number): readonly Guessing[] => [
  { of: `second step of ${staffId}`, patience: ONE },
]
/** The code of a new shop, from anywhere. */
export const guessingFirstCode = (): readonly Guessing[] => [{ of: 'first run', patience: MANY }]

/** Free since ever: also for whoever looks at a clock that was set back. */
const FREE = new Date(0)

interface Row {
  readonly failures: number
  readonly lastAt: Date
  readonly freeAt: Date
}

/** Wrong entries, counted in the database: for all processes, and over a restart. */
export class Guesses {
  readonly #database: DataSource
  readonly #clock: () => Date
  constructor(database: DataSource, clock: () => Date = () => new Date()) {
    this.#database = database
    this.#clock = clock
  }

  /**
   * Lets something be tried that may be wrong: each entry counts as wrong before it is looked at, so that many at one time are
   * many, and no more once it was right.
   * @param isForgiven whether a right entry takes the wrong ones before it away: not where whoever enters it knows one that is right
   * @throws ProblemError `too-many-entries` with how long to wait; whatever `work` throws
   */
  async entering<T>(
    all: readonly Guessing[],
    work: () => Promise<T>,
    { isForgiven = false }: { readonly isForgiven?: boolean } = {},
  ): Promise<T> {
    const keys = await this.#keysOf(all)
    await transact(this.#database, (manager) => this.#count(manager, keys))
    const made = await work()
    await transact(this.#database, (manager) => this.#uncount(manager, keys, isForgiven))
    return made
  }

  /** Names and addresses stand nowhere. In one order, so that nobody waits in a circle. */
  async #keysOf(all: readonly Guessing[]): Promise<readonly { key: Buffer; patience: Patience }[]> {
    const secret = await secretOf(this.#database.manager)
    return all
      .map(({ of, patience }) => ({ key: createHmac('sha256', secret).update(of).digest(), patience }))
      .sort((one, other) => Buffer.compare(one.key, other.key))
  }

  async #count(manager: EntityManager, keys: readonly { key: Buffer; patience: Patience }[]): Promise<void> {
    const begun = this.#clock()
    const rows: (Row | undefined)[] = []
    for (const { key } of keys) {
      // Locked for oneself at once, there or not: two that held it together first would wait for each other.
      await manager.query(
        `INSERT INTO guesses (shop_id, of, failures, last_at, free_at) VALUES (?, ?, 0, ?, ?)
         ON DUPLICATE KEY UPDATE failures = failures`,
        [SHOP_ID, key, begun, begun],
      )
      const [row] = await manager.query<Row[]>(
        'SELECT failures, last_at AS lastAt, free_at AS freeAt FROM guesses WHERE shop_id = ? AND of = ? FOR UPDATE',
        [SHOP_ID, key],
      )
      rows.push(row)
    }
    // Read when the rows are one's own: whoever entered rightly a moment ago is not in the future.
    const now = this.#clock()
    const waits = rows.map((row, nth) => {
      const leftMs = (row?.freeAt.getTime() ?? 0) - now.getTime()
      // Longer than any wait: the clock was ahead when it was written, and what is left of it nobody knows.
      return leftMs > (keys[nth]?.patience.longest ?? 0) * 1000 ? 0 : leftMs
    })
    const seconds = Math.ceil(Math.max(0, ...waits) / 1000)
    if (seconds > 0) throw new ProblemError('too-many-entries', { code: 'wait-to-enter', seconds })
    for (const [nth, { key, patience }] of keys.entries()) {
      const row = rows[nth]
      const failures = (row ? leftOf(row.failures, now.getTime() - row.lastAt.getTime()) : 0) + 1
      const wait = waitMs(failures, patience)
      const free = wait === 0 ? FREE : new Date(now.getTime() + wait)
      await manager.query(
        'UPDATE guesses SET failures = ?, last_at = ?, free_at = ? WHERE shop_id = ? AND of = ?',
        [failures, now, free, SHOP_ID, key],
      )
    }
  }

  async #uncount(
    manager: EntityManager,
    keys: readonly { key: Buffer; patience: Patience }[],
    isForgiven: boolean,
  ): Promise<void> {
    for (const { key, patience } of keys)
      await manager.query(
        `UPDATE guesses SET failures = ${isForgiven && patience === ONE ? '0' : 'GREATEST(0, failures - 1)'}, free_at = ?
          WHERE shop_id = ? AND of = ?`,
        [FREE, SHOP_ID, key],
      )
  }
}
