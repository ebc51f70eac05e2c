import {
  agreementGate,
  gatesOfAnAccountRelease,
  gatesOfAnOrder,
  gatesOfTheJob,
  isOrderFromAfar,
  isOfItsCarrier,
  type Gate,
} from '../route/index.ts'
import { takesModel } from '../supply/index.ts'
import { accountPlanOf, carrierPlanOf, isAtTheWizard } from './desks.ts'
import type { Command } from './commands.ts'
import { refused, yes, type Decided } from './decided.ts'
import { barring } from './decideBench.ts'
import type { JobEvent } from './events.ts'
import {
  entriesMadeAt,
  isBlocked,
  refundIsDue,
  releasedBy,
  type AtTheSupplier,
  type Order,
  type OrderChange,
  type ReleasedLock,
} from './orders.ts'
import { type JobState } from './records.ts'
import { factsOf, isReported, progressOf, routeOf, type Around, type World } from './standing.ts'

type Account = Extract<Command, { kind: 'confirm-account' }>
type OrderCommand = Extract<Command, { kind: 'place-order' | 'change-order' }>
type Remote = Extract<Command, { kind: 'may-ask-remote' | 'remote-said' }>

/** The account lock is seen to be off where it would ask: at the set-up wizard. */
export function decideAccount(job: JobState, { how }: Account, world: World): Decided {
  if (job.accountConfirmed) return yes()
  const no = whyNotConfirmed(job)
  if (no) return no
  const confirmed: JobEvent = { kind: 'account-confirmed', confirmed: { how, at: world.now } }
  // What was ordered for it is proven by it.
  const order = job.orders.find((one) => releasedBy(one) === 'account' && one.state === 'answered')
  return order
    ? yes({ kind: 'order-changed', id: order.id, change: { kind: 'proven' }, at: world.now }, confirmed)
    : yes(confirmed)
}

function whyNotConfirmed(job: JobState): Decided | undefined {
  if (!isAtTheWizard(job)) return refused({ code: 'not-at-the-wizard' })
  return isReported(job) ? refused({ code: 'reported' }) : undefined
}

/** While one of these stands, a second order would be a second fee. */
const UNDER_WAY: readonly Order['state'][] = ['waiting', 'answered', 'released']
export const orderUnderWay = (job: JobState, lock: ReleasedLock): Order | undefined =>
  job.orders.find((one) => releasedBy(one) === lock && UNDER_WAY.includes(one.state))

/** Services that have failed for the IMEI the job has now: another one may be answered otherwise. */
export const failedServices = ({ orders, answers }: JobState, lock: ReleasedLock): readonly number[] =>
  orders
    .filter((one) => releasedBy(one) === lock && one.state === 'failed' && one.imei === answers.imei)
    .map(({ serviceId }) => serviceId)

/** What must hold before a release is ordered. */
export function gatesBefore(lock: ReleasedLock, job: JobState, around: Around): readonly Gate[] {
  const { device } = around
  const facts = factsOf(job)
  const progress = progressOf(job)
  // A fee is paid for a customer who has agreed to it.
  const agreed = agreementGate(routeOf(job, around).agreement.state)
  if (lock === 'account') return [...gatesOfAnAccountRelease(facts, progress), agreed]
  return [
    agreed,
    ...gatesOfAnOrder(facts, device, progress),
    ...(isOrderFromAfar(facts) ? gatesOfTheJob(facts, progress) : []),
  ]
}

export function decideOrder(job: JobState, command: OrderCommand, world: World): Decided {
  return command.kind === 'place-order' ? place(job, command, world) : change(job, command, world)
}

/** Whether the device stands where it would ask for its account, and nothing says that it does not. */
const asksForAccount = (job: JobState, around: Around): boolean =>
  isAtTheWizard(job) &&
  !['never-asks', 'taken-off'].includes(accountPlanOf(job, around, job.openedAt).situation)

/** Why no release can be ordered on a job now, whoever offers it; the desk and the decision ask the same. */
export function whyNoOrder(lock: ReleasedLock, job: JobState, around: Around): Decided | undefined {
  if (isReported(job)) return refused({ code: 'reported' })
  const bars = barring(job)
  if (bars.length > 0) return refused({ code: 'no-work', gates: bars })
  const missing = gatesBefore(lock, job, around).filter(({ state }) => state !== 'open')
  if (missing.length > 0) return refused({ code: 'checks-missing', gates: missing })
  if (!factsOf(job).imei) return refused({ code: 'no-imei' })
  // A release for another model is a fee for nothing.
  if (!around.device) return refused({ code: 'no-model' })
  if (lock === 'account' && job.accountConfirmed) return refused({ code: 'account-confirmed' })
  if (lock === 'carrier' && progressOf(job).carrierReleased) return refused({ code: 'carrier-confirmed' })
  // A fee for a lock that does not ask is a fee for nothing.
  if (lock === 'account' && !asksForAccount(job, around)) return refused({ code: 'account-not-asked' })
  if (lock === 'carrier' && isBlocked(job)) return refused({ code: 'device-blocked' })
  const underWay = orderUnderWay(job, lock)
  return underWay && refused({ code: 'order-under-way', state: underWay.state })
}

