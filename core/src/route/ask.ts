import { solve } from '../decision/index.ts'
import { secondsToAsk } from './asking.ts'
import { asItIs, decide, problemOf, type Decision, type Given } from './decide.ts'
import type { DeviceOnJob, FactName, Facts, RouteAction } from './facts.ts'
import { priorOf } from './priors.ts'

/** A question still open, and why it is asked. */
export interface Question {
  readonly name: FactName
  readonly why: WhyAsked
  /** The expected value of knowing the answer, in minor units of the shop's currency; 0 where only a gate asks. */
  readonly worthMinor: number
}

/**
 * For safety before anything is touched; because nothing can be decided before; because the answer may change the
 * route; because a gate stays closed without it; because an order cannot be placed without it; because after the wipe it
 * is too late to ask.
 */
export type WhyAsked =
  'safety' | 'first' | 'may-change-the-route' | 'opens-a-gate' | 'for-the-order' | 'too-late-after'

/** What may change a route, by its worth alone. */
export const MAY_CHANGE: readonly FactName[] = [
  'modelId',
  'knowsScreenLock',
  'wrongTries',
  'wipesItself',
  'remoteUnlockSetUp',
  'online',
  'accountOnDevice',
  'knowsAccountPassword',
  'secondStep',
  'passwordChangedLately',
  'dataWorth',
  'backup',
  'carrierLocked',
  'contractRunning',
  'sellerReachable',
  'proofOfPurchase',
  'keysWork',
  'powersOn',
]

/** What a gate of the job asks, with the answer that closes it for good. */
const CLOSES: Readonly<Partial<Record<FactName, string>>> = {
  hazard: 'swollen-battery',
  workManaged: 'yes',
  legalMatter: 'yes',
  whose: 'somebody-elses',
  registryAnswer: 'reported',
  ownership: 'not-shown',
}

/**
 * The questions in the order of their worth, less what asking takes: the expected value of knowing each, in one unit with
 * the weights. One that is worth less than that is not asked, and one that tells little only after what must be asked.
 * First what may be dangerous, then what nothing can be decided without; last what changes no route but cannot be
 * asked any more after the wipe. Empty when nothing unknown would change anything.
 */
export function askNext(asked: Given, { choices, policy }: Decision = decide(asked)): readonly Question[] {
  const given = asItIs(asked)
  const { facts } = given
  const isOpen = (name: FactName) => facts[name] === undefined || facts[name] === ''
  if (choices[0]?.reason.code === 'gate-closed-for-good') return []
  const questions: Question[] = []
  const ask = (name: FactName, why: WhyAsked, worthMinor = 0) => {
    if (isOpen(name) && !questions.some((one) => one.name === name)) questions.push({ name, why, worthMinor })
  }
  const now = new Valuer(given, policy.worth)
  /** What asking takes, at the bench's price. */
  const costOf = (name: FactName) => (secondsToAsk(name) / 3600) * given.prices.weights.benchHourMinor
  if (facts.deviceHere !== 'no') ask('hazard', 'safety', now.worthOfGate('hazard'))
  ask('complaint', 'first', now.worthOf('complaint'))
  if (!given.device && facts.complaint !== 'carrier-lock-only') ask('modelId', 'first')
  for (const name of broughtUp(given)) ask(name, 'opens-a-gate', now.worthOfGate(name))
  const byWorth: Question[] = []
  for (const name of MAY_CHANGE) {
    if (!isOpen(name) || !makesSense(name, given)) continue
    // Asked where the answer, or that it was asked at all, changes what is done; weighed by the answer alone.
    if (now.gainOf(name) > costOf(name))
      byWorth.push({
        name: firstOf(name, isOpen),
        why: 'may-change-the-route',
        worthMinor: now.worthOf(name),
      })
  }
  for (const name of gateFacts(given)) {
    const worthMinor = now.worthOfGate(name)
    if (!isOpen(name) || worthMinor <= costOf(name)) continue
    const asksWithImei = given.device?.cellular !== false
    byWorth.push({ name: asksWithImei ? firstOf(name, isOpen) : name, why: 'opens-a-gate', worthMinor })
  }
  const netOf = ({ name, worthMinor }: Question) => worthMinor - costOf(name)
  byWorth.sort((a, b) => netOf(b) - netOf(a))
  const tell = ({ name, why, worthMinor }: Question) => ask(name, why, worthMinor)
  // What tells much comes before what has to be asked anyway, and that before what tells little.
  const much = Math.abs(policy.worth) * TELLS_MUCH
  byWorth.filter((one) => one.why === 'opens-a-gate' || netOf(one) >= much).forEach(tell)
  if (asksForSystem(given)) ask('systemVersion', 'may-change-the-route')
  for (const name of gateFacts(given)) ask(name, 'opens-a-gate')
  byWorth.forEach(tell)
  for (const name of forTheOrder(given)) ask(name, 'for-the-order')
  for (const name of tooLateAfter(given, choices[0]?.action)) ask(name, 'too-late-after')
  return questions
}

