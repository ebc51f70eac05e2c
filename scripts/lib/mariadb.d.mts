/** What it takes to use a database. */
export interface DatabaseAccess {
  /** Loopback where it is not named. */
  host?: string
  port: number
  user: string
  password: string
  database: string
  sessionSecret: string
  /** The file of the shop's own keys, which are not in the database. */
  shopKeys: string
  /** The account that a server works with, which may do less; absent where the one above is the only one. */
  server?: { user: string; password: string }
}
export interface Mariadb extends DatabaseAccess {
  /** The folder of this mariadbd: data, log, credentials. */
  dir: string
  pid: number
  /** The account that does again what was done in another one; only where that was asked for. */
  replayer?: { user: string; password: string }
  onExit: (then: () => void) => void
  stop: () => Promise<void>
  kill: () => Promise<void>
}
export function startMariadb(options: {
  name?: string
  folder?: string
  fresh?: boolean
  from?: string
  port?: number
  replays?: boolean
}): Promise<Mariadb>
export function writeChanges(dir: string, wanted: boolean): void
export function endWithThis(mariadb: Pick<Mariadb, 'pid'>): () => void
export function serverEnvironment(mariadb: DatabaseAccess, more?: Record<string, string>): NodeJS.ProcessEnv
