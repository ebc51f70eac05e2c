import { gatesOfAnOrder, gatesOfTheJob, isOrderFromAfar } from '../route/index.ts'
import type { Command } from './commands.ts'
import { refused, yes, type Decided } from './decided.ts'
import { barring } from './decideBench.ts'
import type { JobState, Order, OrderChange } from './records.ts'
import { factsOf, isReported, progressOf, type World } from './standing.ts'
import { standingOf } from './steps.ts'

type Account = Extract<Command, { kind: 'confirm-account' }>
type OrderCommand = Extract<Command, { kind: 'place-order' | 'change-order' }>
type Remote = Extract<Command, { kind: 'may-ask-remote' | 'remote-said' }>

/** The account lock is seen to be off where it would ask: at the set-up wizard. */
export function decideAccount(job: JobState, { how }: Account, world: World): Decided {
  if (job.accountConfirmed) return yes()
  const { bench, deleted } = standingOf(job)
  const isAtTheWizard =
    (deleted !== 'no' && bench.setUpAt !== undefined) || factsOf(job).complaint === 'second-hand'
  if (!isAtTheWizard) return refused({ code: 'not-at-the-wizard' })
  if (isReported(job)) return refused({ code: 'reported' })
  return yes({ kind: 'account-confirmed', confirmed: { how, at: world.now } })
}

/** While one of these stands, a second order would be a second fee. */
const UNDER_WAY: readonly Order['state'][] = ['waiting', 'answered', 'released']

export function decideOrder(job: JobState, command: OrderCommand, world: World): Decided {
  return command.kind === 'place-order' ? place(job, command, world) : change(job, command)
}

function place(
  job: JobState,
  { id, service }: Extract<OrderCommand, { kind: 'place-order' }>,
  world: World,
): Decided {
  if (job.orders.some((one) => one.id === id)) return yes()
  const facts = factsOf(job)
  if (isReported(job)) return refused({ code: 'reported' })
  const bars = barring(job)
  if (bars.length > 0) return refused({ code: 'no-work', gates: bars })
  const progress = progressOf(job)
  const missing = [
    ...gatesOfAnOrder(facts, world.device, progress),
    ...(isOrderFromAfar(facts) ? gatesOfTheJob(facts, progress) : []),
  ].filter(({ state }) => state !== 'open')
  if (missing.length > 0) return refused({ code: 'checks-missing', gates: missing })
  if (!facts.imei) return refused({ code: 'no-imei' })
  if (facts.originalCarrier !== service.carrier)
    return refused({ code: 'other-carrier', wanted: facts.originalCarrier ?? '', service: service.carrier })
  const underWay = job.orders.find(({ state }) => UNDER_WAY.includes(state))
  if (underWay) return refused({ code: 'order-under-way', state: underWay.state })
  return yes({
    kind: 'order-placed',
    order: {
      id,
      jobId: job.id,
      version: 1,
      ...service,
      orderedAt: world.now,
      state: 'waiting',
      answer: null,
      code: null,
      triesMade: 0,
      triesAllowed: world.model?.entriesAllowed ?? 3,
    },
  })
}

function change(
  job: JobState,
  { id, orderVersion, change: made }: Extract<OrderCommand, { kind: 'change-order' }>,
): Decided {
  const order = job.orders.find((one) => one.id === id)
  if (!order) return refused({ code: 'order-unknown' })
  if (order.version !== orderVersion) return refused({ code: 'order-changed-meanwhile', order })
  return whyNotChanged(order, made) ?? yes({ kind: 'order-changed', id, change: made })
}

function whyNotChanged(order: Order, made: OrderChange): Decided | undefined {
  const unless = (holds: boolean) =>
    holds ? undefined : refused({ code: 'order-not-so', state: order.state, change: made.kind })
  switch (made.kind) {
    case 'answered':
      if (order.state === 'waiting' && made.answer === 'code' && made.code === undefined)
        return refused({ code: 'code-missing' })
      if (order.state === 'waiting' && made.answer !== 'code' && made.code !== undefined)
        return refused({ code: 'answer-has-no-code' })
      return unless(order.state === 'waiting')
    case 'code-tried':
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
