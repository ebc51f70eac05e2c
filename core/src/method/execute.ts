import type { KeyId, LinkKind, Posture } from '../catalog/index.ts'
import { codeOfCue, codeOfEffect, type KeySet, type Twin, type TwinInput } from '../twin/index.ts'
import type { PathStep } from './menuEdges.ts'
import type { MenuWay, Plan, PlannedStep } from './plan.ts'
import type { HandTiming } from './timing.ts'

/** Departures from what a method says, by step. */
export interface Slips {
  /** How much later than its moment a step is done. */
  readonly lateMs?: ReadonlyMap<number, number>
  /** Presses too many, or too few, where a number of them is one thing. */
  readonly miscount?: { readonly step: number; readonly by: number }
  /** A step done at a given time, whether or not the cue before it has come. */
  readonly doneAtMs?: { readonly step: number; readonly atMs: number }
  readonly keyInstead?: ReadonlyMap<KeyId, KeyId>
  /** Keys that go down and up with another, as when two neighbours are pressed for one. */
  readonly alsoKeys?: ReadonlyMap<KeyId, KeyId>
  /** Keys that do nothing, however they are pressed. */
  readonly deadKeys?: readonly KeyId[]
  /** A step after which the device stands folded otherwise than it says. */
  readonly foldInstead?: { readonly step: number; readonly to: Posture }
  /** What a link that is plugged in really is. */
  readonly linkInstead?: ReadonlyMap<LinkKind, LinkKind>
}

/** What the hand did, when, and for which step of the method. */
export interface Action {
  readonly atMs: number
  readonly step: number
  readonly input: TwinInput
}

/** What a run leaves behind for a chart; runs by the hundred thousand leave nothing. */
export interface RunRecord {
  readonly actions: Action[]
  readonly stepEndsMs: number[]
  readonly choices: Record<number, PathStep[]>
}

/** More inputs than this on one way through menus, and the hand gives up. */
const MOST_INPUTS = 200
const FIRST_BUZZ_CODE = codeOfCue('short-buzz')

/** A hand that does a plan on a twin, again and again. */
export class Execution {
  nowMs = 0
  /** The step that could not be done. */
  stuckAtStep = -1
  /** Observations up to here have been taken notice of. */
  #noticed = 0
  #reacts = false
  #step = 0
  #usualMs: readonly number[] = []
  #slips: Slips = {}
  readonly #plan: Plan
  readonly #twin: Twin
  readonly #timing: HandTiming
  readonly #record: RunRecord | undefined

  constructor(plan: Plan, twin: Twin, timing: HandTiming, record?: RunRecord) {
    this.#plan = plan
    this.#twin = twin
    this.#timing = timing
    this.#record = record
  }

