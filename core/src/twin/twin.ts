import type { Cue, Effect, KeyId, LinkKind, Posture } from '../catalog/index.ts'
import {
  codeOfCue,
  type HoldSet,
  type KeySet,
  type Machine,
  type MachineGuard,
  type MachineState,
  type MachineTransition,
  type Observation,
  type Situation,
  type TwinInput,
} from './machine.ts'
import { codeOfEffect, Shown } from './shown.ts'
import { Surroundings } from './surroundings.ts'

/** The durations of one unit of the family, in the order of `Machine.durations`, in milliseconds. */
export type DrawnDurations = ArrayLike<number>

/** Every duration at its middle, or all at one extreme: what proofs use. */
export function durationsAt(machine: Machine, where: 'min' | 'median' | 'max'): DrawnDurations {
  return machine.durations.map((range) =>
    where === 'min' ? range.minMs : where === 'max' ? range.maxMs : range.medianMs,
  )
}

const NEVER = Number.POSITIVE_INFINITY
const NOT_TRUE = Number.NaN
/** More transitions than this without time passing is a circle in the family, and a bug of its author. */
const INSTANT_LIMIT = 200
/** States that lead back to each other without any time passing. */
export class EndlessMachine extends Error {
  constructor(readonly state: string) {
    super(`The state ${state} goes in a circle in no time`)
  }
}

/**
 * The locked device: a timed state machine driven by events. Deterministic; the cost of a run is its
 * transitions, not its seconds. Semantics: at one instant timers come before inputs, the inputs of the
 * instant are one batch, and among transitions the declared order decides.
 */
export class Twin {
  readonly #machine: Machine
  readonly #keyCount: number
  #durations: DrawnDurations = []
  #nowMs = 0
  /** When something will happen by itself next; not a number when it has to be computed anew. */
  #nextMs = NOT_TRUE
  #state: MachineState
  #stateIndex = 0
  #enteredAtMs = 0
  #lastInputAtMs = 0
  #held: KeySet = 0
  readonly #downAtMs: Float64Array
  /** The keys whose press began in this state, and nothing else has spoilt it; and with which others held, per key. */
  #short: KeySet = 0
  /** The same whose long threshold has passed: their key-up is inert. */
  #long: KeySet = 0
  readonly #pressWith: Int32Array
  readonly #holdTrueSinceMs: Float64Array
  /** Per transition of the present state: spent for the hold, idling or entry that began at this instant. */
  readonly #spentSinceMs: Float64Array
  /** Per transition of the machine: when a hold last fired; it starts over then. */
  readonly #firedAtMs: Float64Array
  #hasFired = true
  #pressedKey = -1
  #pressedTimes = 0
  #pressedWith: KeySet = 0
  #pressedAtMs = 0
  /** How often a word to type was shown. */
  #wordsShown = 0
  #word: string | undefined
  /** The keys whose press counted in the present batch. */
  #counted: KeySet = 0
  readonly #countedWith: Int32Array
  readonly #around = new Surroundings()
  #look = -1
  readonly #shown = new Shown()

  constructor(machine: Machine, start: number, situation: Situation, durations: DrawnDurations) {
    this.#machine = machine
    this.#keyCount = machine.keys.length
    this.#downAtMs = new Float64Array(this.#keyCount)
    this.#pressWith = new Int32Array(this.#keyCount)
    this.#countedWith = new Int32Array(this.#keyCount)
    this.#holdTrueSinceMs = new Float64Array(machine.holdSets.length)
    this.#spentSinceMs = new Float64Array(Math.max(0, ...machine.states.map((s) => s.transitions.length)))
    this.#firedAtMs = new Float64Array(machine.transitionCount)
    const first = machine.states[start]
    if (!first) throw new RangeError(`No state ${start}`)
    this.#state = first
    this.reset(start, situation, durations)
  }

