import TinyQueue from 'tinyqueue'
import { IRREVERSIBLE, type Effect } from '../catalog/index.ts'
import type { Machine, Situation } from '../twin/index.ts'
import {
  edgesOf,
  handlings,
  nameOfNode,
  NOTHING,
  type Edge,
  type Handled,
  type PathCost,
  type PathStep,
} from './menuEdges.ts'

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

const sum = (a: PathCost, b: PathCost): PathCost => ({
  handlings: a.handlings + b.handlings,
  presses: a.presses + b.presses,
  lines: a.lines + b.lines,
  ms: a.ms + b.ms,
})
/** Negative where the first costs less. */
const compare = (a: PathCost, b: PathCost): number =>
  a.handlings - b.handlings || a.presses - b.presses || a.lines - b.lines || a.ms - b.ms

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
