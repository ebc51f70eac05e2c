import { z } from 'zod'
import { openingHours, USUAL_OPENING } from '../clocks/index.ts'
import { retention, USUAL_RETENTION } from './retention.ts'

/** Common practice, no source; what becomes of a device that nobody fetches is for local law to say. */
export const USUAL_REMINDERS = [7, 21, 42] as const
const remindAfterDays = z
  .array(z.int().min(1).max(365))
  .max(6)
  .refine((days) => days.every((day, nth) => nth === 0 || day > (days[nth - 1] ?? 0)), 'days-rise')

/** What the shop takes money for. */
export const WORK = [
  'unlock-from-afar',
  'reset-from-settings',
  'clear-cache',
  'install-system-again',
  'reset-from-recovery',
  'account-help',
  'carrier-order',
  'send-to-makers-service',
] as const
export type Work = (typeof WORK)[number]

const MOST_MINOR = 10_000_000
const minor = z.int().min(0).max(MOST_MINOR)

/** A shop's prices, in minor units of its currency, tax included; its hours; and what it weighs when a route is decided. */
export const priceList = z.strictObject({
  currency: z.string().regex(/^[A-Z]{3}$/, 'currency-code'),
  /** The share of tax on top of the net price: 0.19 is 19 %. */
  taxRate: z.number().min(0).max(1),
  /** Due when the work succeeds. */
  work: z.strictObject(Object.fromEntries(WORK.map((work) => [work, minor])) as Record<Work, typeof minor>),
  /** Passed on as they are, whatever comes of it. */
  fees: z.strictObject({
    registryReport: minor,
    carrierOrderFrom: minor,
    carrierOrderTo: minor,
    makersService: minor,
  }),
  /** The share of the highest price that is asked for when a device is taken in; fees come in full. */
  depositShare: z.number().min(0).max(1),
  /** What is promised lies within it; a list from before it was asked for has the usual. */
  opening: openingHours.default(USUAL_OPENING),
  /** So many days after they were told that it is ready customers are reminded to fetch it, each more than the one before. */
  remindAfterDays: remindAfterDays.default([...USUAL_REMINDERS]),
  /** How long what points to a person is kept. */
  retention: retention.default(USUAL_RETENTION),
  /** What the shop answers for and for how long, by language (ISO 639-1), as it stands on what is handed back. */
  warranty: z.record(z.string().regex(/^[a-z]{2}$/, 'language-code'), z.string().trim().max(600)).default({}),
  /** What things are worth when routes are compared: stated, so that they can be argued with. */
  weights: z.strictObject({
    workingDeviceMinor: minor,
    releasedCarrierMinor: minor,
    /** What it costs the customer to set a wiped device up again. */
    setUpAgainMinor: minor,
    dataMinor: z.strictObject({ none: minor, some: minor, precious: minor }),
    benchHourMinor: minor,
    waitingDayMinor: minor,
    /** Harm of working on a device one must not work on. */
    wrongDeviceMinor: minor,
  }),
})
export type PriceList = z.infer<typeof priceList>

/** Prices and weights of a shop that has not said its own. Common practice, no source. */
export const USUAL_PRICES: PriceList = {
  currency: 'EUR',
  taxRate: 0.19,
  work: {
    'unlock-from-afar': 1500,
    'reset-from-settings': 1500,
    'clear-cache': 1000,
    'install-system-again': 3500,
    'reset-from-recovery': 3500,
    'account-help': 1500,
    'carrier-order': 1000,
    'send-to-makers-service': 1500,
  },
  fees: { registryReport: 400, carrierOrderFrom: 1200, carrierOrderTo: 2600, makersService: 4500 },
  depositShare: 0.3,
  opening: USUAL_OPENING,
  remindAfterDays: [...USUAL_REMINDERS],
  retention: USUAL_RETENTION,
  warranty: {},
  weights: {
    workingDeviceMinor: 20_000,
    releasedCarrierMinor: 9000,
    setUpAgainMinor: 2500,
    dataMinor: { none: 0, some: 4000, precious: 60_000 },
    benchHourMinor: 3000,
    waitingDayMinor: 400,
    wrongDeviceMinor: 500_000,
  },
}

/**
 * The usual list, as it is where an hour at the bench costs so much: what is compared with one another when a route is
 * decided keeps its proportions, and each amount is as round as whoever writes prices by hand makes it.
 * @param hourMinor in minor units, tax included
 */
export function pricesByHour(hourMinor: number): PriceList {
  const by = hourMinor / USUAL_PRICES.weights.benchHourMinor
  const all = <Kind extends Record<string, number>>(amounts: Kind) =>
    Object.fromEntries(
      Object.entries(amounts).map(([name, usual]) => [name, Math.min(MOST_MINOR, rounded(usual * by))]),
    ) as Kind
  const { dataMinor, ...weights } = USUAL_PRICES.weights
  return {
    ...USUAL_PRICES,
    work: all(USUAL_PRICES.work),
    fees: all(USUAL_PRICES.fees),
    weights: { ...all(weights), dataMinor: all(dataMinor), benchHourMinor: hourMinor },
  }
}

/** To two digits that count. */
const rounded = (amount: number): number => Math.round(Number(amount.toPrecision(2)))
