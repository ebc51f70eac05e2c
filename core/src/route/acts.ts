import { foreseeAccountLock } from '../account/index.ts'
import { PLATFORM_WAIT_LAW } from '../clocks/index.ts'
import type { Chances, Spread } from '../decision/index.ts'
import type { Work } from '../price/index.ts'
import { chanceHere, type OutcomeOf } from '../results/index.ts'
import type { FactName, Facts, RouteAction } from './facts.ts'
import { lockChanceOf, type Circumstances, type End, type Place } from './place.ts'
import { chanceOf } from './priors.ts'
import {
  dataWorthMinor,
  minutes,
  remembering,
  resetMinutes,
  signInMinutes,
  tookHere,
  type Remembering,
} from './usual.ts'
import type { Pace } from './promise.ts'
import type { World } from './worlds.ts'

/** What can be done, with its duration, cost and chance. Common practice, no source, until the shop's results move them. */
export interface ActDraft {
  readonly id: RouteAction
  readonly benchMinutes: number
  readonly minutes: Spread | Chances
  /** How this time passes; at the bench where nothing is said. */
  readonly pace?: Pace
  readonly work?: Work
  readonly feesMinor?: number
  readonly chance: (world: World) => number
  /** Where success leads: to an end, or on from the same place. */
  readonly success: End | 'password-found'
  /** How likely the carrier lock is once this failed. */
  readonly lockChanceAfter?: number
  readonly wipes?: boolean
  /** Done, with all that it deletes, and the trouble stays. */
  readonly inVain?: (world: World) => number
  /** Of what succeeds, the share that is asked for an account. */
  readonly asked?: (world: World) => number
}

/** What is the same at every place of one problem. */
export interface Values {
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
  readonly signInMinutes: Chances
  /** After the password was found anew, and so changed. */
  readonly signInMinutesAfterChange: Chances
}

export function valuesOf(given: Circumstances): Values {
  const { facts, device, prices, experience } = given
  const lockChance = lockChanceOf(given)
  const dataMinor = dataWorthMinor(facts, prices)
  const mayKnow = device?.acceptsOldScreenLock === true && chanceOf('knowsScreenLock', facts) > 0
  return {
    lockChance,
    carrierPhase: { phase: 'carrier', failed: [], before: [], passwordFound: false, wiped: true, lockChance },
    telling: [
      'remote-unlock',
      'recover-account',
      'makers-service',
      ...(mayKnow ? (['remember'] as const) : []),
    ],
    remembering: remembering(facts, device?.waitLaw ?? PLATFORM_WAIT_LAW, experience),
    dataMinor,
    wipeMinor: dataMinor + (facts.complaint === 'for-sale' ? 0 : prices.weights.setUpAgainMinor),
    mayAsk: foreseeAccountLock(facts, 'from-recovery', device).asks !== 'no',
    resetMinutes: resetMinutes(device, experience),
    signInMinutes: signInMinutes(facts, device),
    signInMinutesAfterChange: signInMinutes({ ...facts, passwordChangedLately: 'yes' }, device),
  }
}

/** What is there to be done at a place, gentlest first, whatever has failed. */
export class Acts {
  readonly #given: Circumstances
  readonly #values: Values
  readonly #place: Place
  constructor(given: Circumstances, values: Values, place: Place) {
    this.#given = given
    this.#values = values
    this.#place = place
  }

