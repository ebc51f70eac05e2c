import type { Act, DecisionProblem, Policy } from './problem.ts'

/** Chances below this are no branch: they come from rounding. */
const NOTHING = 1e-12

/**
 * The best policy, exactly: no other way of choosing acts by what was seen has a higher expected worth. Among
 * equals the act that the problem names first; so the same problem always gives the same answer.
 */
export function solve<State, World>(problem: DecisionProblem<State, World>): Policy<State, World> {
  return new Solver(problem).best(problem.start, startBelief(problem))
}

/** The best policy among those that begin with an act. @returns undefined where the act is not to be had */
export function solveBeginningWith<State, World>(
  problem: DecisionProblem<State, World>,
  actId: string,
): Policy<State, World> | undefined {
  const act = problem.acts(problem.start).find(({ id }) => id === actId)
  return act && new Solver(problem).follow(problem.start, act, startBelief(problem))
}

/** All of `solveBeginningWith`, one for each act at the start, sharing their work. */
export function solveEach<State, World>(
  problem: DecisionProblem<State, World>,
): readonly Policy<State, World>[] {
  const solver = new Solver(problem)
  return problem.acts(problem.start).map((act) => solver.follow(problem.start, act, startBelief(problem)))
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
    knowing += probability * solve({ ...problem, worlds: told }).worth
  }
  return Math.max(0, knowing - solve(problem).worth)
}

type Belief = Float64Array

/**
 * Weights without a pattern, by the world's place: steps of the golden section and of the square root of two. As
 * unlike the worlds' own chances as numbers can be.
 */
const weightsBy = (step: number) =>
  Float64Array.from({ length: 1024 }, (_, index) => ((index + 1) * step) % 1)
const [ONE_WAY, OTHER_WAY] = [weightsBy((Math.sqrt(5) - 1) / 2), weightsBy(Math.SQRT2 - 1)]
/** Beliefs that agree to this part are one: they differ by the order in which the same was multiplied. */
const FINENESS = 1e11

/** Tells beliefs apart, whatever they sum to: by two sums over all worlds. */
function nameOfBelief(belief: Belief): string {
  let total = 0
  let one = 0
  let other = 0
  for (let index = 0; index < belief.length; index++) {
    const share = belief[index] ?? 0
    total += share
    one += share * (ONE_WAY[index % ONE_WAY.length] ?? 0)
    other += share * (OTHER_WAY[index % OTHER_WAY.length] ?? 0)
  }
  return `${Math.round((one / total) * FINENESS)} ${Math.round((other / total) * FINENESS)}`
}

function startBelief<State, World>({ worlds }: DecisionProblem<State, World>): Belief {
  return Float64Array.from(worlds, ({ probability }) => probability)
}

/** Folds back with beliefs that are not normalised: a belief's sum is the chance of having come there. */
class Solver<State, World> {
  readonly #problem: DecisionProblem<State, World>
  /** Best policies by state and by what is believed there, each for a belief that sums to 1. */
  readonly #known = new Map<string, Policy<State, World>>()
  constructor(problem: DecisionProblem<State, World>) {
    this.#problem = problem
  }

  best(state: State, belief: Belief): Policy<State, World> {
    const name = `${this.#problem.nameOf(state)} ${nameOfBelief(belief)}`
    const known = this.#known.get(name)
    if (known) return known
    let best: Policy<State, World> = { state, worth: 0, branches: [] }
    for (const act of this.#problem.acts(state)) {
      const policy = this.follow(state, act, belief)
      if (!best.act || policy.worth > best.worth + 1e-9) best = policy
    }
    this.#known.set(name, best)
    return best
  }

  follow(state: State, act: Act<State, World>, belief: Belief): Policy<State, World> {
    const { worlds } = this.#problem
    let total = 0
    for (let index = 0; index < belief.length; index++) total += belief[index] ?? 0
    let worth = 0
    const branches: Policy<State, World>['branches'][number][] = []
    for (const outcome of act.outcomes) {
      const after = new Float64Array(belief.length)
      let chance = 0
      let own = 0
      for (let index = 0; index < belief.length; index++) {
        const share = belief[index] ?? 0
        if (share === 0) continue
        const world = (worlds[index] as (typeof worlds)[number]).world
        const both = share * outcome.chance(world)
        if (both === 0) continue
        after[index] = both
        chance += both
        own += both * outcome.worth(world)
      }
      if (chance <= NOTHING) continue
      const then = outcome.next === undefined ? undefined : this.best(outcome.next, after)
      worth += own / total + ((then?.worth ?? 0) * chance) / total
      branches.push({ outcome, chance: chance / total, worth: own / chance, then })
    }
    return { state, worth, act, branches }
  }
}