  /**
   * Does the plan on the twin, which stands at its start.
   * @param usualMs how long each step takes a perfect hand on a middling unit
   * @param from the step to begin with, where somebody else has done those before it on the twin, and from when
   * on what was shown is still to be noticed
   * @returns whether every step could be done, the last being the sight of the goal
   */
  run(usualMs: readonly number[], slips: Slips, from?: { step: number; sinceMs: number }): boolean {
    this.nowMs = from ? this.#twin.nowMs : 0
    this.stuckAtStep = -1
    this.#noticed = from ? this.#shownBefore(from.sinceMs) : 0
    this.#reacts = false
    this.#usualMs = usualMs
    this.#slips = slips
    const { steps } = this.#plan
    let stuck = false
    for (let index = from?.step ?? 0; index < steps.length; index++) {
      // A hand that is stuck does nothing more, but looks whether the goal comes by itself.
      if (stuck && index < steps.length - 1) continue
      this.#step = index
      const lateMs = slips.lateMs?.get(index)
      if (lateMs !== undefined) this.nowMs += lateMs
      if (slips.doneAtMs?.step === index) this.nowMs = Math.max(this.#twin.nowMs, slips.doneAtMs.atMs)
      const done = this.#do(steps[index] as PlannedStep)
      if (this.#record) this.#record.stepEndsMs[index] = this.nowMs
      if (done) continue
      if (stuck || index === steps.length - 1 || this.#timing.stopsAtWrongScreens) {
        if (this.stuckAtStep < 0) this.stuckAtStep = index
        return false
      }
      stuck = true
      this.stuckAtStep = index
    }
    return true
  }

  /** How much had been shown before an instant: what comes at it may still be noticed. */
  #shownBefore(ms: number): number {
    let count = this.#twin.shownCount
    while (count > 0 && this.#twin.shownAtMs(count - 1) >= ms) count--
    return count
  }

  #do(step: PlannedStep): boolean {
    const timing = this.#timing
    switch (step.do) {
      case 'plug':
        this.#handle(timing.plugMs(), {
          kind: 'link',
          link: this.#slips.linkInstead?.get(step.link) ?? step.link,
        })
        return true
      case 'fold': {
        const { foldInstead } = this.#slips
        const to = foldInstead?.step === this.#step ? foldInstead.to : step.to
        this.#handle(timing.foldMs(), { kind: 'fold', to })
        return true
      }
      case 'hold':
        this.#ready()
        this.#keys(step.keys, step.set, true, step.inOrder)
        return true
      case 'let-go':
        this.#ready()
        this.#keys(step.keys, step.set, false, false)
        return true
      case 'wait-cue':
        return this.#await(step.code, step.standing)
      case 'wait-ms':
        return this.#waited(step.ms)
      case 'wait-count':
        return this.#waited(timing.countMs(step.count))
      case 'slide': {
        this.#ready()
        const gapMs = timing.slideMs()
        const [from, to] = [1 << step.from, 1 << step.to]
        if (gapMs === 0) this.#change(from, to)
        else if (gapMs > 0) this.#twoChanges(from, 0, gapMs, 0, to)
        else this.#twoChanges(0, to, -gapMs, from, 0)
        return true
      }
      case 'press':
        this.#ready()
        for (let n = 0; n < this.#counted(step.times); n++) this.#press(step.key, timing.pressMs())
        return true
      case 'long-press':
        this.#ready()
        this.#longPress(step.key)
        return true
      case 'tap':
        this.#ready()
        this.nowMs += timing.tapMs()
        this.#input({ kind: 'tap', on: step.on })
        return true
      case 'type':
        this.#ready()
        this.nowMs += timing.typeMs(step.word.length)
        this.#input({ kind: 'type', word: step.word })
        return true
      case 'way':
        return this.#follow(step.way)
    }
  }

  /** The moment for the next move: after a reaction to the cue just seen, or as soon as the hand is ready. */
  #ready(): void {
    const wasCue = this.#reacts
    this.#reacts = false
    if (this.#slips.doneAtMs?.step === this.#step) return
    this.nowMs += wasCue ? this.#timing.reactionMs() : this.#timing.readyMs()
  }

  /** Moves the cable or the hinge, which takes its time unless the moment is given. */
  #handle(takesMs: number, input: TwinInput): void {
    const isForced = this.#slips.doneAtMs?.step === this.#step
    if (this.#reacts) this.#ready()
    if (!isForced) this.nowMs += takesMs
    this.#input(input)
  }

