import type { KeyId, LinkKind, Posture, Method, ScreenKind, StartState, Step } from '../catalog/index.ts'
import { codeOfCue, type KeySet, type Machine, type Situation } from '../twin/index.ts'
import type { Handled, PathStep } from './menuEdges.ts'
import { Ways, type PathGoal } from './menuPath.ts'
import type { PathInput } from './pathInput.ts'

/** A step with its keys as places and sets and its cue as a code. */
export type PlannedStep =
  | { readonly do: 'plug'; readonly link: LinkKind }
  | { readonly do: 'fold'; readonly to: Posture }
  | { readonly do: 'hold'; readonly keys: readonly number[]; readonly set: KeySet; readonly inOrder: boolean }
  | { readonly do: 'let-go'; readonly keys: readonly number[]; readonly set: KeySet }
  | { readonly do: 'wait-cue'; readonly code: number; readonly standing: boolean }
  | { readonly do: 'wait-ms'; readonly ms: number }
  | { readonly do: 'wait-count'; readonly count: number }
  | { readonly do: 'slide'; readonly from: number; readonly to: number }
  | { readonly do: 'press'; readonly key: number; readonly times: number }
  | { readonly do: 'long-press'; readonly key: number }
  | { readonly do: 'tap'; readonly on: string }
  | { readonly do: 'type'; readonly word: string }
  | { readonly do: 'way'; readonly way: MenuWay }

/** A method made ready for a machine: to be done many times. */
export interface Plan {
  readonly machine: Machine
  readonly start: number
  /** What is on the device and around it before the first step. */
  readonly situation: Situation
  readonly steps: readonly PlannedStep[]
  /** Cue codes that have a place in the method; any other screen is a wrong one. */
  readonly expected: ReadonlySet<number>
}

/** What is on the device and around it at a job's start; what the start itself says comes before the rest. */
export function situationAtStart(from: Method['from'], usual: Situation): Situation {
  switch (from) {
    case 'off-charging':
      return { ...usual, link: 'charger' }
    case 'looping':
      return { ...usual, loop: true }
    case 'dead-battery':
      return { ...usual, batteryPercent: 0 }
    case 'on-locked':
    case 'off':
    case 'in-download':
      return usual
  }
}

/** What a method asks for and its machine lacks. */
export type Impossible =
  { readonly why: 'no-start'; readonly start: StartState } | { readonly why: 'no-key'; readonly key: KeyId }

export class ImpossibleMethod extends Error {
  readonly impossible: Impossible
  constructor(impossible: Impossible) {
    super(`The machine lacks what a method needs: ${JSON.stringify(impossible)}`)
    this.impossible = impossible
  }
}

/**
 * Makes a method ready for its machine.
 * @param usual what is on the device and around it, where the method's own start does not say otherwise
 * @throws ImpossibleMethod where it names a key or a start the machine lacks
 */
export function planOf(machine: Machine, method: Method, usual: Situation): Plan {
  const situation = situationAtStart(method.from, usual)
  const start = machine.starts[method.from]
  if (start === undefined) throw new ImpossibleMethod({ why: 'no-start', start: method.from })
  let around = situation
  const steps = method.steps.map((step): PlannedStep => {
    around = { ...around, ...handledBy(step) }
    return planned(machine, step, around)
  })
  const goal: PlannedStep = waitFor(method.goal)
  const all = [...steps, goal]
  const expected = new Set(all.flatMap((step) => ('code' in step ? [step.code] : [])))
  for (const usual of PASSING_SCREENS) expected.add(codeOfCue(usual))
  return { machine, start, situation, steps: all, expected }
}

