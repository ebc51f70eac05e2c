import type { FactName, Facts } from '../route/index.ts'
import { countsForTheVersion, type JobEvent } from './events.ts'
import { lineOf } from './money.ts'
import { orderAfter } from './orders.ts'
import { kindsIn, without } from './personal.ts'
import type { Attempt, JobState } from './records.ts'
import { withStep } from './steps.ts'

/** A job as it is opened. */
function opened({
  id,
  ticket,
  at,
  by,
  pricesId,
  catalogId,
  experience,
}: Extract<JobEvent, { kind: 'opened' }>): JobState {
  return {
    id,
    ticket,
    version: 0,
    events: 0,
    openedAt: at,
    openedBy: by,
    customer: { name: '', contact: '' },
    answers: {},
    intake: null,
    registry: [],
    asking: null,
    ownershipFiles: [],
    agreement: null,
    waived: [],
    steps: [],
    takenBack: [],
    attempts: [],
    accountConfirmed: null,
    orders: [],
    remoteRequests: [],
    handBack: null,
    pricesId,
    ...(experience ? { experience } : {}),
    catalogId,
  }
}

/**
 * The job after an event. Pure and total: what is not known is left alone, and nothing is refused here.
 * @param job undefined before the first event, which opens it or carries it over
 */
export function evolve(job: JobState | undefined, event: JobEvent): JobState {
  if (event.kind === 'carried-over') return event.job
  const before = event.kind === 'opened' ? opened(event) : job
  if (!before) throw new Error(`The first event of a job opens it, not ${event.kind}`)
  const { version, events } = before
  return {
    ...changed(typedSince(before, event), event),
    version: countsForTheVersion(event) ? version + 1 : version,
    events: events + 1,
  }
}

/** What is typed after it was forgotten is there again, until it is forgotten again. */
function typedSince(job: JobState, event: JobEvent): JobState {
  if (!job.gone || job.gone.length === 0) return job
  const typed = kindsIn(event)
  return { ...job, gone: job.gone.filter((kind) => !typed.includes(kind)) }
}

/** The fold of all events of a job, oldest first. @throws Error where the first does not open it */
export function jobOf(events: readonly JobEvent[]): JobState {
  const job = events.reduce<JobState | undefined>(evolve, undefined)
  if (!job) throw new Error('A job has at least the event that opened it')
  return job
}

function changed(job: JobState, event: Exclude<JobEvent, { kind: 'carried-over' }>): JobState {
  switch (event.kind) {
    case 'opened':
      return job
    case 'answered':
      return {
        ...job,
        answers: answersWith(job.answers, event.set),
        customer: { ...job.customer, ...event.customer },
        catalogId: event.catalogId ?? job.catalogId,
        // What a supervisor answered for was another answer.
        waived: job.waived.filter(({ check }) => !isWorse(check, job.answers, event.set)),
      }
    case 'intake-recorded':
      return { ...job, intake: event.intake }
    case 'file-kept':
      return { ...job, ownershipFiles: [...job.ownershipFiles, event.file] }
    case 'file-removed':
      return { ...job, ownershipFiles: job.ownershipFiles.filter(({ id }) => id !== event.id) }
    case 'registry-asked':
      return { ...job, asking: event.question }
    case 'registry-said':
      return {
        ...job,
        registry: [...job.registry, event.record],
        asking: event.key !== undefined && job.asking?.key === event.key ? null : job.asking,
      }
    case 'agreement-signed':
      return { ...job, agreement: event.record }
    case 'agreement-refused':
      return { ...job, agreement: event.record }
    case 'check-waived':
      return {
        ...job,
        waived: [...job.waived.filter(({ check }) => check !== event.waived.check), event.waived],
      }
    case 'step-made':
      return job.takenBack.includes(event.step.key)
        ? job
        : { ...job, steps: [...withStep(job.steps, event.step)] }
    case 'taken-back':
      return takenBack(job, event.what)
    case 'attempt-started':
      return job.attempts.some(({ id }) => id === event.attempt.id)
        ? job
        : { ...job, attempts: byStart([...job.attempts, event.attempt]) }
    case 'attempt-ended': {
      const { kind: _, id, ...end } = event
      return {
        ...job,
        attempts: job.attempts.map((one) =>
          one.id === id ? leftWhereUndone({ ...one, ...end }, job.takenBack) : one,
        ),
      }
    }
    case 'attempt-told': {
      const { id, seen, notSeen } = event
      return {
        ...job,
        attempts: job.attempts.map((one) => (one.id === id ? { ...one, seen, notSeen } : one)),
      }
    }
    case 'account-confirmed':
      return { ...job, accountConfirmed: event.confirmed }
    case 'order-placed':
      return {
        ...job,
        orders: [...job.orders, { ...event.order, ...(event.imei ? { imei: event.imei } : {}) }],
      }
    case 'order-changed':
      return {
        ...job,
        orders: job.orders.map((one) =>
          one.id === event.id ? orderAfter(one, event.change, event.at) : one,
        ),
      }
    case 'remote-said':
      return event.did === 'begin'
        ? {
            ...job,
            remoteRequests: [
              ...job.remoteRequests,
              { requestId: event.requestId, device: event.device, at: event.at },
            ],
          }
        : job
    case 'line-added':
      return { ...job, ownLines: [...(job.ownLines ?? []), event.line] }
    case 'payment-taken':
      return { ...job, payments: [...(job.payments ?? []), event.payment] }
    case 'customer-told':
      return { ...job, told: [...(job.told ?? []), event.told] }
    case 'bill-corrected':
      return {
        ...job,
        corrections: [...(job.corrections ?? []), event.record],
        ownLines: [...(job.ownLines ?? []), ...lineOf(event.record)],
      }
    case 'handed-back':
      return { ...job, handBack: event.record }
    case 'hold-placed':
      return { ...job, hold: event.hold }
    case 'hold-lifted': {
      const { hold: _, ...rest } = job
      return rest
    }
    case 'forgotten': {
      const { record } = event
      return {
        ...without(job, record.kinds),
        forgotten: [...(job.forgotten ?? []), record],
        gone: [...new Set([...(job.gone ?? []), ...record.kinds])],
      }
    }
  }
}

