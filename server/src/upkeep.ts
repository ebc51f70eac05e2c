import { existsSync } from 'node:fs'
import type { DataSource } from 'typeorm'
import { dataSourceOf, MIGRATIONS, openDatabase } from './database/dataSource.ts'
import { letUse } from './database/account.ts'
import { canOpen, canOpenAll, keysIn, ShopKeys, wrapAnew, writeKeys } from './forgetting/shopKeys.ts'
import { People } from './session/people.ts'
import { SecondSteps } from './session/secondStep.ts'
import { SecurityLog } from './shop/securityLog.ts'
import { checkSeals, keptSeal, type KeptSeal, type SealsChecked } from './seals/seals.ts'

/** What stands in a file of the shop's keys, as a backup keeps it. @throws Error where it holds something else */
export const keysToKeep = (file: string): readonly string[] =>
  keysIn(file).map((key) => key.toString('base64'))
/** Puts kept keys where a shop looks for them, before those that are there: no key is lost that something may be kept by. */
export function putBack(file: string, kept: readonly string[]): void {
  const there = existsSync(file) ? keysToKeep(file) : []
  writeKeys(
    file,
    [...new Set([...kept, ...there])].map((key) => Buffer.from(key, 'base64')),
  )
}

/** The doctor and the owner's page ask the same. */
export { isBackupOld } from '@benevox/core/shop'

/** What is asked of a shop's database by whoever keeps it, without changing anything. */
export interface About {
  /** The migrations it has, in their order; none where it is empty. */
  readonly migrations: readonly string[]
  /** Of MariaDB. */
  readonly version: string
  /** About what its tables take on the disk. */
  readonly bytes: number
  /** How many tables there are, by whomever. */
  readonly tables: number
  /** What its clock says. */
  readonly now: Date
  /** When the newest event of a job was recorded, if there is any. */
  readonly newest: Date | undefined
  /** The last seal over its events, if there is any. */
  readonly seal: KeptSeal | undefined
}

/** How a database is reached, as the scripts say it. */
interface Reached {
  readonly host?: string
  readonly port: number
  readonly user: string
  readonly password: string
  readonly database: string
  /** The file of the shop's keys. */
  readonly shopKeys: string
}

async function asking<T>(
  { user, host = '127.0.0.1', port, password, database }: Reached,
  work: (source: DataSource) => Promise<T>,
): Promise<T> {
  const source = await dataSourceOf({ port, password, database, host, username: user }, []).initialize()
  try {
    return await work(source)
  } finally {
    await source.destroy()
  }
}

/**
 * Brings the tables of a shop to this version, and lets the account of its server use them, and no more than use them.
 * @throws what the database throws
 */
export const prepare = (reached: Reached, server: string): Promise<void> =>
  openedFor(reached, (source) => letUse(source, server))

/** As a server opens it: migrated, and with the shop's keys. */
async function openedFor<T>(
  { user, host = '127.0.0.1', port, password, database, shopKeys }: Reached,
  work: (source: DataSource) => Promise<T>,
): Promise<T> {
  const source = await openDatabase({
    database: { host, port, username: user, password, database },
    shopKeys,
  })
  try {
    return await work(source)
  } finally {
    await source.destroy()
  }
}

/**
 * Whether all that a restored shop keeps can be opened by the keys that its backup holds.
 * @throws Error where something cannot
 */
export const opensAll = (reached: Reached, kept: readonly string[]): Promise<void> =>
  asking(reached, (source) => {
    putBack(reached.shopKeys, kept)
    return canOpenAll(source, new ShopKeys(reached.shopKeys))
  })

/** How many keys are in the file of a shop, the newest of which opens what its database keeps. @throws Error where none does */
export const keysOpen = (reached: Reached): Promise<number> =>
  asking(reached, async (source) => {
    await canOpen(source, new ShopKeys(reached.shopKeys))
    return existsSync(reached.shopKeys) ? keysIn(reached.shopKeys).length : 0
  })

/**
 * Another key of the shop, in use from now on: the keys of all jobs are sealed anew by it, also while a server works with them. Ended at
 * any point it is begun again, and goes on. The old one is dropped only once nothing was sealed by it for longer than a change may take.
 * @returns of how many jobs keys were sealed anew
 * @throws what the database throws
 */
