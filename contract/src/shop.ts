import { openingHours } from '@benevox/core/clocks'
import { priceList } from '@benevox/core/price'
import { newCode, newPassword, personName, shopSettings } from '@benevox/core/shop'
import { z } from 'zod'
import type { Route } from './route.ts'
import { session } from './session.ts'

const shopAnswer = z.object({
  settings: shopSettings,
  /** Each time they are changed they are kept anew; 0 before anybody has. */
  version: z.int(),
})

/** What whoever keeps the machine has to know: told by the program that makes them, in a file beside the data. */
export const backupState = z.object({
  last: z.object({ at: z.iso.datetime(), bytes: z.int().min(0) }).nullish(),
  failed: z.object({ at: z.iso.datetime(), why: z.string() }).nullish(),
})

/** What a new shop is begun with, by whoever has the code that stands in the terminal. */
const firstRunBody = z.strictObject({
  code: z.string().trim().max(40),
  shop: shopSettings,
  place: openingHours.pick({ zone: true, country: true }),
  money: priceList.pick({ currency: true, taxRate: true }),
  owner: z.strictObject({ name: personName, password: newPassword, code: newCode }),
})
export type FirstRun = z.infer<typeof firstRunBody>

export const shopRoutes = {
  beginShop: {
    method: 'post',
    path: '/api/first-run',
    says: 'Set a new shop up, once; its owner is signed in then',
    body: firstRunBody,
    answer: session,
  },
  getShop: { method: 'get', path: '/api/shop', says: 'What the shop says of itself', answer: shopAnswer },
  changeShop: {
    method: 'put',
    path: '/api/shop',
    says: 'What the shop says of itself from now on, by an owner, on the version that was seen',
    body: z.strictObject({ settings: shopSettings, version: z.int().min(0) }),
    answer: shopAnswer,
  },
  getBackups: {
    method: 'get',
    path: '/api/backups',
    says: 'When the last backup was made and whether the newest try failed; null where this server has none to tell of',
    answer: z.object({ backups: backupState.nullable() }),
  },
} as const satisfies Record<string, Route>
