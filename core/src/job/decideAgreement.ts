import { areSameTerms } from '../route/index.ts'
import type { Command } from './commands.ts'
import { refused, secretsIn, yes, type Decided } from './decided.ts'
import { whatIsTold } from './papers.ts'
import { hasName, type JobState } from './records.ts'
import { isReported, routeOf, type World } from './standing.ts'
import { standingOf } from './steps.ts'
import { isAsked } from './telling.ts'

type Agree = Extract<Command, { kind: 'sign-agreement' | 'refuse-agreement' }>
type Waive = Extract<Command, { kind: 'waive-check' }>

/** What the customer says to what will be done. What was done already was agreed to, or was not. */
export function decideAgreement(job: JobState, command: Agree, world: World): Decided {
  if (standingOf(job).deleted !== 'no') return refused({ code: 'begun', what: 'wipe' })
  const { now: at, by } = world
  const where = command.kind === 'refuse-agreement' ? command.where : command.how
  if (where === 'status-page' && !isAsked(job, world)) return refused({ code: 'not-asked' })
  if (command.kind === 'refuse-agreement')
    return yes({ kind: 'agreement-refused', record: { kind: 'refused', at, by } })
  if (isReported(job)) return refused({ code: 'reported' })
  if (!hasName(job.customer)) return refused({ code: 'customer-name-missing' })
  const { terms } = routeOf(job, world).agreement
  const { language, text, digest, how, promised } = command
  if (!command.terms || !areSameTerms(command.terms, terms)) return refused({ code: 'text-is-old' })
  if ((how === 'signature' || how === 'status-page') && !command.hasSignature)
    return refused({ code: 'signature-missing' })
  if (how === 'telephone' && (terms.storage !== 'kept' || job.answers.deviceHere !== 'no'))
    return refused({ code: 'not-by-telephone' })
  return yes({
    kind: 'agreement-signed',
    record: {
      kind: 'signed',
      language,
      text,
      digest,
      terms,
      told: whatIsTold(job, world, promised),
      how,
      at,
      by,
    },
  })
}

/** A supervisor answers for a check, with a reason that stays. */
export function decideWaiver({ check, reason, supervisor }: Waive, { now: at }: World): Decided {
  const secret = secretsIn({ reason })
  if (secret) return secret
  if (!supervisor.isSupervisor) return refused({ code: 'not-a-supervisor', name: supervisor.name })
  return yes({ kind: 'check-waived', waived: { check, reason, by: supervisor.name, at } })
}