/** From this part of the job's worth on an answer tells much. Common practice, no source. */
const TELLS_MUCH = 0.05

/** What must be asked before another question makes sense. */
const COMES_BEFORE: Readonly<Partial<Record<FactName, FactName>>> = {
  knowsAccountPassword: 'accountOnDevice',
  secondStep: 'accountOnDevice',
  passwordChangedLately: 'accountOnDevice',
  remoteUnlockSetUp: 'accountOnDevice',
  online: 'remoteUnlockSetUp',
  contractRunning: 'carrierLocked',
  // There is nothing to ask the registry with before.
  registryAnswer: 'imei',
}

/** The question, or the one that must be asked before it. */
function firstOf(name: FactName, isOpen: (name: FactName) => boolean): FactName {
  const before = COMES_BEFORE[name]
  return before && isOpen(before) ? firstOf(before, isOpen) : name
}

/** Questions that an act waits for. */
const WAITED_FOR: readonly FactName[] = ['remoteUnlockSetUp', 'knowsAccountPassword']

/** Expected values by solving anew with each answer that may come. */
export class Valuer {
  readonly #given: Given
  readonly #now: number
  readonly #knowing = new Map<FactName, number>()
  constructor(given: Given, now: number) {
    this.#given = given
    this.#now = now
  }

  /** What the answer is worth, against having asked in vain: never below 0, but by rounding. */
  worthOf(name: FactName): number {
    return Math.max(0, this.uncut(name))
  }

