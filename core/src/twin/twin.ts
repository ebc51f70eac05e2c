import type { KeyId, LinkKind } from '../catalog/index.ts'
import type {
  Machine,
  MachineGuard,
  MachineState,
  MachineTransition,
  Observation,
  Situation,
  TwinInput,
} from './machine.ts'

/** The durations of one unit of the family, in the order of `Machine.durations`, in milliseconds. */
export type DrawnDurations = readonly number[]

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

/**
 * The locked device: a timed state machine driven by events. Deterministic; the cost of a run is its
 * transitions, not its seconds. Semantics: at one instant timers come before inputs, the inputs of the
 * instant are one batch, and among transitions the declared order decides.
 */
export class Twin {
  readonly #machine: Machine
  #durations: DrawnDurations = []
  #nowMs = 0
  #state = 0
  #enteredAtMs = 0
  #lastInputAtMs = 0
  #held = 0
  #downAtMs: number[] = []
  /** Per key: its press began in this state, nothing else has spoilt it, and it has not counted as long. */
  #pressing: { with: number; long: boolean }[] | undefined[] = []
  #holdTrueSinceMs: number[] = []
  /** Per transition of the present state: spent for the hold, idling or entry that began at this instant. */
  #spentSinceMs: number[] = []
  /** Per state and transition: when a hold last fired; it starts over then. */
  #firedAtMs = new Map<MachineTransition, number>()
  #presses = { key: -1, count: 0 }
  #link: LinkKind = 'none'
  #batteryPercent = 0
  #screenLock = false
  #account = false
  #loop = false
  #wiped = false
  #observations: Observation[] = []

  constructor(machine: Machine, start: number, situation: Situation, durations: DrawnDurations) {
    this.#machine = machine
    this.reset(start, situation, durations)
  }

  /** Back to the beginning, with no memory of former runs. */
  reset(start: number, situation: Situation, durations: DrawnDurations): void {
    this.#durations = durations
    this.#nowMs = 0
    this.#lastInputAtMs = 0
    this.#held = 0
    this.#downAtMs = this.#machine.keys.map(() => NOT_TRUE)
    this.#pressing = this.#machine.keys.map(() => undefined)
    this.#holdTrueSinceMs = this.#machine.holdSets.map(() => NOT_TRUE)
    this.#firedAtMs.clear()
    this.#link = situation.link
    this.#batteryPercent = situation.batteryPercent
    this.#screenLock = situation.screenLock
    this.#account = situation.account
    this.#loop = situation.loop
    this.#wiped = situation.wiped
    this.#observations = []
    this.#enter(start, 0)
  }

