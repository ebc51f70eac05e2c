import { randomInt } from 'node:crypto'
import { verify } from '@node-rs/argon2'
import { Secret, TOTP } from 'otpauth'
import type { DataSource, EntityManager } from 'typeorm'
import { transact } from '../database/transact.ts'
import { shopKeysOf } from '../forgetting/shopKeys.ts'
import { ProblemError } from '../http/problem.ts'
import { SHOP_ID } from '../shop/entity.ts'
import { hashSecret } from './secrets.ts'

/** RFC 4226 4 asks for 128 bits at the least and recommends 160. */
const SECRET_BYTES = 20
/** RFC 6238 4.1 and 5.2: steps of 30 s, and one step of delay on either side. */
const PERIOD_S = 30
const WINDOW = 1
/** No two of them look alike on a screen or in a hand. */
const LETTERS = 'ABCDEFGHJKMNPQRSTUVWXYZ23456789'
const SPARE_CODES = 8
const SPARE_LETTERS = 10

interface Row {
  readonly secret: Buffer
  readonly confirmedAt: Date | null
  readonly lastStep: string
  readonly spare: string | readonly string[]
}
/** What a phone has to know to make codes: shown once. */
export interface Begun {
  readonly secret: string
  /** As a phone's camera reads it. */
  readonly uri: string
}

/**
 * The step of time that a code is of; undefined where it is none of now, one step before and one after included (RFC 6238).
 * @param secret of the person, in bytes
 */
export function stepOf(code: string, secret: Uint8Array<ArrayBuffer>, now: Date): number | undefined {
  const timestamp = now.getTime()
  const delta = totp(secret).validate({ token: code, timestamp, window: WINDOW })
  return delta === null ? undefined : Math.floor(timestamp / 1000 / PERIOD_S) + delta
}
const totp = (secret: Uint8Array<ArrayBuffer>, issuer = '', label = '') =>
  new TOTP({
    secret: new Secret({ buffer: secret.buffer }),
    period: PERIOD_S,
    digits: 6,
    algorithm: 'SHA1',
    issuer,
    label,
  })

/** A second thing that somebody has, asked for after their password: a phone that counts with the clock. */
export class SecondSteps {
  readonly #database: DataSource
  readonly #clock: () => Date
  constructor(database: DataSource, clock: () => Date = () => new Date()) {
    this.#database = database
    this.#clock = clock
  }

  /** @returns how many spare codes are left; undefined where somebody has no second step */
  async spareOf(staffId: number): Promise<number | undefined> {
    const row = await this.#row(this.#database.manager, staffId)
    return row?.confirmedAt ? spareIn(row).length : undefined
  }

  /** What one has begun before and not confirmed holds no more. @throws ProblemError where one is set up already */
  async begin(staffId: number, issuer: string, label: string): Promise<Begun> {
    const secret = new Secret({ size: SECRET_BYTES })
    await transact(this.#database, async (manager) => {
      const row = await this.#row(manager, staffId, 'FOR UPDATE')
      if (row?.confirmedAt) throw new ProblemError('not-possible-now', { code: 'second-step-is-set-up' })
      const kept = shopKeysOf(manager).wrap(Buffer.from(secret.bytes))
      await manager.query(
        `REPLACE INTO second_steps (staff_id, shop_id, secret, begun_at, confirmed_at, last_step, spare) VALUES (?, ?, ?, ?, NULL, 0, '[]')`,
        [staffId, SHOP_ID, kept, this.#clock()],
      )
    })
    return { secret: secret.base32, uri: totp(bytesOf(secret), issuer, label).toString() }
  }

  /** From now on it is asked for. @returns codes to be written down, each good once, where there is no phone @throws ProblemError for another code */
  async confirm(staffId: number, code: string): Promise<readonly string[]> {
    return transact(this.#database, async (manager) => {
      const row = await this.#row(manager, staffId, 'FOR UPDATE')
      if (!row || row.confirmedAt)
        throw new ProblemError('not-possible-now', { code: 'second-step-not-begun' })
      const step = stepOf(digitsOf(code), this.#secretOf(manager, row), this.#clock())
      if (step === undefined) throw wrong()
      const spare = Array.from({ length: SPARE_CODES }, () =>
        Array.from({ length: SPARE_LETTERS }, () => LETTERS[randomInt(LETTERS.length)]).join(''),
      )
      await manager.query(
        'UPDATE second_steps SET confirmed_at = ?, last_step = ?, spare = ? WHERE staff_id = ?',
        [this.#clock(), step, JSON.stringify(await Promise.all(spare.map(hashSecret))), staffId],
      )
      return spare
    })
  }

  /** Each code is good once: a step of time that was used is over, and a spare code is gone. @throws ProblemError for any other */
  async enter(staffId: number, code: string): Promise<void> {
    await transact(this.#database, async (manager) => {
      const row = await this.#row(manager, staffId, 'FOR UPDATE')
      if (!row?.confirmedAt) throw wrong()
      const step = stepOf(digitsOf(code), this.#secretOf(manager, row), this.#clock())
      if (step !== undefined && step > Number(row.lastStep))
        return void (await manager.query('UPDATE second_steps SET last_step = ? WHERE staff_id = ?', [
          step,
          staffId,
        ]))
      const spare = spareIn(row)
      const used = await spareOf(lettersOf(code), spare)
      if (used === undefined) throw wrong()
      await manager.query('UPDATE second_steps SET spare = ? WHERE staff_id = ?', [
        JSON.stringify(spare.filter((one) => one !== used)),
        staffId,
      ])
    })
  }

  /** Their phone is lost, or it is wanted no more. */
  async end(staffId: number): Promise<void> {
    await this.#database.query('DELETE FROM second_steps WHERE staff_id = ?', [staffId])
  }

  async #row(manager: EntityManager, staffId: number, lock = ''): Promise<Row | undefined> {
    const [row] = await manager.query<Row[]>(
      `SELECT secret, confirmed_at AS confirmedAt, last_step AS lastStep, spare FROM second_steps WHERE staff_id = ? ${lock}`,
      [staffId],
    )
    return row
  }

  #secretOf(manager: EntityManager, { secret }: Row): Uint8Array<ArrayBuffer> {
    return new Uint8Array(shopKeysOf(manager).unwrap(secret))
  }
}

const bytesOf = (secret: Secret): Uint8Array<ArrayBuffer> => new Uint8Array(secret.bytes)
const wrong = () => new ProblemError('wrong-credentials', { code: 'wrong-second-step' })
const digitsOf = (code: string): string => code.replaceAll(/\D/g, '')
const lettersOf = (code: string): string => code.toUpperCase().replaceAll(/[^A-Z0-9]/g, '')
/** They are short enough to be written down, so they are kept as passwords are. */
async function spareOf(code: string, kept: readonly string[]): Promise<string | undefined> {
  if (code.length !== SPARE_LETTERS) return undefined
  for (const hash of kept) if (await verify(hash, code)) return hash
  return undefined
}
const spareIn = ({ spare }: Row): readonly string[] =>
  (typeof spare === 'string' ? JSON.parse(spare) : spare) as readonly string[]
