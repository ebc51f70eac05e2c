import { foreseeAccountLock } from '../account/index.ts'
import { PLATFORM_WAIT_LAW } from '../clocks/index.ts'
import { meanOf, threePoints } from '../decision/index.ts'
import type { Act, DecisionProblem, Outcome, Spread } from '../decision/index.ts'
import type { PriceList, Work } from '../price/index.ts'
import type { DeviceOnJob, FactName, Facts, RouteAction } from './facts.ts'
import { chanceOf } from './priors.ts'
import {
  AT_ONCE,
  DAY_MINUTES,
  dataWorthMinor,
  days,
  hours,
  minutes,
  remembering,
  resetMinutes,
  signInMinutes,
  type Remembering,
} from './usual.ts'
import { worldsOf, type World } from './worlds.ts'

/**
 * The counter's decision as a small problem: hidden facts as worlds, what can be done as acts with durations,
 * costs and chances. The chances of acts are common practice, no source, until a shop's evidence replaces them.
 */
export interface Place {
  readonly phase: 'open' | 'account' | 'carrier'
  /** Acts that did not work in this phase, in alphabetical order. */
  readonly failed: readonly RouteAction[]
  /** Acts that had not worked before the reset and tell something of the account, in alphabetical order. */
  readonly before: readonly RouteAction[]
  /** The customer has found the account's password again. */
  readonly passwordFound: boolean
  readonly wiped: boolean
  /** In the carrier phase: how likely the lock is, by what has been tried. Independent of all else. */
  readonly lockChance?: number | undefined
}

export type End =
  | 'works-data-kept'
  | 'works-data-gone'
  | 'account-lock-stays'
  | 'not-solved'
  | 'released'
  | 'carrier-lock-stays'

/** What an outcome is made of, to be added up along a course. */
export interface Made {
  readonly benchMinutes: number
  readonly minutes: Spread
  readonly workMinor: number
  readonly feesMinor: number
  readonly wipes: boolean
}
export interface RouteOutcome extends Outcome<Place, World> {
  readonly id: 'worked' | 'asks-for-account' | 'failed' | 'ends'
  readonly made: Made
  readonly end: End | undefined
}
export interface RouteAct extends Act<Place, World> {
  readonly id: RouteAction
  readonly outcomes: readonly RouteOutcome[]
}
export interface RouteProblem extends DecisionProblem<Place, World> {
  acts(place: Place): readonly RouteAct[]
}

export interface Circumstances {
  readonly facts: Facts
  readonly device: DeviceOnJob | undefined
  readonly prices: PriceList
  /** Acts that a gate closes. */
  readonly closed: ReadonlySet<RouteAction>
  readonly start: Place
}

/** The chance that a carrier lock is on it. */
export const lockChanceOf = ({ facts, device }: Pick<Circumstances, 'facts' | 'device'>): number =>
  device?.cellular === false ? 0 : chanceOf('carrierLocked', facts)

export function routeProblem(given: Circumstances): RouteProblem {
  const common = commonOf(given)
  return {
    worlds: worldsOf(given.facts, given.device),
    start: given.start,
    nameOf: ({ phase, failed, before, passwordFound, wiped }) =>
      `${phase}${passwordFound ? '+' : ''}${wiped ? '!' : ''}:${failed.join()}:${before.join()}`,
    acts: (place) => new ActsAt(given, common, place).all(),
  }
}

interface ActDraft {
  readonly id: RouteAction
  readonly benchMinutes: number
  readonly minutes: Spread
  readonly work?: Work
  readonly feesMinor?: number
  readonly chance: (world: World) => number
  /** Where success leads: to an end, or on from the same place. */
  readonly success: End | 'password-found'
  /** How likely the carrier lock is once this failed. */
  readonly lockChanceAfter?: number
  readonly wipes?: boolean
  /** Of what succeeds, the share that is asked for an account. */
  readonly asked?: (world: World) => number
  /** Worth of what may go wrong besides, taken off. */
  readonly riskMinor?: number
}

