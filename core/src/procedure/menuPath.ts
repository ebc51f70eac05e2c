import TinyQueue from 'tinyqueue'
import { IRREVERSIBLE, linkKind, posture, type Effect } from '../catalog/index.ts'
import {
  allowsAround,
  type Machine,
  type MachineState,
  type MachineTransition,
  type Situation,
} from '../twin/index.ts'
import { COST, inputOf, longPressOf, type PathInput } from './pathInput.ts'

export interface PathStep {
  readonly input: PathInput
  /** State indices of the machine. */
  readonly from: number
  readonly to: number
  /** Which of the state's transitions it takes; -1 where a cable or hinge is moved and nothing comes of it by itself. */
  readonly transition: number
  readonly effects: readonly Effect[]
}

/** What hands have done to the cable and to the hinge. */
export type Handled = Pick<Situation, 'link' | 'posture'>

/** What a way costs: moves of cable and hinge count first, then its presses, then the lines it chooses, then its time. */
export interface PathCost {
  readonly handlings: number
  /** Presses, turns by a notch, taps and letters. */
  readonly presses: number
  /** Lines chosen: the fewer, the less leads elsewhere. */
  readonly lines: number
  readonly ms: number
}

export interface MenuPath {
  readonly steps: readonly PathStep[]
  readonly cost: PathCost
}

export type PathGoal =
  | { readonly kind: 'effect'; readonly effect: Effect }
  /** An item of a menu, by the menu's full name, is chosen. */
  | { readonly kind: 'choice'; readonly menu: string; readonly item: string }
  /** One of these states, and on the way through none that is avoided. */
  | {
      readonly kind: 'state'
      readonly isGoal: (state: number) => boolean
      readonly avoids?: ((state: number) => boolean) | undefined
    }

/** What cannot be undone, and a start that is not the usual one. */
const NEVER_ON_THE_WAY: readonly Effect[] = [...IRREVERSIBLE, 'start-safe-mode']

const NOTHING: PathCost = { handlings: 0, presses: 0, lines: 0, ms: 0 }

const sum = (a: PathCost, b: PathCost): PathCost => ({
  handlings: a.handlings + b.handlings,
  presses: a.presses + b.presses,
  lines: a.lines + b.lines,
  ms: a.ms + b.ms,
})
/** Negative where the first costs less. */
const compare = (a: PathCost, b: PathCost): number =>
  a.handlings - b.handlings || a.presses - b.presses || a.lines - b.lines || a.ms - b.ms

/** One number for a state together with what hangs on the port and how the device is folded. */
export const nameOfNode = (state: number, handled: Handled): number =>
  (state * posture.options.length + posture.options.indexOf(handled.posture)) * linkKind.options.length +
  linkKind.options.indexOf(handled.link)

/**
 * The way from a state to a goal with the fewest presses, of these the one that chooses the fewest lines, of these the
 * quickest. Cable and hinge are moved where nothing else leads there. Never passes through an effect that cannot be undone, or
 * a start in safe mode, unless that effect is the goal.
 * @param situation what hangs on the device and is on it now
 * @returns undefined when no sequence leads there
 */
export function quickestPath(
  machine: Machine,
  from: number,
  goal: PathGoal,
  situation: Situation,
): MenuPath | undefined {
  return new Ways(machine, goal, situation).from(from)
}

/**
 * The cheapest ways to a goal from every state, searched once from the goal's end on the machine's own graph (Dijkstra),
 * so that a slip is answered from wherever it led, and what is shown after an input is the rest of what was shown before.
 */
export class Ways {
  readonly #machine: Machine
  readonly #goal: PathGoal
  readonly #situation: Situation
  /** With neither cable nor hinge moved, by what hangs on it and how it is folded. */
  readonly #untouched = new Map<number, Tree>()
  #handling: Tree | undefined

  constructor(machine: Machine, goal: PathGoal, situation: Situation) {
    this.#machine = machine
    this.#goal = goal
    this.#situation = situation
  }

