import type { ChildProcess } from 'node:child_process'
import type { DatabaseAccess, Mariadb } from './mariadb.mjs'

export const webDist: string
export function buildWeb(): Promise<void>
export function loadDemo(mariadb: Mariadb, more?: { readonly past?: boolean }): Promise<void>
export function startServer(
  mariadb: DatabaseAccess,
  more?: Record<string, string>,
): Promise<ChildProcess & { readonly port: number }>
export function startStandIns(
  reported?: Readonly<Record<string, string>>,
  resultAfterMs?: number,
): Promise<{ env: Record<string, string>; stop: () => Promise<void> }>