/** Where an outcome leads from wherever its act is done. */
type Leads = 'end' | 'onward' | 'password-found' | 'account' | 'failed'
interface ReadyPart extends Omit<RouteOutcome, 'next'> {
  readonly leads: Leads
}
interface ReadyAct {
  readonly id: RouteAction
  readonly parts: readonly ReadyPart[]
  readonly lockChanceAfter: number | undefined
}

const NOTHING_MADE: Made = { benchMinutes: 0, minutes: AT_ONCE, workMinor: 0, feesMinor: 0, wipes: false }
const ends = (end: End | undefined, chance: number): RouteOutcome => ({
  id: 'ends',
  chance: () => chance,
  worth: () => 0,
  next: undefined,
  end,
  made: NOTHING_MADE,
})

/** What is the same at every place of one problem. */
interface Common {
  readonly ready: Map<string, readonly ReadyAct[]>
  readonly lockChance: number
  /** Where it goes on once the device works, whatever was done before: nothing but the carrier lock matters there. */
  readonly carrierPhase: Place
  /** Acts before the reset whose failure tells something of who can answer the account lock, or is final. */
  readonly telling: readonly RouteAction[]
  readonly remembering: Remembering
  readonly dataMinor: number
  /** What a wipe costs the customer: the data, and setting up again. */
  readonly wipeMinor: number
  readonly mayAsk: boolean
  readonly resetMinutes: Spread
  readonly signInMinutes: Spread
  /** After the password was found anew, and so changed. */
  readonly signInMinutesAfterChange: Spread
}

function commonOf(given: Circumstances): Common {
  const { facts, device, prices } = given
  const lockChance = lockChanceOf(given)
  const dataMinor = dataWorthMinor(facts, prices)
  const mayKnow = device?.acceptsOldScreenLock === true && chanceOf('knowsScreenLock', facts) > 0
  return {
    ready: new Map(),
    lockChance,
    carrierPhase: { phase: 'carrier', failed: [], before: [], passwordFound: false, wiped: true, lockChance },
    telling: [
      'remote-unlock',
      'recover-account',
      'makers-service',
      ...(mayKnow ? (['remember'] as const) : []),
    ],
    remembering: remembering(facts, device?.waitLaw ?? PLATFORM_WAIT_LAW),
    dataMinor,
    wipeMinor: dataMinor + (facts.complaint === 'for-sale' ? 0 : prices.weights.setUpAgainMinor),
    mayAsk: foreseeAccountLock(facts, 'from-recovery', device).asks !== 'no',
    resetMinutes: resetMinutes(device),
    signInMinutes: signInMinutes(facts, device),
    signInMinutesAfterChange: signInMinutes({ ...facts, passwordChangedLately: 'yes' }, device),
  }
}

/** The acts that are to be had at a place, gentlest first. */
class ActsAt {
  readonly #given: Circumstances
  readonly #common: Common
  readonly #place: Place
  constructor(given: Circumstances, common: Common, place: Place) {
    this.#given = given
    this.#common = common
    this.#place = place
  }

