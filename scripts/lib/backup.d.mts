import type { DatabaseAccess } from './mariadb.d.mts'

export interface Head {
  readonly format: 1
  readonly madeAt: string
  readonly migrations?: readonly string[]
  readonly version?: string
  /** The shop's own keys, newest first, in base64. */
  readonly shopKeys?: readonly string[]
  /** Where its log of changes stood, where it wrote one. */
  readonly log?: { readonly file: string; readonly position: number; readonly at: string }
}
export type Reached = Omit<DatabaseAccess, 'sessionSecret'>
export function momentOf(name: string): Date | undefined
export function writeBackup(options: {
  database: Reached
  to: string
  passphrase: string
  about?: Omit<Head, 'format' | 'madeAt'>
  at?: Date
  effort?: number
  isLogged?: boolean
}): Promise<{ file: string; sha256: string; bytes: number }>
export function headOf(file: string, passphrase: string): Promise<Head>
export function restoreInto(
  database: Reached,
  file: string,
  passphrase: string,
  version?: string,
): Promise<Head & { isCompared: boolean }>
export function tryOut(
  file: string,
  passphrase: string,
  beside: string,
  opens?: (scratch: Reached, kept: readonly string[]) => Promise<void>,
): Promise<Head>
export function keptOf(moments: readonly Date[], now: Date): Set<Date>
export function deleteOld(to: string, now?: Date): number