  all(): readonly ActDraft[] {
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
    const { facts, device, experience } = this.#given
    const { complaint } = facts
    if (complaint === 'second-hand') return this.#strangers()
    const isLocked = complaint === 'forgotten-lock' || complaint === 'too-many-entries'
    const isLoop = complaint === 'restarts-into-recovery'
    const { getsIn, inVain, asked } = this.#whatReset()
    const fromSettings = chanceHere(
      complaint === 'freezes' ? 'settings-reset-freezing' : 'settings-reset',
      experience,
    )
    const drafts: ActDraft[] = []
    if (isLocked) {
      const { wait, chance } = this.#values.remembering
      drafts.push({
        id: 'remember',
        benchMinutes: 4,
        minutes: minutes(wait + 2, wait + 5, wait + 15),
        pace: 'by-itself',
        chance: ({ knowsScreenLock }) => (knowsScreenLock ? 0.97 : chance),
        success: 'works-data-kept',
        // Set to wipe itself after wrong entries, it may do so at one of these.
        inVain: ({ knowsScreenLock }) =>
          knowsScreenLock ? 0 : chanceOf('wipesItself', facts) * WIPES_ITSELF_AT_THESE,
        wipes: true,
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
          chance: (world) =>
            world.remoteUnlockWorks && this.#signsIn(world) ? chanceHere('remote-unlock', experience) : 0,
          success: 'works-data-kept',
        })
    }
    if (!isLoop && !isLocked && maybe(facts, 'knowsScreenLock'))
      drafts.push({
        id: 'reset-from-settings',
        benchMinutes: 10,
        minutes: minutes(12, 20, 40),
        work: 'reset-from-settings',
        chance: ({ knowsScreenLock }) => (knowsScreenLock ? fromSettings : 0),
        inVain: ({ knowsScreenLock }) => (knowsScreenLock ? 1 - fromSettings : 0),
        success: 'works-data-gone',
        wipes: true,
      })
    if (isLoop || complaint === 'freezes')
      drafts.push({
        id: 'clear-cache',
        benchMinutes: 10,
        minutes: minutes(10, 15, 30),
        work: 'clear-cache',
        chance: ({ reachesRecovery: reaches }) => (reaches ? chanceHere('cache-cleared', experience) : 0),
        success: 'works-data-kept',
      })
    if (isLoop && device?.systemFile !== false)
      drafts.push({
        id: 'install-system-again',
        benchMinutes: 25,
        minutes: minutes(30, 60, 120),
        work: 'install-system-again',
        chance: ({ reachesRecovery: reaches }) =>
          reaches ? chanceHere('system-installed', experience) * (device?.systemFile ? 1 : FILE_FOUND) : 0,
        success: 'works-data-kept',
      })
    if (this.#values.mayAsk && maybe(facts, 'accountOnDevice')) drafts.push(...this.#passwordFirst())
    if (device?.canReachRecovery !== false)
      drafts.push({
        id: 'reset-from-recovery',
        benchMinutes: device ? 15 : 40,
        minutes: this.#values.resetMinutes,
        work: 'reset-from-recovery',
        chance: getsIn,
        inVain,
        success: 'works-data-gone',
        wipes: true,
        asked,
      })
    drafts.push(...this.#service())
    return drafts
  }

  /** A stranger's account asks already: only that account, or proof of purchase, lifts it. */
  #strangers(): readonly ActDraft[] {
    const { facts, experience } = this.#given
    return [
      {
        id: 'seller-removes-account',
        benchMinutes: 8,
        minutes: tookHere('previous-owner', experience),
        pace: 'by-itself',
        work: 'account-help',
        chance: () => chanceHere('previous-owner', experience) * chanceOf('sellerReachable', facts),
        success: 'works-data-kept',
      },
      ...this.#service(),
      ...this.#authorised(),
    ]
  }

  #account(): readonly ActDraft[] {
    const { device, experience } = this.#given
    return [
      {
        id: 'sign-in',
        benchMinutes: 5,
        minutes: this.#place.passwordFound
          ? this.#values.signInMinutesAfterChange
          : this.#values.signInMinutes,
        pace: 'by-itself',
        chance: (world) =>
          this.#signsIn(world)
            ? chanceHere('sign-in', experience)
            : device?.acceptsOldScreenLock && world.knowsScreenLock
              ? chanceHere('old-lock', experience)
              : 0,
        success: this.#gone(),
      },
      {
        id: 'account-page',
        benchMinutes: 8,
        minutes: minutes(10, 20, 60),
        work: 'account-help',
        chance: (world) => (this.#signsIn(world) ? chanceHere('account-page', experience) : 0),
        success: this.#gone(),
      },
      ...this.#passwordFirst(),
      ...this.#service(),
      ...this.#authorised(),
    ]
  }

  #carrier(): readonly ActDraft[] {
    const { facts, prices, experience } = this.#given
    const running = chanceOf('contractRunning', facts)
    const { carrierOrderFrom, carrierOrderTo } = prices.fees
    const locked = this.#place.lockChance ?? 0
    const free =
      (1 - running) * chanceHere('carrier', experience) +
      running * chanceHere('carrier-in-contract', experience)
    const release = (
      id: RouteAction,
      whenLocked: number,
      rest: Omit<ActDraft, 'id' | 'chance' | 'success' | 'lockChanceAfter'>,
    ): ActDraft => ({
      id,
      chance: () => locked * whenLocked,
      success: 'released',
      lockChanceAfter: (locked * (1 - whenLocked)) / (1 - locked * whenLocked),
      pace: 'working-days',
      ...rest,
    })
    // Asked first, as it is free; a supplier is paid where that was in vain, or the customer wants it so.
    const isAsked =
      this.#place.failed.includes('carrier-free') ||
      this.#given.closed.has('carrier-free') ||
      facts.wish === 'carrier-order'
    const fromTheCarrier = release('carrier-free', free, {
      benchMinutes: 8,
      minutes: tookHere('carrier', experience),
    })
    const fromASupplier = release('carrier-order', chanceHere('supplier', experience), {
      benchMinutes: 12,
      minutes: tookHere('supplier', experience),
      work: 'carrier-order',
      feesMinor: Math.round((carrierOrderFrom + carrierOrderTo) / 2),
    })
    return isAsked ? [fromTheCarrier, fromASupplier] : [fromTheCarrier]
  }