  #keys(keys: readonly number[], set: KeySet, down: boolean, inOrder: boolean): void {
    const skewMs = inOrder || keys.length === 1 ? 0 : this.#timing.skewMs()
    if (!inOrder && skewMs === 0) {
      this.#change(down ? 0 : set, down ? set : 0)
      return
    }
    let left = set
    for (let n = 0; n < keys.length; n++) {
      if (n > 0) this.nowMs += inOrder ? this.#timing.keyAfterKeyMs() : skewMs
      const key = inOrder ? (keys[n] as number) : this.#oneOf(keys, left, keys.length - n)
      left &= ~(1 << key)
      this.#change(down ? 0 : 1 << key, down ? 1 << key : 0)
    }
  }

  /** Of keys moved together any may come first: the hand does not go by the order they are written down in. */
  #oneOf(keys: readonly number[], left: KeySet, count: number): number {
    let skip = count > 1 ? this.#timing.anyOf(count) : 0
    for (const key of keys) if (left & (1 << key) && skip-- === 0) return key
    return keys[0] as number
  }

  #twoChanges(up: KeySet, down: KeySet, afterMs: number, thenUp: KeySet, thenDown: KeySet): void {
    this.#change(up, down)
    this.nowMs += afterMs
    this.#change(thenUp, thenDown)
  }

  #counted(times: number): number {
    const { miscount } = this.#slips
    return times > 1 && miscount?.step === this.#step ? times + miscount.by : times
  }

  #press(key: number, heldMs: number): void {
    const bit = 1 << key
    this.#change(0, bit)
    this.nowMs += heldMs
    this.#change(bit, 0)
    this.nowMs += this.#timing.pauseMs()
  }

  #longPress(key: number, heldMs = this.#plan.machine.longPressMs): void {
    const bit = 1 << key
    this.#change(0, bit)
    this.nowMs += heldMs + this.#timing.pressMs()
    this.#change(bit, 0)
  }

  /** Follows a way through menus; after each input it looks where the cursor is and goes on from there. */
  #follow(way: MenuWay): boolean {
    this.#ready()
    const twin = this.#twin
    for (let n = 0; n < MOST_INPUTS; n++) {
      if (way.isAt(twin.stateIndex)) return true
      const next = way.from(twin.stateIndex, twin)
      if (!next) return false
      if (this.#record) (this.#record.choices[this.#step] ??= []).push(next)
      const shownBefore = twin.shownCount
      this.#one(next)
      if (way.endsWith(next) && this.#wasTaken(next, shownBefore)) {
        twin.advanceTo(this.nowMs)
        return true
      }
    }
    return false
  }

  /** Whether the device took an input: it stands where that leads, or did what it does. */
  #wasTaken({ to, effects }: PathStep, shownBefore: number): boolean {
    const twin = this.#twin
    if (effects.length === 0) return twin.stateIndex === to
    const codes = effects.map(codeOfEffect)
    for (let n = shownBefore; n < twin.shownCount; n++) if (codes.includes(twin.shownCode(n))) return true
    return false
  }

  #one({ input }: PathStep): void {
    const { keys } = this.#plan.machine
    switch (input.kind) {
      case 'press': {
        const held = input.with.reduce((set, id) => set | (1 << keys.indexOf(id)), 0)
        if (held) this.#change(0, held)
        for (let n = 0; n < this.#counted(input.times ?? 1); n++)
          this.#press(keys.indexOf(input.key), this.#timing.pressMs())
        if (held) this.#change(held, 0)
        if (input.restMs) this.#waited(input.restMs)
        break
      }
      case 'long-press':
        this.#longPress(keys.indexOf(input.key), input.heldMs)
        break
      case 'turn':
        this.nowMs += this.#timing.pressMs() + this.#timing.pauseMs()
        this.#input(input)
        break
      case 'tap':
        this.nowMs += this.#timing.tapMs()
        this.#input(input)
        break
      case 'type':
        this.nowMs += this.#timing.typeMs(input.word.length)
        this.#input(input)
        break
      case 'type-shown': {
        const word = this.#twin.word ?? ''
        this.nowMs += this.#timing.typeMs(word.length)
        this.#input({ kind: 'type', word })
        break
      }
      case 'plug':
        this.nowMs += this.#timing.plugMs()
        this.#input({ kind: 'link', link: this.#slips.linkInstead?.get(input.link) ?? input.link })
        break
      case 'fold':
        this.nowMs += this.#timing.foldMs()
        this.#input(input)
        break
      case 'wait':
        if (this.#twin.nextDeadlineMs() === Number.POSITIVE_INFINITY) break
        this.nowMs = Math.max(this.nowMs, this.#twin.nextDeadlineMs())
        this.#twin.advanceTo(this.nowMs)
        break
    }
  }

  /** Waits for a time or a count, which a move that is done at a given time may cut short. */
  #waited(ms: number): boolean {
    const forced = this.#slips.doneAtMs
    const untilMs = this.nowMs + ms
    this.nowMs =
      forced && forced.step > this.#step ? Math.min(untilMs, Math.max(this.nowMs, forced.atMs)) : untilMs
    this.#twin.advanceTo(this.nowMs)
    return true
  }

  #change(up: KeySet, down: KeySet): void {
    const { keyInstead, alsoKeys, deadKeys } = this.#slips
    const [freed, pressed] =
      keyInstead || alsoKeys || deadKeys ? [this.#slipped(up), this.#slipped(down)] : [up, down]
    this.#twin.changeKeys(this.nowMs, freed, pressed)
    if (!this.#record) return
    for (const [key, id] of this.#plan.machine.keys.entries()) {
      if (freed & (1 << key)) this.#recordInput({ kind: 'key-up', key: id })
      if (pressed & (1 << key)) this.#recordInput({ kind: 'key-down', key: id })
    }
  }

  #slipped(set: KeySet): KeySet {
    const { keys } = this.#plan.machine
    const { keyInstead, alsoKeys, deadKeys } = this.#slips
    const bitOf = (id: KeyId | undefined) =>
      id === undefined || deadKeys?.includes(id) || !keys.includes(id) ? 0 : 1 << keys.indexOf(id)
    return keys.reduce((all, id, key) => {
      if (!(set & (1 << key))) return all
      return all | bitOf(keyInstead?.get(id) ?? id) | bitOf(alsoKeys?.get(id))
    }, 0)
  }

  #input(input: TwinInput): void {
    this.#twin.apply(this.nowMs, [input])
    this.#recordInput(input)
  }

  #recordInput(input: TwinInput): void {
    this.#record?.actions.push({ atMs: this.nowMs, step: this.#step, input })
  }

  /** Waits for a cue; may move without it, stop at a wrong screen or lose patience. */
  #await(code: number, standing: boolean): boolean {
    const twin = this.#twin
    const timing = this.#timing
    this.#reacts = true
    if (standing && twin.state.code === code) {
      this.#noticed = twin.shownCount
      return true
    }
    const usualMs = this.#usualMs[this.#step] ?? 0
    const untilMs = this.nowMs + timing.patienceMs(usualMs)
    const forced = this.#slips.doneAtMs
    const afterMs = timing.movesAfterMs(usualMs)
    let moveAtMs = afterMs === afterMs ? this.nowMs + afterMs : Number.POSITIVE_INFINITY
    if (forced && forced.step > this.#step) moveAtMs = Math.min(moveAtMs, forced.atMs)
    for (;;) {
      for (; this.#noticed < twin.shownCount; this.#noticed++) {
        const seen = twin.shownCode(this.#noticed)
        const atMs = twin.shownAtMs(this.#noticed)
        if (atMs > moveAtMs) break
        if (seen === code && !(seen >= FIRST_BUZZ_CODE && timing.missesBuzz())) {
          this.#noticed++
          if (atMs > this.nowMs) this.nowMs = atMs
          return true
        }
        if (
          timing.stopsAtWrongScreens &&
          seen < FIRST_BUZZ_CODE &&
          atMs > 0 &&
          !this.#plan.expected.has(seen)
        ) {
          this.nowMs = Math.max(this.nowMs, atMs) + timing.reactionMs()
          return false
        }
      }
      const nextMs = twin.nextDeadlineMs()
      if (moveAtMs < nextMs && moveAtMs <= untilMs) {
        this.nowMs = Math.max(this.nowMs, moveAtMs, twin.nowMs)
        twin.advanceTo(this.nowMs)
        this.#reacts = false
        return true
      }
      if (nextMs > untilMs) {
        twin.advanceTo(untilMs)
        this.nowMs = untilMs
        return false
      }
      twin.advanceTo(nextMs)
    }
  }
}
