import type { DataSource } from 'typeorm'

/** What is added to and never changed: on these the server's account may read and insert, and nothing else. */
export const ONLY_ADDED_TO = ['job_events', 'event_seals', 'security_log', 'agreements', 'invoices'] as const
/** What only the account that makes the tables writes. */
const ONLY_READ = ['migrations']

/**
 * Lets the account that a server works with use the tables as they are now. It makes, changes and empties none, drops no
 * trigger, and of what is only added to it changes no row: what was recorded stays, whatever a request talks the server into.
 * @param source as the account that made the tables
 */
export async function letUse(source: DataSource, user: string): Promise<void> {
  const tables = await source.query<{ name: string }[]>(
    `SELECT table_name AS name FROM information_schema.tables
      WHERE table_schema = DATABASE() AND table_type = 'BASE TABLE'`,
  )
  for (const { name } of tables)
    await source.query(`GRANT ${rightsOn(name)} ON \`${name}\` TO '${user}'@'127.0.0.1'`)
}

function rightsOn(table: string): string {
  if (ONLY_READ.includes(table)) return 'SELECT'
  const isOnlyAddedTo = (ONLY_ADDED_TO as readonly string[]).includes(table)
  return isOnlyAddedTo ? 'SELECT, INSERT' : 'SELECT, INSERT, UPDATE, DELETE'
}
