import { meanOf, threePoints } from '../decision/index.ts'
import type { Act, Chances, DecisionProblem, Outcome, Weighted } from '../decision/index.ts'
import { Acts, valuesOf, type ActDraft, type Values } from './acts.ts'
import type { RouteAction } from './facts.ts'
import type { Circumstances, End, Place } from './place.ts'
import type { Pace } from './promise.ts'
import { DAY_MINUTES } from './usual.ts'
import { worldsOf, type World } from './worlds.ts'

/** What an outcome is made of, to be added up along a course. */
interface Made {
  readonly benchMinutes: number
  readonly minutes: Chances
  readonly pace: Pace
  readonly workMinor: number
  readonly feesMinor: number
  readonly wipes: boolean
}
export interface RouteOutcome extends Outcome<Place, World> {
  /** `did-not-help`: it was done, with what it deletes, and the trouble stays. */
  readonly id: 'worked' | 'asks-for-account' | 'did-not-help' | 'failed' | 'ends'
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

/**
 * The counter's decision as a small problem: hidden facts as worlds, what can be done as acts, what is learnt in
 * the names of places.
 */
export function routeProblem(given: Circumstances): RouteProblem {
  const common: Common = { ...valuesOf(given), ready: new Map(), stops: new Map() }
  return {
    worlds: believedAfter(worldsOf(given), given, common),
    start: given.start,
    nameOf: ({ phase, failed, before, passwordFound, wiped }) =>
      `${phase}${passwordFound ? '+' : ''}${wiped ? '!' : ''}:${failed.join()}:${before.join()}`,
    acts: (place) => new ActsAt(given, common, place).all(),
  }
}

/**
 * What is believed once the start's acts have failed: each failure speaks against the worlds in which the act would
 * have helped. So deciding anew on the way comes to what was decided for this branch at the beginning.
 */
function believedAfter(
  worlds: readonly Weighted<World>[],
  given: Circumstances,
  common: Common,
): readonly Weighted<World>[] {
  const { failed } = given.start
  if (failed.length === 0) return worlds
  const before = new ActsAt(given, common, { ...given.start, failed: [] })
  const failures = before
    .all()
    .filter(({ id }) => failed.includes(id))
    .flatMap(({ outcomes }) => outcomes.filter(({ id }) => id === 'failed'))
  const weighed = worlds.map(({ world, probability }) => ({
    world,
    probability: failures.reduce((all, { chance }) => all * chance(world), probability),
  }))
  const total = weighed.reduce((all, { probability }) => all + probability, 0)
  // What cannot have happened teaches nothing.
  if (total <= 0) return worlds
  return weighed.map(({ world, probability }) => ({ world, probability: probability / total }))
}

/** Where an outcome leads from wherever its act is done. */
type Leads = 'end' | 'onward' | 'password-found' | 'account' | 'in-vain' | 'failed'
interface ReadyPart extends Omit<RouteOutcome, 'next'> {
  readonly leads: Leads
}
interface ReadyAct {
  readonly id: RouteAction
  readonly parts: readonly ReadyPart[]
  readonly lockChanceAfter: number | undefined
}

const nothing = () => 0
const NOTHING_MADE: Made = {
  benchMinutes: 0,
  minutes: [[0, 1]],
  pace: 'at-the-bench',
  workMinor: 0,
  feesMinor: 0,
  wipes: false,
}
const ends = (end: End | undefined, chance: number): RouteOutcome => ({
  id: 'ends',
  chance: () => chance,
  worth: nothing,
  next: undefined,
  end,
  made: NOTHING_MADE,
})

/** What is the same at every place of one problem. */
interface Common extends Values {
  readonly ready: Map<string, readonly ReadyAct[]>
  readonly stops: Map<string, RouteAct>
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
    const ready = new Acts(this.#given, this.#common, this.#place).all().map((draft) => this.#readyAct(draft))
    this.#common.ready.set(name, ready)
    return ready
  }

  #readyAct(draft: ActDraft): ReadyAct {
    const {
      id,
      benchMinutes,
      minutes: takes,
      pace = 'at-the-bench',
      chance,
      asked,
      inVain,
      lockChanceAfter,
    } = draft
    const success =
      draft.success === 'works-data-kept' && this.#place.wiped ? 'works-data-gone' : draft.success
    const parts: ReadyPart[] = []
    const add = (name: RouteOutcome['id'], leads: Leads, share: (world: World) => number, end?: End) => {
      const happens = name !== 'failed' && name !== 'did-not-help'
      const made: Made = {
        benchMinutes,
        minutes: 'p50' in takes ? threePoints(takes) : takes,
        pace,
        workMinor: happens && draft.work ? this.#given.prices.work[draft.work] : 0,
        feesMinor: draft.feesMinor ?? 0,
        wipes: this.#wipes(name, draft),
      }
      const worth = this.#worth(made, end)
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
    if (inVain) add('did-not-help', 'in-vain', inVain)
    add('failed', 'failed', (world) => 1 - chance(world) - (inVain?.(world) ?? 0))
    return { id, parts, lockChanceAfter }
  }

  /** A reset deletes whether it helps or not; entries at the lock only where the device wipes itself at them. */
  #wipes(name: RouteOutcome['id'], { id, wipes = false }: ActDraft): boolean {
    if (this.#place.wiped || !wipes || name === 'failed') return false
    return id !== 'remember' || name === 'did-not-help'
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
      case 'in-vain':
      case 'failed':
        return {
          phase: place.phase,
          failed: [...place.failed, id].sort(),
          before: place.before,
          passwordFound: place.passwordFound,
          wiped: place.wiped || leads === 'in-vain',
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

  /** To leave it there; the same for all places of a phase with the same lock. */
  #stop(): RouteAct {
    const { phase, lockChance = 0 } = this.#place
    const name = `${phase} ${lockChance}`
    const known = this.#common.stops.get(name) ?? this.#newStop(phase, lockChance)
    this.#common.stops.set(name, known)
    return known
  }

  #newStop(phase: Place['phase'], lockChance: number): RouteAct {
    const { complaint } = this.#given.facts
    const id = complaint === undefined ? 'ask-first' : 'leave-it'
    if (phase === 'carrier')
      return { id, outcomes: [ends('carrier-lock-stays', lockChance), ends(undefined, 1 - lockChance)] }
    const isAskedFor = phase === 'account' || complaint === 'second-hand'
    return { id, outcomes: [ends(isAskedFor ? 'account-lock-stays' : 'not-solved', 1)] }
  }

  #worth(made: Made, end: End | undefined): number {
    const { weights } = this.#given.prices
    const waits = meanOf(made.minutes) / DAY_MINUTES
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
}
