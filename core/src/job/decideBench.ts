import { ACCOUNT_STEPS } from '../account/index.ts'
import { CARRIER_STEPS } from '../carrier/index.ts'
import { ruleOf } from '../supply/index.ts'
import { gatesOfTheJob, ownershipGate, systemOf, type Gate } from '../route/index.ts'
import type { Command, TakenBack } from './commands.ts'
import { announcing, refused, secretsIn, yes, type Decided } from './decided.ts'
import type { Attempt, StepKind, JobState, NotHeld, Step } from './records.ts'
import { factsOf, isReported, progressOf, routeBeforeWork, routeOf, type World } from './standing.ts'
import { compareSteps, standingOf, TOLD_STEPS } from './steps.ts'

type Bench = Extract<Command, { kind: 'step' }>
type Run = Extract<Command, { kind: 'start-attempt' | 'end-attempt' }>
type TakeBack = Extract<Command, { kind: 'take-back' }>

export function decideStep(job: JobState, command: Bench, world: World): Decided {
  const { key, change } = command
  if (job.takenBack.includes(key) || job.steps.some((one) => one.key === key)) return yes()
  const no = TOLD_STEPS.includes(change.kind) ? undefined : whyNot(job, command, world)
  if (no) return no
  const told = change.kind === 'carrier-asked' ? withItsRule(job, change, world) : change
  const step: Step = { key, at: happenedAt(job, command.at, world), by: world.by, change: told }
  const without = withoutWhat(job, change, world)
  return yes({ kind: 'step-made', step: without ? { ...step, without } : step })
}

/** How long the carrier may take stays what it was when it was asked, however the rule changes. */
function withItsRule(
  job: JobState,
  { rule: _, ...asked }: Extract<Bench['change'], { kind: 'carrier-asked' }>,
  { carrierRules = [] }: World,
): Bench['change'] {
  const rule = ruleOf(carrierRules, factsOf(job).carrierCountry)
  return rule ? { ...asked, rule } : asked
}

/** An attempt is told at its count-in, a little before it begins. */
const COUNT_IN_MS = 60_000
/** A computer whose clock is ahead tells of the time to come: it happened now. */
const notAhead = (at: string, { now }: World): string =>
  Date.parse(at) > Date.parse(now) + COUNT_IN_MS ? now : at

/** What is told late happened when it happened, but not before the job nor in the time to come. */
function happenedAt(job: JobState, at: string | undefined, { now }: World): string {
  const ms = Date.parse(at ?? now)
  return new Date(Math.min(Date.parse(now), Math.max(Date.parse(job.openedAt), ms))).toISOString()
}

/** Steps that are asked for, and not only told. */
function whyNot(job: JobState, { change }: Bench, world: World): Decided | undefined {
  switch (change.kind) {
    case 'chose-method':
      return world.model?.methodIds.includes(change.methodId)
        ? undefined
        : refused({ code: 'no-such-method' })
    case 'did-not-help':
      return standingOf(job).deleted === 'no' ? undefined : refused({ code: 'begun', what: 'wipe' })
    case 'right-device':
      return secretsIn({ build: announcing(change.build) }) ?? whyNotThisDevice(job, change, world)
    case 'revealed':
      return whyNotRevealed(job, world)
    default:
      return undefined
  }
}

/** The keys that delete, or the last button of the settings, are shown only when everything holds. */
function whyNotRevealed(job: JobState, world: World): Decided | undefined {
  if (isReported(job)) return refused({ code: 'reported' })
  const route = routeOf(job, world)
  const closed = route.wipeGates.filter(({ state }) => state !== 'open')
  if (closed.length > 0) return refused({ code: 'checks-missing', gates: closed })
  const { bench } = standingOf(job)
  if (bench.inRecoveryAt !== undefined) return undefined
  // Without recovery it is the settings' own reset, where the account comes off first.
  if (route.choices[0]?.action !== 'reset-from-settings')
    return refused({ code: 'not-yet', needs: 'in-recovery' })
  if (factsOf(job).accountOnDevice !== 'no' && bench.accountTakenOffAt === undefined)
    return refused({ code: 'account-still-on-it' })
  return undefined
}

function whyNotThisDevice(
  job: JobState,
  { by, read }: Extract<Bench['change'], { kind: 'right-device' }>,
  { model }: World,
): Decided | undefined {
  const plain = (text: string) => text.replace(/[\s-]/g, '').toUpperCase()
  const wanted = by === 'tag' ? job.ticket : model?.modelCode
  if (!wanted) return refused({ code: 'model-missing' })
  return plain(read) === plain(wanted) ? undefined : refused({ code: 'other-device', read, wanted })
}

