import type { HandTiming } from '../method/index.ts'
import type { HandValues } from './handbook.ts'
import type { Random } from './random.ts'
import { draw, drawFrom, quantileOf, sumOf, type Spread } from './spread.ts'

/** Waits longer than this are watched, not expected by habit. Common practice, no source. */
const HABIT_MS = 15_000

/** The stages of a reaction put together, once for each set of values. */
const REACTIONS = new WeakMap<HandValues['reaction'], Float64Array>()

/** A person's hand: quicker or slower as a whole, and never twice the same. */
export class PersonsHand implements HandTiming {
  readonly stopsAtWrongScreens = true
  readonly #values: HandValues
  readonly #random: Random
  readonly #reaction: Float64Array
  #pace = 1

  constructor(values: HandValues, random: Random) {
    this.#values = values
    this.#random = random
    const known = REACTIONS.get(values.reaction) ?? sumOf(values.reaction)
    REACTIONS.set(values.reaction, known)
    this.#reaction = known
  }

  /** Another person takes over. */
  changePerson(): void {
    this.#pace = draw(this.#values.pace, this.#random)
  }
  /** A person of a given quickness takes over. @param u from 0, the quickest, to 1, the slowest */
  takePace(u: number): void {
    this.#pace = quantileOf(this.#values.pace, u)
  }

  reactionMs(): number {
    return this.#pace * drawFrom(this.#reaction, this.#random)
  }
  readyMs(): number {
    return this.#paced(this.#values.ready)
  }
  skewMs(): number {
    return this.#paced(this.#values.skew)
  }
  anyOf(count: number): number {
    return Math.floor(this.#random() * count)
  }
  keyAfterKeyMs(): number {
    return this.#paced(this.#values.keyAfterKey)
  }
  slideMs(): number {
    return this.#paced(this.#values.slide)
  }
  pressMs(): number {
    return this.#paced(this.#values.press)
  }
  pauseMs(): number {
    return this.#paced(this.#values.pause)
  }
  tapMs(): number {
    return this.#paced(this.#values.tap)
  }
  typeMs(letters: number): number {
    return letters * this.#paced(this.#values.letter)
  }
  countMs(count: number): number {
    return count * draw(this.#values.countedSecond, this.#random)
  }
  plugMs(): number {
    return this.#paced(this.#values.plug)
  }
  foldMs(): number {
    return this.#paced(this.#values.fold)
  }
  betweenAttemptsMs(): number {
    return draw(this.#values.betweenAttempts, this.#random)
  }
  missesBuzz(): boolean {
    return this.#random() < this.#values.missedBuzz
  }
  movesAfterMs(usualMs: number): number {
    if (usualMs > HABIT_MS || this.#random() >= this.#values.early) return Number.NaN
    return usualMs * draw(this.#values.earlyPart, this.#random)
  }
  /** Three times the usual and a quarter of a minute. Common practice, no source. */
  patienceMs(usualMs: number): number {
    return 3 * usualMs + 15_000
  }

  #paced(spread: Spread): number {
    return this.#pace * draw(spread, this.#random)
  }
}
