import { z } from 'zod'

/** How the account lock was shown to be clear after the reset. */
export const accountProof = z.enum(['signed-in', 'step-skipped', 'never-asked'])

export const accountRecord = z.strictObject({ proof: accountProof, at: z.iso.datetime() })
export type AccountRecord = z.infer<typeof accountRecord>
