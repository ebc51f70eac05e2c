import { isAtLeast } from '@benevox/core/shop'
import type { DataSource } from 'typeorm'
import type { Handlers } from '../http/mount.ts'
import { ProblemError } from '../http/problem.ts'
import { staffEntity } from '../session/entity.ts'
import type { Shop } from './service.ts'

export function shopHandlers(database: DataSource, shop: Shop): Handlers {
  return {
    getShop: () => shop.settings(),
    async changeShop({ body, staffId }) {
      const member = await database.manager.findOneBy(staffEntity, { id: staffId })
      if (!member || !isAtLeast(member.role, 'owner'))
        throw new ProblemError('not-a-supervisor', { code: 'owner-only' })
      return shop.change(body.settings, body.version, staffId)
    },
  }
}
