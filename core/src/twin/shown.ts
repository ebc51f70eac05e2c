import { buzz, effect, screenKind, type Effect } from '../catalog/index.ts'
import type { Observation } from './machine.ts'

/** What a run has shown is kept as numbers: cues by their code, effects above them. */
const EFFECT_CODE = 1000
const FIRST_BUZZ_CODE = screenKind.options.length

export function codeOfEffect(one: Effect): number {
  return EFFECT_CODE + effect.options.indexOf(one)
}

/** What a run has shown, felt and done, in order; cleared and filled again by the hundred thousand. */
export class Shown {
  count = 0
  readonly #codes: number[] = []
  readonly #atMs: number[] = []
  readonly #states: number[] = []
  /** Those that were asked for already: whoever looks after each move has only what is new made for him. */
  readonly #made: Observation[] = []

  clear(): void {
    this.count = 0
    this.#made.length = 0
  }

  add(code: number, atMs: number, state: number): void {
    this.#codes[this.count] = code
    this.#atMs[this.count] = atMs
    this.#states[this.count] = state
    this.count++
  }

  /** The code of a cue, or a number above all of them for an effect; -1 where nothing was. */
  code(index: number): number {
    return this.#codes[index] ?? -1
  }
  atMs(index: number): number {
    return this.#atMs[index] ?? Number.NaN
  }
  get observations(): readonly Observation[] {
    while (this.#made.length < this.count) this.#made.push(this.#observation(this.#made.length))
    return this.#made.slice()
  }

  #observation(n: number): Observation {
    const code = this.code(n)
    const atMs = this.atMs(n)
    if (code >= EFFECT_CODE) return { kind: 'effect', atMs, effect: at(effect.options, code - EFFECT_CODE) }
    if (code >= FIRST_BUZZ_CODE) return { kind: 'buzz', atMs, buzz: at(buzz.options, code - FIRST_BUZZ_CODE) }
    return { kind: 'screen', atMs, screen: at(screenKind.options, code), state: this.#states[n] ?? 0 }
  }
}

function at<T>(list: readonly T[], index: number): T {
  const found = list[index]
  if (found === undefined) throw new Error(`No entry ${index}`)
  return found
}
