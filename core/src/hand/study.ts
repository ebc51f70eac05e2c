import type { Method } from '../catalog/index.ts'
import { Execution, performPlan, planOf, planOfWholeReset, type Plan } from '../method/index.ts'
import { durationsAt, Twin, type Machine, type Situation } from '../twin/index.ts'
import { HANDBOOK, type HandValues } from './handbook.ts'
import { PersonsHand } from './hand.ts'
import { seeded, type Random } from './random.ts'
import { quantileOf } from './spread.ts'

/** How a method goes in people's hands, by simulation on its twin. */
export interface HandStudy {
  readonly persons: number
  /** All runs, first and later ones. */
  readonly runs: number
  /** The chance that the first attempt works, 0 to 1, and the standard error of that figure. */
  readonly firstAttempt: number
  readonly standardError: number
  /**
   * Tries until it works, on average over persons and devices. Tries of one person on one device resemble each
   * other, so this is more than one over the chance. Who fails `MOST_TRIES` times counts with that many.
   */
  readonly attempts: number
  /** From the first key to the goal over all attempts, in milliseconds: the middle person, and nine in ten. */
  readonly medianMs: number
  readonly p90Ms: number
  /** One attempt on average, worked or not, with the way to the next. */
  readonly attemptMs: number
}

export interface StudyOptions {
  readonly persons?: number
  readonly seed?: number
  readonly values?: HandValues
  /** From the lock screen to the set-up wizard, not only into recovery. */
  readonly wholeReset?: boolean
}

/** After this many a technician does something else. Common practice, no source. */
export const MOST_TRIES = 8

/**
 * Lets many people do a method on as many devices of the family, each until it works. Deterministic for a
 * seed. A device's durations are drawn once and stay with it; a person's pace stays with the person.
 */
export function studyMethod(
  machine: Machine,
  method: Method,
  situation: Situation,
  { persons = 1000, seed = 1, values = HANDBOOK, wholeReset = false }: StudyOptions = {},
): HandStudy {
  const plan = (wholeReset ? planOfWholeReset : planOf)(machine, method, situation)
  const trier = new Trier(plan, values, seeded(seed))
  const totals: number[] = []
  let runs = 0
  let first = 0
  let triesSum = 0
  let triedMs = 0
  for (let person = 0; person < persons; person++) {
    trier.nextPerson()
    let soFarMs = 0
    let attempts = 0
    for (let worked = false; !worked && attempts < MOST_TRIES;) {
      worked = trier.try()
      attempts++
      soFarMs += trier.endedAtMs
      if (worked && attempts === 1) first++
      if (!worked) soFarMs += trier.hand.betweenAttemptsMs()
    }
    runs += attempts
    triesSum += attempts
    triedMs += soFarMs
    totals.push(soFarMs)
  }
  totals.sort((a, b) => a - b)
  const firstAttempt = first / persons
  return {
    persons,
    runs,
    firstAttempt,
    standardError: Math.sqrt((firstAttempt * (1 - firstAttempt)) / persons),
    attempts: triesSum / persons,
    medianMs: totals[Math.floor(persons / 2)] ?? 0,
    p90Ms: totals[Math.floor(persons * 0.9)] ?? 0,
    attemptMs: triedMs / runs,
  }
}

/** How long each step of a plan usually takes, from when each ends. */
export function usualStepsMs({ steps }: Plan, stepEndsMs: readonly number[]): readonly number[] {
  return steps.map((_, step) => (stepEndsMs[step] ?? 0) - (stepEndsMs[step - 1] ?? 0))
}

/** Draws the durations of one unit of a family, each once. */
export function drawUnit({ durations }: Machine, random: Random, into: Float64Array): void {
  for (let n = 0; n < durations.length; n++) {
    const range = durations[n] as (typeof durations)[number]
    if (range.sumOf) {
      // Its parts stand before it: what is long together is long together.
      let sum = 0
      for (const part of range.sumOf) sum += into[part] as number
      into[n] = sum
      continue
    }
    into[n] =
      range.minMs === range.maxMs
        ? range.medianMs
        : quantileOf({ min: range.minMs, middle: range.medianMs, max: range.maxMs }, random())
  }
}

/** A person with a device of the family, trying a plan again and again. */
export class Trier {
  readonly hand: PersonsHand
  readonly #plan: Plan
  readonly #random: Random
  readonly #twin: Twin
  readonly #execution: Execution
  readonly #durations: Float64Array
  readonly #usualMs: readonly number[]

  constructor(plan: Plan, values: HandValues, random: Random) {
    const median = durationsAt(plan.machine, 'median')
    const { stepEndsMs } = performPlan(plan, median)
    this.#plan = plan
    this.#random = random
    this.#durations = Float64Array.from(median)
    this.#usualMs = usualStepsMs(plan, stepEndsMs)
    this.hand = new PersonsHand(values, random)
    this.#twin = new Twin(plan.machine, plan.start, plan.situation, this.#durations)
    this.#execution = new Execution(plan, this.#twin, this.hand)
  }

  get endedAtMs(): number {
    return Math.max(this.#execution.nowMs, this.#twin.nowMs)
  }
  get twin(): Twin {
    return this.#twin
  }

  /** Another person with another device. */
  nextPerson(): void {
    drawUnit(this.#plan.machine, this.#random, this.#durations)
    this.hand.changePerson()
  }

  /** One attempt from the start. @returns whether the goal was reached */
  try(): boolean {
    this.#twin.reset(this.#plan.start, this.#plan.situation, this.#durations)
    return this.#execution.run(this.#usualMs, NO_SLIPS)
  }
}

const NO_SLIPS = {}
