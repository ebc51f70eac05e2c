import type { Act, DecisionProblem, Outcome, Policy } from './problem.ts'

/** Chances below this are no branch: they come from rounding. */
const NOTHING = 1e-12

/**
 * The best policy, exactly: no other way of choosing acts by what was seen has a higher expected worth. Among
 * equals the act that the problem names first; so the same problem always gives the same answer.
 */
export function solve<State, World>(problem: DecisionProblem<State, World>): Policy<State, World> {
  return new Solver(problem).solve()
}

/** The expected worth of the best policy, without the policy: a fraction of the work where only that is asked. */
export function worthOfBest<State, World>(problem: DecisionProblem<State, World>): number {
  return new Solver(problem).worth()
}

/** The best policy among those that begin with an act. @returns undefined where the act is not to be had */
export function solveBeginningWith<State, World>(
  problem: DecisionProblem<State, World>,
  actId: string,
): Policy<State, World> | undefined {
  return new Solver(problem).beginWith(actId)
}

/** All of `solveBeginningWith`, one for each act at the start, sharing their work. */
export function solveEach<State, World>(
  problem: DecisionProblem<State, World>,
): readonly Policy<State, World>[] {
  return new Solver(problem).begin()
}

/**
 * The expected value of knowing the answer to a question before choosing, in the unit of worth: never below 0.
 * Knowing the world itself gives the expected value of perfect information.
 * Source: Raiffa, *Decision Analysis* (1968).
 */
export function valueOfKnowing<State, World>(
  problem: DecisionProblem<State, World>,
  answerIn: (world: World) => string,
): number {
  const byAnswer = new Map<string, { probability: number; worlds: DecisionProblem<State, World>['worlds'] }>()
  for (const one of problem.worlds) {
    const answer = answerIn(one.world)
    const known = byAnswer.get(answer) ?? { probability: 0, worlds: [] }
    byAnswer.set(answer, {
      probability: known.probability + one.probability,
      worlds: [...known.worlds, one],
    })
  }
  let knowing = 0
  for (const { probability, worlds } of byAnswer.values()) {
    if (probability <= 0) continue
    const told = worlds.map(({ world, probability: share }) => ({ world, probability: share / probability }))
    knowing += probability * worthOfBest({ ...problem, worlds: told })
  }
  return Math.max(0, knowing - worthOfBest(problem))
}

/** By the world's place. A belief may sum to anything: its sum is the chance of having come there. */
type Belief = Float64Array

/** What a function says of each world. */
interface Column {
  readonly values: Float64Array
  readonly kinds: Kinds
  readonly isNothing: boolean
}

/** Steps of the golden section and of the square root of two: the multiples are without a pattern. */
const [ONE_STEP, OTHER_STEP] = [(Math.sqrt(5) - 1) / 2, Math.SQRT2 - 1]
/** Beliefs that agree to this part are one: they differ by the order in which the same was multiplied. */
const FINENESS = 1e11

/** An act with what its functions say of each world; what happens in none is left out. */
interface Prepared<State, World> {
  readonly act: Act<State, World>
  readonly outcomes: readonly {
    readonly outcome: Outcome<State, World>
    readonly chances: Column
    readonly worths: Column
    readonly next: Known<State, World> | undefined
  }[]
}

/** A state as far as it is known. */
interface Known<State, World> {
  readonly state: State
  readonly acts: readonly Prepared<State, World>[]
  /** Worlds in which all from here on goes alike have one number. */
  readonly kinds: Kinds
  /** By two sums over all worlds what is believed is told apart: worlds of one kind weigh the same. */
  readonly one: Float64Array
  readonly other: Float64Array
  readonly best: Map<number, Best<State, World>[]>
}

/** What is best at a state, by what is believed there. */
interface Best<State, World> {
  readonly other: number
  readonly worth: number
  readonly act: Prepared<State, World> | undefined
}

