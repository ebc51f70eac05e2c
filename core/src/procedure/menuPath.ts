import { IRREVERSIBLE, type Effect, type KeyId } from '../catalog/index.ts'
import type { Machine, MachineGuard, MachineTransition, Situation } from '../twin/index.ts'

/** One input of the hand in a menu. */
export type PathInput =
  | { readonly kind: 'press'; readonly key: KeyId; readonly with: readonly KeyId[] }
  | { readonly kind: 'long-press'; readonly key: KeyId }
  | { readonly kind: 'tap'; readonly on: string; readonly label?: string | undefined }
  | { readonly kind: 'type'; readonly word: string }
  /** Nothing to do: the screen goes on by itself. */
  | { readonly kind: 'wait' }

export interface PathStep {
  readonly input: PathInput
  /** State indices of the machine. */
  readonly from: number
  readonly to: number
  /** Which of the state's transitions it takes. */
  readonly transition: number
  readonly effects: readonly Effect[]
}

export interface MenuPath {
  readonly steps: readonly PathStep[]
  readonly costMs: number
}

export type PathGoal =
  | { readonly kind: 'effect'; readonly effect: Effect }
  /** An item of a menu, by the menu's full name, is chosen. */
  | { readonly kind: 'choice'; readonly menu: string; readonly item: string }
  | { readonly kind: 'state'; readonly isGoal: (state: number) => boolean }

/**
 * What each input costs the hand, in milliseconds. A press: the keystroke-level model's 0.28 s for an average
 * non-secretary typist (Card, Moran and Newell 1980, from memory). A tap on glass: common practice, no source.
 */
const COST = { pressMs: 280, tapMs: 800 }

/**
 * The quickest sequence of inputs from a state to a goal, searched on the machine's own graph (Dijkstra), so
 * it works from any item of any menu and after any slip. Never passes through an effect that cannot be undone
 * unless that effect is the goal.
 * @returns undefined when no sequence leads there
 */
export function quickestPath(
  machine: Machine,
  from: number,
  goal: PathGoal,
  situation: Situation,
): MenuPath | undefined {
  const costMs = new Map<number, number>([[from, 0]])
  const arrivedBy = new Map<number, PathStep>()
  const open = new Set([from])
  let last: { step: PathStep; costMs: number } | undefined
  while (open.size > 0) {
    const state = [...open].reduce((a, b) => ((costMs.get(b) ?? 0) < (costMs.get(a) ?? 0) ? b : a))
    open.delete(state)
    const soFarMs = costMs.get(state) ?? 0
    if (last && last.costMs <= soFarMs) break
    if (goal.kind === 'state' && goal.isGoal(state))
      return { steps: wayTo(arrivedBy, state), costMs: soFarMs }
    for (const { step, costMs: edgeMs } of edgesFrom(machine, state, situation)) {
      const totalMs = soFarMs + edgeMs
      if (isGoalStep(machine, goal, step)) {
        if (!last || totalMs < last.costMs) last = { step, costMs: totalMs }
        continue
      }
      if (step.effects.some((effect) => IRREVERSIBLE.includes(effect))) continue
      if (totalMs < (costMs.get(step.to) ?? Number.POSITIVE_INFINITY)) {
        costMs.set(step.to, totalMs)
        arrivedBy.set(step.to, step)
        open.add(step.to)
      }
    }
  }
  return last && { steps: [...wayTo(arrivedBy, last.step.from), last.step], costMs: last.costMs }
}

function isGoalStep(machine: Machine, goal: PathGoal, step: PathStep): boolean {
  if (goal.kind === 'effect') return step.effects.includes(goal.effect)
  if (goal.kind === 'state') return false
  const cursor = machine.states[step.from]?.cursor
  return cursor?.menu === goal.menu && cursor.itemId === goal.item && step.transition === cursor.choice
}

function wayTo(arrivedBy: ReadonlyMap<number, PathStep>, state: number): PathStep[] {
  const way: PathStep[] = []
  for (let step = arrivedBy.get(state); step; step = arrivedBy.get(step.from)) way.unshift(step)
  return way
}

function edgesFrom(
  machine: Machine,
  from: number,
  situation: Situation,
): { step: PathStep; costMs: number }[] {
  const edges: { step: PathStep; costMs: number }[] = []
  let timed = false
  for (const [index, transition] of (machine.states[from]?.transitions ?? []).entries()) {
    if (!passes(transition.guard, situation)) continue
    const { trigger } = transition
    if (trigger.kind === 'after') {
      if (!timed)
        edges.push({
          step: stepOf(from, index, transition, { kind: 'wait' }),
          costMs: machine.durations[trigger.duration]?.medianMs ?? 0,
        })
      timed = true
      continue
    }
    const made = inputOf(machine, transition)
    if (made) edges.push({ step: stepOf(from, index, transition, made.input), costMs: made.costMs })
  }
  return edges
}

function stepOf(
  from: number,
  transition: number,
  { to, effects }: MachineTransition,
  input: PathInput,
): PathStep {
  return { input, from, to, transition, effects }
}

function inputOf(
  machine: Machine,
  { trigger }: MachineTransition,
): { input: PathInput; costMs: number } | undefined {
  const keyAt = (index: number) => machine.keys[index] as KeyId
  switch (trigger.kind) {
    case 'press':
      if (trigger.times !== 1) return undefined
      return {
        input: {
          kind: 'press',
          key: keyAt(trigger.key),
          with: machine.keys.filter((_, key) => trigger.with & (1 << key)),
        },
        costMs: COST.pressMs,
      }
    case 'long-press':
      return {
        input: { kind: 'long-press', key: keyAt(trigger.key) },
        costMs: machine.longPressMs + COST.pressMs,
      }
    case 'tap':
      return { input: { kind: 'tap', on: trigger.on, label: trigger.label }, costMs: COST.tapMs }
    case 'type':
      return { input: { kind: 'type', word: trigger.word }, costMs: COST.tapMs * trigger.word.length }
    case 'after':
    case 'hold':
    case 'key-down':
    case 'link':
    case 'idle':
      return undefined
  }
}

/** Whether a guard holds with no key held; what a menu is driven with. */
function passes(guard: MachineGuard, situation: Situation): boolean {
  if (guard.held) return false
  if (guard.links && !guard.links.includes(situation.link)) return false
  if (guard.screenLock !== undefined && guard.screenLock !== situation.screenLock) return false
  if (guard.account !== undefined && guard.account !== situation.account) return false
  if (guard.loop !== undefined && guard.loop !== situation.loop) return false
  return guard.wiped === undefined || guard.wiped === situation.wiped
}
