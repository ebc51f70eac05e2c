import { z } from 'zod'
import { carrierRule } from '../supply/index.ts'

const instant = z.iso.datetime()

/** How the carrier was asked. */
export const askedBy = z.enum(['telephone', 'mail', 'page'])
export type AskedBy = z.infer<typeof askedBy>

/** What the carrier answers: it has unlocked the device, will later, or will not. */
export const carrierSays = z.enum(['unlocked', 'later', 'refused'])
export type CarrierSays = z.infer<typeof carrierSays>

/** What happens on the way to the end of the carrier lock, beside orders from suppliers. */
export const carrierChange = z.discriminatedUnion('kind', [
  /** Whether it is on today: another carrier's SIM was tried, or the device's own page was read. */
  z.strictObject({
    kind: z.literal('carrier-lock-seen'),
    on: z.boolean(),
    by: z.enum(['other-sim', 'own-page']),
  }),
  z.strictObject({
    kind: z.literal('carrier-asked'),
    by: askedBy,
    /** Of its country, as the shop had it then; whoever tells the step leaves it to the shop's list. */
    rule: carrierRule.optional(),
  }),
  z.strictObject({ kind: z.literal('carrier-answered'), says: carrierSays, until: instant.optional() }),
  /** Another carrier's SIM registers, and a call goes through. */
  z.strictObject({ kind: z.literal('other-sim-works') }),
])
export type CarrierChange = z.infer<typeof carrierChange>
export const CARRIER_STEPS = carrierChange.options.map((option) => option.shape.kind.value)

/** What the steps come to. Instants are ISO 8601 in UTC. */
export const carrierRecord = z.strictObject({
  seen: z.strictObject({ on: z.boolean(), by: z.enum(['other-sim', 'own-page']), at: instant }).optional(),
  asked: z
    .strictObject({
      by: askedBy,
      at: instant,
      says: carrierSays.optional(),
      answeredAt: instant.optional(),
      /** Until when it means to have unlocked the device, where it said so. */
      until: instant.optional(),
      /** How long it may take by the rule of its country, as that stood then. */
      rule: carrierRule.optional(),
    })
    .optional(),
  /** When another carrier's SIM was seen to work. */
  worksAt: instant.optional(),
})
export type CarrierRecord = z.infer<typeof carrierRecord>
export const NOTHING_ON_THE_CARRIER: CarrierRecord = {}

/** The record with a step in it that happened at an instant. Whether it may be made is not asked here. */
export function carrierWith(record: CarrierRecord, change: CarrierChange, at: string): CarrierRecord {
  switch (change.kind) {
    case 'carrier-lock-seen': {
      const { on, by } = change
      // What was seen to work stays seen, as with every proof: a mistaken one is taken back.
      const isProof = !on && by === 'other-sim'
      const looked = { ...record, seen: { on, by, at } }
      if (isProof) return { ...looked, worksAt: record.worksAt ?? at }
      return on ? { ...looked, ...stillOn(record) } : looked
    }
    case 'carrier-asked':
      return { ...record, asked: { by: change.by, at, ...(change.rule ? { rule: change.rule } : {}) } }
    case 'carrier-answered': {
      const { by = 'telephone', at: askedAt = at, rule } = record.asked ?? {}
      const { says, until } = change
      return {
        ...record,
        asked: {
          by,
          at: askedAt,
          says,
          answeredAt: at,
          ...(until ? { until } : {}),
          ...(rule ? { rule } : {}),
        },
      }
    }
    case 'other-sim-works':
      return { ...record, worksAt: at }
  }
}

/** A carrier that said it has unlocked what is locked still: its answer is waited for as before. */
function stillOn({ asked }: CarrierRecord): Pick<CarrierRecord, 'asked'> {
  if (asked?.says !== 'unlocked') return {}
  const { by, at, rule } = asked
  return { asked: { by, at, ...(rule ? { rule } : {}) } }
}

/** What the steps say of the facts; it is newer than what was answered at the counter. */
export const carrierLockLearnt = ({ seen }: CarrierRecord): { readonly carrierLocked?: 'yes' | 'no' } =>
  seen ? { carrierLocked: seen.on ? 'yes' : 'no' } : {}

/** Whether a device was shown to take another carrier's SIM: never locked, or unlocked for free. */
export const takesOtherSims = ({ worksAt }: CarrierRecord): boolean => worksAt !== undefined