/** Folds back; what is the same for all beliefs and places is worked out once. */
class Solver<State, World> {
  readonly #problem: DecisionProblem<State, World>
  readonly #byState = new Map<State, Known<State, World>>()
  readonly #byName = new Map<string, Known<State, World>>()
  readonly #columns = new Map<(world: World) => number, Column>()
  readonly #start: Known<State, World>
  readonly #belief: Belief
  /** What is believed on the way, one for each act since the start, written over and over. */
  readonly #beliefs: Belief[] = []
  constructor(problem: DecisionProblem<State, World>) {
    this.#problem = problem
    this.#start = this.#knownOf(problem.start)
    this.#belief = Float64Array.from(problem.worlds, ({ probability }) => probability)
  }

  begin(): readonly Policy<State, World>[] {
    return this.#start.acts.map((act) => this.#policyBy(act, this.#start, this.#belief))
  }

  beginWith(actId: string): Policy<State, World> | undefined {
    const prepared = this.#start.acts.find(({ act }) => act.id === actId)
    return prepared && this.#policyBy(prepared, this.#start, this.#belief)
  }

  solve(): Policy<State, World> {
    return this.#policyAt(this.#start, this.#belief)
  }

  worth(): number {
    return this.#best(this.#start, this.#belief, sumOf(this.#belief), 0).worth
  }

  #knownOf(state: State): Known<State, World> {
    const met = this.#byState.get(state)
    if (met) return met
    const name = this.#problem.nameOf(state)
    const known = this.#byName.get(name) ?? this.#prepared(state)
    this.#byName.set(name, known)
    this.#byState.set(state, known)
    return known
  }

  #prepared(state: State): Known<State, World> {
    const acts = this.#problem.acts(state).map((act): Prepared<State, World> => {
      const outcomes: Prepared<State, World>['outcomes'][number][] = []
      for (const outcome of act.outcomes) {
        const chances = this.#column(outcome.chance)
        if (chances.isNothing) continue
        const next = outcome.next === undefined ? undefined : this.#knownOf(outcome.next)
        outcomes.push({ outcome, chances, worths: this.#column(outcome.worth), next })
      }
      return { act, outcomes }
    })
    let kinds: Kinds = { of: new Uint16Array(this.#problem.worlds.length), count: 1 }
    for (const { outcomes } of acts)
      for (const { chances, worths, next } of outcomes) {
        kinds = alikeInBoth(alikeInBoth(kinds, chances.kinds), worths.kinds)
        if (next) kinds = alikeInBoth(kinds, next.kinds)
      }
    return {
      state,
      acts,
      kinds,
      one: weightsOf(kinds, ONE_STEP),
      other: weightsOf(kinds, OTHER_STEP),
      best: new Map(),
    }
  }

  /** What a function says of each world. */
  #column(says: (world: World) => number): Column {
    const known = this.#columns.get(says)
    if (known) return known
    const { worlds } = this.#problem
    const values = new Float64Array(worlds.length)
    for (const [index, { world }] of worlds.entries()) values[index] = says(world)
    const column = { values, kinds: kindsIn(values), isNothing: values.every((value) => value === 0) }
    this.#columns.set(says, column)
    return column
  }

  /** @param depth how many acts ago it began: each has a belief of its own to write to */
  #best(known: Known<State, World>, belief: Belief, total: number, depth: number): Best<State, World> {
    const one = partOf(belief, known.one, total)
    const other = partOf(belief, known.other, total)
    const alike = known.best.get(one) ?? []
    const before = alike.find((candidate) => candidate.other === other)
    if (before) return before
    let [worth, best]: [number, Prepared<State, World> | undefined] = [0, undefined]
    for (const act of known.acts) {
      const its = this.#worthBy(act, belief, total, depth)
      if (!best || its > worth + 1e-9) [worth, best] = [its, act]
    }
    const found = { other, worth, act: best }
    alike.push(found)
    known.best.set(one, alike)
    return found
  }

  #worthBy({ outcomes }: Prepared<State, World>, belief: Belief, total: number, depth: number): number {
    const after = (this.#beliefs[depth] ??= new Float64Array(belief.length))
    let worth = 0
    for (const { chances, worths, next } of outcomes) {
      const { chance, own } = follow(belief, chances.values, worths.values, after)
      if (chance <= NOTHING) continue
      worth += own / total
      if (next) worth += (this.#best(next, after, chance, depth + 1).worth * chance) / total
    }
    return worth
  }

  #policyAt(known: Known<State, World>, belief: Belief): Policy<State, World> {
    const { act } = this.#best(known, belief, sumOf(belief), 0)
    return act ? this.#policyBy(act, known, belief) : { state: known.state, worth: 0, branches: [] }
  }

  #policyBy(
    { act, outcomes }: Prepared<State, World>,
    { state }: Known<State, World>,
    belief: Belief,
  ): Policy<State, World> {
    const total = sumOf(belief)
    let worth = 0
    const branches: Policy<State, World>['branches'][number][] = []
    for (const { outcome, chances, worths, next } of outcomes) {
      const after = new Float64Array(belief.length)
      const { chance, own } = follow(belief, chances.values, worths.values, after)
      if (chance <= NOTHING) continue
      const then = next && this.#policyAt(next, after)
      worth += own / total + ((then?.worth ?? 0) * chance) / total
      branches.push({ outcome, chance: chance / total, worth: own / chance, then })
    }
    return { state, worth, act, branches }
  }
}