/** Of what deletes or unlocks: what does not hold now, apart from all that is told of the device. */
function withoutWhat(job: JobState, change: Bench['change'], world: World): NotHeld | undefined {
  const isDeleting =
    change.kind === 'wipe-started' ||
    change.kind === 'wipe-finished' ||
    (change.kind === 'screen-lifted' && change.how === 'settings')
  const isSent = change.kind === 'service-sent'
  if (!isDeleting && !isSent && change.kind !== 'screen-lifted') return undefined
  if (isReported(job)) return 'reported'
  if (barring(job).length > 0) return 'barred'
  if (!isDeleting && !isSent) return undefined
  const isDenied = factsOf(job).ownership === 'not-shown'
  if (isDenied && ownershipGate(factsOf(job), progressOf(job)).state !== 'open') return 'right-not-shown'
  const { agreement } = routeBeforeWork(job, world)
  // What is on it is deleted there; what is gone already is not.
  if (isSent && standingOf(job).deleted !== 'no') return undefined
  if (isSent) return agreement.state === 'given' && isServiceAgreed(job) ? undefined : 'agreement'
  return agreement.state === 'given' && agreement.covers === 'covered' ? undefined : 'agreement'
}

const isServiceAgreed = ({ agreement }: JobState): boolean =>
  agreement?.kind === 'signed' && agreement.terms.makersService

/** Gates of the whole job that are closed for good: no work on this device. */
export function barring(job: JobState): readonly Gate[] {
  return gatesOfTheJob(factsOf(job), progressOf(job)).filter(({ state }) => state === 'closed-for-good')
}

const LATE_MS = 120_000
/** One who began it long ago tells of it; one who begins it now asks. */
export const isLate = (startedAt: string, { now }: World): boolean =>
  Date.parse(now) - Date.parse(startedAt) > LATE_MS

export function decideAttempt(job: JobState, command: Run, world: World): Decided {
  const known = job.attempts.find(({ id }) => id === command.id)
  if (command.kind === 'end-attempt')
    return job.takenBack.includes(command.id) && known?.outcome === 'left'
      ? yes()
      : ended(known, { ...command, finishedAt: notAhead(command.finishedAt, world) }, world.by)
  if (known) return yes()
  const bars = barring(job)
  if (!isLate(command.startedAt, world)) {
    if (isReported(job)) return refused({ code: 'reported' })
    if (bars.length > 0) return refused({ code: 'no-work', gates: bars })
    const isElsewhere = job.attempts.some(
      ({ outcome, runner }) =>
        outcome === null && runner !== null && command.runner !== null && runner !== command.runner,
    )
    if (isElsewhere) return refused({ code: 'attempt-elsewhere' })
  }
  const { model } = world
  if (!model?.methodIds.includes(command.methodId)) return refused({ code: 'no-such-method' })
  const { id, methodId, link, cable, runner, startedAt } = command
  const without: NotHeld | undefined = isReported(job) ? 'reported' : bars.length > 0 ? 'barred' : undefined
  return yes({
    kind: 'attempt-started',
    attempt: {
      id,
      familyId: model.familyId,
      methodId,
      modelId: model.modelId,
      systemVersion: systemOf(factsOf(job)) ?? null,
      link,
      cable,
      runner,
      startedAt: notAhead(startedAt, world),
      finishedAt: null,
      outcome: null,
      seen: [],
      notSeen: [],
      marks: [],
      by: world.by,
      ...(without ? { without } : {}),
    },
  })
}

function ended(
  known: JobState['attempts'][number] | undefined,
  command: Extract<Run, { kind: 'end-attempt' }>,
  by: string,
) {
  const { kind: _, ...end } = command
  if (!known) return refused({ code: 'attempt-unknown' })
  if (Date.parse(end.finishedAt) < Date.parse(known.startedAt)) return refused({ code: 'ended-before-start' })
  if (known.outcome === null) return yes({ kind: 'attempt-ended', ...end })
  if (known.outcome !== end.outcome)
    return mayHaveWorked(known, { by, now: end.finishedAt })
      ? yes({ kind: 'attempt-ended', ...end, finishedAt: known.finishedAt ?? end.finishedAt })
      : refused({ code: 'attempt-ended', outcome: known.outcome })
  const { id, seen, notSeen } = end
  const isSame = known.seen.join() === seen.join() && known.notSeen.join() === notSeen.join()
  // What was seen may be told more fully afterwards; when it ended stays.
  return isSame ? yes() : yes({ kind: 'attempt-told', id, seen, notSeen })
}

