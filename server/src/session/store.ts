import type { Role } from '@benevox/core/shop'
import { Store, type SessionData } from 'express-session'
import type { DataSource } from 'typeorm'
import { SHOP_ID } from '../shop/entity.ts'
import { digestOf } from './secrets.ts'

declare module 'express-session' {
  interface SessionData {
    staffId?: number
    /** What they are in the shop now: asked at each request, and never taken from what was kept. */
    role?: Role
    /** A second step is asked of everybody of their role, and they had none when they came. */
    secondStepDue?: boolean
    /** Where the session was begun, for whoever looks at who is signed in. */
    from?: { readonly address: string; readonly agent: string }
  }
}

/** Whoever does nothing for so long is gone; nobody stays longer than a working day. */
const IDLE_MS = 4 * 3_600_000
const LIFE_MS = 12 * 3_600_000
/** A session is written down as seen so often at most. */
const SEEN_EACH_MS = 60_000

/**
 * Sessions of people who are signed in, in the shop's database: a restarted server knows everybody still, and whoever has left is
 * known nowhere from that moment on. Of nobody nothing is kept.
 */
export class DatabaseSessionStore extends Store {
  readonly #database: DataSource
  readonly #clock: () => Date
  constructor(database: DataSource, clock: () => Date = () => new Date()) {
    super()
    this.#database = database
    this.#clock = clock
  }

  override get(id: string, done: (error: unknown, session?: SessionData | null) => void): void {
    const now = this.#clock()
    const digest = digestOf(id)
    // In SQL, since every request asks it first.
    this.#database
      .query<{ content: string; seenAt: Date; role: Role }[]>(
        `SELECT s.content, s.seen_at AS seenAt, p.role FROM sessions s JOIN staff p ON p.id = s.staff_id
          WHERE s.digest = ? AND s.expires_at > ? AND s.seen_at > ? AND p.left_at IS NULL`,
        [digest, now, new Date(now.getTime() - IDLE_MS)],
      )
      .then(async ([row]) => {
        if (!row) return done(null, null)
        if (now.getTime() - row.seenAt.getTime() > SEEN_EACH_MS)
          await this.#database.query('UPDATE sessions SET seen_at = ? WHERE digest = ?', [now, digest])
        const content = JSON.parse(row.content) as SessionData
        done(null, { ...content, role: content.secondStepDue ? 'technician' : row.role })
      })
      .catch(done)
  }

  override set(id: string, session: SessionData, done?: (error?: unknown) => void): void {
    const { staffId, from, role: _, ...content } = session
    if (!staffId) return done?.()
    const now = this.#clock()
    this.#database
      .query(
        `INSERT INTO sessions (digest, shop_id, staff_id, content, address, agent, started_at, seen_at, expires_at)
         VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?) ON DUPLICATE KEY UPDATE content = VALUES(content)`,
        [
          digestOf(id),
          SHOP_ID,
          staffId,
          JSON.stringify({ ...content, staffId }),
          from?.address ?? '',
          from?.agent ?? '',
          now,
          now,
          new Date(now.getTime() + LIFE_MS),
        ],
      )
      .then(() => this.#database.query('DELETE FROM sessions WHERE expires_at <= ?', [now]))
      .then(() => done?.())
      .catch(done)
  }

  override destroy(id: string, done?: (error?: unknown) => void): void {
    this.#database
      .query('DELETE FROM sessions WHERE digest = ?', [digestOf(id)])
      .then(() => done?.())
      .catch(done)
  }
}
