import { worthOfBest } from '../decision/index.ts'
import { asItIs, decide, problemOf, type Decision, type Given } from './decide.ts'
import {
  answerOf,
  areSaid,
  FACT_NAMES,
  isAnySaid,
  isSaid,
  offeredAnswers,
  secondsToAsk,
  sheetOf,
  type Asked,
  type FactAnswers,
  type FactName,
  type Facts,
  type RouteAction,
  type When,
} from '../facts/index.ts'
import { contradictedBy, saidWith, type DeviceOnJob } from './facts.ts'
import { mayBeWiped } from './figures.ts'
import { priorOf } from './priors.ts'

/** A question still open, and why it is asked. */
export type Question = QuestionOf<Asked>
interface QuestionOf<Name extends Asked> {
  readonly name: Name
  readonly why: WhyAsked
  /** The expected value of knowing the answer, in minor units of the shop's currency; 0 where only a gate asks. */
  readonly worthMinor: number
  /** Alone it is not worth its asking: with this one asked after it, it is, by as much. */
  readonly with?: FactName | undefined
}

/**
 * For safety before anything is touched; because nothing can be decided before; because the answer may change the
 * route; because a gate stays closed without it; because nobody can sign without it; because an order cannot be placed
 * without it; because after the wipe it is too late to ask.
 */
export type WhyAsked =
  | 'safety'
  | 'first'
  | 'may-change-the-route'
  | 'opens-a-gate'
  | 'to-sign'
  | 'for-the-order'
  | 'too-late-after'

/** What may change a route, by its worth alone. */
export const MAY_CHANGE = FACT_NAMES.filter((name) => sheetOf(name).mayChange)

/**
 * The questions in the order of their worth, less what asking takes: the expected value of knowing each, in one unit with
 * the weights. One that is worth less than that is not asked, and one that tells little only after what must be asked.
 * First what may be dangerous, then what nothing can be decided without; the customer's name where everything else that
 * an agreement needs is known; last what changes no route but cannot be asked any more after a wipe, where one may
 * come. Empty when nothing unknown would change anything.
 */
export function askNext(asked: Given, { choices, policy }: Decision = decide(asked)): readonly Question[] {
  const given = asItIs(asked)
  const { facts } = given
  const isOpen = (name: Asked) => (name === 'customer' ? !given.customerNamed : !isSaid(facts[name]))
  if (choices[0]?.reason.code === 'gate-closed-for-good') return []
  const questions: Question[] = []
  const ask = (name: Asked, why: WhyAsked, worthMinor = 0, more: Pick<Question, 'with'> = {}) => {
    if (isOpen(name) && !questions.some((one) => one.name === name))
      questions.push({ name, why, worthMinor, ...more })
  }
  const now = new Valuer(given, policy.worth)
  /** What asking takes, at the bench's price. */
  const costOf = (name: FactName) => (secondsToAsk(name) / 3600) * given.prices.weights.benchHourMinor
  if (facts.deviceHere !== 'no') ask('hazard', 'safety', now.worthOfGate('hazard'))
  ask('complaint', 'first', now.worthOf('complaint'))
  if (!given.device && facts.complaint !== 'carrier-lock-only') ask('modelId', 'first')
  for (const name of broughtUp(given))
    ask(name, sheetOf(name).isForTheOrder ? 'for-the-order' : 'opens-a-gate', now.worthOfGate(name))
  const byWorth: QuestionOf<FactName>[] = []
  const mayAsk = unanswered(given)
  for (const name of mayAsk) {
    // Asked where the answer, or that it was asked at all, changes what is done; weighed by the answer alone.
    if (now.gainOf(name) > costOf(name))
      byWorth.push({
        name: firstOf(name, given),
        why: 'may-change-the-route',
        worthMinor: now.worthOf(name),
      })
  }
  if (byWorth.length === 0) byWorth.push(...twoAhead(mayAsk, given, now, costOf))
  for (const name of gateFacts(given)) {
    const worthMinor = now.worthOfGate(name)
    if (!isOpen(name) || worthMinor <= costOf(name)) continue
    byWorth.push({ name: firstOf(name, given), why: 'opens-a-gate', worthMinor })
  }
  const netOf = ({ name, worthMinor }: QuestionOf<FactName>) => worthMinor - costOf(name)
  byWorth.sort((a, b) => netOf(b) - netOf(a))
  const tell = ({ name, why, worthMinor, with: second }: Question) =>
    ask(name, why, worthMinor, second ? { with: second } : {})
  // What tells much comes before what has to be asked anyway, and that before what tells little.
  const much = Math.abs(policy.worth) * TELLS_MUCH
  byWorth.filter((one) => one.why === 'opens-a-gate' || netOf(one) >= much).forEach(tell)
  if (asksForSystem(given)) ask('systemVersion', 'may-change-the-route')
  for (const name of gateFacts(given)) ask(name, 'opens-a-gate')
  ask('customer', 'to-sign')
  byWorth.forEach(tell)
  for (const name of forTheOrder(given)) ask(name, 'for-the-order')
  if (mayBeWiped(policy))
    for (const name of tooLateAfter(given, choices[0]?.action)) ask(name, 'too-late-after')
  return questions
}

