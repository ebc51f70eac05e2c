import { z } from 'zod'

/** What a mark on the device can be. */
export const MARK_KINDS = ['scratch', 'crack', 'dent', 'missing'] as const
/** Where a mark is, on a drawing of the device seen from one side: three columns, three rows, counted from 0. */
export const conditionMark = z.strictObject({
  side: z.enum(['front', 'back']),
  column: z.int().min(0).max(2),
  row: z.int().min(0).max(2),
  kind: z.enum(MARK_KINDS),
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

/** What was left besides the device, and what it looked like. */
export const intakeRecord = z.strictObject({
  left: z.array(leftWithIt).max(9),
  marks: z.array(conditionMark).max(60),
  note: z.string().trim().max(300),
})
export type IntakeRecord = z.infer<typeof intakeRecord>

/** The device beside its drawing of check-in: the same, or what is not. */
export const comparedCondition = z
  .strictObject({ isSame: z.boolean(), note: z.string().trim().max(300) })
  .refine(({ isSame, note }) => isSame || note.length > 1, { path: ['note'], error: 'say-what-differs' })
export type ComparedCondition = z.infer<typeof comparedCondition>
