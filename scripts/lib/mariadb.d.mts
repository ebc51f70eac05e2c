export interface Mariadb {
  user: string
  password: string
  database: string
  sessionSecret: string
  /** The folder of this mariadbd: data, log, credentials. */
  dir: string
  port: number
  pid: number
  onExit: (then: () => void) => void
  stop: () => Promise<void>
  kill: () => Promise<void>
}
export function freePort(wanted?: number): Promise<number>
export function startMariadb(options: { name: string; fresh?: boolean; port?: number }): Promise<Mariadb>
export function serverEnvironment(mariadb: Mariadb, more?: Record<string, string>): NodeJS.ProcessEnv
