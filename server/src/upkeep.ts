import { dataSourceOf, MIGRATIONS } from './database/dataSource.ts'

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
}

/** How a database is reached, as the scripts say it. */
interface Reached {
  readonly host?: string
  readonly port: number
  readonly user: string
  readonly password: string
  readonly database: string
}

/** @throws what the database throws */
export async function aboutOf({ user, host = '127.0.0.1', ...more }: Reached): Promise<About> {
  const source = await dataSourceOf({ ...more, host, username: user }, []).initialize()
  try {
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
    return {
      migrations: rows.map(({ name }) => name),
      version: is?.version ?? '',
      bytes: Number(is?.bytes ?? 0),
      tables: Number(is?.tables ?? 0),
      now: is?.now ?? new Date(),
      newest: newest?.at ?? undefined,
    }
  } finally {
    await source.destroy()
  }
}

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