/** Said to have failed by a slip of the hand: whoever made the attempt says at once what it was. */
export const mayHaveWorked = (
  { outcome, finishedAt, by: maker }: Pick<Attempt, 'outcome' | 'finishedAt' | 'by'>,
  { by, now }: Pick<World, 'by' | 'now'>,
): boolean => outcome === 'failed' && finishedAt !== null && maker === by && isAtOnce(finishedAt, now)

/** Steps that others stand on. */
const CHAIN: readonly StepKind[] = [
  'in-recovery',
  'back-to-keys',
  'account-taken-off',
  'revealed',
  'wipe-started',
  'wipe-finished',
  'first-start',
  'recovery-again',
  'set-up',
  'screen-lifted',
  'locked-and-woken',
  ...ACCOUNT_STEPS,
  ...CARRIER_STEPS,
]

export function decideTakeBack(
  job: JobState,
  { what, reason, isSupervisor }: TakeBack,
  world: World,
): Decided {
  const no = what.kind === 'step' ? whyNotStep(job, what, isSupervisor) : whyNotCode(job, what)
  if (!no && reason.length < LEAST_REASON && !canBeTakenBackAtOnce(job, what, world))
    return refused({ code: 'reason-missing' })
  return no ?? yes({ kind: 'taken-back', what, reason, by: world.by, at: world.now })
}

/** How long a slip of the hand is undone without saying why, in milliseconds. Common practice, no source. */
const AT_ONCE_MS = 120_000
const LEAST_REASON = 3
const isAtOnce = (at: string, now: string) => Date.parse(now) - Date.parse(at) <= AT_ONCE_MS

/** Whether a step needs no reason to be taken back: it has just been told, by the same person. */
export function canBeTakenBackAtOnce(
  job: Pick<JobState, 'steps'>,
  what: TakenBack,
  { by, now }: Pick<World, 'by' | 'now'>,
): boolean {
  const step = what.kind === 'step' ? job.steps.find(({ key }) => key === what.key) : undefined
  return step !== undefined && step.by === by && isAtOnce(step.at, now)
}

/** The last step of the chain that can be taken back now; undefined where there is none. */
export function lastStep(job: JobState): Step | undefined {
  const last = job.steps.findLast(({ change }) => CHAIN.includes(change.kind))
  return last && whyNotStep(job, last, true) ? undefined : last
}

function whyNotStep(job: JobState, { key }: Pick<Step, 'key'>, isSupervisor: boolean): Decided | undefined {
  const step = job.steps.find((one) => one.key === key)
  if (!step || !CHAIN.includes(step.change.kind) || step.change.kind === 'revealed')
    return refused({ code: 'nothing-to-take-back' })
  const later = job.steps.find((one) => CHAIN.includes(one.change.kind) && compareSteps(one, step) > 0)
  if (later) return refused({ code: 'something-stands-on-it', later: later.change.kind })
  if (job.accountConfirmed && Date.parse(job.accountConfirmed.at) >= Date.parse(step.at))
    return refused({ code: 'something-stands-on-it', later: 'account' })
  // The attempt that it ended may have been in its count-in still.
  const own = step.change.kind === 'in-recovery' ? step.change.attempt : undefined
  if (job.attempts.some(({ id, startedAt }) => id !== own && Date.parse(startedAt) > Date.parse(step.at)))
    return refused({ code: 'something-stands-on-it', later: 'attempt' })
  // A breach does not vanish by the word of whoever made it.
  const isBreach = standingOf(job).breaches.some(({ at }) => at === step.at)
  return isBreach && !isSupervisor ? refused({ code: 'supervisor-takes-back' }) : undefined
}

function whyNotCode(
  job: JobState,
  { orderId }: Extract<TakenBack, { kind: 'code-refused' }>,
): Decided | undefined {
  const order = job.orders.find(({ id }) => id === orderId)
  if (!order || order.answer !== 'code' || order.entriesMade === 0)
    return refused({ code: 'nothing-to-take-back' })
  return order.state === 'answered' || order.state === 'blocked'
    ? undefined
    : refused({ code: 'something-stands-on-it', later: 'order' })
}
