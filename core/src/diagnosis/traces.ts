import { buzz, screenKind, type LinkKind, type Method, type ScreenKind } from '../catalog/index.ts'
import {
  drawUnit,
  HANDBOOK,
  PersonsHand,
  seeded,
  usualStepsMs,
  type HandValues,
  type Random,
} from '../hand/index.ts'
import {
  Execution,
  keysOf,
  performPlan,
  planOf,
  type Action,
  type Plan,
  type RunRecord,
  type Slips,
} from '../method/index.ts'
import { codeOfCue, durationsAt, Twin, USUAL_SITUATION, type Machine } from '../twin/index.ts'
import { interventionOf, slipsOf, type Slip, type StayingFault } from './faults.ts'

/**
 * What one run leaves behind, as one number: a bit for each cue that came (by its code), above them the code of
 * the screen it stood still at, then whether the goal was reached, and whether the hand moved before its cue.
 */
export type Trace = number
const CUES = screenKind.options.length + buzz.options.length
const FINAL = 1 << CUES
export const cameIn = (trace: Trace, code: number): boolean => (trace & (1 << code)) !== 0
export const finalOf = (trace: Trace): number => (trace >>> CUES) & 31
const REACHED = FINAL * 32
const EARLY = REACHED * 2
export const reachedIn = (trace: Trace): boolean => (trace & REACHED) !== 0
export const earlyIn = (trace: Trace): boolean => (trace & EARLY) !== 0

/** How runs with one fault and one slip went: each trace with its share. */
export interface Cell {
  readonly traces: readonly { readonly trace: Trace; readonly share: number }[]
  readonly reached: number
}

/** What can come of an attempt: for each staying fault and quickness of the hand, the cell of each slip. */
export interface AttemptTable {
  readonly slips: readonly { readonly slip: Slip; readonly weight: number }[]
  /** By fault (its place in what was asked for), quickness, slip; empty where the steps cannot be done at all. */
  readonly cells: readonly (readonly (readonly Cell[])[])[]
  /** One attempt on average, worked or not, looking and thinking afterwards included, in milliseconds. */
  readonly attemptMs: number
}

/** Quicknesses that stand for all persons: the middle of each third. */
export const PACES = [1 / 6, 1 / 2, 5 / 6]

/** How many runs make a cell, by what it is for. */
export interface Runs {
  readonly ordinary: number
  readonly slip: number
  /** With a staying fault. */
  readonly faulty: number
  /** With a staying fault and a slip as well; 0 leaves these out. */
  readonly faultySlip: number
}
export const RUNS_FOR_ONE: Runs = { ordinary: 80, slip: 30, faulty: 40, faultySlip: 8 }
export const RUNS_FOR_MANY: Runs = { ordinary: 24, slip: 6, faulty: 12, faultySlip: 0 }

/** Screens a technician stops at: nothing more happens there, or what does is another start. */
const STANDING: readonly ScreenKind[] = [
  'lock-screen',
  'robot',
  'bootloader-page',
  'download-page',
  'service-menu',
  'recovery-menu',
  'set-up',
]
const STANDING_CODES = new Set(STANDING.map(codeOfCue))
const CHARGE_SIGNS = new Set((['charge-blank', 'charge-percent'] as const).map(codeOfCue))
/** Common practice, no source. */
const UNTOLD = 0.6
/** How long one goes on looking after an attempt went wrong. Common practice, no source. */
const LOOKING_MS = 120_000
/** How long one expects to wait where the way is another family's. Common practice, no source. */
const UNKNOWN_WAIT_MS = 8000
/** How late and how early a slip is. Common practice, no source. */
const LATE_MS = { min: 300, max: 3000 }
/** How long one looks too long. Common practice, no source. */
const LINGERING_MS = { min: 5_000, max: 45_000 }

/**
 * Lets many hands do a method on a family's twin under every fault, and keeps what they would see.
 * @param link what hangs on the cable, where it is not what the method asks for
 */
