import { z } from 'zod'

/**
 * A remote unlock through the maker's own service. The owner signs in at the maker's page; no password comes
 * through here.
 */
export const remoteUnlock = z.object({
  requestId: z.string(),
  /** Where the owner signs in. */
  page: z.url(),
  state: z.enum([
    'waiting-for-owner',
    'signed-in',
    'unlocking',
    'unlocked',
    'unreachable',
    'refused',
    'expired',
  ]),
  reachable: z.boolean(),
  /** Whether the maker's locating is on for this device. */
  locating: z.boolean(),
})
export type RemoteUnlock = z.infer<typeof remoteUnlock>
export const askRemoteBody = z.discriminatedUnion('do', [
  z.strictObject({ do: z.literal('begin') }),
  z.strictObject({ do: z.literal('look'), requestId: z.string().max(60) }),
  z.strictObject({ do: z.literal('unlock'), requestId: z.string().max(60) }),
  z.strictObject({ do: z.literal('locating-off'), requestId: z.string().max(60) }),
])
