import type { DeviceOnJob, FactName, Facts } from './facts.ts'
import { gatesOfTheJob, type GateId } from './gates.ts'

/** What can be done, from gentlest to hardest. */
export type RouteAction =
  | 'ask-first'
  | 'remember'
  | 'remote-unlock'
  | 'seller-removes-account'
  | 'reset-from-settings'
  | 'clear-cache'
  | 'reset-from-recovery'
  | 'carrier-order'
  | 'makers-service'
  | 'refuse'

/** Why an action was chosen: a code for the sentence and the facts in it. */
export interface Reason {
  readonly code: ReasonCode
  readonly facts: readonly FactName[]
  readonly gate?: GateId | undefined
}

export type ReasonCode =
  | 'gate-closed-for-good'
  | 'consent-refused'
  | 'no-complaint-yet'
  | 'no-model-yet'
  | 'only-carrier-lock'
  | 'stranger-account'
  | 'secret-known'
  | 'remote-unlock-ready'
  | 'tries-left'
  | 'cache-first'
  | 'secret-forgotten'
  | 'no-way-into-recovery'

export interface Choice {
  readonly action: RouteAction
  readonly reason: Reason
}

/**
 * Decides the order of actions: the first is what to do, the next what to do if it fails. This is the seam
 * for the exact decision of values and chances; the rules here keep to the order from gentlest to hardest.
 */
export type Decider = (facts: Facts, device: DeviceOnJob | undefined) => readonly Choice[]

/** Wrong tries up to which remembering is still worth some minutes. Common practice, no source. */
const TRIES_WORTH_IT = 4

export const decideByRules: Decider = (facts, device) => {
  const barred = gatesOfTheJob(facts).find(({ state }) => state === 'closed-for-good')
  if (barred) return [choice('refuse', 'gate-closed-for-good', barred.facts, barred.id)]
  if (facts.consent === 'refused') return [choice('refuse', 'consent-refused', ['consent'])]
  if (!facts.complaint) return [choice('ask-first', 'no-complaint-yet', [])]
  if (facts.complaint === 'carrier-lock-only')
    return [choice('carrier-order', 'only-carrier-lock', ['complaint', 'carrierLocked'])]
  if (!device) return [choice('ask-first', 'no-model-yet', [])]
  if (facts.complaint === 'second-hand')
    return [
      choice('seller-removes-account', 'stranger-account', ['complaint']),
      choice('makers-service', 'stranger-account', ['complaint', 'ownership']),
    ]
  return [...gentle(facts), ...hard(device)]
}

function gentle(facts: Facts): Choice[] {
  const choices: Choice[] = []
  if (facts.knowsScreenLock === 'yes')
    choices.push(choice('reset-from-settings', 'secret-known', ['knowsScreenLock']))
  else if (
    facts.complaint === 'forgotten-lock' &&
    facts.wrongTries !== undefined &&
    facts.wrongTries <= TRIES_WORTH_IT
  )
    choices.push(choice('remember', 'tries-left', ['wrongTries']))
  if (
    facts.remoteUnlockSetUp === 'yes' &&
    facts.online === 'yes' &&
    facts.knowsAccountPassword === 'yes' &&
    facts.knowsScreenLock !== 'yes'
  )
    choices.push(
      choice('remote-unlock', 'remote-unlock-ready', ['remoteUnlockSetUp', 'online', 'knowsAccountPassword']),
    )
  if (facts.complaint === 'restarts-into-recovery' || facts.complaint === 'freezes')
    choices.unshift(choice('clear-cache', 'cache-first', ['complaint']))
  return choices
}

function hard(device: DeviceOnJob): Choice[] {
  return device.canReachRecovery
    ? [
        choice('reset-from-recovery', 'secret-forgotten', ['complaint', 'knowsScreenLock']),
        choice('makers-service', 'no-way-into-recovery', ['ownership']),
      ]
    : [choice('makers-service', 'no-way-into-recovery', ['modelId'])]
}

function choice(action: RouteAction, code: ReasonCode, facts: readonly FactName[], gate?: GateId): Choice {
  return { action, reason: { code, facts, gate } }
}