  /** Back to the beginning, with no memory of former runs. */
  reset(start: number, situation: Situation, durations: DrawnDurations): void {
    this.#durations = durations
    this.#nowMs = 0
    this.#lastInputAtMs = 0
    this.#held = 0
    this.#downAtMs.fill(NOT_TRUE)
    this.#holdTrueSinceMs.fill(NOT_TRUE)
    if (this.#hasFired) this.#firedAtMs.fill(NOT_TRUE)
    this.#hasFired = false
    this.#around.take(situation)
    this.#look = -1
    this.#wordsShown = 0
    this.#word = undefined
    this.#shown.clear()
    this.#enter(start, 0)
  }

  get nowMs(): number {
    return this.#nowMs
  }
  get stateIndex(): number {
    return this.#stateIndex
  }
  get state(): MachineState {
    return this.#state
  }
  /** Everything seen, felt and done so far, in order. */
  get observations(): readonly Observation[] {
    return this.#shown.observations
  }
  get heldKeys(): readonly KeyId[] {
    return this.#machine.keys.filter((_, key) => this.#held & (1 << key))
  }
  get link(): LinkKind {
    return this.#around.link
  }
  get posture(): Posture {
    return this.#around.posture
  }
  /** The word that the screen shows to be typed, where it shows one. */
  get word(): string | undefined {
    return this.#word
  }
  get wiped(): boolean {
    return this.#around.wiped
  }
  /** How much has been shown, felt and done so far; `shownCode` and `shownAtMs` tell each without making objects. */
  get shownCount(): number {
    return this.#shown.count
  }
  /** The code of a cue (`codeOfCue`), or a number above all of them for an effect. */
  shownCode(index: number): number {
    return this.#shown.code(index)
  }
  shownAtMs(index: number): number {
    return this.#shown.atMs(index)
  }

  /** When something will happen by itself next; infinite when nothing will. */
  nextDeadlineMs(): number {
    if (this.#nextMs === this.#nextMs) return this.#nextMs
    let next = NEVER
    const { timed } = this.#state
    for (let n = 0; n < timed.length; n++) {
      const dueMs = this.#deadlineMs(timed[n] as number)
      if (dueMs < next) next = dueMs
    }
    return (this.#nextMs = next < this.#nowMs ? this.#nowMs : next)
  }

  /** Lets time pass, up to and including the instant. @throws RangeError when the instant is past */
  advanceTo(atMs: number): void {
    if (atMs < this.#nowMs) throw new RangeError(`The twin is at ${this.#nowMs} ms, past ${atMs} ms`)
    let instantMs = NOT_TRUE
    let inInstant = 0
    for (;;) {
      const dueMs = this.nextDeadlineMs()
      if (dueMs > atMs) break
      inInstant = dueMs === instantMs ? inInstant + 1 : 0
      instantMs = dueMs
      if (inInstant > INSTANT_LIMIT) throw new EndlessMachine(this.#state.name)
      this.#nowMs = dueMs
      this.#fireDue()
    }
    this.#nowMs = atMs
  }

  /** Gives the twin one batch of inputs at an instant. @throws RangeError when the instant is past */
  apply(atMs: number, batch: readonly TwinInput[]): void {
    this.advanceTo(atMs)
    let down = 0
    this.#counted = 0
    for (const input of batch) {
      switch (input.kind) {
        case 'key-down':
          down |= this.#keyDown(this.#key(input.key))
          break
        case 'key-up':
          this.#keyUp(this.#key(input.key))
          break
        case 'link':
          this.#around.link = input.link
          break
        case 'fold':
          this.#around.posture = input.to
          break
        case 'battery':
          this.#around.batteryPercent = input.percent
          break
        case 'tap':
        case 'type':
        case 'turn':
          break
      }
    }
    this.#settle(atMs, down, batch)
  }

  /** The same for keys alone, as sets: what runs by the hundred thousand use. A key stands in one of the sets. */
  changeKeys(atMs: number, up: KeySet, down: KeySet): void {
    this.advanceTo(atMs)
    this.#counted = 0
    let newlyDown = 0
    for (let key = 0; key < this.#keyCount; key++) {
      const bit = 1 << key
      if (up & bit) this.#keyUp(key)
      if (down & bit) newlyDown |= this.#keyDown(key)
    }
    this.#settle(atMs, newlyDown, undefined)
  }

  #settle(atMs: number, down: KeySet, batch: readonly TwinInput[] | undefined): void {
    this.#lastInputAtMs = atMs
    this.#nextMs = NOT_TRUE
    if ((this.#short | this.#long | down) !== 0) this.#spoilPresses(down)
    this.#renewHolds()
    if (this.#counted !== 0) this.#count()
    const { transitions, answering } = this.#state
    for (let n = 0; n < answering.length; n++) {
      const transition = transitions[answering[n] as number] as MachineTransition
      if (this.#answers(transition, down, batch) && this.#allows(transition.guard)) {
        this.#take(transition)
        break
      }
    }
    this.advanceTo(atMs)
  }

  #key(id: KeyId): number {
    const key = this.#machine.keys.indexOf(id)
    if (key < 0) throw new RangeError(`The device has no key ${id}`)
    return key
  }

  #keyDown(key: number): KeySet {
    const bit = 1 << key
    if (this.#held & bit) return 0
    this.#held |= bit
    this.#downAtMs[key] = this.#nowMs
    return bit
  }

  #keyUp(key: number): void {
    const bit = 1 << key
    if (!(this.#held & bit)) return
    this.#held &= ~bit
    if (this.#short & bit && this.#nowMs - this.#down(key) < this.#longMs(key)) {
      this.#counted |= bit
      this.#countedWith[key] = this.#pressWith[key] as number
    }
    this.#short &= ~bit
    this.#long &= ~bit
    this.#downAtMs[key] = NOT_TRUE
  }

  /** From how long on a press of a key is a long one here. */
  #longMs(key: number): number {
    const own = this.#state.longPress?.[key]
    return own === undefined ? this.#machine.longPressMs : (this.#durations[own] as number)
  }

  #down(key: number): number {
    return this.#downAtMs[key] as number
  }

  /** A press that was under way ends uncounted when the other held keys change; new ones begin with those held. */
  #spoilPresses(down: KeySet): void {
    for (let key = 0; key < this.#keyCount; key++) {
      const bit = 1 << key
      const others = this.#held & ~bit
      if ((this.#short | this.#long) & bit && this.#pressWith[key] !== others) {
        this.#short &= ~bit
        this.#long &= ~bit
      }
      if (down & bit && this.#held & bit) {
        this.#short |= bit
        this.#long &= ~bit
        this.#pressWith[key] = others
      }
    }
  }

  #renewHolds(): void {
    const { holdSets } = this.#machine
    for (let h = 0; h < holdSets.length; h++) {
      const { keys, ignore } = holdSets[h] as HoldSet
      const sinceMs = this.#holdTrueSinceMs[h] as number
      if ((this.#held & ~ignore) !== keys) this.#holdTrueSinceMs[h] = NOT_TRUE
      else if (sinceMs !== sinceMs) this.#holdTrueSinceMs[h] = this.#nowMs
    }
  }

  #count(): void {
    for (let key = 0; key < this.#keyCount; key++) {
      if (!(this.#counted & (1 << key))) continue
      const held = this.#countedWith[key] as number
      const goesOn = this.#pressedKey === key && this.#pressedWith === held
      this.#pressedTimes = goesOn ? this.#pressedTimes + 1 : 1
      this.#pressedKey = key
      this.#pressedWith = held
      this.#pressedAtMs = this.#nowMs
    }
  }

  #answers({ trigger }: MachineTransition, down: KeySet, batch: readonly TwinInput[] | undefined): boolean {
    switch (trigger.kind) {
      case 'press':
        return (
          trigger.rest === undefined &&
          (this.#counted & (1 << trigger.key)) !== 0 &&
          this.#countedWith[trigger.key] === trigger.with &&
          this.#pressedKey === trigger.key &&
          this.#pressedTimes >= trigger.times
        )
      case 'key-down':
        return (down & (1 << trigger.key)) !== 0
      case 'turn':
        return (
          batch?.some(
            (input) =>
              input.kind === 'turn' && this.#key(input.key) === trigger.key && input.by === trigger.by,
          ) ?? false
        )
      case 'link':
        return batch?.some((input) => input.kind === 'link' && trigger.to.includes(input.link)) ?? false
      case 'fold':
        return batch?.some((input) => input.kind === 'fold' && trigger.to.includes(input.to)) ?? false
      case 'tap':
        return batch?.some((input) => input.kind === 'tap' && input.on === trigger.on) ?? false
      case 'type':
        return batch?.some((input) => input.kind === 'type' && input.word === trigger.word) ?? false
      case 'type-shown':
        return (
          batch?.some((input) => input.kind === 'type' && (input.word === this.#word) === trigger.right) ??
          false
        )
      case 'after':
      case 'hold':
      case 'idle':
      case 'long-press':
        return false
    }
  }

  /** When a timed transition's own time is up; never, where its time is not running or it is spent. */
  #deadlineMs(t: number): number {
    const transition = this.#state.transitions[t] as MachineTransition
    const sinceMs = this.#runningSinceMs(t, transition)
    if (sinceMs !== sinceMs || this.#spentSinceMs[t] === sinceMs) return NEVER
    const { trigger } = transition
    switch (trigger.kind) {
      case 'long-press':
        return sinceMs + this.#longMs(trigger.key)
      case 'press':
        return sinceMs + (this.#durations[trigger.rest ?? -1] as number)
      case 'after':
      case 'idle':
      case 'hold':
        return sinceMs + (this.#durations[trigger.duration] as number)
      default:
        return NEVER
    }
  }

  /** Since when a timed transition's time has been running; not a number when it is not. */
  #runningSinceMs(t: number, { trigger }: MachineTransition): number {
    switch (trigger.kind) {
      case 'after':
        return this.#enteredAtMs
      case 'idle':
        return trigger.from === 'carried'
          ? this.#lastInputAtMs
          : Math.max(this.#enteredAtMs, this.#lastInputAtMs)
      case 'press':
        // The number stands still while the key is down: it may become one more.
        return this.#pressedKey === trigger.key &&
          this.#pressedTimes === trigger.times &&
          this.#pressedWith === trigger.with &&
          !(this.#held & (1 << trigger.key))
          ? this.#pressedAtMs
          : NOT_TRUE
      case 'long-press':
        return this.#short & (1 << trigger.key) && this.#pressWith[trigger.key] === 0
          ? this.#down(trigger.key)
          : NOT_TRUE
      case 'hold': {
        const trueSinceMs = this.#holdTrueSinceMs[trigger.set] as number
        if (trueSinceMs !== trueSinceMs) return NOT_TRUE
        if (trigger.from === 'fresh' && !this.#pressedSinceEntry(trigger.keys)) return NOT_TRUE
        const fromMs =
          trigger.from === 'carried' || trueSinceMs > this.#enteredAtMs ? trueSinceMs : this.#enteredAtMs
        const firedAtMs = this.#firedAtMs[this.#state.firstTransition + t] as number
        return firedAtMs > fromMs ? firedAtMs : fromMs
      }
      default:
        return NOT_TRUE
    }
  }

  #pressedSinceEntry(keys: KeySet): boolean {
    for (let key = 0; key < this.#keyCount; key++)
      if (keys & (1 << key) && !(this.#down(key) >= this.#enteredAtMs)) return false
    return true
  }

  /** Fires what is due now: the first in declared order whose guard allows it; the others' guards are spent. */
  #fireDue(): void {
    this.#nextMs = NOT_TRUE
    const { transitions, timed, firstTransition } = this.#state
    let long = 0
    let taken = -1
    for (let n = 0; n < timed.length && taken < 0; n++) {
      const t = timed[n] as number
      if (this.#deadlineMs(t) > this.#nowMs) continue
      const { trigger, guard } = transitions[t] as MachineTransition
      if (trigger.kind === 'long-press') long |= 1 << trigger.key
      if (this.#allows(guard)) taken = t
      else this.#spentSinceMs[t] = this.#runningSinceMs(t, transitions[t] as MachineTransition)
    }
    long &= this.#short
    this.#short &= ~long
    this.#long |= long
    if (taken < 0) return
    const transition = transitions[taken] as MachineTransition
    if (transition.trigger.kind === 'hold') {
      this.#firedAtMs[firstTransition + taken] = this.#nowMs
      this.#hasFired = true
    }
    this.#take(transition)
  }

  #allows(guard: MachineGuard): boolean {
    if (guard.always) return true
    if (guard.held !== undefined) {
      if ((this.#held & ~guard.ignore) !== guard.held) return false
      if (guard.fresh && !this.#pressedSinceEntry(guard.held)) return false
    }
    return this.#around.allow(guard)
  }

  #take({ to, cues, effects, chargedTo }: MachineTransition): void {
    if (chargedTo !== undefined) this.#around.chargeTo(chargedTo)
    for (let n = 0; n < effects.length; n++) {
      const effect = effects[n] as Effect
      if (!this.#around.change(effect)) continue
      this.#show(codeOfEffect(effect))
    }
    for (let n = 0; n < cues.length; n++) this.#show(codeOfCue(cues[n] as Cue))
    this.#enter(to, this.#nowMs)
  }

  #enter(state: number, nowMs: number): void {
    this.#stateIndex = state
    this.#state = this.#machine.states[state] as MachineState
    this.#enteredAtMs = nowMs
    this.#nextMs = NOT_TRUE
    const { timed } = this.#state
    for (let n = 0; n < timed.length; n++) this.#spentSinceMs[timed[n] as number] = NOT_TRUE
    this.#pressedKey = -1
    this.#pressedTimes = 0
    const { words } = this.#state
    this.#word = words?.[this.#wordsShown % words.length]
    if (words) this.#wordsShown++
    // A press counts only where it began: those under way go on as mere holding.
    this.#short = 0
    this.#long = 0
    const { cursor, look, code } = this.#state
    if (cursor || look !== this.#look) this.#show(code)
    this.#look = look
  }

  #show(code: number): void {
    this.#shown.add(code, this.#nowMs, this.#stateIndex)
  }
}
