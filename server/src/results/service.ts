import type { Answer, FamilyResults } from '@benevox/contract'
import {
  recordedAttempt,
  mergeAttempts,
  OUTCOMES,
  type Learnt,
  type ResultsDocument,
  type RecordedAttempt,
} from '@benevox/core/results'
import { In, MoreThan, type DataSource, type EntityManager } from 'typeorm'
import { transact } from '../database/transact.ts'
import { attemptEntity, type AttemptRow } from '../attempts/entity.ts'
import { shopIdOf } from '../database/secret.ts'
import { ProblemError } from '../http/problem.ts'
import { learntOf } from '../jobs/outcomes.ts'
import { exchangeEntity, otherResultEntity } from './entity.ts'

/** Only the newest count: what a family did years ago says little. Common practice, no source. */
const NEWEST = 500
/** No two clocks differ by more, wherever they hang. */
const CLOCKS_DIFFER_MS = 86_400_000
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
   * Everything this shop tried and what its jobs have taught, as the text of a `ResultsDocument`, to be shared; nothing in it is personal. However many
   * there are, only so many are in memory.
   */
  async *document(): AsyncGenerator<string> {
    const { manager } = this.#database
    const head: Omit<ResultsDocument, 'attempts'> = {
      format: 'benevox-results',
      formatVersion: 4,
      shop: await shopIdOf(manager),
      writtenAt: new Date().toISOString(),
      learnt: await learntOf(manager),
    }
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
   * Takes in what another shop has learnt, as one; an attempt that is known, here or from before, is not counted again, and a
   * later document of a shop takes the place of its earlier one. The same document again changes nothing.
   * @param staffId who takes it in: it stands beside it
   * @throws ProblemError `not-possible-now` for this shop's own, and for one whose clock runs days ahead: no later one of that
   *   shop would take its place
   */
  async merge(
    { shop, writtenAt, learnt, attempts }: ResultsDocument,
    staffId: number,
  ): Promise<{ added: number; known: number }> {
    if (writtenAt !== undefined && Date.parse(writtenAt) > Date.now() + CLOCKS_DIFFER_MS)
      throw new ProblemError('not-possible-now', { code: 'results-of-later', at: writtenAt })
    return transact(this.#database, async (manager) => {
      if (shop !== undefined && shop === (await shopIdOf(manager)))
        throw new ProblemError('not-possible-now', { code: 'own-results' })
      // Of two who take something in at a time one waits for the other.
      await manager.query('SELECT id FROM shop_secret WHERE id = 1 FOR UPDATE')
      const unique = mergeAttempts(attempts)
      const known = await this.#known(
        manager,
        unique.map(({ id }) => id),
      )
      const fresh = unique.filter(({ id }) => !known.has(id))
      const answer = { added: fresh.length, known: attempts.length - fresh.length }
      const before = shop === undefined ? null : await manager.findOneBy(exchangeEntity, { shop })
      const written = writtenAt === undefined ? null : new Date(writtenAt)
      const isNewer = shop !== undefined && (written?.getTime() ?? 0) > (before?.writtenAt?.getTime() ?? -1)
      if (fresh.length === 0 && !isNewer) return answer
      const takenInAt = new Date()
      const of = {
        ...(isNewer || !before ? { writtenAt: written, learnt: learnt ?? null } : {}),
        takenInAt,
        staffId,
      }
      if (before) await manager.update(exchangeEntity, { id: before.id }, of)
      const exchangeId = before
        ? before.id
        : Number((await manager.insert(exchangeEntity, { shop: shop ?? null, ...of })).identifiers[0]?.['id'])
      // A cable's number is of its own shop's kit.
      const rows = fresh.map(({ cable: _, ...one }) => ({
        id: one.id,
        familyId: one.familyId,
        document: one,
        staffId,
        takenInAt,
        exchangeId,
      }))
      for (let from = 0; from < rows.length; from += 500)
        await manager.insert(otherResultEntity, rows.slice(from, from + 500))
      return answer
    })
  }

  /** What was taken in from other shops, the newest first. */
  async exchanges(): Promise<Answer<'listExchanges'>['exchanges']> {
    const rows = await this.#database.manager.query<
      {
        id: number
        shop: string | null
        at: Date
        by: string
        writtenAt: Date | null
        learnt: Learnt | string | null
        attempts: string
      }[]
    >(
      `SELECT e.id, e.shop, e.taken_in_at AS at, s.name AS \`by\`, e.written_at AS writtenAt, e.learnt,
              (SELECT COUNT(*) FROM other_results r WHERE r.exchange_id = e.id) AS attempts
         FROM exchanges e JOIN staff s ON s.id = e.staff_id ORDER BY e.taken_in_at DESC, e.id DESC`,
    )
    return rows.map(({ id, shop, at, by, writtenAt, learnt, attempts }) => {
      const theirs = typeof learnt === 'string' ? (JSON.parse(learnt) as Learnt) : learnt
      return {
        id,
        shop,
        at: at.toISOString(),
        by,
        writtenAt: writtenAt?.toISOString() ?? null,
        attempts: Number(attempts),
        counted: OUTCOMES.reduce(
          (so, of) => so + (theirs?.[of]?.worked ?? 0) + (theirs?.[of]?.failed ?? 0),
          0,
        ),
      }
    })
  }

  /** Undoes as one what was taken in. @throws ProblemError `not-found` */
  async undo(id: number): Promise<void> {
    await transact(this.#database, async (manager) => {
      await manager.delete(otherResultEntity, { exchangeId: id })
      const { affected } = await manager.delete(exchangeEntity, { id })
      if (!affected) throw new ProblemError('not-found', { code: 'no-such-exchange' })
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
