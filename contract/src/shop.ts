import { openingHours } from '@benevox/core/clocks'
import { priceList } from '@benevox/core/price'
import { connections, newCode, newPassword, personName, shopSettings } from '@benevox/core/shop'
import { z } from 'zod'
import type { Route } from './route.ts'
import { session } from './session.ts'

const password = z.string().min(1).max(200)
const connectionsAnswer = z.object({
  connections,
  hasPassword: z.object({ smtp: z.boolean(), mailbox: z.boolean() }),
  version: z.int(),
  by: z.string().nullable(),
  at: z.iso.datetime().nullable(),
})

const shopAnswer = z.object({
  settings: shopSettings,
  /** Each time they are changed they are kept anew; 0 before anybody has. */
  version: z.int(),
  /** Who changed them last, and when; null before anybody has. */
  by: z.string().nullable(),
  at: z.iso.datetime().nullable(),
})

/** What whoever keeps the machine has to know: told by the program that makes them, in a file beside the data. */
export const backupState = z.object({
  last: z.object({ at: z.iso.datetime(), bytes: z.int().min(0) }).nullish(),
  failed: z.object({ at: z.iso.datetime(), why: z.string() }).nullish(),
  /** Until when every change is kept, where it is; and why the newest try failed. */
  changes: z.object({ until: z.iso.datetime().optional(), failed: z.string().nullable() }).optional(),
})

/** What a new shop is begun with, by whoever has the code that stands in the terminal. */
const firstRunBody = z.strictObject({
  code: z.string().trim().max(40),
  shop: shopSettings,
  place: openingHours,
  money: priceList.pick({ currency: true, taxRate: true }).extend({
    /** What an hour at the bench costs, in minor units: the list of prices begins with what is usual at that. */
    hourMinor: z.int().min(1).max(10_000_000),
  }),
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
  getDevices: {
    method: 'get',
    path: '/api/devices',
    says: 'How other devices of the shop reach it; null where this server lets none in',
    answer: z.object({
      devices: z
        .object({
          isOn: z.boolean(),
          /** Over TLS. */
          addresses: z.array(z.url()),
          /** Where a device begins that has not been here before. */
          begin: z.url().nullable(),
          /** SHA-256 of the certificate that each device has to trust once; null where devices trust it already. */
          fingerprint: z.string().nullable(),
          /** So long the certificate in use is good; it is replaced before. */
          until: z.iso.datetime().nullable(),
          fault: z.enum(['no-address', 'certificate', 'port']).nullable(),
        })
        .nullable(),
    }),
  },
  getConnections: {
    method: 'get',
    path: '/api/connections',
    says: 'How the shop reaches mail server, mailbox and registry; no password is told',
    answer: connectionsAnswer,
  },
  changeConnections: {
    method: 'put',
    path: '/api/connections',
    says: 'How it reaches them from now on; what is new is tried first, and nothing kept where it fails',
    body: z.strictObject({
      connections,
      /** Where none is given, one that was kept stays for the same account. */
      passwords: z.strictObject({ smtp: password.optional(), mailbox: password.optional() }),
      version: z.int().min(0),
    }),
    answer: connectionsAnswer,
  },
  getBackups: {
    method: 'get',
    path: '/api/backups',
    says: 'When the last backup was made and whether the newest try failed; null where this server has none to tell of',
    answer: z.object({ backups: backupState.nullable() }),
  },
} as const satisfies Record<string, Route>
