import type { TestProject } from 'vitest/node'
import { startMariadb, type DatabaseAccess } from '../../scripts/lib/mariadb.mjs'

declare module 'vitest' {
  export interface ProvidedContext {
    mariadb: DatabaseAccess & { readonly pid: number }
  }
}

/** One mariadbd for all tests of a project; each file has a database of its own in it. */
export default async function setup({ name, provide }: TestProject): Promise<() => Promise<void>> {
  const mariadb = await startMariadb({ name: `test-of-${name}`, fresh: true })
  const { port, user, password, database, sessionSecret, shopKeys, pid, server } = mariadb
  provide('mariadb', { port, user, password, database, sessionSecret, shopKeys, pid, ...(server && { server }) })
  return () => mariadb.stop()
}
