import { keyId } from '@benevox/core/catalog'
import { ROUTE_ACTIONS } from '@benevox/core/route'
import { z } from 'zod'

const instant = z.iso.datetime()

/** What the bench has done so far, with the instants its clocks run from. */
export const benchRecord = z.strictObject({
  procedureId: z.string().max(48).optional(),
  /** Keys that were tested by themselves. */
  keysTested: z.partialRecord(keyId, z.enum(['works', 'broken'])).optional(),
  charging: z
    .strictObject({ startedAt: instant, fromPercent: z.int().min(0).max(100), endedAt: instant.optional() })
    .optional(),
  inRecoveryAt: instant.optional(),
  rightDevice: z
    .strictObject({
      by: z.enum(['tag', 'model-text']),
      read: z.string(),
      /** The build text that its recovery shows beside the model. */
      build: z.string().optional(),
      at: instant,
    })
    .optional(),
  releasedAt: instant.optional(),
  wipeStartedAt: instant.optional(),
  wipeFinishedAt: instant.optional(),
  firstStartAt: instant.optional(),
  setUpAt: instant.optional(),
  /** How often it came back to recovery by itself after a wipe. */
  cameBack: z.int().min(0).max(20).optional(),
  screenLifted: z
    .strictObject({ how: z.enum(['remembered', 'remote-unlock', 'settings']), at: instant })
    .optional(),
  /** What was tried and did not help, in the order it was tried. */
  didNotHelp: z.array(z.enum(ROUTE_ACTIONS)).max(17).optional(),
})
export type BenchRecord = z.infer<typeof benchRecord>

export const benchChange = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('chose-procedure'), procedureId: z.string().max(48) }),
  z.strictObject({ kind: z.literal('key-tested'), key: keyId, state: z.enum(['works', 'broken']) }),
  z.strictObject({ kind: z.literal('charging-started'), fromPercent: z.int().min(0).max(100) }),
  z.strictObject({ kind: z.literal('charging-ended') }),
  z.strictObject({ kind: z.literal('in-recovery') }),
  z.strictObject({
    kind: z.literal('right-device'),
    by: z.enum(['tag', 'model-text']),
    read: z.string().trim().min(1).max(80),
    build: z.string().trim().max(120).optional(),
  }),
  z.strictObject({ kind: z.literal('released') }),
  z.strictObject({ kind: z.literal('wipe-started') }),
  z.strictObject({ kind: z.literal('wipe-finished') }),
  z.strictObject({ kind: z.literal('first-start') }),
  z.strictObject({ kind: z.literal('recovery-again') }),
  z.strictObject({ kind: z.literal('set-up') }),
  z.strictObject({ kind: z.literal('back-to-keys') }),
  z.strictObject({ kind: z.literal('did-not-help'), action: z.enum(ROUTE_ACTIONS) }),
  z.strictObject({
    kind: z.literal('screen-lifted'),
    how: z.enum(['remembered', 'remote-unlock', 'settings']),
  }),
])
export type BenchChange = z.infer<typeof benchChange>

/**
 * Steps that only tell what happened at the device. They are named by the client and may come late, in order and
 * once each; all others stand on the version of the job that the technician has seen.
 */
export const TOLD_STEPS: readonly BenchChange['kind'][] = [
  'key-tested',
  'charging-started',
  'charging-ended',
  'in-recovery',
  'back-to-keys',
  'wipe-started',
  'wipe-finished',
  'first-start',
  'recovery-again',
  'set-up',
]

/** With the version that was seen, or with a name and the instant at which it happened. */
export const recordBenchBody = z
  .strictObject({
    version: z.int().min(1).optional(),
    told: z.strictObject({ key: z.uuid(), at: instant }).optional(),
    change: benchChange,
  })
  .refine(({ version, told }) => (version === undefined) !== (told === undefined), {
    path: ['version'],
    error: 'either the version that was seen, or what was told when',
  })

/** The record with a change in it. Whether the change may be made is not asked here. */
export function benchWith(bench: BenchRecord, change: BenchChange, at: string): BenchRecord {
  switch (change.kind) {
    case 'chose-procedure':
      return { ...bench, procedureId: change.procedureId }
    case 'key-tested':
      return { ...bench, keysTested: { ...bench.keysTested, [change.key]: change.state } }
    case 'charging-started':
      return { ...bench, charging: { startedAt: at, fromPercent: change.fromPercent } }
    case 'charging-ended':
      return bench.charging ? { ...bench, charging: { ...bench.charging, endedAt: at } } : bench
    case 'in-recovery':
      return { ...bench, inRecoveryAt: bench.inRecoveryAt ?? at }
    case 'back-to-keys': {
      const { inRecoveryAt: _, releasedAt: __, ...rest } = bench
      return rest
    }
    case 'did-not-help': {
      const before = bench.didNotHelp ?? []
      return { ...bench, didNotHelp: [...before.filter((one) => one !== change.action), change.action] }
    }
    case 'right-device': {
      const { by, read, build } = change
      return { ...bench, rightDevice: { by, read, ...(build ? { build } : {}), at } }
    }
    case 'released':
      return { ...bench, releasedAt: at }
    case 'wipe-started':
      return { ...bench, wipeStartedAt: bench.wipeStartedAt ?? at }
    case 'wipe-finished':
      return { ...bench, wipeFinishedAt: bench.wipeFinishedAt ?? at }
    case 'first-start':
      return { ...bench, firstStartAt: bench.firstStartAt ?? at }
    case 'recovery-again': {
      const { releasedAt: _, wipeStartedAt: __, wipeFinishedAt: ___, firstStartAt: ____, ...rest } = bench
      return { ...rest, inRecoveryAt: at, cameBack: (bench.cameBack ?? 0) + 1 }
    }
    case 'set-up':
      return { ...bench, setUpAt: bench.setUpAt ?? at }
    case 'screen-lifted':
      return { ...bench, screenLifted: { how: change.how, at } }
  }
}