/**
 * Where no question pays alone, the one that pays best with another asked after it, if that is worth asking then; none
 * where none does. Neither waits for a third.
 */
function twoAhead(
  names: readonly FactName[],
  given: Given,
  now: Valuer,
  costOf: (name: FactName) => number,
): readonly QuestionOf<FactName>[] {
  const waitsFor = (name: FactName) => firstOf(name, given)
  const pairs = names
    .filter((name) => waitsFor(name) === name)
    .flatMap((name) =>
      names
        .filter((second) => second !== name && [second, name].includes(waitsFor(second)))
        .map((second) => ({ name, with: second, worthMinor: now.gainOfBoth(name, second, costOf(second)) })),
    )
  const netOf = ({ name, worthMinor }: (typeof pairs)[number]) => worthMinor - costOf(name)
  const [best] = pairs.filter((pair) => netOf(pair) > 0).sort((a, b) => netOf(b) - netOf(a))
  return best ? [{ ...best, why: 'may-change-the-route' }] : []
}

/** From this part of the job's worth on an answer tells much. Common practice, no source. */
const TELLS_MUCH = 0.08

/** Whether what a sheet says of the other facts and of the device is so on this job. */
function holds(
  when: When<FactAnswers> | undefined,
  { facts, device }: Pick<Given, 'facts' | 'device'>,
  first?: RouteAction,
): boolean {
  if (!when) return true
  const isTheirs = facts.accountOnDevice === 'yes' && facts.complaint !== 'second-hand'
  if (when.someoneSignsIn && (!isTheirs || first === 'reset-from-settings')) return false
  if (when.device === 'cellular' && device?.cellular === false) return false
  if (when.device === 'no-watch' && device?.kind === 'watch') return false
  return areSaid(when.is ?? {}, facts) && !isAnySaid(when.not ?? {}, facts)
}

/** The question, or the one that must be asked before it, where that is one of this job. */
function firstOf(name: FactName, given: Given): FactName {
  const { after: before } = sheetOf(name)
  const isFirst = before && !isSaid(given.facts[before]) && holds(sheetOf(before).when, given)
  return isFirst ? firstOf(before, given) : name
}

/** An answer to a question. */
type Said = readonly [name: FactName, value: string | number]

/** Expected values by solving anew with each answer that may come. */
export class Valuer {
  readonly #given: Given
  readonly #now: number
  readonly #solved = new Map<string, number>()
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

