import { linkKind, posture, type Effect } from '../catalog/index.ts'
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

export const NOTHING: PathCost = { handlings: 0, presses: 0, lines: 0, ms: 0 }

/** One number for a state together with what hangs on the port and how the device is folded. */
export const nameOfNode = (state: number, handled: Handled): number =>
  (state * posture.options.length + posture.options.indexOf(handled.posture)) * linkKind.options.length +
  linkKind.options.indexOf(handled.link)

export interface Edge {
  readonly step: PathStep
  readonly cost: PathCost
  /** Cable and hinge after it, where it moves one of them. */
  readonly then?: Handled
}

/** The edges of a machine's states, found once for what is on the device and around it: ways are sought by the dozen. */
const FOUND = new WeakMap<Machine, Map<string, (readonly Edge[] | undefined)[]>>()
/** So many of the situations last asked for are kept. */
const SITUATIONS_KEPT = 8

export function edgesOf(
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
export function handlings(machine: Machine, from: number, situation: Situation): readonly Edge[] {
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