  /**
   * The next input from a state; undefined at the goal, and where no way leads there.
   * @param handled what hangs on the port now, and how the device is folded
   */
  next(state: number, handled: Handled): PathStep | undefined {
    return this.#treeAt(state, handled)?.next[nameOfNode(state, handled)]?.step
  }

  /** The whole way; undefined where there is none. */
  from(state: number, handled: Handled = this.#situation): MenuPath | undefined {
    const tree = this.#treeAt(state, handled)
    const cost = tree?.cost[nameOfNode(state, handled)]
    if (!tree || !cost) return undefined
    const steps: PathStep[] = []
    let here = { state, handled }
    for (let edge = tree.next[nameOfNode(state, handled)]; edge;) {
      steps.push(edge.step)
      here = { state: edge.step.to, handled: edge.then ?? here.handled }
      edge = isGoalStep(this.#machine, this.#goal, edge.step)
        ? undefined
        : tree.next[nameOfNode(here.state, here.handled)]
    }
    return { steps, cost }
  }

  /** The tree that leads from there to the goal. */
  #treeAt(state: number, { link, posture }: Handled): Tree | undefined {
    if (!this.#canBeMet()) return undefined
    const handled = { link, posture }
    const which = nameOfNode(0, handled)
    const untouched = this.#untouched.get(which) ?? this.#grow([handled], false)
    this.#untouched.set(which, untouched)
    if (untouched.cost[nameOfNode(state, handled)]) return untouched
    this.#handling ??= this.#grow(this.#everyHandled(), true)
    return this.#handling
  }

  /** An effect that nothing on this machine has need not be looked for. */
  #canBeMet(): boolean {
    const goal = this.#goal
    return goal.kind !== 'effect' || effectsOf(this.#machine).has(goal.effect)
  }

  #everyHandled(): readonly Handled[] {
    const { links, postures } = this.#machine
    const [link, folded] = [this.#situation.link, this.#situation.posture]
    return [...new Set([...links, link])].flatMap((link) =>
      [...new Set([...postures, folded])].map((posture) => ({ link, posture })),
    )
  }

  #grow(all: readonly Handled[], handles: boolean): Tree {
    const [machine, goal] = [this.#machine, this.#goal]
    const edgesAt = edgesOf(machine, this.#situation)
    const tree: Tree = { cost: [], next: [] }
    const settled = new Set<number>()
    const leadingTo: Leading[][] = []
    const open = new TinyQueue<Leading>([], (a, b) => compare(a.cost, b.cost) || a.rank - b.rank)
    for (const handled of all)
      for (const state of machine.states.keys()) {
        const node = nameOfNode(state, handled)
        if (goal.kind === 'state' && goal.isGoal(state)) {
          open.push({ node, cost: NOTHING, rank: 0 })
          continue
        }
        const moved = handles ? handlings(machine, state, { ...this.#situation, ...handled }) : []
        for (const [rank, edge] of [...edgesAt(state, handled), ...moved].entries()) {
          const { step, cost, then } = edge
          const leading = { node, edge, cost, rank }
          if (isGoalStep(machine, goal, step)) open.push(leading)
          else if (
            !step.effects.some((effect) => NEVER_ON_THE_WAY.includes(effect)) &&
            !avoids(goal, step.to)
          )
            (leadingTo[nameOfNode(step.to, then ?? handled)] ??= []).push(leading)
        }
      }
    for (let best = open.pop(); best; best = open.pop()) {
      const { node, edge, cost } = best
      if (settled.has(node)) continue
      settled.add(node)
      tree.cost[node] = cost
      if (edge) tree.next[node] = edge
      for (const before of leadingTo[node] ?? [])
        if (!settled.has(before.node)) open.push({ ...before, cost: sum(before.cost, cost) })
    }
    return tree
  }
}

/** By the number of a state with what hangs on it: what the way from there costs, and its first edge. */
interface Tree {
  readonly cost: (PathCost | undefined)[]
  readonly next: (Edge | undefined)[]
}

/** An edge that leads on from a node, with what it costs from there to the goal; none at the goal itself. */
interface Leading {
  readonly node: number
  readonly edge?: Edge
  readonly cost: PathCost
  /** Its place among the edges of its node: of equals the first is taken. */
  readonly rank: number
}

const avoids = (goal: PathGoal, state: number): boolean =>
  goal.kind === 'state' && (goal.avoids?.(state) ?? false)

function isGoalStep(machine: Machine, goal: PathGoal, step: PathStep): boolean {
  if (goal.kind === 'effect') return step.effects.includes(goal.effect)
  if (goal.kind === 'state') return false
  const cursor = machine.states[step.from]?.cursor
  return cursor?.menu === goal.menu && cursor.itemId === goal.item && step.transition === cursor.choice
}

const EFFECTS = new WeakMap<Machine, ReadonlySet<Effect>>()
function effectsOf(machine: Machine): ReadonlySet<Effect> {
  const known = EFFECTS.get(machine)
  if (known) return known
  const found = new Set(
    machine.states.flatMap(({ transitions }) => transitions.flatMap(({ effects }) => effects)),
  )
  EFFECTS.set(machine, found)
  return found
}

interface Edge {
  readonly step: PathStep
  readonly cost: PathCost
  /** Cable and hinge after it, where it moves one of them. */
  readonly then?: Handled
}

/** The edges of a machine's states, found once for what is on the device and around it: ways are sought by the dozen. */
const FOUND = new WeakMap<Machine, Map<string, (readonly Edge[] | undefined)[]>>()
/** So many of the situations last asked for are kept. */
const SITUATIONS_KEPT = 8

function edgesOf(
  machine: Machine,
  situation: Situation,
): (state: number, handled: Handled) => readonly Edge[] {
  const { batteryPercent, screenLock, account, loop, wiped } = situation
  const key = [batteryPercent, screenLock, account, loop, wiped].join()
  const kept = FOUND.get(machine) ?? new Map<string, (readonly Edge[] | undefined)[]>()
  FOUND.set(machine, kept)
  const found = kept.get(key) ?? []
  kept.delete(key)
  kept.set(key, found)
  const [oldest] = kept.keys()
  if (kept.size > SITUATIONS_KEPT && oldest !== undefined) kept.delete(oldest)
  return (state, handled) =>
    (found[nameOfNode(state, handled)] ??= edgesFrom(machine, state, { ...situation, ...handled }))
}

function edgesFrom(machine: Machine, from: number, situation: Situation): readonly Edge[] {
  const state = machine.states[from]
  if (!state) return []
  const edges: Edge[] = []
  const leaving = leavingByItself(machine, state, situation)
  // At a cursor somebody goes on before the device does.
  if (leaving && !state.cursor)
    edges.push({
      step: stepOf(from, leaving.index, leaving.transition, { kind: 'wait' }),
      cost: { ...NOTHING, ms: leaving.usualMs },
    })
  const answered = new Set<string>()
  for (const [index, transition] of inTurn(state.transitions)) {
    const { guard } = transition
    // A menu is driven with no other key held.
    if (guard.held || !allowsAround(guard, situation)) continue
    if (isForestalled(machine, state, transition, situation)) continue
    const made = inputOf(machine, state, transition)
    // What answers an input first leaves nothing of it to those after it.
    if (!made || answered.has(made.asks) || (made.within && answered.has(made.within))) continue
    answered.add(made.asks)
    // What is gone before a hand is done with it is not there for a hand.
    if (leaving && leaving.soonestMs < made.ms) continue
    const lines = state.cursor && index >= state.cursor.choice ? 1 : 0
    edges.push({
      step: stepOf(from, index, transition, made.input),
      cost: { handlings: 0, presses: made.presses, lines, ms: made.ms },
    })
  }
  return edges
}

/** The declared order, but of presses of one key the fewest first: they come true first. */
function inTurn(
  transitions: readonly MachineTransition[],
): readonly (readonly [index: number, transition: MachineTransition])[] {
  const times = ({ trigger }: MachineTransition) => (trigger.kind === 'press' ? trigger.times : 0)
  return [...transitions.entries()].sort(([, a], [, b]) => times(a) - times(b))
}

/** Whether a hold of the same keys comes true before a press of them would end, or before a long one counts. */
function isForestalled(
  machine: Machine,
  { transitions }: MachineState,
  { trigger }: MachineTransition,
  situation: Situation,
): boolean {
  if (trigger.kind !== 'press' && trigger.kind !== 'long-press') return false
  const keys = (1 << trigger.key) | (trigger.kind === 'press' ? trigger.with : 0)
  const takesMs = trigger.kind === 'press' ? COST.pressMs : longPressOf(machine, trigger.duration).medianMs
  return transitions.some(
    ({ trigger: other, guard }) =>
      other.kind === 'hold' &&
      other.keys === keys &&
      (machine.durations[other.duration]?.medianMs ?? 0) <= takesMs &&
      allowsAround(guard, situation),
  )
}

/** What a screen does by itself while nobody touches it. */
export interface IdleExit {
  /** From the last input, in milliseconds: on the quickest unit, and on a middling one. */
  readonly soonestMs: number
  readonly usualMs: number
  /** The state it goes on to. */
  readonly to: number
}

/**
 * When a menu leaves by itself, and where to.
 * @param state an index of the machine's states
 * @param situation what hangs on the device and is on it now
 * @returns undefined where it stays
 */
export function idleExitOf(machine: Machine, state: number, situation: Situation): IdleExit | undefined {
  const here = machine.states[state]
  if (!here?.cursor) return undefined
  const leaving = leavingByItself(machine, here, situation)
  return leaving && { soonestMs: leaving.soonestMs, usualMs: leaving.usualMs, to: leaving.transition.to }
}

interface Leaving {
  readonly index: number
  readonly transition: MachineTransition
  readonly usualMs: number
  readonly soonestMs: number
}

/** What time alone does in a state: the earliest that may, the declared order deciding between equals. */
function leavingByItself(
  machine: Machine,
  { transitions }: MachineState,
  situation: Situation,
): Leaving | undefined {
  let first: Leaving | undefined
  for (const [index, transition] of transitions.entries()) {
    const { trigger, guard } = transition
    if (trigger.kind !== 'after' && trigger.kind !== 'idle') continue
    if (guard.held || !allowsAround(guard, situation)) continue
    const { medianMs = 0, minMs = 0 } = machine.durations[trigger.duration] ?? {}
    if (!first || medianMs < first.usualMs) first = { index, transition, usualMs: medianMs, soonestMs: minMs }
  }
  return first
}

/** The cable moved to each other thing, and the hinge to each other posture, from a state. */
function handlings(machine: Machine, from: number, situation: Situation): readonly Edge[] {
  const state = machine.states[from]
  if (!state) return []
  const leaving = leavingByItself(machine, state, situation)
  const { link, posture } = situation
  const edge = (input: PathInput, then: Handled, ms: number): readonly Edge[] =>
    leaving && leaving.soonestMs < ms
      ? []
      : [handling(state, from, input, { ...situation, ...then }, { ...NOTHING, handlings: 1, ms })]
  return [
    ...machine.links.flatMap((other) =>
      other === link ? [] : edge({ kind: 'plug', link: other }, { link: other, posture }, COST.plugMs),
    ),
    ...machine.postures.flatMap((other) =>
      other === posture ? [] : edge({ kind: 'fold', to: other }, { link, posture: other }, COST.foldMs),
    ),
  ]
}

function handling(
  state: MachineState,
  from: number,
  input: PathInput,
  then: Situation,
  cost: PathCost,
): Edge {
  const index = state.transitions.findIndex(
    ({ trigger, guard }) =>
      ((input.kind === 'plug' && trigger.kind === 'link' && trigger.to.includes(input.link)) ||
        (input.kind === 'fold' && trigger.kind === 'fold' && trigger.to.includes(input.to))) &&
      !guard.held &&
      allowsAround(guard, then),
  )
  const transition = state.transitions[index]
  return {
    step: transition
      ? stepOf(from, index, transition, input)
      : { input, from, to: from, transition: -1, effects: [] },
    cost,
    then: { link: then.link, posture: then.posture },
  }
}

function stepOf(
  from: number,
  transition: number,
  { to, effects }: MachineTransition,
  input: PathInput,
): PathStep {
  return { input, from, to, transition, effects }
}
