import { z } from 'zod'
import { timeZone } from '../clocks/index.ts'
import { carrierRule } from './rules.ts'

/** What an unlock can be ordered for. */
export const releasedLock = z.enum(['carrier', 'account'])
export type ReleasedLock = z.infer<typeof releasedLock>

const line = (most: number) => z.string().trim().min(1).max(most)
const country = z.string().regex(/^[A-Z]{2}$/, 'country-code')
const wholeDays = z.int().min(0).max(365)
/** Whole and for good, or from where the stand-ins are: `v1/some-supplier/`. */
const desk = z
  .string()
  .trim()
  .max(300)
  .refine((at) => /^https?:\/\/[^\s]+$/.test(at) || /^[\w-]+(\/[\w-]+)*\/?$/.test(at), 'web-address')

/** A carrier that devices of customers come from. */
export const listedCarrier = z.strictObject({
  name: line(80),
  /** ISO 3166, two letters. */
  country,
  /** Where it is asked for an unlock: a page or a telephone number; empty where nobody has noted it. */
  askAt: z.string().trim().max(200),
})
export type ListedCarrier = z.infer<typeof listedCarrier>

/** What a supplier unlocks, for how much and in how many of its working days. */
export const listedService = z.strictObject({
  id: z.int().min(1),
  /** What tells it from another one for the same carrier; may be empty. */
  name: z.string().trim().max(40),
  lock: releasedLock,
  /** Empty for the account lock. */
  carrier: z.string().trim().max(80),
  carrierCountry: country,
  /** Models that it takes, maker and name or the name alone; none: whichever comes. */
  models: z.array(line(80)).max(200),
  feeMinor: z.int().min(0).max(10_000_000),
  currency: z.string().regex(/^[A-Z]{3}$/, 'currency-code'),
  minDays: wholeDays,
  maxDays: wholeDays,
  /** What of the fee comes back where it did not work, in percent. */
  refundPercent: z.int().min(0).max(100),
  /** Not ordered any more; what was ordered of it goes on. */
  withdrawn: z.boolean(),
})
export type ListedService = z.infer<typeof listedService>

export const listedSupplier = z.strictObject({
  id: z.int().min(1),
  name: line(80),
  /** Whose mails are its answers; null where none is known. */
  mail: z.email().max(200).nullable(),
  /** In which it is written to. */
  language: z.string().regex(/^[a-z]{2}$/, 'language-code'),
  /** Country and region of its public holidays. */
  country,
  region: z
    .string()
    .regex(/^[A-Z0-9]{1,3}$/, 'region-code')
    .nullable(),
  zone: timeZone,
  /** What comes later counts from the next working day. */
  cutOff: z.string().regex(/^([01]\d|2[0-3]):[0-5]\d$/, 'time-of-day'),
  /** Where it takes orders over HTTP; null: it is ordered by hand. */
  ordersAt: desk.nullable(),
  withdrawn: z.boolean(),
  services: z.array(listedService).max(5000),
})
export type ListedSupplier = z.infer<typeof listedSupplier>

/** Whom a shop can order unlocks from, the carriers they are for, and how long carriers may take by the rule of a country. */
export const supplyList = z.strictObject({
  carriers: z.array(listedCarrier).max(5000),
  suppliers: z.array(listedSupplier).max(500),
  rules: z.array(carrierRule).max(300),
})
export type SupplyList = z.infer<typeof supplyList>

export const NOTHING_SUPPLIED: SupplyList = { carriers: [], suppliers: [], rules: [] }

/** A name as it is compared: capitals, accents and spacing aside. */
export const folded = (name: string): string =>
  name
    .normalize('NFKD')
    .replace(/[\u0300-\u036f]/g, '')
    .trim()
    .replace(/\s+/g, ' ')
    .toLowerCase()

/** What one carrier is known by: the same name in another country is another one. */
export const keyOfCarrier = (name: string, ofCountry: string): string => `${ofCountry} ${folded(name)}`
/** What one service of a supplier is known by. */
export const keyOfService = ({
  name,
  lock,
  carrier,
  carrierCountry,
}: Pick<ListedService, 'name' | 'lock' | 'carrier' | 'carrierCountry'>): string =>
  `${lock} ${keyOfCarrier(carrier, carrierCountry)} ${folded(name)}`

/** A service of a list with whose it is; undefined where there is none. */
export function serviceOf(
  { suppliers }: SupplyList,
  id: number,
): { readonly supplier: ListedSupplier; readonly service: ListedService } | undefined {
  for (const supplier of suppliers) {
    const service = supplier.services.find((one) => one.id === id)
    if (service) return { supplier, service }
  }
  return undefined
}

/** Whether a service takes a model. @param device maker and name */
export function takesModel(
  { models }: { readonly models: readonly string[] },
  device: string | undefined,
): boolean {
  if (models.length === 0) return true
  if (!device) return false
  const name = folded(device)
  return models.some((model) => name === folded(model) || name.endsWith(` ${folded(model)}`))
}