export function tryTable(
  machine: Machine,
  method: Method,
  link: LinkKind | undefined,
  faults: readonly StayingFault[],
  runs: Runs,
  { seed = 1, values = HANDBOOK }: { readonly seed?: number; readonly values?: HandValues } = {},
): AttemptTable {
  const slips = slipsOf(machine, method)
  const random = seeded(seed)
  let totalMs = 0
  let count = 0
  // Where the device lacks a key or a start that the steps need, no attempt was ever made on such a device.
  if (!canBeDone(machine, method)) return { slips, cells: [], attemptMs: 0 }
  const cells = faults.map((fault) => {
    if (fault.kind === 'other-family' || fault.kind === 'habit') return []
    const bench = new FaultyBench(machine, method, link, fault, values, random)
    return PACES.map((pace) =>
      slips.map(({ slip }) => {
        const isOrdinary = slip.kind === 'ordinary'
        const wanted =
          fault.kind === 'none'
            ? isOrdinary
              ? runs.ordinary
              : runs.slip
            : isOrdinary
              ? runs.faulty
              : runs.faultySlip
        const cell = bench.cell(pace, slip, wanted)
        if (fault.kind === 'none' && isOrdinary) {
          totalMs += bench.totalMs
          count += wanted
        }
        return cell
      }),
    )
  })
  return { slips, cells, attemptMs: totalMs / count + values.betweenAttempts.middle }
}

function canBeDone(machine: Machine, method: Method): boolean {
  return (
    machine.starts[method.from] !== undefined && keysOf(method).every((key) => machine.keys.includes(key))
  )
}

/** A bench with one staying fault: the same plan again and again, by other hands, on other units. */
export class FaultyBench {
  totalMs = 0
  readonly #plan: Plan
  readonly #twin: Twin
  readonly #hand: WatchedHand
  readonly #execution: Execution
  readonly #random: Random
  readonly #durations: Float64Array
  readonly #usualMs: readonly number[]
  /** When each step is done by a middling hand on a middling unit, and when the keys changed before it. */
  readonly #momentsMs: readonly number[]
  readonly #slips: Slips

  constructor(
    machine: Machine,
    method: Method,
    link: LinkKind | undefined,
    fault: StayingFault,
    values: HandValues,
    random: Random,
  ) {
    const { situation, slips } = interventionOf(fault, method, link, USUAL_SITUATION)
    const plan = planOf(machine, method, situation)
    this.#plan = { ...plan, situation: { ...plan.situation, batteryPercent: situation.batteryPercent } }
    this.#slips = slips
    this.#random = random
    const median = durationsAt(machine, 'median')
    const sound = planOf(machine, method, USUAL_SITUATION)
    const perfect = performPlan(sound, median)
    this.#usualMs = perfect.reached
      ? usualStepsMs(sound, perfect.stepEndsMs)
      : sound.steps.map(() => UNKNOWN_WAIT_MS)
    this.#momentsMs = middlingMoments(sound, median, values, this.#usualMs)
    this.#durations = Float64Array.from(median)
    this.#hand = new WatchedHand(values, random)
    this.#twin = new Twin(machine, plan.start, this.#plan.situation, this.#durations)
    this.#execution = new Execution(this.#plan, this.#twin, this.#hand)
  }

  cell(pace: number, slip: Slip, runs: number): Cell {
    const counted = new Map<Trace, number>()
    let reached = 0
    this.totalMs = 0
    for (let n = 0; n < runs; n++) {
      const trace = this.run(pace, slip)
      counted.set(trace, (counted.get(trace) ?? 0) + 1)
      if (reachedIn(trace)) reached++
    }
    return {
      traces: [...counted].map(([trace, times]) => ({ trace, share: times / runs })),
      reached: runs === 0 ? 0 : reached / runs,
    }
  }