const byStart = (attempts: readonly JobState['attempts'][number][]) =>
  [...attempts].sort((a, b) => Date.parse(a.startedAt) - Date.parse(b.startedAt) || (a.id < b.id ? -1 : 1))

/** An attempt whose *in recovery* was taken back has shown nothing: it counts neither for its method nor for its cable. */
const leftWhereUndone = (one: Attempt, takenBack: readonly string[]): Attempt =>
  one.outcome === 'reached' && takenBack.includes(one.id)
    ? { ...one, outcome: 'left', seen: [], notSeen: [], marks: [] }
    : one

function answersWith(before: Facts, set: { readonly [Name in FactName]?: unknown }): Facts {
  const merged = Object.entries({ ...before, ...set }).filter(
    ([, value]) => value !== null && value !== undefined,
  )
  return Object.fromEntries(merged) as Facts
}

const ANSWERED_BY: Readonly<Record<JobState['waived'][number]['check'], readonly FactName[]>> = {
  'not-work-managed': ['workManaged'],
  'no-legal-matter': ['legalMatter'],
  ownership: ['whose'],
}

/** An answer that is new and worse than the one a check was waived under. */
function isWorse(
  check: JobState['waived'][number]['check'],
  before: Facts,
  set: { readonly [Name in FactName]?: unknown },
): boolean {
  return ANSWERED_BY[check].some((name) => {
    const now = set[name]
    return now !== undefined && now !== null && now !== before[name] && (now === 'yes' || name === 'whose')
  })
}

function takenBack(job: JobState, what: Extract<JobEvent, { kind: 'taken-back' }>['what']): JobState {
  switch (what.kind) {
    case 'step': {
      const change = job.steps.find(({ key }) => key === what.key)?.change
      const undone = [what.key, ...(change?.kind === 'in-recovery' && change.attempt ? [change.attempt] : [])]
      const takenBack = [...new Set([...job.takenBack, ...undone])]
      return {
        ...job,
        steps: job.steps.filter(({ key }) => key !== what.key),
        attempts: job.attempts.map((one) => leftWhereUndone(one, takenBack)),
        takenBack,
      }
    }
    case 'code-refused':
      return {
        ...job,
        orders: job.orders.map((one) =>
          one.id === what.orderId
            ? { ...one, state: 'answered', entriesMade: one.entriesMade - 1, version: one.version + 1 }
            : one,
        ),
      }
  }
}
