import { benchRecord, stepChange, TOLD_STEPS, type BenchRecord, type StepChange } from '@benevox/core/job'
import { z } from 'zod'

export { benchRecord, stepChange, TOLD_STEPS, type BenchRecord, type StepChange }

const instant = z.iso.datetime()

/** With the version that was seen, or with a name and the instant at which it happened. */
export const recordStepBody = z
  .strictObject({
    version: z.int().min(1).optional(),
    told: z.strictObject({ key: z.uuid(), at: instant }).optional(),
    change: stepChange,
  })
  .refine(({ version, told }) => (version === undefined) !== (told === undefined), {
    path: ['version'],
    error: 'version-or-told',
  })

/** Takes a step back that was recorded by mistake, or the last refusal of an unlock code. */
export const takeBackBody = z.strictObject({
  version: z.int().min(1),
  what: z.discriminatedUnion('kind', [
    z.strictObject({ kind: z.literal('step'), key: z.string().max(64) }),
    z.strictObject({ kind: z.literal('code-refused'), orderId: z.uuid() }),
  ]),
  /** Empty only of a step that the same person told just now. */
  reason: z.string().trim().max(200),
  /** The personal code of a supervisor, where the step stands on the record as a breach. */
  code: z.string().min(4).max(20).optional(),
})