  /** One run of a hand of a given quickness, with a slip. */
  run(pace: number, slip: Slip): Trace {
    const { machine, start, situation } = this.#plan
    drawUnit(machine, this.#random, this.#durations)
    this.#hand.takePace(pace)
    this.#hand.movedEarly = false
    this.#twin.reset(start, situation, this.#durations)
    const reached = this.#execution.run(this.#usualMs, this.#slipping(slip))
    this.totalMs += Math.max(this.#execution.nowMs, this.#twin.nowMs)
    const underHands = this.#twin.shownCount
    if (!reached) this.#lookOn()
    let trace = 0
    for (let n = 0; n < this.#twin.shownCount; n++) {
      const code = this.#twin.shownCode(n)
      // A sign that comes only once the hands are off is seldom told as what the keys led to.
      if (n >= underHands && CHARGE_SIGNS.has(code) && this.#random() < UNTOLD) continue
      if (code < CUES && this.#twin.shownAtMs(n) > 0) trace |= 1 << code
    }
    trace += this.#twin.state.code * FINAL
    return trace + (reached ? REACHED : 0) + (this.#hand.movedEarly ? EARLY : 0)
  }

  /** What a hand of a given quickness does on a middling unit, with a slip: every move, and how long it took. */
  rehearse(pace: number, slip: Slip): { readonly moves: readonly Action[]; readonly untilMs: number } {
    const { machine, start, situation } = this.#plan
    const twin = new Twin(machine, start, situation, durationsAt(machine, 'median'))
    const record: RunRecord = { actions: [], stepEndsMs: [], choices: {} }
    this.#hand.takePace(pace)
    const execution = new Execution(this.#plan, twin, this.#hand, record)
    execution.run(this.#usualMs, this.#slipping(slip))
    return { moves: record.actions, untilMs: Math.max(execution.nowMs, twin.nowMs) }
  }

  /** The hands are taken off, and one looks on until the device stands still. */
  #lookOn(): void {
    const twin = this.#twin
    const fromMs = Math.max(this.#execution.nowMs, twin.nowMs)
    const all = (1 << this.#plan.machine.keys.length) - 1
    twin.changeKeys(fromMs, all, 0)
    const untilMs = fromMs + LOOKING_MS
    while (!STANDING_CODES.has(twin.state.code) && twin.nextDeadlineMs() <= untilMs)
      twin.advanceTo(twin.nextDeadlineMs())
  }

  #between({ min, max }: { readonly min: number; readonly max: number }): number {
    return min + (max - min) * this.#random()
  }

  #slipping(slip: Slip): Slips {
    switch (slip.kind) {
      case 'ordinary':
        return this.#slips
      case 'late': {
        return { ...this.#slips, lateMs: new Map([[slip.step, this.#between(LATE_MS)]]) }
      }
      case 'lingering':
        return { ...this.#slips, lateMs: new Map([[slip.step, this.#between(LINGERING_MS)]]) }
      case 'misfold':
        return { ...this.#slips, foldInstead: slip }
      case 'miscount':
        return { ...this.#slips, miscount: slip }
      case 'early': {
        const momentMs = this.#momentsMs[slip.step] ?? 0
        const beforeMs = Math.max(0, ...this.#momentsMs.slice(0, slip.step).filter((ms) => ms <= momentMs))
        const atMs = beforeMs + 150 + Math.max(0, momentMs - beforeMs - 300) * this.#random() ** 3
        return { ...this.#slips, doneAtMs: { step: slip.step, atMs } }
      }
      case 'wrong-key':
        return { ...this.#slips, keyInstead: new Map([[slip.key, slip.instead]]) }
      case 'both-keys':
        return { ...this.#slips, alsoKeys: new Map([[slip.key, slip.also]]) }
    }
  }
}

/** A person's hand that remembers whether it moved before its cue. */
class WatchedHand extends PersonsHand {
  movedEarly = false
  override movesAfterMs(usualMs: number): number {
    const afterMs = super.movesAfterMs(usualMs)
    if (afterMs === afterMs) this.movedEarly = true
    return afterMs
  }
}

/** When a middling hand does each step that changes keys; the same for steps that do not. */
function middlingMoments(
  plan: Plan,
  durations: ArrayLike<number>,
  values: HandValues,
  usualMs: readonly number[],
): readonly number[] {
  const twin = new Twin(plan.machine, plan.start, plan.situation, durations)
  const record: RunRecord = { actions: [], stepEndsMs: [], choices: {} }
  const hand = new PersonsHand(values, () => 0.5)
  hand.takePace(0.5)
  new Execution(plan, twin, hand, record).run(usualMs, {})
  const moments: number[] = []
  for (const { step, atMs } of record.actions) moments[step] ??= atMs
  return plan.steps.map((_, step) => moments[step] ?? 0)
}

/** How many hands reach the goal, slips left out: what a technician who was told may hope for. */
export function reachOf({ cells }: AttemptTable, faultIndex: number, paceIndex: number): number {
  return cells[faultIndex]?.[paceIndex]?.[0]?.reached ?? 0
}
