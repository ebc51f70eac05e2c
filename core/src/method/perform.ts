import type { Cue, Method } from '../catalog/index.ts'
import { Twin, type DrawnDurations, type Machine, type Observation, type Situation } from '../twin/index.ts'
import { Execution, type Action, type Slips } from './execute.ts'
import type { PathStep } from './menuEdges.ts'
import { planOf, type Plan } from './plan.ts'
import { PERFECT_HAND } from './timing.ts'

export interface Performance {
  readonly reached: boolean
  /** When the goal's screen came, or when patience ended. */
  readonly endedAtMs: number
  /** The step whose cue never came. */
  readonly stuckAtStep?: number | undefined
  readonly actions: readonly Action[]
  readonly observations: readonly Observation[]
  /** When each step's waiting was over, by step. */
  readonly stepEndsMs: readonly number[]
  /** The way found for each step that chooses a menu item, by step. */
  readonly choices: Readonly<Record<number, readonly PathStep[]>>
  readonly finalState: number
}

/**
 * Does a method on a twin with a perfect hand, or with given slips, and then waits for its goal's screen.
 * @param situation what is on the device and its port, where the method's start does not say otherwise
 */
export function perform(
  machine: Machine,
  method: Method,
  situation: Situation,
  durations: DrawnDurations,
  slips: Slips = {},
): Performance {
  return performPlan(planOf(machine, method, situation), durations, slips)
}

/** The same for a plan made before. */
export function performPlan(plan: Plan, durations: DrawnDurations, slips: Slips = {}): Performance {
  const twin = new Twin(plan.machine, plan.start, plan.situation, durations)
  const record = { actions: [], stepEndsMs: [], choices: {} }
  const hand = new Execution(plan, twin, PERFECT_HAND, record)
  const reached = hand.run([], slips)
  return {
    reached,
    endedAtMs: reached ? hand.nowMs : twin.nowMs,
    stuckAtStep:
      hand.stuckAtStep < 0 || hand.stuckAtStep === plan.steps.length - 1 ? undefined : hand.stuckAtStep,
    ...record,
    observations: twin.observations,
    finalState: twin.stateIndex,
  }
}

/** The cues a technician could have seen or felt, in order, neighbours once. */
export function cuesOf(observations: readonly Observation[]): readonly Cue[] {
  const cues: Cue[] = []
  for (const observation of observations) {
    const cue =
      observation.kind === 'screen'
        ? observation.screen
        : observation.kind === 'buzz'
          ? observation.buzz
          : undefined
    if (cue && cues.at(-1) !== cue) cues.push(cue)
  }
  return cues
}
