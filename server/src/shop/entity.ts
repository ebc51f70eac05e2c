import type { ShopSettings } from '@benevox/core/shop'
import { EntitySchema } from 'typeorm'

/** The one shop of this database; what is made from now on carries its number, since there may be several one day. */
export const SHOP_ID = 1

export interface ShopSettingsRow {
  id: number
  shopId: number
  /** From 1 on: each change is a row of its own, and the newest is in use. */
  version: number
  document: ShopSettings
  staffId: number
  at: Date
}

export const shopSettingsEntity = new EntitySchema<ShopSettingsRow>({
  name: 'shop_settings',
  columns: {
    id: { type: 'int', primary: true, generated: true },
    shopId: { name: 'shop_id', type: 'int' },
    version: { type: 'int' },
    document: { type: 'json' },
    staffId: { name: 'staff_id', type: 'int' },
    at: { type: 'datetime', precision: 3 },
  },
})
