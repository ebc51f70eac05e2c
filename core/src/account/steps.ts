import { z } from 'zod'

const instant = z.iso.datetime()

/** Why a sign-in was refused, as the device or the account says it. */
export const refusedWhy = z.enum([
  'wrong-password',
  'too-soon',
  'no-second-step',
  'other-account',
  'too-many-entries',
])
export type RefusedWhy = z.infer<typeof refusedWhy>

/** How somebody was written to. */
export const writtenBy = z.enum(['mail', 'message', 'letter'])
export type WrittenBy = z.infer<typeof writtenBy>

/** What happens on the way to the end of the account lock. */
export const accountChange = z.discriminatedUnion('kind', [
  /** When, as far as the customer can say: before the job, too. */
  z.strictObject({ kind: z.literal('password-changed'), changedAt: instant }),
  z.strictObject({ kind: z.literal('recovery-started') }),
  z.strictObject({ kind: z.literal('recovery-ended'), found: z.boolean() }),
  z.strictObject({ kind: z.literal('sign-in-refused'), why: refusedWhy }),
  /** The wizard refused the screen lock of before, or nobody knows it any more. */
  z.strictObject({ kind: z.literal('old-lock-refused') }),
  /** The wizard asks for an account although nobody expected it to. */
  z.strictObject({ kind: z.literal('asked-after-all') }),
  /** What stood against another sign-in is settled. */
  z.strictObject({ kind: z.literal('sign-in-possible') }),
  z.strictObject({ kind: z.literal('seller-written'), by: writtenBy, language: z.string().max(8) }),
  z.strictObject({ kind: z.literal('seller-reminded'), by: writtenBy }),
  z.strictObject({ kind: z.literal('seller-answered'), removed: z.boolean() }),
  z.strictObject({ kind: z.literal('service-sent') }),
  z.strictObject({ kind: z.literal('service-returned'), unlocked: z.boolean() }),
])
export type AccountChange = z.infer<typeof accountChange>
export const ACCOUNT_STEPS = accountChange.options.map((option) => option.shape.kind.value)

/** What the steps come to. Instants are ISO 8601 in UTC. */
export const accountRecord = z.strictObject({
  passwordChangedAt: instant.optional(),
  /** Whether the password is known, as it has turned out; undefined where nothing has. */
  passwordKnown: z.boolean().optional(),
  /** The wizard was seen to ask for an account. */
  asked: z.literal(true).optional(),
  /** It has turned out that nobody knows the screen lock of before. */
  oldLockRefused: z.literal(true).optional(),
  /** The account's own recovery, the last one that was started. */
  recovery: z
    .strictObject({ startedAt: instant, endedAt: instant.optional(), found: z.boolean().optional() })
    .optional(),
  /** How often a sign-in was refused, and the refusal that is not settled yet. */
  refusals: z.int().min(0),
  stopped: z.strictObject({ why: refusedWhy, at: instant }).optional(),
  seller: z
    .strictObject({
      writtenAt: instant,
      by: writtenBy,
      language: z.string(),
      remindedAt: instant.optional(),
      answeredAt: instant.optional(),
      removed: z.boolean().optional(),
    })
    .optional(),
  service: z
    .strictObject({ sentAt: instant, returnedAt: instant.optional(), unlocked: z.boolean().optional() })
    .optional(),
})
export type AccountRecord = z.infer<typeof accountRecord>
export const NOTHING_ON_THE_ACCOUNT: AccountRecord = { refusals: 0 }

/** The record with a step in it that happened at an instant. Whether it may be made is not asked here. */
export function accountWith(record: AccountRecord, change: AccountChange, at: string): AccountRecord {
  switch (change.kind) {
    case 'password-changed':
      return { ...record, passwordChangedAt: change.changedAt }
    case 'recovery-started':
      return { ...record, recovery: { startedAt: at } }
    case 'recovery-ended': {
      const { startedAt = at } = record.recovery ?? {}
      const ended = {
        ...record,
        passwordKnown: change.found,
        recovery: { startedAt, endedAt: at, found: change.found },
      }
      // Whoever finds it anew has changed it.
      return change.found ? { ...settled(ended, 'wrong-password'), passwordChangedAt: at } : ended
    }
    case 'sign-in-refused': {
      const refused = { ...record, refusals: record.refusals + 1, stopped: { why: change.why, at } }
      return change.why === 'wrong-password' ? withoutPassword(refused) : refused
    }
    case 'asked-after-all':
      return { ...record, asked: true }
    case 'old-lock-refused':
      return { ...record, oldLockRefused: true }
    case 'sign-in-possible':
      return {
        ...settled(record),
        ...(record.stopped?.why === 'wrong-password' ? { passwordKnown: true } : {}),
      }
    case 'seller-written':
      return { ...record, seller: { writtenAt: at, by: change.by, language: change.language } }
    case 'seller-reminded':
      return record.seller ? { ...record, seller: { ...record.seller, remindedAt: at } } : record
    case 'seller-answered': {
      const seller = record.seller ?? { writtenAt: at, by: 'message', language: '' }
      return { ...record, seller: { ...seller, answeredAt: at, removed: change.removed } }
    }
    case 'service-sent':
      return { ...record, service: { sentAt: at } }
    case 'service-returned':
      return {
        ...record,
        service: { sentAt: record.service?.sentAt ?? at, returnedAt: at, unlocked: change.unlocked },
      }
  }
}

/** Nobody knows it: one that was recovered was not the right one, and is recovered anew. */
function withoutPassword(record: AccountRecord): AccountRecord {
  const { recovery, ...rest } = record
  return { ...rest, passwordKnown: false, ...(recovery && !recovery.found ? { recovery } : {}) }
}

/** @param why only a refusal for this reason */
function settled(record: AccountRecord, why?: RefusedWhy): AccountRecord {
  if (why && record.stopped?.why !== why) return record
  const { stopped: _, ...rest } = record
  return rest
}

/** What the steps say of the facts; it is newer than what was answered at the counter. */
export function learntOf({
  asked,
  passwordKnown,
  oldLockRefused,
  passwordChangedAt,
  stopped,
}: AccountRecord): {
  readonly accountOnDevice?: 'yes'
  readonly knowsScreenLock?: 'no'
  readonly knowsAccountPassword?: 'yes' | 'no'
  readonly passwordChangedLately?: 'yes'
} {
  const isChanged = passwordChangedAt !== undefined || stopped?.why === 'too-soon'
  return {
    ...(passwordKnown === undefined ? {} : { knowsAccountPassword: passwordKnown ? 'yes' : 'no' }),
    ...(asked ? { accountOnDevice: 'yes' } : {}),
    ...(oldLockRefused ? { knowsScreenLock: 'no' } : {}),
    ...(isChanged ? { passwordChangedLately: 'yes' } : {}),
  }
}

/** Options of the route that were tried here and did not help. */
export function optionsFailed({
  recovery,
  seller,
  service,
}: AccountRecord): readonly ('recover-account' | 'seller-removes-account' | 'makers-service')[] {
  return [
    ...(recovery?.found === false ? (['recover-account'] as const) : []),
    ...(seller?.removed === false ? (['seller-removes-account'] as const) : []),
    ...(service?.unlocked === false ? (['makers-service'] as const) : []),
  ]
}
