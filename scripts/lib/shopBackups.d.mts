import type { DatabaseAccess } from './mariadb.d.mts'

export interface BackupState {
  readonly last?: {
    readonly at: string
    readonly file: string
    readonly bytes: number
    readonly seconds: number
    /** Whether changes were written down when it was made. */
    readonly isLogged?: boolean
  }
  /** Until when every change is kept, where it is; and why the last time it failed. */
  readonly changes?: { readonly until?: string; readonly failed: string | null }
  readonly failed?: { readonly at: string; readonly why: string } | null
}
export function stateOf(folder: string): BackupState
export function beforeUpdate(
  folder: string,
  database: Omit<DatabaseAccess, 'sessionSecret'>,
): Promise<string | undefined>
export function isDue(last: Date | undefined, now: Date): boolean
