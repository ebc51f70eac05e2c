import { decideByRules, type Choice, type Decider, type RouteAction } from './decide.ts'
import type { DeviceOnJob, FactName, Facts, Progress } from './facts.ts'
import { gatesOfAnOrder, gatesOfTheJob, gatesOfTheWipe, type Gate } from './gates.ts'
import { locksNow, type Locks } from './locks.ts'

export type StageId =
  'take-in' | 'prepare' | 'into-recovery' | 'reset' | 'first-start' | 'account' | 'carrier' | 'hand-back'

/** One stage of the work in its order, with what must hold before it begins. */
export interface Stage {
  readonly id: StageId
  readonly state: 'done' | 'now' | 'later'
  readonly gates: readonly Gate[]
  /** What this stage is about on this very job. */
  readonly note?: StageNote | undefined
}

export type StageNote = {
  readonly code:
    | 'all-data-gone'
    | 'data-kept'
    | 'will-ask-for-account'
    | 'will-not-ask'
    | 'may-ask-for-account'
    | 'order-needed'
    | 'ask-the-carrier'
  readonly facts: readonly FactName[]
}

export interface Route {
  readonly choices: readonly Choice[]
  readonly stages: readonly Stage[]
  readonly locks: Locks
  /** The facts still to be asked before the route can be gone, most pressing first. */
  readonly askNext: readonly FactName[]
}

/** From the facts to the ordered stages with gates and reasons. Pure and quick enough to run at every keystroke. */
export function planRoute(
  facts: Facts,
  device: DeviceOnJob | undefined,
  progress: Progress,
  decide: Decider = decideByRules,
): Route {
  const choices = decide(facts, device)
  const locks = locksNow(facts, device, progress)
  return {
    choices,
    locks,
    stages: stagesOf(choices[0]?.action ?? 'ask-first', facts, device, progress, locks),
    askNext: factsToAsk(facts, device),
  }
}

function stagesOf(
  action: RouteAction,
  facts: Facts,
  device: DeviceOnJob | undefined,
  progress: Progress,
  locks: Locks,
): readonly Stage[] {
  if (action === 'refuse' || action === 'makers-service' || action === 'ask-first')
    return inOrder([
      { id: 'take-in', done: progress.handedBack, gates: gatesOfTheJob(facts) },
      { id: 'hand-back', done: progress.handedBack, gates: [] },
    ])
  const ids = [
    ...INTO_STAGES[action],
    ...(locks.carrier === 'not-there' || action === 'carrier-order' ? [] : (['carrier'] as const)),
    'hand-back' as const,
  ]
  return inOrder(
    ids.map((id) => ({
      id,
      done: isDone(id, facts, progress, locks),
      gates: gatesOf(id, facts, device, progress),
      note: noteOf(id, action, facts, locks),
    })),
  )
}

const INTO_STAGES: Readonly<
  Record<Exclude<RouteAction, 'refuse' | 'makers-service' | 'ask-first'>, readonly StageId[]>
> = {
  remember: ['take-in', 'prepare', 'into-recovery', 'reset', 'first-start', 'account'],
  'remote-unlock': ['take-in', 'prepare', 'into-recovery', 'reset', 'first-start', 'account'],
  'reset-from-settings': ['take-in', 'prepare', 'reset', 'first-start'],
  'clear-cache': ['take-in', 'prepare', 'into-recovery', 'reset', 'first-start', 'account'],
  'reset-from-recovery': ['take-in', 'prepare', 'into-recovery', 'reset', 'first-start', 'account'],
  'seller-removes-account': ['take-in', 'account'],
  'carrier-order': ['take-in', 'carrier'],
}

function inOrder(
  stages: readonly { id: StageId; done: boolean; gates: readonly Gate[]; note?: StageNote | undefined }[],
): readonly Stage[] {
  const now = stages.findIndex(({ done }) => !done)
  return stages.map(({ id, gates, note }, index) => ({
    id,
    gates,
    note,
    state: index < now || now < 0 ? 'done' : index === now ? 'now' : 'later',
  }))
}

function isDone(id: StageId, facts: Facts, progress: Progress, locks: Locks): boolean {
  switch (id) {
    case 'take-in':
      return facts.consent === 'given' && gatesOfTheJob(facts).every(({ state }) => state === 'open')
    case 'prepare':
      return facts.battery === 'at-least-20' || facts.battery === 'external-power' || progress.inRecovery
    case 'into-recovery':
      return progress.inRecovery || progress.wipeStarted || progress.screenLifted
    case 'reset':
      return progress.wipeStarted || progress.screenLifted
    case 'first-start':
      return progress.setUpReached || progress.screenLifted
    case 'account':
      return locks.account === 'clear'
    case 'carrier':
      return (
        locks.carrier === 'clear' ||
        (facts.carrierLocked !== 'yes' && facts.complaint !== 'carrier-lock-only')
      )
    case 'hand-back':
      return progress.handedBack
  }
}

function gatesOf(
  id: StageId,
  facts: Facts,
  device: DeviceOnJob | undefined,
  progress: Progress,
): readonly Gate[] {
  switch (id) {
    case 'take-in':
      return gatesOfTheJob(facts)
    case 'reset':
      return gatesOfTheWipe(facts, progress)
    case 'carrier':
      return facts.carrierLocked === 'yes' ? gatesOfAnOrder(facts, device) : []
    case 'prepare':
    case 'into-recovery':
    case 'first-start':
    case 'account':
    case 'hand-back':
      return []
  }
}

function noteOf(id: StageId, action: RouteAction, facts: Facts, locks: Locks): StageNote | undefined {
  if (id === 'reset') return { code: 'all-data-gone', facts: ['complaint'] }
  if (id === 'account') {
    if (locks.account === 'will-appear' || locks.account === 'locked')
      return { code: 'will-ask-for-account', facts: ['accountOnDevice', 'accountAddress'] }
    return {
      code: locks.account === 'clear' ? 'will-not-ask' : 'may-ask-for-account',
      facts: ['accountOnDevice'],
    }
  }
  if (id === 'carrier' && locks.carrier !== 'clear')
    return facts.carrierLocked === 'yes' || action === 'carrier-order'
      ? { code: 'order-needed', facts: ['carrierLocked', 'originalCarrier'] }
      : { code: 'ask-the-carrier', facts: ['carrierLocked'] }
  return undefined
}

function factsToAsk(facts: Facts, device: DeviceOnJob | undefined): readonly FactName[] {
  const wanted: FactName[] = [
    'hazard',
    'complaint',
    'modelId',
    'workManaged',
    'legalMatter',
    'knowsScreenLock',
    'accountOnDevice',
  ]
  if (facts.accountOnDevice === 'yes') wanted.push('knowsAccountPassword', 'secondStep')
  if (!device || device.cellular) wanted.push('carrierLocked')
  if (!device || device.cellular) wanted.push('imei')
  wanted.push('ownership')
  if (facts.ownership === 'shown' && !facts.ownershipNote) wanted.push('ownershipNote')
  wanted.push('registryAnswer')
  if (facts.registryAnswer === 'no-answer' && !facts.registryReason) wanted.push('registryReason')
  wanted.push('battery', 'consent')
  return wanted.filter((name) => facts[name] === undefined || facts[name] === '')
}
