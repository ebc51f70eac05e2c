import { priceList } from '@benevox/core/price'
import { z } from 'zod'

const instant = z.iso.datetime()

/** Where a mark is, on a drawing of the device seen from one side: three columns, three rows, counted from 0. */
export const conditionMark = z.strictObject({
  side: z.enum(['front', 'back']),
  column: z.int().min(0).max(2),
  row: z.int().min(0).max(2),
  kind: z.enum(['scratch', 'crack', 'dent', 'missing']),
})
export type ConditionMark = z.infer<typeof conditionMark>

export const leftWithIt = z.enum([
  'charger',
  'cable',
  'case',
  'sim',
  'sim-tray',
  'memory-card',
  'pen',
  'strap',
  'box',
])
export type LeftWithIt = z.infer<typeof leftWithIt>

/** What was taken in besides the device, and what it looked like. */
export const intakeRecord = z.strictObject({
  left: z.array(leftWithIt).max(9),
  marks: z.array(conditionMark).max(60),
  note: z.string().trim().max(300),
})
export type IntakeRecord = z.infer<typeof intakeRecord>
export const recordIntakeBody = z.strictObject({
  version: z.int().min(1),
  intake: intakeRecord,
  noSecret: z.array(z.string().max(40)).max(20).optional(),
})

/** What the registry said when it was asked. *No answer* is also what nonsense and silence are. */
export const registryRecord = z.strictObject({
  at: instant,
  imei: z.string(),
  answer: z.enum(['clean', 'reported', 'no-answer']),
  /** Of a reported device; of a failure, what happened. */
  detail: z.string(),
  reference: z.string(),
  /** The fee of a report that was ordered, in minor units. */
  feeMinor: z.int().min(0),
  currency: z.string(),
})
export type RegistryRecord = z.infer<typeof registryRecord>
export const askRegistryBody = z.strictObject({ version: z.int().min(1), report: z.boolean() })

export const mail = z.object({
  id: z.int(),
  from: z.string(),
  subject: z.string(),
  at: instant,
  text: z.string(),
})
export type Mail = z.infer<typeof mail>

export const evidenceFile = z.object({
  id: z.uuid(),
  name: z.string(),
  type: z.enum(['image/jpeg', 'image/png', 'image/webp', 'application/pdf']),
  bytes: z.int(),
  at: instant,
  by: z.string(),
})
export type EvidenceFile = z.infer<typeof evidenceFile>

export const prices = z.object({ id: z.int(), prices: priceList })
export const changePricesBody = z.strictObject({ prices: priceList })
