import type { Cable } from '@benevox/contract'
import { looksLikeSecret } from '@benevox/core/secret'
import type { DataSource, EntityManager } from 'typeorm'
import type { Handlers } from '../http/mount.ts'
import { ProblemError } from '../http/problem.ts'
import { problemOf } from '../jobs/refusals.ts'
import type { SecurityLog } from '../shop/securityLog.ts'
import { cableEntity, type CableRow } from './entity.ts'

/** The shop's numbered cables; what each is good for follows from the attempts that were made with it. */
export function kitHandlers(database: DataSource, log: SecurityLog): Handlers {
  return {
    listCables: async () => ({ cables: await cablesOf(database.manager) }),

    async addCable({ body, staffId, request }) {
      noSecretIn('note', body.note)
      const row = await database.manager.save(cableEntity, { ...body, retiredAt: null, retiredBecause: '' })
      await log.note({ kind: 'cable-added', number: row.number }, staffId, request)
      return wireCable(row, NOTHING)
    },

    async retireCable({ params, body, staffId, request }) {
      noSecretIn('because', body.because ?? '')
      const row = await database.manager.findOneBy(cableEntity, { number: params.number })
      if (!row) throw new ProblemError('not-found', { code: 'no-such-cable', number: params.number })
      row.retiredAt = body.because === null ? null : (row.retiredAt ?? new Date())
      row.retiredBecause = body.because ?? ''
      await database.manager.save(cableEntity, row)
      const kind = row.retiredAt ? 'cable-retired' : 'cable-used-again'
      await log.note({ kind, number: row.number }, staffId, request)
      const found = (await cablesOf(database.manager)).find(({ number }) => number === params.number)
      return found ?? wireCable(row, NOTHING)
    },
  }
}

/** @throws ProblemError `looks-like-secret` where a word announces one: a cable has none, so nobody is asked whether it is one */
function noSecretIn(field: string, text: string): void {
  const suspicion = looksLikeSecret(text)
  if (suspicion?.kind === 'announced')
    throw problemOf({ code: 'looks-like-secret', texts: [{ field, found: suspicion.found }] })
}

interface Record {
  readonly reached: number
  readonly failed: number
  readonly lastReachedAt: Date | null
}
const NOTHING: Record = { reached: 0, failed: 0, lastReachedAt: null }

/** Only the newest attempts count: a cable wears. Common practice, no source. */
const NEWEST = 1000

/** All cables with their records: one question to the database. Only attempts over a computer's link count. */
async function cablesOf(manager: EntityManager): Promise<Cable[]> {
  const rows = await manager.find(cableEntity, { order: { number: 'ASC' } })
  if (rows.length === 0) return []
  const counted = await manager.query<
    { cable: number; reached: string; failed: string; lastReachedAt: Date | null }[]
  >(
    `SELECT cable, SUM(outcome = 'reached') AS reached, SUM(outcome = 'failed') AS failed,
            MAX(IF(outcome = 'reached', finished_at, NULL)) AS lastReachedAt
       FROM (${rows
         .map(
           () =>
             `(SELECT cable, outcome, finished_at FROM attempts
                WHERE cable = ? AND link = 'computer' ORDER BY finished_at DESC LIMIT ${NEWEST})`,
         )
         .join(' UNION ALL ')}) AS newest GROUP BY cable`,
    rows.map(({ number }) => number),
  )
  const records = new Map(
    counted.map(({ cable, reached, failed, lastReachedAt }) => [
      cable,
      { reached: Number(reached), failed: Number(failed), lastReachedAt },
    ]),
  )
  return rows.map((row) => wireCable(row, records.get(row.number) ?? NOTHING))
}

function wireCable(row: CableRow, { reached, failed, lastReachedAt }: Record): Cable {
  return {
    number: row.number,
    fits: row.fits,
    note: row.note,
    reached,
    failed,
    lastReachedAt: lastReachedAt?.toISOString() ?? null,
    retiredAt: row.retiredAt?.toISOString() ?? null,
    retiredBecause: row.retiredBecause,
  }
}
