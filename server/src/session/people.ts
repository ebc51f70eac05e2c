import { randomBytes } from 'node:crypto'
import { verify } from '@node-rs/argon2'
import type { Answer } from '@benevox/contract'
import { isAtLeast, type Role } from '@benevox/core/shop'
import { IsNull, type DataSource, type EntityManager } from 'typeorm'
import { transact } from '../database/transact.ts'
import { ProblemError } from '../http/problem.ts'
import { SHOP_ID } from '../shop/entity.ts'
import { staffEntity, type StaffRow } from './entity.ts'
import { digestOf, hashSecret } from './secrets.ts'

/** How long somebody has to choose their password. */
const INVITED_MS = 72 * 3_600_000
const SECRET_BYTES = 32

type Listed = Answer<'listStaff'>['people']

/** Who is of the shop. Nobody is ever deleted: what they did stays theirs. */
export class People {
  readonly #database: DataSource
  readonly #clock: () => Date
  constructor(database: DataSource, clock: () => Date = () => new Date()) {
    this.#database = database
    this.#clock = clock
  }

  async all(): Promise<Listed> {
    const rows = await this.#database.query<
      {
        id: number
        name: string
        role: Role
        leftAt: Date | null
        invitedUntil: Date | null
        seenAt: Date | null
        hasSecondStep: number
      }[]
    >(
      `SELECT p.id, p.name, p.role, p.left_at AS leftAt, i.expires_at AS invitedUntil,
              EXISTS (SELECT 1 FROM second_steps t WHERE t.staff_id = p.id AND t.confirmed_at IS NOT NULL) AS hasSecondStep,
              (SELECT MAX(seen_at) FROM sessions s WHERE s.staff_id = p.id AND s.expires_at > ?) AS seenAt
         FROM staff p LEFT JOIN invitations i ON i.staff_id = p.id AND i.expires_at > ?
        ORDER BY p.left_at IS NOT NULL, p.name`,
      [this.#clock(), this.#clock()],
    )
    return rows.map(({ leftAt, invitedUntil, seenAt, hasSecondStep, ...row }) => ({
      ...row,
      hasSecondStep: Number(hasSecondStep) === 1,
      leftAt: leftAt?.toISOString() ?? null,
      invitedUntil: invitedUntil?.toISOString() ?? null,
      seenAt: seenAt?.toISOString() ?? null,
    }))
  }

  /** @returns the secret of the invitation @throws ProblemError `not-possible-now` where somebody has that name */
  async add(name: string, role: Role, by: number): Promise<string> {
    // Until they have chosen their own there is one that nobody knows.
    const unknown = await hashSecret(randomBytes(SECRET_BYTES).toString('base64url'))
    return this.#changing(async (manager) => {
      await this.#nameIsFree(manager, name)
      const member = await manager.save(staffEntity, {
        name,
        role,
        passwordHash: unknown,
        codeHash: unknown,
        language: null,
        leftAt: null,
      } as StaffRow)
      return this.#invite(manager, member.id, by)
    })
  }

  async change(id: number, name: string, role: Role): Promise<void> {
    await this.#changing(async (manager) => {
      const member = await this.#member(manager, id)
      if (name.toLowerCase() !== member.name.toLowerCase()) await this.#nameIsFree(manager, name)
      await manager.update(staffEntity, { id }, { name, role })
      await this.#oneOwnerStays(manager)
    })
  }

  async invite(id: number, by: number): Promise<string> {
    return this.#changing(async (manager) => {
      await this.#member(manager, id)
      return this.#invite(manager, id, by)
    })
  }

  /** They are signed in nowhere from this moment on, and no link is theirs. */
  async leave(id: number): Promise<void> {
    await this.#changing(async (manager) => {
      await this.#member(manager, id)
      await manager.update(staffEntity, { id, leftAt: IsNull() }, { leftAt: this.#clock() })
      await manager.query('DELETE FROM sessions WHERE staff_id = ?', [id])
      await manager.query('DELETE FROM invitations WHERE staff_id = ?', [id])
      await this.#oneOwnerStays(manager)
    })
  }

  async return(id: number): Promise<void> {
    await this.#changing(async (manager) => {
      await this.#member(manager, id)
      await manager.update(staffEntity, { id }, { leftAt: null })
    })
  }

  /** @throws ProblemError `not-found` alike for what never was, what was taken, and what is over */
  async invited(secret: string): Promise<StaffRow> {
    const [row] = await this.#database.query<{ id: number }[]>(
      'SELECT staff_id AS id FROM invitations WHERE digest = ? AND expires_at > ?',
      [digestOf(secret), this.#clock()],
    )
    const member =
      row && (await this.#database.manager.findOneBy(staffEntity, { id: row.id, leftAt: IsNull() }))
    if (!member) throw new ProblemError('not-found', { code: 'no-such-invitation' })
    return member
  }

  /** Of two who take it at a time, one. They are signed in nowhere else afterwards. */
  async take(secret: string, password: string, code: string): Promise<StaffRow> {
    const [passwordHash, codeHash] = [await hashSecret(password), await hashSecret(code)]
    const { id } = await this.invited(secret)
    await this.#codeIsFree(code, id)
    return this.#changing(async (manager) => {
      const { affectedRows } = await manager.query<{ affectedRows: number }>(
        'DELETE FROM invitations WHERE digest = ? AND expires_at > ?',
        [digestOf(secret), this.#clock()],
      )
      if (!affectedRows) throw new ProblemError('not-found', { code: 'no-such-invitation' })
      await manager.update(staffEntity, { id }, { passwordHash, codeHash })
      await manager.query('DELETE FROM sessions WHERE staff_id = ?', [id])
      return this.#member(manager, id)
    })
  }

  /** They are signed in nowhere but here afterwards. @param here the digest of this session */
  async choose(id: number, password: string, code: string, here: Buffer): Promise<void> {
    const [passwordHash, codeHash] = [await hashSecret(password), await hashSecret(code)]
    await this.#codeIsFree(code, id)
    await this.#changing(async (manager) => {
      await manager.update(staffEntity, { id }, { passwordHash, codeHash })
      await manager.query('DELETE FROM sessions WHERE staff_id = ? AND digest <> ?', [id, here])
      await manager.query('DELETE FROM invitations WHERE staff_id = ?', [id])
    })
  }

  /** One after the other, so that of two owners who let each other go one stays. */
  #changing<T>(work: (manager: EntityManager) => Promise<T>): Promise<T> {
    return transact(this.#database, async (manager) => {
      await manager.query('SELECT id FROM shops WHERE id = ? FOR UPDATE', [SHOP_ID])
      return work(manager)
    })
  }

  async #invite(manager: EntityManager, id: number, by: number): Promise<string> {
    const secret = randomBytes(SECRET_BYTES).toString('base64url')
    await manager.query(
      'REPLACE INTO invitations (staff_id, shop_id, digest, made_by, expires_at) VALUES (?, ?, ?, ?, ?)',
      [id, SHOP_ID, digestOf(secret), by, new Date(this.#clock().getTime() + INVITED_MS)],
    )
    return secret
  }

  async #member(manager: EntityManager, id: number): Promise<StaffRow> {
    const member = await manager.findOneBy(staffEntity, { id })
    if (!member) throw new ProblemError('not-found', { code: 'no-such-person' })
    return member
  }

  async #nameIsFree(manager: EntityManager, name: string): Promise<void> {
    if (await manager.existsBy(staffEntity, { name }))
      throw new ProblemError('not-possible-now', { code: 'name-taken', name })
  }

  /** A code tells who somebody is: two with the same would be one. */
  async #codeIsFree(code: string, but: number): Promise<void> {
    for (const { id, codeHash } of await this.#database.manager.findBy(staffEntity, { leftAt: IsNull() }))
      if (id !== but && (await verify(codeHash, code)))
        throw new ProblemError('not-possible-now', { code: 'code-taken' })
  }

  async #oneOwnerStays(manager: EntityManager): Promise<void> {
    const left = await manager.findBy(staffEntity, { leftAt: IsNull() })
    if (!left.some(({ role }) => isAtLeast(role, 'owner')))
      throw new ProblemError('not-possible-now', { code: 'last-owner' })
  }
}
