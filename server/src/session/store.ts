import { Store, type SessionData } from 'express-session'
import { LessThan, type Repository } from 'typeorm'
import type { SessionRow } from './entity.ts'

declare module 'express-session' {
  interface SessionData {
    staffId?: number
  }
}

const LIFE_MS = 12 * 3_600_000

/** Sessions in the shop's database, so that a restarted server knows everybody still. */
export class DatabaseSessionStore extends Store {
  readonly #rows: Repository<SessionRow>
  constructor(rows: Repository<SessionRow>) {
    super()
    this.#rows = rows
  }

  override get(id: string, done: (error: unknown, session?: SessionData | null) => void): void {
    // In SQL, since every request asks it first.
    this.#rows.manager
      .query<{ content: string }[]>('SELECT content FROM sessions WHERE id = ? AND expires_at > ?', [
        id,
        new Date(),
      ])
      .then(([row]) => done(null, row ? (JSON.parse(row.content) as SessionData) : null))
      .catch(done)
  }

  override set(id: string, session: SessionData, done?: (error?: unknown) => void): void {
    this.#rows
      .upsert({ id, content: JSON.stringify(session), expiresAt: new Date(Date.now() + LIFE_MS) }, ['id'])
      .then(() => this.#rows.delete({ expiresAt: LessThan(new Date()) }))
      .then(() => done?.())
      .catch(done)
  }

  override destroy(id: string, done?: (error?: unknown) => void): void {
    this.#rows
      .delete({ id })
      .then(() => done?.())
      .catch(done)
  }
}
