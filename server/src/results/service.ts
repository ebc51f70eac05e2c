import type { FamilyResults } from '@benevox/contract'
import {
  recordedAttempt,
  mergeAttempts,
  type ResultsDocument,
  type RecordedAttempt,
} from '@benevox/core/results'
import { In, MoreThan, type DataSource, type EntityManager } from 'typeorm'
import { transact } from '../database/transact.ts'
import { attemptEntity, type AttemptRow } from '../attempts/entity.ts'
import { otherResultEntity } from './entity.ts'

/** Only the newest count: what a family did years ago says little. Common practice, no source. */
const NEWEST = 500
/** How many are read at a time. */
const AT_ONCE = 500

/** What is known of families from attempts: this shop's own, and other shops' that were merged in. */
export class Results {
  readonly #database: DataSource
  constructor(database: DataSource) {
    this.#database = database
  }

  async ofFamily(familyId: string): Promise<FamilyResults> {
    const { manager } = this.#database
    const rows = await manager.find(attemptEntity, {
      where: { familyId, outcome: In(['reached', 'failed']) },
      order: { finishedAt: 'DESC' },
      take: NEWEST,
    })
    const others = await manager.find(otherResultEntity, { where: { familyId }, take: NEWEST })
    return {
      attempts: [...mergeAttempts(rows.flatMap(ofRow), others.map(readOther))],
      ...(await this.#durations(familyId)),
    }
  }

  /**
   * Everything this shop tried, as the text of a `ResultsDocument`, to be shared; nothing in it is personal. However many
   * there are, only so many are in memory.
   */
  async *document(): AsyncGenerator<string> {
    const head: Omit<ResultsDocument, 'attempts'> = { format: 'benevox-results', formatVersion: 3 }
    yield `${JSON.stringify(head).slice(0, -1)},"attempts":[`
    let before = ''
    for (let after = ''; ;) {
      const rows = await this.#database.manager.find(attemptEntity, {
        where: { outcome: In(['reached', 'failed']), id: MoreThan(after) },
        order: { id: 'ASC' },
        take: AT_ONCE,
      })
      const text = rows
        .flatMap(ofRow)
        .map((one) => JSON.stringify(one))
        .join(',\n')
      if (text !== '') yield `${before}\n${text}`
      before = ','
      const last = rows.length === AT_ONCE ? rows.at(-1) : undefined
      if (!last) return yield '\n]}\n'
      after = last.id
    }
  }

  /**
   * Takes in another shop's attempts; an attempt that is known, here or from before, is not counted again.
   * @param staffId who takes them in: it stands beside each
   */
  async merge({ attempts }: ResultsDocument, staffId: number): Promise<{ added: number; known: number }> {
    return transact(this.#database, async (manager) => {
      // In one order, so that two who merge the same attempts at a time meet at the first one and not crosswise.
      const unique = [...mergeAttempts(attempts)].sort((a, b) => (a.id < b.id ? -1 : 1))
      const known = await this.#known(
        manager,
        unique.map(({ id }) => id),
      )
      const fresh = unique.filter(({ id }) => !known.has(id))
      const takenInAt = new Date()
      // A cable's number is of its own shop's kit.
      const rows = fresh.map(({ cable: _, ...one }) => ({
        id: one.id,
        familyId: one.familyId,
        document: one,
        staffId,
        takenInAt,
      }))
      for (let from = 0; from < rows.length; from += 500)
        // Another person may take the same file in at the same moment.
        await manager
          .createQueryBuilder()
          .insert()
          .into(otherResultEntity)
          .values(rows.slice(from, from + 500))
          .orIgnore()
          .execute()
      return { added: fresh.length, known: attempts.length - fresh.length }
    })
  }

  async #known(manager: EntityManager, ids: readonly string[]): Promise<ReadonlySet<string>> {
    const known = new Set<string>()
    for (let from = 0; from < ids.length; from += 500) {
      const some = { id: In(ids.slice(from, from + 500)) }
      for (const entity of [attemptEntity, otherResultEntity])
        for (const { id } of await manager.find<{ id: string }>(entity, {
          where: some,
          select: { id: true },
        }))
          known.add(id)
    }
    return known
  }

  /** How long wipes and first starts took on the family's devices, where both were seen. */
  async #durations(familyId: string): Promise<Pick<FamilyResults, 'wipeSeconds' | 'firstStartSeconds'>> {
    const rows = await this.#database.manager.query<{ wipe: number | null; first: number | null }[]>(
      `SELECT j.wipe_seconds AS wipe, j.first_start_seconds AS first
         FROM job_durations d STRAIGHT_JOIN jobs j ON j.id = d.job_id
        WHERE d.duration_of = 'wipe-and-start' AND d.family_id = ? ORDER BY d.job_id DESC LIMIT ${NEWEST}`,
      [familyId],
    )
    return {
      wipeSeconds: rows.flatMap(({ wipe }) => wipe ?? []),
      firstStartSeconds: rows.flatMap(({ first }) => first ?? []),
    }
  }
}

function ofRow(row: AttemptRow): RecordedAttempt[] {
  if (!row.finishedAt || !row.outcome || row.outcome === 'left') return []
  return [
    {
      id: row.id,
      familyId: row.familyId,
      methodId: row.methodId,
      modelId: row.modelId,
      ...(row.systemVersion ? { systemVersion: row.systemVersion } : {}),
      link: row.link,
      ...(row.cable ? { cable: row.cable } : {}),
      outcome: row.outcome,
      seen: row.seen,
      seconds: Math.min(7200, (row.finishedAt.getTime() - row.startedAt.getTime()) / 1000),
    },
  ]
}

const readOther = ({ document }: { document: unknown }): RecordedAttempt => recordedAttempt.parse(document)
