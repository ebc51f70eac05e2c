import type { Handlers } from '../http/mount.ts'
import type { Shop } from './service.ts'

export const shopHandlers = (shop: Shop): Handlers => ({
  getShop: () => shop.settings(),
  changeShop: ({ body, staffId }) => shop.change(body.settings, body.version, staffId),
})