  all(): readonly RouteAct[] {
    const { closed } = this.#given
    const { failed, before } = this.#place
    const acts: RouteAct[] = []
    for (const ready of this.#ready()) {
      const { id } = ready
      if (!closed.has(id) && !failed.includes(id) && !before.includes(id)) acts.push(this.#act(ready))
    }
    acts.push(this.#stop())
    return acts
  }

  /** What is there to be done, whatever has failed; the same for all places alike in all else. */
  #ready(): readonly ReadyAct[] {
    const { phase, passwordFound, wiped, failed } = this.#place
    // How likely the carrier lock is follows from what failed.
    const name = `${phase} ${String(passwordFound)} ${String(wiped)} ${phase === 'carrier' ? failed.join() : ''}`
    const known = this.#common.ready.get(name)
    if (known) return known
    const ready = this.#draftsAnew().map((draft) => this.#readyAct(draft))
    this.#common.ready.set(name, ready)
    return ready
  }

  #draftsAnew(): readonly ActDraft[] {
    if (this.#given.facts.complaint === undefined) return []
    switch (this.#place.phase) {
      case 'open':
        return this.#opening()
      case 'account':
        return this.#account()
      case 'carrier':
        return this.#carrier()
    }
  }

  #opening(): readonly ActDraft[] {
    const { facts, device } = this.#given
    const { complaint } = facts
    if (complaint === 'second-hand') return this.#strangers()
    const isLocked = complaint === 'forgotten-lock' || complaint === 'too-many-tries'
    const isLoop = complaint === 'restarts-into-recovery'
    const { getsIn, asked } = this.#whatReset()
    const drafts: ActDraft[] = []
    if (isLocked) {
      const { wait, chance } = this.#common.remembering
      drafts.push({
        id: 'remember',
        benchMinutes: 4,
        minutes: minutes(wait + 2, wait + 5, wait + 15),
        chance: ({ knowsScreenLock }) => (knowsScreenLock ? 0.97 : chance),
        success: 'works-data-kept',
        riskMinor: chanceOf('wipesItself', facts) * 0.1 * this.#common.dataMinor,
      })
      if (
        isAskedAndMaybe(facts.remoteUnlockSetUp) &&
        maybe(facts, 'online') &&
        maybe(facts, 'accountOnDevice')
      )
        drafts.push({
          id: 'remote-unlock',
          benchMinutes: 10,
          minutes: minutes(10, 20, 45),
          work: 'unlock-from-afar',
          chance: (world) => (world.remoteUnlockWorks && this.#signsIn(world) ? 0.9 : 0),
          success: 'works-data-kept',
        })
    }
    if (!isLoop && !isLocked && maybe(facts, 'knowsScreenLock'))
      drafts.push({
        id: 'reset-from-settings',
        benchMinutes: 10,
        minutes: minutes(12, 20, 40),
        work: 'reset-from-settings',
        chance: ({ knowsScreenLock }) => (knowsScreenLock ? (complaint === 'freezes' ? 0.9 : 0.98) : 0),
        success: 'works-data-gone',
        wipes: true,
      })
    if (isLoop || complaint === 'freezes')
      drafts.push({
        id: 'clear-cache',
        benchMinutes: 10,
        minutes: minutes(10, 15, 30),
        work: 'clear-cache',
        chance: ({ reachesRecovery: reaches }) => (reaches ? 0.25 : 0),
        success: 'works-data-kept',
      })
    if (isLoop && device?.systemFile !== false)
      drafts.push({
        id: 'install-system-again',
        benchMinutes: 25,
        minutes: minutes(30, 60, 120),
        work: 'install-system-again',
        chance: ({ reachesRecovery: reaches }) => (reaches ? (device?.systemFile ? 0.55 : 0.08) : 0),
        success: 'works-data-kept',
      })
    if (this.#common.mayAsk && maybe(facts, 'accountOnDevice')) drafts.push(...this.#passwordFirst())
    if (device?.canReachRecovery !== false)
      drafts.push({
        id: 'reset-from-recovery',
        benchMinutes: device ? 15 : 40,
        minutes: this.#common.resetMinutes,
        work: 'reset-from-recovery',
        chance: getsIn,
        success: 'works-data-gone',
        wipes: true,
        asked,
      })
    drafts.push(...this.#service())
    return drafts
  }

  /** A stranger's account asks already: only that account, or proof of purchase, lifts it. */
  #strangers(): readonly ActDraft[] {
    const { facts } = this.#given
    return [
      {
        id: 'seller-removes-account',
        benchMinutes: 8,
        minutes: hours(1, 24, 120),
        work: 'account-help',
        chance: () => 0.8 * chanceOf('sellerReachable', facts),
        success: 'works-data-kept',
      },
      ...this.#service(),
      ...this.#authorised(),
    ]
  }

  #account(): readonly ActDraft[] {
    const { device } = this.#given
    return [
      {
        id: 'sign-in',
        benchMinutes: 5,
        minutes: this.#place.passwordFound
          ? this.#common.signInMinutesAfterChange
          : this.#common.signInMinutes,
        chance: (world) =>
          this.#signsIn(world) ? 0.97 : device?.acceptsOldScreenLock && world.knowsScreenLock ? 0.95 : 0,
        success: this.#gone(),
      },
      {
        id: 'account-page',
        benchMinutes: 8,
        minutes: minutes(10, 20, 60),
        work: 'account-help',
        chance: (world) => (this.#signsIn(world) ? 0.6 : 0),
        success: this.#gone(),
      },
      ...this.#passwordFirst(),
      ...this.#service(),
      ...this.#authorised(),
    ]
  }

  #carrier(): readonly ActDraft[] {
    const { facts, prices } = this.#given
    const running = chanceOf('contractRunning', facts)
    const { carrierOrderFrom, carrierOrderTo } = prices.fees
    const locked = this.#place.lockChance ?? 0
    const release = (
      id: RouteAction,
      whenLocked: number,
      rest: Omit<ActDraft, 'id' | 'chance' | 'success' | 'lockChanceAfter'>,
    ): ActDraft => ({
      id,
      chance: () => locked * whenLocked,
      success: 'released',
      lockChanceAfter: (locked * (1 - whenLocked)) / (1 - locked * whenLocked),
      ...rest,
    })
    return [
      release('carrier-free', 0.75 - 0.55 * running, { benchMinutes: 8, minutes: days(1, 3, 10) }),
      release('carrier-order', 0.88, {
        benchMinutes: 12,
        minutes: days(1, 4, 10),
        work: 'carrier-order',
        feesMinor: Math.round((carrierOrderFrom + carrierOrderTo) / 2),
      }),
    ]
  }

  #passwordFirst(): readonly ActDraft[] {
    const { facts } = this.#given
    const said = facts.knowsAccountPassword
    if (this.#place.passwordFound || said === undefined || said === 'yes') return []
    return [
      {
        id: 'recover-account',
        benchMinutes: 5,
        minutes: hours(0.5, 12, 72),
        chance: ({ knowsAccountPassword }) => (knowsAccountPassword ? 0.97 : 0.6),
        success: 'password-found',
      },
    ]
  }

  #service(): readonly ActDraft[] {
    const { facts, prices } = this.#given
    return [
      {
        id: 'makers-service',
        benchMinutes: 10,
        minutes: days(5, 10, 20),
        work: 'send-to-makers-service',
        feesMinor: prices.fees.makersService,
        chance: () => 0.05 + 0.75 * chanceOf('proofOfPurchase', facts),
        success: 'works-data-gone',
        wipes: true,
      },
    ]
  }

