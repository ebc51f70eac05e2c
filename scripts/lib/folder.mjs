// Where a shop of its own keeps what it has: never in the project's folder.
import { homedir } from 'node:os'
import { join, resolve } from 'node:path'

/** `BENEVOX_DATA`, or by default a folder of the system for root, of the user's own for anybody else. */
export function dataFolderOfShop() {
  if (process.env.BENEVOX_DATA) return resolve(process.env.BENEVOX_DATA)
  if (process.getuid?.() === 0) return '/var/lib/benevox'
  return join(process.env.XDG_DATA_HOME ?? join(homedir(), '.local', 'share'), 'benevox')
}
