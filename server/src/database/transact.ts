import type { DataSource, EntityManager, QueryRunner } from 'typeorm'
import { ProblemError } from '../http/problem.ts'

/** How long a transaction waits for one of the pool's connections, in milliseconds. */
const LONGEST_ACQUIRING_MS = 4000
/** How often a transaction that met another one is made anew. */
const MOST_ATTEMPTS = 6
const PAUSE_MS = 15

/** Of MariaDB: two transactions met, and this one was undone as a whole. */
const MET_ANOTHER = new Set(['ER_LOCK_DEADLOCK', 'ER_CHECKREAD'])

/**
 * One transaction on one connection. Nothing inside may ask for another: what is needed besides is fetched before.
 * A transaction that was undone because it met another is made anew, so `work` may run several times.
 * @throws ProblemError `database-away` where no connection was to be had, or a lock not in time; nothing was stored
 */
export async function transact<T>(
  database: DataSource,
  work: (manager: EntityManager) => Promise<T>,
): Promise<T> {
  for (let nth = 1; ; nth++) {
    const runner = await acquired(database)
    try {
      await runner.startTransaction()
      const made = await work(runner.manager)
      await runner.commitTransaction()
      return made
    } catch (error) {
      if (runner.isTransactionActive) await runner.rollbackTransaction().catch(() => undefined)
      if (!MET_ANOTHER.has(codeOf(error)) || nth >= MOST_ATTEMPTS) throw error
    } finally {
      await runner.release()
    }
    await new Promise((resolve) => setTimeout(resolve, PAUSE_MS * nth))
  }
}

/** MariaDB's name of an error; empty where it is none of its errors. */
export function codeOf(error: unknown): string {
  const { code } = error as { code?: unknown }
  return typeof code === 'string' ? code : ''
}

async function acquired(database: DataSource): Promise<QueryRunner> {
  const runner = database.createQueryRunner()
  let gaveUp = false
  const connecting = runner.connect().then(() => {
    // It comes too late for whoever asked: back to the pool.
    if (gaveUp) void runner.release()
  })
  let timer: NodeJS.Timeout | undefined
  const late = new Promise<never>((_, reject) => {
    timer = setTimeout(() => {
      gaveUp = true
      reject(new ProblemError('database-away', { code: 'database-busy' }))
    }, LONGEST_ACQUIRING_MS)
  })
  try {
    await Promise.race([connecting, late])
    return runner
  } finally {
    clearTimeout(timer)
  }
}
