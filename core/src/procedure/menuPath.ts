import TinyQueue from 'tinyqueue'
import { IRREVERSIBLE, linkKind, type Effect, type LinkKind } from '../catalog/index.ts'
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
  /** Which of the state's transitions it takes; -1 where a cable is plugged and nothing comes of it by itself. */
  readonly transition: number
  readonly effects: readonly Effect[]
}

/** What a way costs: moves of the cable count first, then its presses, then the lines it chooses, then its time. */
export interface PathCost {
  readonly cables: number
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

const NOTHING: PathCost = { cables: 0, presses: 0, lines: 0, ms: 0 }

const sum = (a: PathCost, b: PathCost): PathCost => ({
  cables: a.cables + b.cables,
  presses: a.presses + b.presses,
  lines: a.lines + b.lines,
  ms: a.ms + b.ms,
})
/** Negative where the first costs less. */
const compare = (a: PathCost, b: PathCost): number =>
  a.cables - b.cables || a.presses - b.presses || a.lines - b.lines || a.ms - b.ms

/** One number for a state together with what hangs on the port. */
export const nameOfNode = (state: number, link: LinkKind): number =>
  state * linkKind.options.length + linkKind.options.indexOf(link)

interface Arrival {
  readonly state: number
  readonly link: LinkKind
  readonly cost: PathCost
  readonly by?: { readonly step: PathStep; readonly from: Arrival } | undefined
}

/**
 * The way from a state to a goal with the fewest presses, of these the one that chooses the fewest lines, of these the
 * quickest, searched on the machine's own graph (Dijkstra), so it works from any item of any menu and after any slip.
 * The cable is moved where nothing else leads there. Never passes through an effect that cannot be undone, or a start
 * in safe mode, unless that effect is the goal.
 * @param situation what hangs on the device and is on it now
 * @returns undefined when no sequence leads there
 */
export function quickestPath(
  machine: Machine,
  from: number,
  goal: PathGoal,
  situation: Situation,
): MenuPath | undefined {
  return cheapest(machine, from, goal, situation, false) ?? cheapest(machine, from, goal, situation, true)
}

/** @param movesCable whether the cable may be moved on the way */
function cheapest(
  machine: Machine,
  from: number,
  goal: PathGoal,
  situation: Situation,
  movesCable: boolean,
): MenuPath | undefined {
  const start: Arrival = { state: from, link: situation.link, cost: NOTHING }
  const best = new Map([[nameOfNode(from, situation.link), start]])
  const open = new TinyQueue([start], (a, b) => compare(a.cost, b.cost))
  let last: Arrival | undefined
  for (let here = open.pop(); here; here = open.pop()) {
    const { state, link } = here
    if (best.get(nameOfNode(state, link)) !== here) continue
    if (last && compare(last.cost, here.cost) <= 0) break
    if (goal.kind === 'state' && goal.isGoal(state)) return pathTo(here)
    const around = { ...situation, link }
    const edges = edgesFrom(machine, state, around)
    for (const { step, cost, link: then } of movesCable
      ? [...edges, ...pluggings(machine, state, around)]
      : edges) {
      const there: Arrival = {
        state: step.to,
        link: then,
        cost: sum(here.cost, cost),
        by: { step, from: here },
      }
      if (isGoalStep(machine, goal, step)) {
        if (!last || compare(there.cost, last.cost) < 0) last = there
        continue
      }
      if (step.effects.some((effect) => NEVER_ON_THE_WAY.includes(effect))) continue
      if (goal.kind === 'state' && goal.avoids?.(step.to)) continue
      const name = nameOfNode(step.to, then)
      const before = best.get(name)
      if (before && compare(before.cost, there.cost) <= 0) continue
      best.set(name, there)
      open.push(there)
    }
  }
  return last && pathTo(last)
}

function isGoalStep(machine: Machine, goal: PathGoal, step: PathStep): boolean {
  if (goal.kind === 'effect') return step.effects.includes(goal.effect)
  if (goal.kind === 'state') return false
  const cursor = machine.states[step.from]?.cursor
  return cursor?.menu === goal.menu && cursor.itemId === goal.item && step.transition === cursor.choice
}

function pathTo(arrival: Arrival): MenuPath {
  const steps: PathStep[] = []
  for (let { by } = arrival; by; by = by.from.by) steps.unshift(by.step)
  return { steps, cost: arrival.cost }
}

interface Edge {
  readonly step: PathStep
  readonly cost: PathCost
  readonly link: LinkKind
}

function edgesFrom(machine: Machine, from: number, situation: Situation): readonly Edge[] {
  const state = machine.states[from]
  if (!state) return []
  const { link } = situation
  const edges: Edge[] = []
  const leaving = leavingByItself(machine, state, situation)
  // At a cursor somebody goes on before the device does.
  if (leaving && !state.cursor)
    edges.push({
      step: stepOf(from, leaving.index, leaving.transition, { kind: 'wait' }),
      cost: { ...NOTHING, ms: leaving.usualMs },
      link,
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
      cost: { cables: 0, presses: made.presses, lines, ms: made.ms },
      link,
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

/** The cable moved to each other thing, from a state. */
function pluggings(machine: Machine, from: number, situation: Situation): readonly Edge[] {
  const state = machine.states[from]
  if (!state) return []
  const leaving = leavingByItself(machine, state, situation)
  if (leaving && leaving.soonestMs < COST.plugMs) return []
  return linkKind.options.flatMap((link) =>
    link === situation.link ? [] : [plugging(state, from, { ...situation, link })],
  )
}

function plugging(state: MachineState, from: number, then: Situation): Edge {
  const { link } = then
  const index = state.transitions.findIndex(
    ({ trigger, guard }) =>
      trigger.kind === 'link' && trigger.to.includes(link) && !guard.held && allowsAround(guard, then),
  )
  const transition = state.transitions[index]
  const input = { kind: 'plug', link } as const
  return {
    step: transition
      ? stepOf(from, index, transition, input)
      : { input, from, to: from, transition: -1, effects: [] },
    cost: { ...NOTHING, cables: 1, ms: COST.plugMs },
    link,
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