/** A plan that goes on, from recovery through the wipe to the set-up wizard. */
export function planOfWholeReset(machine: Machine, method: Method, situation: Situation): Plan {
  const plan = planOf(machine, method, situation)
  const around = method.steps.reduce((so, step) => ({ ...so, ...handledBy(step) }), plan.situation)
  const toWipe = new MenuWay(machine, { kind: 'effect', effect: 'wipe-data' }, around)
  const isGoal = (state: number) => machine.states[state]?.screen === 'set-up'
  const toSetUp = new MenuWay(machine, { kind: 'state', isGoal }, { ...around, wiped: true, loop: false })
  return { ...plan, steps: [...plan.steps, { do: 'way', way: toWipe }, { do: 'way', way: toSetUp }] }
}

/**
 * The way to a goal as a rule: for every state, what hangs on the port and how it is folded, the next input, so that a slip
 * is answered from wherever it led.
 */
export class MenuWay {
  readonly goal: PathGoal
  readonly #machine: Machine
  readonly #ways: Ways

  constructor(machine: Machine, goal: PathGoal, situation: Situation) {
    this.#machine = machine
    this.goal = goal
    this.#ways = new Ways(machine, goal, situation)
  }

  /**
   * The next input from a state; undefined where no way leads to the goal.
   * @param around what hangs on the port now, and how the device is folded
   */
  from(state: number, around: Handled): PathStep | undefined {
    return this.#ways.next(state, around)
  }

  isAt(state: number): boolean {
    return this.goal.kind === 'state' && this.goal.isGoal(state)
  }

  /** Whether a step of the way is its last. */
  endsWith({ from, transition, effects }: PathStep): boolean {
    const { goal } = this
    switch (goal.kind) {
      case 'effect':
        return effects.includes(goal.effect)
      case 'choice': {
        const cursor = this.#machine.states[from]?.cursor
        return cursor?.menu === goal.menu && cursor.itemId === goal.item && cursor.choice === transition
      }
      case 'state':
        return false
    }
  }
}

/** Screens that may pass by in any method and make nobody stop. */
const PASSING_SCREENS: readonly ScreenKind[] = ['dark', 'logo', 'power-menu', 'text', 'charge-blank']

function planned(machine: Machine, step: Step, around: Situation): PlannedStep {
  const key = (id: KeyId): number => {
    const at = machine.keys.indexOf(id)
    if (at < 0) throw new ImpossibleMethod({ why: 'no-key', key: id })
    return at
  }
  const set = (keys: readonly number[]): KeySet => keys.reduce((all, one) => all | (1 << one), 0)
  switch (step.do) {
    case 'plug':
    case 'fold':
      return step
    case 'hold': {
      const keys = step.keys.map(key)
      return { do: 'hold', keys, set: set(keys), inOrder: step.order === 'in-order' }
    }
    case 'let-go': {
      const keys = step.keys.map(key)
      return { do: 'let-go', keys, set: set(keys) }
    }
    case 'wait':
      if ('cue' in step.until) return waitFor(step.until.cue)
      return 'ms' in step.until
        ? { do: 'wait-ms', ms: step.until.ms }
        : { do: 'wait-count', count: step.until.count }
    case 'slide':
      return { do: 'slide', from: key(step.from), to: key(step.to) }
    case 'press':
      return { do: 'press', key: key(step.key), times: step.times }
    case 'long-press':
      return { do: 'long-press', key: key(step.key) }
    case 'tap':
    case 'type':
      return step
    case 'choose':
      return {
        do: 'way',
        way: new MenuWay(machine, { kind: 'choice', menu: step.menu, item: step.item }, around),
      }
  }
}

function waitFor(cue: Parameters<typeof codeOfCue>[0]): PlannedStep {
  // A screen that already stands there counts, but for the dark, which is a change.
  return { do: 'wait-cue', code: codeOfCue(cue), standing: cue !== 'dark' }
}

/** What a step, or an input of a menu, does to the cable or the hinge. */
export function handledBy(done: Step | PathInput): Partial<Handled> {
  if ('do' in done)
    return done.do === 'plug' ? { link: done.link } : done.do === 'fold' ? { posture: done.to } : {}
  return done.kind === 'plug' ? { link: done.link } : done.kind === 'fold' ? { posture: done.to } : {}
}