function place(
  job: JobState,
  { id, service, because, entriesElsewhere = 0 }: Extract<OrderCommand, { kind: 'place-order' }>,
  world: World,
): Decided {
  if (job.orders.some((one) => one.id === id)) return yes()
  const lock = releasedBy(service)
  const no = whyNoOrder(lock, job, world)
  if (no) return no
  const { country, models = [], ...ordered } = service
  const facts = factsOf(job)
  if (lock === 'carrier' && !isOfItsCarrier(facts, { carrier: service.carrier, carrierCountry: country }))
    return refused({
      code: 'other-carrier',
      wanted: { carrier: facts.originalCarrier, country: facts.carrierCountry },
      service: { carrier: service.carrier, country },
    })
  // Nobody pays for what the carrier gives for free without having said why.
  const isToBeAsked =
    lock === 'carrier' && carrierPlanOf(job, world, world.now).situation === 'from-the-carrier'
  if (isToBeAsked && !because) return refused({ code: 'ask-the-carrier-first' })
  if (!takesModel({ models }, world.model?.name))
    return refused({ code: 'other-model', model: world.model?.name ?? '', models })
  const entriesAllowed = world.model?.entriesAllowed ?? 3
  const entriesMade = lock === 'carrier' ? Math.max(entriesMadeAt(job), entriesElsewhere) : 0
  if (lock === 'carrier' && entriesMade >= entriesAllowed) return refused({ code: 'device-blocked' })
  return yes({
    kind: 'order-placed',
    imei: facts.imei,
    order: {
      id,
      jobId: job.id,
      version: 1,
      ...ordered,
      ...(isToBeAsked ? { because } : {}),
      orderedAt: world.now,
      state: 'waiting',
      answer: null,
      code: null,
      entriesMade,
      entriesAllowed,
    },
  })
}

function change(
  job: JobState,
  { id, orderVersion, change: made, mail }: Extract<OrderCommand, { kind: 'change-order' }>,
  world: World,
): Decided {
  const order = job.orders.find((one) => one.id === id)
  if (!order) return refused({ code: 'order-unknown' })
  if (order.version !== orderVersion) return refused({ code: 'order-changed-meanwhile', order })
  // Said twice is said once.
  if (made.kind === 'confirmed' && order.confirmedAt !== undefined) return yes()
  const no = whyNotChanged(order, made, world.now)
  if (no) return no
  // The account lock is proven to be off where it would ask, and there alone.
  if (releasedBy(order) === 'account' && made.kind === 'proven')
    return decideAccount(job, { kind: 'confirm-account', how: 'step-skipped' }, world)
  const changed = { kind: 'order-changed', id, at: world.now, mail } as const
  // Who gives all of the fee back delivers no more: another may be ordered.
  const isOver = made.kind === 'refunded' && made.minor === order.feeMinor && order.state === 'waiting'
  return yes(
    { ...changed, change: made },
    ...(isOver ? [{ ...changed, change: { kind: 'failed' } } as const] : []),
  )
}

function whyNotChanged(order: Order, made: OrderChange | AtTheSupplier, now: string): Decided | undefined {
  const unless = (holds: boolean) =>
    holds ? undefined : refused({ code: 'order-not-so', state: order.state, change: made.kind })
  switch (made.kind) {
    case 'sent':
      return unless(order.state === 'waiting' && order.number === undefined)
    case 'confirmed':
    case 'delayed':
    case 'followed-up':
    case 'cancelled':
      return unless(order.state === 'waiting')
    case 'sheet-sent':
      return unless(order.state === 'answered' && releasedBy(order) === 'carrier')
    case 'second-code': {
      if (order.refusedCodes?.includes(made.code)) return refused({ code: 'code-refused-before' })
      return unless(order.state === 'answered' && order.answer === 'code' && order.code !== made.code)
    }
    case 'refund-asked':
      return unless(refundIsDue(order, now))
    case 'refunded':
      if (made.minor > order.feeMinor)
        return refused({ code: 'refund-above-fee', feeMinor: order.feeMinor, currency: order.currency })
      return unless(order.state === 'failed' || order.refund !== undefined)
    case 'answered':
      if (order.state === 'waiting' && releasedBy(order) === 'account' && made.answer !== 'over-the-air')
        return refused({ code: 'answer-not-of-this-lock' })
      if (order.state === 'waiting' && made.answer === 'code' && made.code === undefined)
        return refused({ code: 'code-missing' })
      if (order.state === 'waiting' && made.answer !== 'code' && made.code !== undefined)
        return refused({ code: 'answer-has-no-code' })
      return unless(order.state === 'waiting')
    case 'code-entered':
      return unless(order.state === 'answered' && order.answer === 'code')
    case 'proven':
      return unless(order.state === 'answered' && order.answer !== 'code')
    case 'failed':
      return unless(order.state === 'waiting' || order.state === 'answered')
  }
}

/** A remote unlock is asked for one job and its device; another job's request is not answered here. */
export function decideRemote(job: JobState, command: Remote, world: World): Decided {
  const { imei, serialNumber } = job.answers
  const device = imei ?? serialNumber
  if (command.kind === 'remote-said') {
    const { did, requestId, state } = command
    return did === 'look'
      ? yes()
      : yes({ kind: 'remote-said', did, requestId, state, device: device ?? '', at: world.now })
  }
  if (isReported(job)) return refused({ code: 'reported' })
  const bars = barring(job)
  if (bars.length > 0) return refused({ code: 'no-work', gates: bars })
  if (!device) return refused({ code: 'no-imei' })
  const { requestId } = command
  if (requestId === undefined) return yes()
  return job.remoteRequests.some((one) => one.requestId === requestId && one.device === device)
    ? yes()
    : refused({ code: 'request-of-another-job' })
}
