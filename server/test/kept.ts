import { spawn } from 'node:child_process'
import { join } from 'node:path'
import { createConnection, type RowDataPacket } from 'mysql2/promise'
import type { DatabaseAccess } from '../../scripts/lib/mariadb.mjs'

/** Every table with its columns and rows, and what is done by itself when they change: asked by the driver, row by row. */
export async function contentOf({
  host,
  port,
  user,
  password,
  database,
}: Omit<DatabaseAccess, 'sessionSecret'>) {
  const sql = await createConnection({ host: host ?? '127.0.0.1', port, user, password, database })
  const ask = async (query: string) => (await sql.query<RowDataPacket[]>(query))[0]
  try {
    const tables = (await ask('SHOW TABLES')).map((row) => String(Object.values(row)[0])).toSorted()
    const content: Record<string, unknown> = {
      triggers: await ask(
        `SELECT TRIGGER_NAME, ACTION_STATEMENT FROM information_schema.triggers WHERE trigger_schema = DATABASE() ORDER BY 1`,
      ),
    }
    for (const table of tables)
      content[table] = {
        columns: await ask(
          `SELECT COLUMN_NAME, COLUMN_TYPE, IS_NULLABLE, COLLATION_NAME, COLUMN_DEFAULT, EXTRA FROM information_schema.columns
            WHERE table_schema = DATABASE() AND table_name = '${table}' ORDER BY ORDINAL_POSITION`,
        ),
        indexes: (await ask(`SHOW INDEX FROM \`${table}\``)).map(({ Key_name, Column_name, Non_unique }) => [
          Key_name,
          Column_name,
          Non_unique,
        ]),
        rows: (await ask(`SELECT * FROM \`${table}\``)).map((row) => JSON.stringify(row)).toSorted(),
      }
    return content
  } finally {
    await sql.end()
  }
}

/** A script of the project's, by whoever keeps the computer. @param typed the passphrase @returns how it ended, and what it said */
export async function inTerminal(script: string, folder: string, words: readonly string[], typed: string) {
  const child = spawn(process.execPath, [join(import.meta.dirname, '../../scripts', script), ...words], {
    env: { ...process.env, BENEVOX_DATA: folder },
  })
  let said = ''
  for (const stream of [child.stdout, child.stderr]) stream.on('data', (text) => (said += String(text)))
  child.stdin.end(`${typed}\n`)
  const code = await new Promise<number | null>((resolve) => child.once('close', resolve))
  return { code, said }
}
