import type { Handlers } from '../http/mount.ts'
import type { SecurityLog } from './securityLog.ts'
import type { Shop } from './service.ts'

export const shopHandlers = (shop: Shop, log: SecurityLog): Handlers => ({
  getShop: () => shop.settings(),
  async changeShop({ body, staffId, request }) {
    const changed = await shop.change(body.settings, body.version, staffId)
    await log.note({ kind: 'shop-changed' }, staffId, request)
    return changed
  },
})
