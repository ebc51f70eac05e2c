import type { Command, CommandKind } from './commands.ts'
import { decideAgreement, decideWaiver } from './decideAgreement.ts'
import { decideAnswer } from './decideAnswers.ts'
import { decideAttempt, decideStep, decideTakeBack, isLate } from './decideBench.ts'
import { decideAccount, decideOrder, decideRemote } from './decideDesks.ts'
import { decideHandBack } from './decideHandBack.ts'
import { decideForgetting } from './forgetting.ts'
import { decideTelling } from './telling.ts'
import { decideCorrection, decideLine, decidePayment } from './decideMoney.ts'
import { decideRegistry } from './decideRegistry.ts'
import { refused, secretsIn, yes, type Decided } from './decided.ts'
import { evolve } from './evolve.ts'
import type { JobState } from './records.ts'
import type { World } from './standing.ts'
import { TOLD_STEPS } from './steps.ts'

/** What is done with a job that is closed. */
const CLOSED_TOO: readonly CommandKind[] = ['correct-bill', 'place-hold', 'lift-hold', 'forget']

/** Files that a job keeps at most. */
const MOST_FILES = 12

/**
 * The life of a job: what a command makes happen, or why it does not. Pure: the same in the browser, on the server
 * and in a test. What happened at the device is told and not asked for: it is recorded, and what it breaks is marked
 * on it.
 */
export function decide(job: JobState, command: Command, world: World): Decided {
  // What happened at the device is told, also when the job is closed by then.
  if (job.handBack && !isTold(command, world) && !CLOSED_TOO.includes(command.kind))
    return refused({ code: 'job-closed' })
  switch (command.kind) {
    case 'answer':
      return decideAnswer(job, command, world)
    case 'record-intake':
      return (
        secretsIn({ note: command.intake.note }, command.noSecret) ??
        yes({ kind: 'intake-recorded', intake: command.intake })
      )
    case 'keep-file':
      return job.ownershipFiles.length >= MOST_FILES
        ? refused({ code: 'too-many-files', most: MOST_FILES })
        : yes({ kind: 'file-kept', file: { ...command.file, at: world.now, by: world.by } })
    case 'remove-file':
      return job.ownershipFiles.some(({ id }) => id === command.id)
        ? yes({ kind: 'file-removed', id: command.id })
        : refused({ code: 'file-unknown' })
    case 'ask-registry':
    case 'registry-said':
      return decideRegistry(job, command, world)
    case 'sign-agreement':
    case 'refuse-agreement':
      return decideAgreement(job, command, world)
    case 'waive-check':
      return decideWaiver(command, world)
    case 'step':
      return decideStep(job, command, world)
    case 'take-back':
      return decideTakeBack(job, command, world)
    case 'start-attempt':
    case 'end-attempt':
      return decideAttempt(job, command, world)
    case 'confirm-account':
      return decideAccount(job, command, world)
    case 'place-order':
    case 'change-order':
      return decideOrder(job, command, world)
    case 'may-ask-remote':
    case 'remote-said':
      return decideRemote(job, command, world)
    case 'add-line':
      return decideLine(job, command, world)
    case 'take-payment':
      return decidePayment(job, command, world)
    case 'tell-customer':
      return decideTelling(job, command, world)
    case 'hand-back':
      return decideHandBack(job, command, world)
    case 'correct-bill':
      return decideCorrection(job, command, world)
    case 'place-hold':
    case 'lift-hold':
    case 'forget':
      return decideForgetting(job, command, world)
  }
}

/** Tells what happened, or ends what was begun: an attempt that ran, an answer that was on its way. */
function isTold(command: Command, world: World): boolean {
  switch (command.kind) {
    case 'step':
      return TOLD_STEPS.includes(command.change.kind)
    case 'start-attempt':
      return isLate(command.startedAt, world)
    case 'end-attempt':
    case 'registry-said':
    case 'take-payment':
    case 'tell-customer':
      return true
    default:
      return false
  }
}

/** The job once a command is carried out; the very same job where it is refused. */
export function after(job: JobState, command: Command, world: World): JobState {
  const decided = decide(job, command, world)
  return decided.kind === 'refused' ? job : decided.events.reduce<JobState>(evolve, job)
}
