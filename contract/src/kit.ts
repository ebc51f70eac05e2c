import { portKind } from '@benevox/core/catalog'
import { z } from 'zod'

/** A numbered cable of the shop's kit, with what its attempts say of it. */
export const cable = z.object({
  number: z.int(),
  fits: portKind,
  note: z.string(),
  /** Tries that went through a data link with it, and those that did not. */
  reached: z.int(),
  failed: z.int(),
  lastReachedAt: z.iso.datetime().nullable(),
  retiredAt: z.iso.datetime().nullable(),
  retiredBecause: z.string(),
})
export type Cable = z.infer<typeof cable>

export const addCableBody = z.strictObject({ fits: portKind, note: z.string().trim().max(80).default('') })
/** Retires a cable with a reason, or takes it back with none. */
export const retireCableBody = z.strictObject({ because: z.string().trim().max(80).nullable() })