  /** Through an authorised channel: only with a clean answer of the registry and proof of purchase. */
  #authorised(): readonly ActDraft[] {
    const { facts, prices } = this.#given
    if (facts.registryAnswer !== 'clean' || facts.proofOfPurchase !== 'yes') return []
    return [
      {
        id: 'authorised-release',
        benchMinutes: 12,
        minutes: days(2, 6, 15),
        work: 'account-help',
        feesMinor: prices.fees.makersService,
        chance: () => 0.5,
        success: this.#place.wiped ? 'works-data-gone' : 'works-data-kept',
      },
    ]
  }

  #readyAct(draft: ActDraft): ReadyAct {
    const { id, benchMinutes, minutes: takes, chance, asked, success, lockChanceAfter } = draft
    const parts: ReadyPart[] = []
    const add = (name: RouteOutcome['id'], leads: Leads, share: (world: World) => number, end?: End) => {
      const happens = name !== 'failed'
      const made: Made = {
        benchMinutes,
        minutes: takes,
        workMinor: happens && draft.work ? this.#given.prices.work[draft.work] : 0,
        feesMinor: draft.feesMinor ?? 0,
        wipes: happens && !this.#place.wiped && (draft.wipes ?? false),
      }
      const worth = this.#worth(made, end) - (draft.riskMinor ?? 0)
      parts.push({ id: name, leads, chance: share, worth: () => worth, made, end })
    }
    if (success === 'password-found') add('worked', 'password-found', chance)
    else
      add(
        'worked',
        success.startsWith('works') ? 'onward' : 'end',
        asked ? (world) => chance(world) * (1 - asked(world)) : chance,
        success,
      )
    if (asked) add('asks-for-account', 'account', (world) => chance(world) * asked(world))
    add('failed', 'failed', (world) => 1 - chance(world))
    return { id, parts, lockChanceAfter }
  }

  #act({ id, parts, lockChanceAfter }: ReadyAct): RouteAct {
    const outcomes: RouteOutcome[] = []
    for (const { id: name, leads, chance, worth, made, end } of parts)
      outcomes.push({ id: name, chance, worth, made, end, next: this.#led(leads, id, lockChanceAfter) })
    return { id, outcomes }
  }

  #led(leads: Leads, id: RouteAction, lockChanceAfter: number | undefined): Place | undefined {
    const place = this.#place
    switch (leads) {
      case 'end':
        return undefined
      case 'onward':
        return this.#onward()
      case 'password-found':
        return { ...place, passwordFound: true }
      case 'failed':
        return {
          phase: place.phase,
          failed: [...place.failed, id].sort(),
          before: place.before,
          passwordFound: place.passwordFound,
          wiped: place.wiped,
          lockChance: lockChanceAfter,
        }
      case 'account':
        return {
          phase: 'account',
          failed: [],
          before: place.failed.filter((one) => this.#common.telling.includes(one)),
          passwordFound: place.passwordFound,
          wiped: true,
          lockChance: undefined,
        }
    }
  }

  /** After it works, the carrier lock is what may be left. */
  #onward(): Place | undefined {
    return this.#common.lockChance === 0 ? undefined : this.#common.carrierPhase
  }

  #stop(): RouteAct {
    const { complaint } = this.#given.facts
    const { phase, wiped, lockChance = 0 } = this.#place
    const id = complaint === undefined ? 'ask-first' : 'leave-it'
    if (phase === 'carrier')
      return { id, outcomes: [ends('carrier-lock-stays', lockChance), ends(undefined, 1 - lockChance)] }
    return { id, outcomes: [ends(phase === 'account' || wiped ? 'account-lock-stays' : 'not-solved', 1)] }
  }

  #worth(made: Made, end: End | undefined): number {
    const { weights } = this.#given.prices
    const waits = meanOf(threePoints(made.minutes)) / DAY_MINUTES
    return (
      (end?.startsWith('works')
        ? weights.workingDeviceMinor
        : end === 'released'
          ? weights.releasedCarrierMinor
          : 0) -
      (made.benchMinutes / 60) * weights.benchHourMinor -
      waits * weights.waitingDayMinor -
      made.workMinor -
      made.feesMinor -
      (made.wipes ? this.#common.wipeMinor : 0)
    )
  }

  #signsIn({ knowsAccountPassword, getsSecondStep }: World): boolean {
    return (knowsAccountPassword || this.#place.passwordFound) && getsSecondStep
  }

  #whatReset(): { getsIn: (world: World) => number; asked: (world: World) => number } {
    const { facts, device } = this.#given
    const works =
      facts.complaint === 'restarts-into-recovery' ? 0.75 : facts.complaint === 'freezes' ? 0.9 : 0.98
    const asks = this.#common.mayAsk ? (device ? 1 : 0.9) * (facts.systemVersion === 5 ? 0.5 : 1) : 0
    return {
      getsIn: ({ reachesRecovery: reaches }) => (reaches ? works : 0),
      asked: ({ accountOnDevice }) => (accountOnDevice ? asks : 0),
    }
  }

  #gone(): End {
    return this.#place.wiped ? 'works-data-gone' : 'works-data-kept'
  }
}

const maybe = (facts: Facts, name: FactName) => facts[name] !== 'no'
/** Not known is an answer; what nobody has asked yet is asked first. */
const isAskedAndMaybe = (said: string | undefined) => said !== undefined && said !== 'no'
