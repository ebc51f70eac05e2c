import {
  cue,
  type Buzz,
  type Cue,
  type Effect,
  type KeyId,
  type LinkKind,
  type OwnNames,
  type Posture,
  type ScreenKind,
  type Turn,
} from '../catalog/index.ts'

/** A set of keys as bits, one a key in the order of `Machine.keys`. */
export type KeySet = number

/** A family ready to run: names resolved to indices, key sets to bits, durations to numbers of `durations`. */
export interface Machine {
  readonly keys: readonly KeyId[]
  /** The names of keys and links that are not the usual ones. */
  readonly names: OwnNames
  /** All that may hang on the port. */
  readonly links: readonly LinkKind[]
  /** How the device can be folded; empty where it cannot. */
  readonly postures: readonly Posture[]
  readonly longPressMs: number
  readonly durations: readonly MachineDuration[]
  readonly holdSets: readonly HoldSet[]
  readonly states: readonly MachineState[]
  readonly starts: Readonly<Record<string, number>>
  readonly stateIndex: ReadonlyMap<string, number>
  readonly transitionCount: number
}

export interface MachineDuration {
  readonly name: string
  /** The places of the durations it is the sum of, on every unit. */
  readonly sumOf?: readonly number[] | undefined
  readonly minMs: number
  readonly medianMs: number
  readonly maxMs: number
}

/** An exact key set, less ignored keys, whose becoming true the twin keeps the time of. */
export interface HoldSet {
  readonly keys: KeySet
  readonly ignore: KeySet
}

/** Where a cursor stands: the menu's full name and the item's place in it, from 0. */
export interface CursorPlace {
  readonly menu: string
  readonly item: number
  readonly itemId: string
  readonly label: string
  /** The index of the transition that chooses the item. */
  readonly choice: number
}

export interface MachineState {
  readonly name: string
  readonly screen: ScreenKind
  readonly text?: string | undefined
  readonly cursor?: CursorPlace | undefined
  /** The code of its screen, of `codeOfCue`. */
  readonly code: number
  /** One number a look, of screen and text together: what a person can tell apart. */
  readonly look: number
  readonly transitions: readonly MachineTransition[]
  /** The words of which it shows one to be typed. */
  readonly words?: readonly string[] | undefined
  /** By key, the duration of a long press of this state's own; absent where all are the family's. */
  readonly longPress?: readonly (number | undefined)[] | undefined
  /** The places in `transitions` of those that time alone can take. */
  readonly timed: readonly number[]
  /** The places of those that an input takes. */
  readonly answering: readonly number[]
  /** The number of the first of `transitions` among all of the machine's. */
  readonly firstTransition: number
}

export type MachineTrigger =
  | { readonly kind: 'after'; readonly duration: number }
  | {
      readonly kind: 'hold'
      readonly set: number
      readonly keys: KeySet
      readonly duration: number
      readonly from: 'carried' | 'entry' | 'fresh'
    }
  | {
      readonly kind: 'press'
      readonly key: number
      readonly times: number
      readonly with: KeySet
      /** How long without another press makes the number final: exactly so many. */
      readonly rest?: number | undefined
    }
  | { readonly kind: 'long-press'; readonly key: number; readonly duration?: number | undefined }
  | { readonly kind: 'key-down'; readonly key: number }
  | { readonly kind: 'turn'; readonly key: number; readonly by: Turn }
  | { readonly kind: 'link'; readonly to: readonly LinkKind[] }
  | { readonly kind: 'fold'; readonly to: readonly Posture[] }
  /** With what stands there, where it is a line of a menu. */
  | { readonly kind: 'tap'; readonly on: string; readonly label?: string | undefined }
  | { readonly kind: 'type'; readonly word: string }
  | { readonly kind: 'type-shown'; readonly right: boolean }
  | { readonly kind: 'idle'; readonly duration: number; readonly from: 'entry' | 'carried' }

export interface MachineGuard {
  readonly held?: KeySet | undefined
  readonly fresh: boolean
  readonly ignore: KeySet
  readonly links?: readonly LinkKind[] | undefined
  readonly postures?: readonly Posture[] | undefined
  /** Nothing is asked: the guard always allows. */
  readonly always: boolean
  readonly batteryFrom?: number | undefined
  readonly batteryBelow?: number | undefined
  readonly screenLock?: boolean | undefined
  readonly account?: boolean | undefined
  readonly loop?: boolean | undefined
  readonly wiped?: boolean | undefined
}

export interface MachineTransition {
  readonly trigger: MachineTrigger
  readonly guard: MachineGuard
  readonly to: number
  readonly cues: readonly Buzz[]
  readonly effects: readonly Effect[]
  /** The battery has come to so much, in percent. */
  readonly chargedTo?: number | undefined
}

/** What is on the device and around it before a run. */
export interface Situation {
  readonly link: LinkKind
  /** Open where it does not fold. */
  readonly posture: Posture
  /** 0 to 100. */
  readonly batteryPercent: number
  readonly screenLock: boolean
  readonly account: boolean
  readonly loop: boolean
  readonly wiped: boolean
}

export const USUAL_SITUATION: Situation = {
  link: 'none',
  posture: 'open',
  batteryPercent: 60,
  screenLock: true,
  account: true,
  loop: false,
  wiped: false,
}

/** What comes in. Keys by name; several inputs of one instant are one batch. */
export type TwinInput =
  | { readonly kind: 'key-down'; readonly key: KeyId }
  | { readonly kind: 'key-up'; readonly key: KeyId }
  | { readonly kind: 'turn'; readonly key: KeyId; readonly by: Turn }
  | { readonly kind: 'link'; readonly link: LinkKind }
  | { readonly kind: 'fold'; readonly to: Posture }
  | { readonly kind: 'tap'; readonly on: string }
  | { readonly kind: 'type'; readonly word: string }
  | { readonly kind: 'battery'; readonly percent: number }

/** What comes out, each with its instant. A screen stays until the next; a buzz is an instant. */
export type Observation =
  | { readonly kind: 'screen'; readonly atMs: number; readonly screen: ScreenKind; readonly state: number }
  | { readonly kind: 'buzz'; readonly atMs: number; readonly buzz: Buzz }
  | { readonly kind: 'effect'; readonly atMs: number; readonly effect: Effect }

const CODE_OF_CUE = new Map<Cue, number>(cue.options.map((one, code) => [one, code]))

/** Cues as numbers, for runs by the hundred thousand: the place in the catalogue's list of cues. */
export function codeOfCue(one: Cue): number {
  return CODE_OF_CUE.get(one) ?? -1
}

/** The cue of a number from `codeOfCue`. */
export function cueOfCode(code: number): Cue | undefined {
  return cue.options[code]
}