export const changeKeys = (reached: Reached, waitMs = LONGEST_CHANGE_MS): Promise<number> =>
  openedFor(reached, async (source) => {
    // Two at a time could each drop the key that the other has just sealed by.
    const alone = source.createQueryRunner()
    try {
      const [{ isAlone }] = (await alone.query(
        `SELECT GET_LOCK(CONCAT(DATABASE(), ' keys'), 0) AS isAlone`,
      )) as [{ isAlone: number | string | null }]
      if (Number(isAlone) !== 1) throw new Error('somebody is changing the keys of this shop already')
      return await changeAlone(source, new ShopKeys(reached.shopKeys), waitMs)
    } finally {
      // The lock ends with its connection.
      await alone.release()
    }
  })

async function changeAlone(source: DataSource, keys: ShopKeys, waitMs: number): Promise<number> {
  keys.begin()
  // One that was ended before its end has its new key already.
  if (keys.count === 1) keys.add()
  let jobs = await wrapAnew(source, keys)
  for (let late = -1; late !== 0; jobs += late) {
    await new Promise((resolve) => setTimeout(resolve, waitMs))
    late = await wrapAnew(source, keys)
  }
  keys.dropOld()
  return jobs
}
/** Of the server: a request is answered after 12 s and a statement given up after 20 s. */
const LONGEST_CHANGE_MS = 60_000

/**
 * Lets somebody of the shop choose another password and code, without their second step: for whoever keeps the computer.
 * @returns the secret of their link
 * @throws Error where nobody has that name
 */
export const letIn = (reached: Reached, name: string): Promise<string> =>
  asking(reached, async (source) => {
    const [person] = await source.query<{ id: number }[]>(
      'SELECT id FROM staff WHERE name = ? AND left_at IS NULL',
      [name],
    )
    if (!person) throw new Error(`nobody of the shop is called ${name}`)
    await new SecondSteps(source).end(person.id)
    const secret = await new People(source).invite(person.id, person.id)
    await new SecurityLog(source).note({ kind: 'let-in', person: person.id }, null, {
      ip: 'its own computer',
    })
    return secret
  })

/** Counts the events of a shop against their seals. @throws what the database throws */
export const sealsOf = (reached: Reached, kept?: KeptSeal): Promise<SealsChecked> =>
  asking(reached, (source) => checkSeals(source, kept))

/** @throws what the database throws */
export const aboutOf = (reached: Reached): Promise<About> =>
  asking(reached, async (source) => {
    const [is] = await source.query<{ version: string; bytes: string | null; tables: string; now: Date }[]>(
      `SELECT VERSION() AS version, NOW(3) AS now, SUM(data_length + index_length) AS bytes, COUNT(*) AS tables
         FROM information_schema.tables WHERE table_schema = DATABASE()`,
    )
    const [table] = await source.query<unknown[]>(`SHOW TABLES LIKE 'migrations'`)
    const rows = table
      ? await source.query<{ name: string }[]>('SELECT name FROM migrations ORDER BY id')
      : []
    const [events] = await source.query<unknown[]>(`SHOW TABLES LIKE 'job_events'`)
    const [newest] = events
      ? await source.query<{ at: Date | null }[]>('SELECT MAX(at) AS at FROM job_events')
      : []
    const [seals] = await source.query<unknown[]>(`SHOW TABLES LIKE 'event_seals'`)
    const [seal] = seals
      ? await source.query<{ id: number; digest: Buffer }[]>(
          'SELECT id, digest FROM event_seals ORDER BY id DESC LIMIT 1',
        )
      : []
    return {
      migrations: rows.map(({ name }) => name),
      // It says after that whether it writes a log: that makes it no other version.
      version: is?.version.replace(/-log$/, '') ?? '',
      bytes: Number(is?.bytes ?? 0),
      tables: Number(is?.tables ?? 0),
      now: is?.now ?? new Date(),
      newest: newest?.at ?? undefined,
      seal: seal && keptSeal(seal),
    }
  })

/**
 * What a database with these migrations lacks of this program's, and which of them only a newer program knows.
 * @param applied by their names
 */
export function compared(applied: readonly string[]): {
  readonly pending: readonly string[]
  readonly unknown: readonly string[]
} {
  const known = MIGRATIONS.map(({ name }) => name)
  return {
    pending: known.filter((name) => !applied.includes(name)),
    unknown: applied.filter((name) => !known.includes(name)),
  }
}