  /** What asking gains, against not having asked. */
  gainOf(name: FactName): number {
    return Math.max(0, this.#with(name) - this.#now)
  }

  /** The same as `worthOf`, not cut off: below 0 where the model does not weigh what it does not know. */
  uncut(name: FactName): number {
    return this.#with(name) - this.#inVain(name)
  }

  #with(name: FactName): number {
    const known = this.#knowing.get(name)
    if (known !== undefined) return known
    const { facts } = this.#given
    const knowing =
      name === 'modelId'
        ? this.#withModel()
        : (priorOf(name, facts) ?? []).reduce(
            (all, [value, share]) => all + share * worth(withFact(this.#given, name, value)),
            0,
          )
    this.#knowing.set(name, knowing)
    return knowing
  }

  /** Where an act waits for its question, it may be done once that was asked, whatever was answered. */
  #inVain(name: FactName): number {
    return WAITED_FOR.includes(name)
      ? Math.max(this.#now, worth(withFact(this.#given, name, 'unknown')))
      : this.#now
  }

  /** That of not working on a device one must not work on. */
  worthOfGate(name: FactName): number {
    const closing = CLOSES[name]
    const share = priorOf(name, this.#given.facts)?.find(([value]) => value === closing)?.[1]
    if (share === undefined) return 0
    const blind = Math.max(0, this.#now - share * this.#given.prices.weights.wrongDeviceMinor)
    return Math.max(0, (1 - share) * this.#now - blind)
  }

  /** Knowing the model is knowing its keys: worth what an ordinary model of the catalogue would be. */
  #withModel(): number {
    return this.#given.device ? this.#now : worth({ ...this.#given, device: ORDINARY })
  }
}

const ORDINARY: DeviceOnJob = {
  kind: 'phone',
  cellular: true,
  settingsPath: [],
  asksForAccount: true,
  acceptsOldScreenLock: false,
  canReachRecovery: true,
}

const worth = (given: Given): number => solve(problemOf(given)).worth
const withFact = (given: Given, name: FactName, value: string | number): Given => ({
  ...given,
  facts: { ...given.facts, [name]: value } as Facts,
})

/** Whether the question is one that somebody would ask on this job at all. */
function makesSense(name: FactName, { facts, device }: Given): boolean {
  const isLocked = facts.complaint === 'forgotten-lock' || facts.complaint === 'too-many-tries'
  const hasAccount = facts.accountOnDevice !== 'no'
  switch (name) {
    case 'wrongTries':
    case 'wipesItself':
      return isLocked && facts.knowsScreenLock !== 'yes'
    case 'remoteUnlockSetUp':
      return isLocked && hasAccount
    case 'online':
      return isLocked && hasAccount && facts.remoteUnlockSetUp !== 'no'
    case 'knowsAccountPassword':
    case 'secondStep':
    case 'passwordChangedLately':
      return hasAccount
    case 'carrierLocked':
      return device?.cellular !== false
    case 'contractRunning':
      return device?.cellular !== false && facts.carrierLocked !== 'no'
    case 'sellerReachable':
      return facts.complaint === 'second-hand'
    default:
      return true
  }
}

/** What an answer has just brought up: it is asked in the same breath. */
function broughtUp({ facts }: Given): readonly FactName[] {
  return [
    ...(facts.ownership === 'shown' ? (['ownershipNote'] as const) : []),
    ...(facts.imei ? (['registryAnswer'] as const) : []),
    ...(facts.registryAnswer === 'no-answer' ? (['registryReason'] as const) : []),
  ]
}

/** The facts that the gates of this job stand on, in the order a counter asks them. */
function gateFacts({ facts, device }: Given): readonly FactName[] {
  const asks: FactName[] = ['workManaged', 'legalMatter', 'whose']
  const isTouched = facts.complaint !== 'carrier-lock-only'
  if (isTouched && facts.complaint !== 'second-hand') asks.push('accountOnDevice')
  asks.push('ownership')
  if (facts.ownership === 'shown') asks.push('ownershipNote')
  if (device?.cellular !== false) asks.push('imei')
  asks.push('registryAnswer')
  if (facts.registryAnswer === 'no-answer') asks.push('registryReason')
  if (isTouched && facts.deviceHere !== 'no') asks.push('battery')
  return asks
}

/** Which system it has says how its keys and menus go; a device that shows its wizard is past both. */
function asksForSystem({ facts, device, progress }: Given): boolean {
  const isPast = progress.setUpReached || progress.screenLifted || facts.complaint === 'second-hand'
  return (
    device?.changesWithSystem === true &&
    facts.behavesAsSystem === undefined &&
    facts.complaint !== 'carrier-lock-only' &&
    !isPast
  )
}

/** What an order of a release is placed with. */
function forTheOrder({ facts, device }: Given): readonly FactName[] {
  return facts.carrierLocked === 'yes' && device?.cellular !== false
    ? ['originalCarrier', 'carrierCountry']
    : []
}

/** What decides nothing, but is discovered after the wipe where nobody asked before it. */
function tooLateAfter(given: Given, first: RouteAction | undefined): readonly FactName[] {
  const { facts, device } = given
  if (facts.complaint === undefined || facts.complaint === 'carrier-lock-only') return []
  if (facts.complaint === 'second-hand') return []
  const asks: FactName[] = []
  // Before a reset from the settings the account is taken off: nobody signs in afterwards.
  const willSignIn = facts.accountOnDevice === 'yes' && first !== 'reset-from-settings'
  if (willSignIn) asks.push('knowsAccountPassword', 'secondStep')
  if (willSignIn && facts.knowsAccountPassword === 'yes') asks.push('accountAddress')
  if (willSignIn && facts.knowsAccountPassword === 'yes') asks.push('passwordChangedLately')
  if (device?.kind !== 'watch') asks.push('memoryCard')
  if (device?.cellular !== false) asks.push('esimProfile', 'carrierLocked')
  asks.push('backup')
  return asks
}
