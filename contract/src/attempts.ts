import { cue, linkKind } from '@benevox/core/catalog'
import { attempt, cueMark, type Attempt } from '@benevox/core/job'
import { z } from 'zod'

export { attempt, type Attempt }

/** The client names the attempt, so that sending it again after a lost answer changes nothing. */
export const startAttemptBody = z.strictObject({
  id: z.uuid(),
  methodId: z.string().max(48),
  link: linkKind,
  cable: z.int().min(1).max(999).optional(),
  runner: z.uuid().optional(),
  startedAt: z.iso.datetime(),
})
export const finishAttemptBody = z.strictObject({
  outcome: z.enum(['reached', 'failed', 'left']),
  seen: z.array(cue).max(20),
  notSeen: z.array(cue).max(20).default([]),
  marks: z.array(cueMark).max(40).default([]),
  finishedAt: z.iso.datetime(),
})