  /** What asking gains where, by the answer, another question is asked after it for so much, or none. */
  gainOfBoth(first: FactName, second: FactName, costOfSecond: number): number {
    const { facts, device } = this.#given
    const both = (priorOf(first, facts, device) ?? []).reduce((all, [value, share]) => {
      const knowing = (priorOf(second, facts, device) ?? []).reduce(
        (sum, [then, chance]) => sum + chance * this.#worthWith([first, value], [second, then]),
        0,
      )
      return all + share * Math.max(this.#worthWith([first, value]), knowing - costOfSecond)
    }, 0)
    return Math.max(0, both - this.#now)
  }

  /** The same as `worthOf`, not cut off: below 0 where the model does not weigh what it does not know. */
  uncut(name: FactName): number {
    return this.#with(name) - this.#inVain(name)
  }

  /** The mean of what the job is worth with each answer; that of a model is one of an ordinary model. */
  #with(name: FactName): number {
    return name === 'modelId'
      ? this.#withModel()
      : (priorOf(name, this.#given.facts, this.#given.device) ?? []).reduce(
          (all, [value, share]) => all + share * this.#worthWith([name, value]),
          0,
        )
  }

  /** What the job is worth with these answers, each set of them solved once. */
  #worthWith(...said: readonly Said[]): number {
    const key = said
      .map(([name, value]) => `${name}=${value}`)
      .sort()
      .join()
    const known = this.#solved.get(key)
    if (known !== undefined) return known
    const solved = worth(
      said.reduce<Given>((given, [name, value]) => withFact(given, name, value), this.#given),
    )
    this.#solved.set(key, solved)
    return solved
  }

  /** Where an act waits for its question, it may be done once that was asked, whatever was answered. */
  #inVain(name: FactName): number {
    return sheetOf(name).isWaitedFor ? Math.max(this.#now, this.#worthWith([name, 'unknown'])) : this.#now
  }

  /** That of not working on a device one must not work on. */
  worthOfGate(name: FactName): number {
    const closing = sheetOf(name).gate?.closes
    const share = priorOf(name, this.#given.facts, this.#given.device)?.find(
      ([value]) => value === closing,
    )?.[1]
    if (share === undefined) return 0
    const blind = Math.max(0, this.#now - share * this.#given.prices.weights.wrongDeviceMinor)
    return Math.max(0, (1 - share) * this.#now - blind)
  }

  /** Knowing the model is knowing its keys: worth what an ordinary model of the catalogue would be. */
  #withModel(): number {
    return this.#given.device ? this.#now : worth({ ...this.#given, device: ORDINARY })
  }
}

/** A phone of which nothing is known yet. */
export const ORDINARY: DeviceOnJob = {
  kind: 'phone',
  cellular: true,
  settingsPath: [],
  asksForAccount: true,
  acceptsOldScreenLock: false,
  canReachRecovery: true,
}

const worth = (given: Given): number => worthOfBest(problemOf(given))
export const withFact = (given: Given, name: FactName, value: string | number): Given => ({
  ...given,
  facts: { ...given.facts, [name]: value } as Facts,
})

/**
 * With each answer to a question and all that it says of other facts, the likeliest first; none where its answers cannot
 * be listed.
 */
export function answersTo(given: Given, name: Asked): readonly Given[] {
  if (name === 'customer') return [{ ...given, customerNamed: true }]
  const likely = [...(priorOf(name, given.facts, given.device) ?? [])]
    .sort(([, one], [, other]) => other - one)
    .map(([value]) => value)
  const others = offeredAnswers(name, given.device)
    .map((offered) => answerOf(name, offered))
    .filter((value) => !likely.includes(value))
  return [...likely, ...others].map((value) => {
    const { facts } = withFact(given, name, value)
    const contradicted = contradictedBy({ [name]: value }, given.facts)
    const stands = Object.fromEntries(Object.entries(facts).filter(([one]) => one !== contradicted))
    return { ...given, facts: { ...saidWith(facts), ...stands } }
  })
}

/** What nobody has answered yet of what may change the route, and is a question on this device. */
export const unanswered = (given: Given): readonly FactName[] =>
  MAY_CHANGE.filter((name) => !isSaid(given.facts[name]) && holds(sheetOf(name).when, given))

/** What an answer has just brought up: it is asked in the same breath. */
const broughtUp = (given: Given): readonly FactName[] =>
  FACT_NAMES.filter((name) => {
    const { broughtUpBy } = sheetOf(name)
    return broughtUpBy && holds({ is: broughtUpBy }, given)
  })

/** The facts that the gates of this job stand on, in the order a counter asks them. */
const gateFacts = (given: Given): readonly FactName[] =>
  FACT_NAMES.filter((name) => {
    const { gate } = sheetOf(name)
    return gate && holds(gate.when, given)
  })

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
const forTheOrder = (given: Given): readonly FactName[] =>
  holds({ is: { carrierLocked: ['yes'] }, device: 'cellular' }, given)
    ? FACT_NAMES.filter((name) => sheetOf(name).isForTheOrder)
    : []

/** What decides nothing, but is discovered after the wipe where nobody asked before it. */
const tooLateAfter = (given: Given, first: RouteAction | undefined): readonly FactName[] =>
  FACT_NAMES.filter((name) => {
    const { tooLateAfter: when } = sheetOf(name)
    return when && holds(when, given, first)
  })
