/**
 * A small decision problem under uncertainty: which of some worlds holds is hidden, acts have outcomes whose
 * chance depends on it, and each outcome teaches something. Method: averaging out and folding back, as in
 * Raiffa, *Decision Analysis* (1968).
 */
export interface DecisionProblem<State, World> {
  /** Every world that may hold. Probabilities sum to 1; a world of probability 0 is allowed. */
  readonly worlds: readonly Weighted<World>[]
  readonly start: State
  /** A name for each state: two with one name offer the same acts. What is believed there is told apart besides. */
  nameOf(state: State): string
  /** What can be done there. None, or an undefined state: the end. */
  acts(state: State): readonly Act<State, World>[]
}

export interface Weighted<World> {
  readonly world: World
  readonly probability: number
}

export interface Act<State, World> {
  readonly id: string
  /** What may come of it; in every world the chances sum to 1. */
  readonly outcomes: readonly Outcome<State, World>[]
}

export interface Outcome<State, World> {
  readonly id: string
  /** A function of the world alone: it is asked once for each. */
  readonly chance: (world: World) => number
  /** What it brings when it happens, costs taken off; any unit, the same throughout. */
  readonly worth: (world: World) => number
  readonly next: State | undefined
}

/** What to do in a state, and what then for each outcome that can happen. */
export interface Policy<State, World> {
  readonly state: State
  /** Expected worth from here on. */
  readonly worth: number
  /** Absent at the end. */
  readonly act?: Act<State, World>
  readonly branches: readonly Branch<State, World>[]
}

export interface Branch<State, World> {
  readonly outcome: Outcome<State, World>
  /** 0 to 1, given that this place was reached. */
  readonly chance: number
  /** Expected worth of the outcome itself, without what follows. */
  readonly worth: number
  readonly then: Policy<State, World> | undefined
}