  #passwordFirst(): readonly ActDraft[] {
    const { facts, experience } = this.#given
    const said = facts.knowsAccountPassword
    if (this.#place.passwordFound || said === undefined || said === 'yes') return []
    return [
      {
        id: 'recover-account',
        benchMinutes: 5,
        minutes: tookHere('account-recovery', experience),
        pace: 'by-itself',
        chance: ({ knowsAccountPassword }) =>
          knowsAccountPassword ? 0.97 : chanceHere('account-recovery', experience),
        success: 'password-found',
      },
    ]
  }

  #service(): readonly ActDraft[] {
    const { facts, prices, experience } = this.#given
    const proof = chanceOf('proofOfPurchase', facts)
    return [
      {
        id: 'makers-service',
        benchMinutes: 10,
        minutes: tookHere('makers-service', experience),
        pace: 'working-days',
        work: 'send-to-makers-service',
        feesMinor: prices.fees.makersService,
        chance: () =>
          proof * chanceHere('service-with-proof', experience) +
          (1 - proof) * chanceHere('service-without-proof', experience),
        success: 'works-data-gone',
        wipes: true,
      },
    ]
  }

  /** Through an authorised channel: only with a clean answer of the registry, of this model, and proof of purchase. */
  #authorised(): readonly ActDraft[] {
    const { facts, prices, experience } = this.#given
    const isTheirs = facts.registryAnswer === 'clean' && facts.proofOfPurchase === 'yes'
    if (!isTheirs || facts.reportModel === 'other') return []
    return [
      {
        id: 'authorised-release',
        benchMinutes: 12,
        minutes: tookHere('authorised-release', experience),
        pace: 'working-days',
        work: 'account-help',
        feesMinor: prices.fees.makersService,
        chance: () => chanceHere('authorised-release', experience),
        success: this.#place.wiped ? 'works-data-gone' : 'works-data-kept',
      },
    ]
  }

  #signsIn({ knowsAccountPassword, getsSecondStep }: World): boolean {
    return (knowsAccountPassword || this.#place.passwordFound) && getsSecondStep
  }

  #whatReset(): Readonly<Record<'getsIn' | 'inVain' | 'asked', (world: World) => number>> {
    const { facts, device, experience } = this.#given
    const works = chanceHere(resetSolves(facts.complaint), experience)
    // Wiped in vain from its settings: for that the account was taken off before.
    const isTakenOff =
      this.#place.wiped && facts.complaint !== 'forgotten-lock' && facts.complaint !== 'too-many-entries'
    const asks = this.#values.mayAsk ? (device ? 1 : 0.9) * (facts.systemVersion === 5 ? 0.5 : 1) : 0
    return {
      getsIn: ({ reachesRecovery: reaches }) => (reaches ? works : 0),
      inVain: ({ reachesRecovery: reaches }) => (reaches ? 1 - works : 0),
      asked: ({ accountOnDevice }) => (accountOnDevice && !isTakenOff ? asks : 0),
    }
  }

  #gone(): End {
    return this.#place.wiped ? 'works-data-gone' : 'works-data-kept'
  }
}

/** How often a system file is to be had where the playbook has none. Common practice, no source. */
const FILE_FOUND = 0.15

/** How often a reset ends the trouble is counted apart by what the trouble is. */
export const resetSolves = (complaint: Facts['complaint']): OutcomeOf =>
  complaint === 'restarts-into-recovery'
    ? 'reset-of-loop'
    : complaint === 'freezes'
      ? 'reset-of-freezing'
      : 'recovery-reset'

/** How often it has wiped itself before the few more attempts are over. Common practice, no source. */
const WIPES_ITSELF_AT_THESE = 0.1

const maybe = (facts: Facts, name: FactName) => facts[name] !== 'no'
/** Not known is an answer; what nobody has asked yet is asked first. */
const isAskedAndMaybe = (said: string | undefined) => said !== undefined && said !== 'no'
