import type { Answer } from '@benevox/contract'
import { isAtLeast } from '@benevox/core/shop'
import type { Request } from 'express'
import type { DataSource } from 'typeorm'
import { SHOP_ID } from '../shop/entity.ts'
import { digestOf } from './secrets.ts'

/** Those of everybody for an owner, else one's own. */
export async function sessionsFor(
  database: DataSource,
  { session, sessionID }: Request,
): Promise<Answer<'listSessions'>> {
  const isOwner = session.role !== undefined && isAtLeast(session.role, 'owner')
  const rows = await database.query<
    {
      id: number
      name: string
      address: string
      agent: string
      startedAt: Date
      seenAt: Date
      digest: Buffer
    }[]
  >(
    `SELECT s.id, p.name, s.address, s.agent, s.started_at AS startedAt, s.seen_at AS seenAt, s.digest
       FROM sessions s JOIN staff p ON p.id = s.staff_id
      WHERE s.shop_id = ? AND s.expires_at > NOW(3) AND (? OR s.staff_id = ?) ORDER BY s.seen_at DESC LIMIT 200`,
    [SHOP_ID, isOwner, session.staffId],
  )
  return {
    sessions: rows.map(({ startedAt, seenAt, digest, ...row }) => ({
      ...row,
      startedAt: startedAt.toISOString(),
      seenAt: seenAt.toISOString(),
      isThis: digest.equals(digestOf(sessionID)),
    })),
  }
}
