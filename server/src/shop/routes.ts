import { readFile } from 'node:fs/promises'
import { backupState, type Answer } from '@benevox/contract'
import type { OtherDevices } from '../devices/otherDevices.ts'
import type { Handlers } from '../http/mount.ts'
import type { SecurityLog } from './securityLog.ts'
import type { Shop } from './service.ts'

export const shopHandlers = (
  shop: Shop,
  log: SecurityLog,
  devices: OtherDevices,
  stateFile: string | undefined,
): Handlers => ({
  getDevices: async () => ({ devices: await devices.state() }),
  getBackups: () => backupsIn(stateFile),
  getShop: () => shop.told(),
  async changeShop({ body, staffId, request }) {
    await shop.change(body.settings, body.version, staffId)
    await log.note({ kind: 'shop-changed' }, staffId, request)
    await devices.look()
    return shop.told()
  },
})

async function backupsIn(file: string | undefined): Promise<Answer<'getBackups'>> {
  if (!file) return { backups: null }
  const text = await readFile(file, 'utf8').catch((error: NodeJS.ErrnoException) => {
    // Nobody has made one yet.
    if (error.code === 'ENOENT') return '{}'
    throw error
  })
  return { backups: backupState.parse(JSON.parse(text)) }
}