/** What is believed after an outcome, how likely that is, and what the outcome itself is worth, times its chance. */
function follow(belief: Belief, chances: Float64Array, worths: Float64Array, after: Belief) {
  let chance = 0
  let own = 0
  for (let index = 0; index < belief.length; index++) {
    const both = (belief[index] ?? 0) * (chances[index] ?? 0)
    after[index] = both
    chance += both
    own += both * (worths[index] ?? 0)
  }
  return { chance, own }
}

/** Worlds by number, from 0: those of one number are alike. */
interface Kinds {
  readonly of: Uint16Array
  readonly count: number
}

/** Worlds that have the same value in a column are alike. */
function kindsIn(column: Float64Array): Kinds {
  const of = new Uint16Array(column.length)
  // Most columns say the same of all worlds: what it costs, say.
  if (column.every((value) => value === column[0])) return { of, count: 1 }
  const numbers = new Map<number, number>()
  for (let world = 0; world < column.length; world++) {
    const value = column[world] ?? 0
    const number = numbers.get(value) ?? numbers.size
    numbers.set(value, number)
    of[world] = number
  }
  return { of, count: numbers.size }
}

/** Worlds that are alike in both. */
function alikeInBoth(one: Kinds, other: Kinds): Kinds {
  if (other.count === 1 || one.count === one.of.length) return one
  if (one.count === 1) return other
  const numbers = new Int16Array(one.count * other.count).fill(-1)
  const of = new Uint16Array(one.of.length)
  let count = 0
  for (let world = 0; world < of.length; world++) {
    const both = (one.of[world] ?? 0) * other.count + (other.of[world] ?? 0)
    if (numbers[both] === -1) numbers[both] = count++
    of[world] = numbers[both] ?? 0
  }
  return { of, count }
}

/** A weight for each world, from 0 to 1; worlds of one kind weigh the same. */
function weightsOf({ of }: Kinds, step: number): Float64Array {
  const weights = new Float64Array(of.length)
  for (let world = 0; world < of.length; world++) weights[world] = (((of[world] ?? 0) + 1) * step) % 1
  return weights
}

function sumOf(belief: Belief): number {
  let sum = 0
  for (let index = 0; index < belief.length; index++) sum += belief[index] ?? 0
  return sum
}

function partOf(belief: Belief, weights: Float64Array, total: number): number {
  let sum = 0
  for (let index = 0; index < belief.length; index++) sum += (belief[index] ?? 0) * (weights[index] ?? 0)
  return Math.round((sum / total) * FINENESS)
}
