import { createHash } from 'node:crypto'
import type { DataSource } from 'typeorm'

/**
 * Seals: each is a digest of every event of every job up to one, made of the seal before and of each event since, by
 * SHA-256 (FIPS 180-4). Whoever changes, removes or puts in an event that is sealed breaks the next seal and all that
 * follow; whoever makes these anew, too, is found by a seal that was kept elsewhere: each backup keeps one, and the log.
 */
export interface Seal {
  readonly id: number
  readonly at: Date
  /** The last event that is sealed by it, by its id. */
  readonly lastEvent: number
  /** How many events it seals, with those of the seals before. */
  readonly events: number
  /** 32 bytes. */
  readonly digest: Buffer
}

/** A seal as it is kept outside of the database: its id and its digest, in hexadecimal. */
export interface KeptSeal {
  readonly id: number
  readonly digest: string
}
export const keptSeal = ({ id, digest }: Pick<Seal, 'id' | 'digest'>): KeptSeal => ({
  id,
  digest: digest.toString('hex'),
})

export interface SealsChecked {
  readonly last: Seal | undefined
  /** Events that no seal stands over yet. */
  readonly unsealed: number
  /** The first seal that does not fit its events: something between the seal before and this one is not as it was. */
  readonly broken: Seal | undefined
  /** Whether the seal that was kept elsewhere is here, as it was; undefined where none was named. */
  readonly hasKept: boolean | undefined
}

interface Asks {
  query<T>(sql: string, values?: unknown[]): Promise<T>
}

const AT_ONCE = 2000
const BEFORE_ALL = Buffer.alloc(32)
/** Longer than any transaction lasts: what has a lower number than an older event is there by then. In milliseconds. */
const SETTLED_MS = 60_000
const EVERY_MS = 10 * 60_000

/** All of a row, in one text that nothing else makes. */
const ROW = `SHA2(CONCAT_WS('\\n', id, job_id, IFNULL(nth, ''), at, staff_id, kind, CHAR_LENGTH(detail), detail,
  IFNULL(personal, '')), 256)`

/** The digest after the events of a stretch, from the one before it. */
async function digestOver(
  asks: Asks,
  { digest, events }: Pick<Seal, 'digest' | 'events'>,
  after: number,
  last: number,
): Promise<Pick<Seal, 'digest' | 'events'>> {
  let made = digest
  let count = events
  for (let from = after; ;) {
    const rows = await asks.query<{ id: number; row: string }[]>(
      `SELECT id, ${ROW} AS \`row\` FROM job_events WHERE id > ? AND id <= ? ORDER BY id LIMIT ${AT_ONCE}`,
      [from, last],
    )
    for (const { row } of rows) made = createHash('sha256').update(made).update(row, 'hex').digest()
    count += rows.length
    from = rows.at(-1)?.id ?? last
    if (rows.length < AT_ONCE) return { digest: made, events: count }
  }
}

const SEAL = 'SELECT id, at, last_event AS lastEvent, events, digest FROM event_seals'

async function lastSeal(asks: Asks): Promise<Seal | undefined> {
  const [seal] = await asks.query<Seal[]>(`${SEAL} ORDER BY id DESC LIMIT 1`)
  return seal
}

/** Counts all events anew against all seals; changes nothing. @param kept a seal that was kept elsewhere */
export async function checkSeals(asks: Asks, kept?: KeptSeal): Promise<SealsChecked> {
  const seals = await asks.query<Seal[]>(`${SEAL} ORDER BY id`)
  let before: Pick<Seal, 'digest' | 'events' | 'lastEvent'> = { digest: BEFORE_ALL, events: 0, lastEvent: 0 }
  let broken: Seal | undefined
  for (const seal of seals) {
    const is = await digestOver(asks, before, before.lastEvent, seal.lastEvent)
    if (!is.digest.equals(seal.digest) || is.events !== seal.events) {
      broken = seal
      break
    }
    before = seal
  }
  const [unsealed] = await asks.query<{ count: string }[]>(
    'SELECT COUNT(*) AS count FROM job_events WHERE id > ?',
    [seals.at(-1)?.lastEvent ?? 0],
  )
  return {
    last: seals.at(-1),
    unsealed: Number(unsealed?.count ?? 0),
    broken,
    hasKept: kept && seals.some((seal) => seal.id === kept.id && keptSeal(seal).digest === kept.digest),
  }
}

/** Seals what has been recorded, each ten minutes in which something was. */
export class Seals {
  readonly #database: DataSource
  readonly #told: (seal: Seal) => void
  #timer: NodeJS.Timeout | undefined
  /** @param told of each seal, for the log */
  constructor(database: DataSource, told: (seal: Seal) => void = () => undefined) {
    this.#database = database
    this.#told = told
  }

  begin(): void {
    const seal = () => void this.seal().catch(() => undefined)
    this.#timer = setInterval(seal, EVERY_MS).unref()
    seal()
  }
  end(): void {
    clearInterval(this.#timer)
  }

  /**
   * Seals all events that have settled. @param now events from the last minute before it are left to the next seal
   * @returns undefined where there is nothing new, or another server has just sealed it
   */
  async seal(now = new Date()): Promise<Seal | undefined> {
    const { manager } = this.#database
    const before = await lastSeal(manager)
    const [settled] = await manager.query<{ id: number }[]>(
      'SELECT id FROM job_events WHERE id > ? AND at <= ? ORDER BY id DESC LIMIT 1',
      [before?.lastEvent ?? 0, new Date(now.getTime() - SETTLED_MS)],
    )
    if (!settled) return undefined
    const over = await digestOver(
      manager,
      before ?? { digest: BEFORE_ALL, events: 0 },
      before?.lastEvent ?? 0,
      settled.id,
    )
    await manager.query(
      `INSERT IGNORE INTO event_seals (shop_id, at, last_event, events, digest)
       SELECT MIN(id), ?, ?, ?, ? FROM shops`,
      [now, settled.id, over.events, over.digest],
    )
    const seal = await lastSeal(manager)
    if (!seal?.digest.equals(over.digest)) return undefined
    this.#told(seal)
    return seal
  }
}