  get nowMs(): number {
    return this.#nowMs
  }
  get stateIndex(): number {
    return this.#state
  }
  get state(): MachineState {
    return at(this.#machine.states, this.#state)
  }
  /** Everything seen, felt and done so far, in order. */
  get observations(): readonly Observation[] {
    return this.#observations
  }
  get heldKeys(): readonly KeyId[] {
    return this.#machine.keys.filter((_, key) => this.#held & (1 << key))
  }
  get wiped(): boolean {
    return this.#wiped
  }

  /** When something will happen by itself next; infinite when nothing will. */
  nextDeadlineMs(): number {
    let next = NEVER
    const { transitions } = this.state
    for (let t = 0; t < transitions.length; t++) next = Math.min(next, this.#deadlineMs(t))
    return Math.max(next, this.#nowMs)
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
      if (inInstant > INSTANT_LIMIT)
        throw new Error(`The state ${this.state.name} goes in a circle in no time`)
      this.#nowMs = dueMs
      this.#fireDue()
    }
    this.#nowMs = atMs
  }

  /** Gives the twin one batch of inputs at an instant. @throws RangeError when the instant is past */
  apply(atMs: number, batch: readonly TwinInput[]): void {
    this.advanceTo(atMs)
    this.#lastInputAtMs = atMs
    let down = 0
    const counted: { key: number; with: number }[] = []
    for (const input of batch) {
      switch (input.kind) {
        case 'key-down':
          down |= this.#keyDown(this.#key(input.key))
          break
        case 'key-up':
          this.#keyUp(this.#key(input.key), counted)
          break
        case 'link':
          this.#link = input.link
          break
        case 'battery':
          this.#batteryPercent = input.percent
          break
        case 'tap':
        case 'type':
          break
      }
    }
    this.#spoilPresses(down)
    this.#renewHolds()
    for (const press of counted) this.#count(press)
    const { transitions } = this.state
    for (let t = 0; t < transitions.length; t++) {
      const transition = at(transitions, t)
      if (this.#answers(transition, batch, down, counted) && this.#allows(transition.guard)) {
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

  #keyDown(key: number): number {
    const bit = 1 << key
    if (this.#held & bit) return 0
    this.#held |= bit
    this.#downAtMs[key] = this.#nowMs
    return bit
  }

  #keyUp(key: number, counted: { key: number; with: number }[]): void {
    const bit = 1 << key
    if (!(this.#held & bit)) return
    this.#held &= ~bit
    const press = this.#pressing[key]
    if (press && !press.long && this.#nowMs - at(this.#downAtMs, key) < this.#machine.longPressMs)
      counted.push({ key, with: press.with })
    this.#pressing[key] = undefined
    this.#downAtMs[key] = NOT_TRUE
  }

  /** A press that was under way ends uncounted when the other held keys change; new ones begin with those held. */
  #spoilPresses(down: number): void {
    for (let key = 0; key < this.#machine.keys.length; key++) {
      const bit = 1 << key
      const press = this.#pressing[key]
      if (press && press.with !== (this.#held & ~bit)) this.#pressing[key] = undefined
      if (down & bit && this.#held & bit) this.#pressing[key] = { with: this.#held & ~bit, long: false }
    }
  }

  #renewHolds(): void {
    for (let h = 0; h < this.#machine.holdSets.length; h++) {
      const set = at(this.#machine.holdSets, h)
      const isTrue = (this.#held & ~set.ignore) === set.keys
      if (!isTrue) this.#holdTrueSinceMs[h] = NOT_TRUE
      else if (Number.isNaN(this.#holdTrueSinceMs[h])) this.#holdTrueSinceMs[h] = this.#nowMs
    }
  }

  #count({ key }: { key: number }): void {
    this.#presses = { key, count: this.#presses.key === key ? this.#presses.count + 1 : 1 }
  }

  #answers(
    transition: MachineTransition,
    batch: readonly TwinInput[],
    down: number,
    counted: readonly { key: number; with: number }[],
  ): boolean {
    const { trigger } = transition
    switch (trigger.kind) {
      case 'press':
        return (
          counted.some((press) => press.key === trigger.key && press.with === trigger.with) &&
          this.#presses.key === trigger.key &&
          this.#presses.count >= trigger.times
        )
      case 'key-down':
        return (down & (1 << trigger.key)) !== 0
      case 'link':
        return batch.some((input) => input.kind === 'link' && trigger.to.includes(input.link))
      case 'tap':
        return batch.some((input) => input.kind === 'tap' && input.on === trigger.on)
      case 'type':
        return batch.some((input) => input.kind === 'type' && input.word === trigger.word)
      case 'after':
      case 'hold':
      case 'idle':
      case 'long-press':
        return false
    }
  }

  /** When a transition's own time is up, infinite for those that wait for an input. */
  #deadlineMs(t: number): number {
    const transition = at(this.state.transitions, t)
    const sinceMs = this.#runningSinceMs(transition)
    if (Number.isNaN(sinceMs) || this.#spentSinceMs[t] === sinceMs) return NEVER
    const { trigger } = transition
    switch (trigger.kind) {
      case 'after':
      case 'idle':
      case 'hold':
        return sinceMs + at(this.#durations, trigger.duration)
      case 'long-press':
        return sinceMs + this.#machine.longPressMs
      case 'press':
      case 'key-down':
      case 'link':
      case 'tap':
      case 'type':
        return NEVER
    }
  }

  /** Since when a timed transition's time has been running; not a number when it is not. */
  #runningSinceMs(transition: MachineTransition): number {
    const { trigger } = transition
    switch (trigger.kind) {
      case 'after':
        return this.#enteredAtMs
      case 'idle':
        return Math.max(this.#enteredAtMs, this.#lastInputAtMs)
      case 'long-press': {
        const press = this.#pressing[trigger.key]
        return press && !press.long && press.with === 0 ? at(this.#downAtMs, trigger.key) : NOT_TRUE
      }
      case 'hold': {
        const trueSinceMs = at(this.#holdTrueSinceMs, trigger.set)
        if (trigger.from === 'fresh' && !this.#pressedSinceEntry(trigger.keys)) return NOT_TRUE
        const fromMs = trigger.from === 'carried' ? trueSinceMs : Math.max(trueSinceMs, this.#enteredAtMs)
        return Math.max(fromMs, this.#firedAtMs.get(transition) ?? fromMs)
      }
      default:
        return NOT_TRUE
    }
  }

  #pressedSinceEntry(keys: number): boolean {
    return this.#machine.keys.every(
      (_, key) => !(keys & (1 << key)) || at(this.#downAtMs, key) >= this.#enteredAtMs,
    )
  }

  /** Fires what is due now: the first in declared order whose guard allows it; the others' guards are spent. */
  #fireDue(): void {
    const { transitions } = this.state
    const longKeys: number[] = []
    let taken: MachineTransition | undefined
    for (let t = 0; t < transitions.length && !taken; t++) {
      if (this.#deadlineMs(t) > this.#nowMs) continue
      const transition = at(transitions, t)
      if (transition.trigger.kind === 'long-press') longKeys.push(transition.trigger.key)
      if (this.#allows(transition.guard)) taken = transition
      else this.#spentSinceMs[t] = this.#runningSinceMs(transition)
    }
    for (const key of longKeys) {
      const press = this.#pressing[key]
      if (press) this.#pressing[key] = { ...press, long: true }
    }
    if (!taken) return
    if (taken.trigger.kind === 'hold') this.#firedAtMs.set(taken, this.#nowMs)
    this.#take(taken)
  }

  #allows(guard: MachineGuard): boolean {
    if (guard.held !== undefined) {
      if ((this.#held & ~guard.ignore) !== guard.held) return false
      if (guard.fresh && !this.#pressedSinceEntry(guard.held)) return false
    }
    if (guard.links && !guard.links.includes(this.#link)) return false
    if (guard.batteryFrom !== undefined && this.#batteryPercent < guard.batteryFrom) return false
    if (guard.batteryBelow !== undefined && this.#batteryPercent >= guard.batteryBelow) return false
    if (guard.screenLock !== undefined && guard.screenLock !== this.#screenLock) return false
    if (guard.account !== undefined && guard.account !== this.#account) return false
    if (guard.loop !== undefined && guard.loop !== this.#loop) return false
    return guard.wiped === undefined || guard.wiped === this.#wiped
  }

  #take({ to, cues, effects }: MachineTransition): void {
    for (const effect of effects) {
      if (effect === 'wipe-data') {
        this.#wiped = true
        this.#screenLock = false
      }
      if (effect === 'arm-account-lock' && !this.#account) continue
      this.#observations.push({ kind: 'effect', atMs: this.#nowMs, effect })
    }
    for (const buzz of cues) this.#observations.push({ kind: 'buzz', atMs: this.#nowMs, buzz })
    this.#enter(to, this.#nowMs)
  }

  #enter(state: number, nowMs: number): void {
    const before = this.#observations.findLast((observation) => observation.kind === 'screen')
    this.#state = state
    this.#enteredAtMs = nowMs
    this.#spentSinceMs = []
    this.#presses = { key: -1, count: 0 }
    // A press counts only where it began: those under way go on as mere holding.
    for (let key = 0; key < this.#pressing.length; key++) this.#pressing[key] = undefined
    const { screen, cursor, text } = this.state
    const stays =
      before?.kind === 'screen' &&
      before.screen === screen &&
      !cursor &&
      this.#machine.states[before.state]?.text === text
    if (!stays) this.#observations.push({ kind: 'screen', atMs: nowMs, screen, state })
  }
}

function at<T>(list: readonly T[], index: number): T {
  const found = list[index]
  if (found === undefined) throw new Error(`No entry ${index}`)
  return found
}
