import type { Cue, KeyId, Procedure, Step } from '../catalog/index.ts'
import {
  Twin,
  type DrawnDurations,
  type Machine,
  type Observation,
  type Situation,
  type TwinInput,
} from '../twin/index.ts'
import { quickestPath, type PathInput, type PathStep } from './menuPath.ts'

/** What the hand did, when, and for which step of the procedure. */
export interface Action {
  readonly atMs: number
  readonly step: number
  readonly input: TwinInput
}

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

/** Departures from the perfect hand: how much later than its moment a step is done, by step. */
export interface Slips {
  readonly lateMs?: ReadonlyMap<number, number>
  readonly keyInstead?: ReadonlyMap<KeyId, KeyId>
}

/** How long one waits for a cue before giving up: the longest boots of the trade, with room. Common practice, no source. */
export const PATIENCE_MS = 240_000

const PRESS_MS = 120
const BETWEEN_PRESSES_MS = 160
const BETWEEN_KEYS_MS = 250
const TAP_MS = 500

/**
 * Does a procedure on a twin with a perfect hand, or with given slips, and then waits for its goal's screen.
 * @param situation what is on the device and its port before the first step
 */
export function perform(
  machine: Machine,
  procedure: Procedure,
  situation: Situation,
  durations: DrawnDurations,
  slips: Slips = {},
): Performance {
  const twin = new Twin(machine, machine.starts[procedure.from] ?? 0, situation, durations)
  const hand = new HandAtWork(machine, twin, situation, slips)
  let stuckAtStep: number | undefined
  for (const [index, step] of procedure.steps.entries()) {
    if (hand.do(step, index)) continue
    stuckAtStep = index
    break
  }
  const reached = hand.await(procedure.goal)
  return {
    reached,
    endedAtMs: reached ? hand.nowMs : twin.nowMs,
    stuckAtStep,
    actions: hand.actions,
    observations: twin.observations,
    stepEndsMs: hand.stepEndsMs,
    choices: hand.choices,
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

class HandAtWork {
  readonly actions: Action[] = []
  readonly stepEndsMs: number[] = []
  readonly choices: Record<number, readonly PathStep[]> = {}
  nowMs = 0
  /** Observations up to here have been taken notice of. */
  #noticed = 0
  #situation: Situation
  readonly #machine: Machine
  readonly #twin: Twin
  readonly #slips: Slips

  constructor(machine: Machine, twin: Twin, situation: Situation, slips: Slips) {
    this.#machine = machine
    this.#twin = twin
    this.#situation = situation
    this.#slips = slips
  }

  /** Does one step. @returns false when its cue never came */
  do(step: Step, index: number): boolean {
    this.nowMs += this.#slips.lateMs?.get(index) ?? 0
    const done = this.#did(step, index)
    this.stepEndsMs[index] = this.nowMs
    return done
  }

  #did(step: Step, index: number): boolean {
    switch (step.do) {
      case 'plug':
        this.#situation = { ...this.#situation, link: step.link }
        this.#input(index, [{ kind: 'link', link: step.link }])
        return true
      case 'hold':
        if (step.order === 'together')
          this.#input(
            index,
            step.keys.map((key) => ({ kind: 'key-down', key })),
          )
        else
          for (const [n, key] of step.keys.entries()) {
            if (n > 0) this.nowMs += BETWEEN_KEYS_MS
            this.#input(index, [{ kind: 'key-down', key }])
          }
        return true
      case 'wait':
        if ('cue' in step.until) return this.await(step.until.cue)
        this.nowMs += 'ms' in step.until ? step.until.ms : step.until.count * 1000
        this.#twin.advanceTo(this.nowMs)
        return true
      case 'let-go':
        this.#input(
          index,
          step.keys.map((key) => ({ kind: 'key-up', key })),
        )
        return true
      case 'slide':
        this.#input(index, [
          { kind: 'key-up', key: step.from },
          { kind: 'key-down', key: step.to },
        ])
        return true
      case 'press':
        for (let n = 0; n < step.times; n++) this.#path(index, { kind: 'press', key: step.key, with: [] })
        return true
      case 'long-press':
        this.#path(index, { kind: 'long-press', key: step.key })
        return true
      case 'tap':
        this.#path(index, { kind: 'tap', on: step.on })
        return true
      case 'choose':
        return this.#choose(step.menu, step.item, index)
    }
  }

  #choose(menu: string, item: string, index: number): boolean {
    const path = quickestPath(
      this.#machine,
      this.#twin.stateIndex,
      { kind: 'choice', menu, item },
      this.#situation,
    )
    this.choices[index] = path?.steps ?? []
    for (const { input } of path?.steps ?? []) this.#path(index, input)
    return path !== undefined
  }

  #path(index: number, input: PathInput): void {
    switch (input.kind) {
      case 'press':
        this.#input(index, [{ kind: 'key-down', key: input.key }])
        this.nowMs += PRESS_MS
        this.#input(index, [{ kind: 'key-up', key: input.key }])
        this.nowMs += BETWEEN_PRESSES_MS
        break
      case 'long-press':
        this.#input(index, [{ kind: 'key-down', key: input.key }])
        this.nowMs += this.#machine.longPressMs + PRESS_MS
        this.#input(index, [{ kind: 'key-up', key: input.key }])
        break
      case 'tap':
      case 'type':
        this.nowMs += TAP_MS
        this.#input(index, [input])
        break
      case 'wait':
        this.nowMs = this.#twin.nextDeadlineMs()
        break
    }
    this.#twin.advanceTo(this.nowMs)
  }

  #input(step: number, inputs: readonly TwinInput[]): void {
    const batch = inputs.map((input) => this.#slipped(input))
    this.#twin.apply(this.nowMs, batch)
    for (const input of batch) this.actions.push({ atMs: this.nowMs, step, input })
  }

  #slipped(input: TwinInput): TwinInput {
    if (input.kind !== 'key-down' && input.kind !== 'key-up') return input
    return { ...input, key: this.#slips.keyInstead?.get(input.key) ?? input.key }
  }

  /** Waits for a cue. A screen that already stands there counts, but for the dark, which is a change. */
  await(cue: Cue): boolean {
    const untilMs = this.nowMs + PATIENCE_MS
    if (cue !== 'dark' && this.#twin.state.screen === cue) return true
    for (;;) {
      const { observations } = this.#twin
      for (; this.#noticed < observations.length; this.#noticed++) {
        const seen = observations[this.#noticed]
        if (!seen || seen.kind === 'effect' || (seen.kind === 'screen' ? seen.screen : seen.buzz) !== cue)
          continue
        this.#noticed++
        this.nowMs = Math.max(this.nowMs, seen.atMs)
        return true
      }
      const nextMs = this.#twin.nextDeadlineMs()
      if (nextMs > untilMs) {
        this.#twin.advanceTo(untilMs)
        this.nowMs = untilMs
        return false
      }
      this.#twin.advanceTo(nextMs)
    }
  }
}
