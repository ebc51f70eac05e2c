import { SPENT_ON } from '@benevox/core/results'
import { z } from 'zod'
import { month } from './jobs.ts'
import { familyResults } from './results.ts'
import { ofJob, type Route } from './route.ts'

/** In minutes. */
const measured = z.object({ count: z.int(), p10: z.number(), p50: z.number(), p90: z.number() })
/** Of the catalogue in use, from the least to the most, in minutes. */
const usual = z.object({ least: z.number(), median: z.number(), most: z.number() }).optional()

const counted = z.object({ reached: z.int(), attempts: z.int() })

/** What is shown of a shop's jobs. Months are those of the shop's calendar; what has no entry there was nothing. */
const shopResults = z.object({
  /** The oldest first, the present one last. */
  months: z.array(month),
  /** Each method of a family that was tried, the most tried first. */
  methods: z.array(
    z.object({
      familyId: z.string(),
      methodId: z.string(),
      all: counted,
      byMonth: z.array(counted.extend({ month })),
      /** When a version of the system was first met, in the months shown. */
      systems: z.array(z.object({ version: z.int(), since: z.iso.datetime() })),
      /** From when on it goes otherwise, and not by chance. */
      change: z.object({ since: z.iso.datetime(), before: counted, after: counted }).optional(),
    }),
  ),
  /** By cable, and by what was plugged in. */
  cables: z.array(z.object({ cable: z.int().nullable(), link: z.string(), all: counted })),
  /** How long wipes, first starts and charging took on devices of a family; usual charging from flat at the longest. */
  wipes: z.array(measured.extend({ familyId: z.string(), usual })),
  firstStarts: z.array(measured.extend({ familyId: z.string(), usual })),
  charges: z.array(measured.extend({ familyId: z.string(), usual })),
  /** Where the time of closed jobs went. */
  spent: z.array(measured.extend({ of: z.enum(SPENT_ON) })),
  /** What was ordered from each supplier, what it cost less what was paid back, in minor units, and how it ended; an order that was cancelled is none. */
  suppliers: z.array(
    z.object({
      supplier: z.string(),
      currency: z.string(),
      orders: z.int(),
      feesMinor: z.int(),
      worked: z.int(),
      failed: z.int(),
    }),
  ),
  /** How often it was ready, or came, by when it was promised. */
  promises: z.array(
    z.object({ of: z.enum(['half', 'nine-in-ten', 'supplier']), kept: z.int(), missed: z.int() }),
  ),
  /** What was billed, less what was cancelled, in minor units. */
  income: z.array(
    z.object({ month, currency: z.string(), workMinor: z.int(), feesMinor: z.int(), ownMinor: z.int() }),
  ),
})
export type ShopResults = z.infer<typeof shopResults>

/** What was taken in from another shop, as one. */
const exchange = z.strictObject({
  id: z.int(),
  /** By which the other shop is known again; null in a document from before there was one. */
  shop: z.string().nullable(),
  at: z.iso.datetime(),
  by: z.string(),
  writtenAt: z.iso.datetime().nullable(),
  attempts: z.int(),
  /** Outcomes of jobs that were counted there. */
  counted: z.int(),
})
const exchanges = z.object({ exchanges: z.array(exchange) })

/** What the shop's jobs have shown. */
export const resultsRoutes = {
  getResults: {
    method: 'get',
    path: '/api/results',
    says: 'What is known of a family from its attempts, its wipes and its first starts',
    query: z.strictObject({ familyId: z.string().max(48) }),
    answer: familyResults,
  },
  getShopResults: {
    method: 'get',
    path: '/api/results/shop',
    says: 'What the jobs of the last months have shown, of all people together, or one’s own attempts alone',
    query: z.strictObject({ months: z.enum(['3', '12', '36']).optional(), own: z.literal('yes').optional() }),
    answer: shopResults,
  },
  listExchanges: {
    method: 'get',
    path: '/api/exchanges',
    says: 'What was taken in from other shops',
    answer: exchanges,
  },
  undoExchange: {
    method: 'delete',
    path: '/api/exchanges/:id',
    says: 'Undo what was taken in from another shop, as one',
    params: ofJob,
    answer: exchanges,
  },
} as const satisfies Record<string, Route>
