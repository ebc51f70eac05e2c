import type { Head, Reached } from './backup.d.mts'

/** Of which history, the how manieth file of it, and until when it reaches. */
export interface Copied {
  readonly name: string
  readonly history: string
  readonly nth: number
  readonly until: Date
}
export function changesIn(to: string): Copied[]
export function keepChanges(options: {
  database: Reached
  to: string
  passphrase: string
  shopKeys?: readonly string[]
  now?: () => Date
  effort?: number
}): Promise<Date>
export function leading(all: readonly Copied[], log: Head['log'], until?: Date): Copied[]
