import type { KeyId, LinkKind, Posture, Turn } from '../catalog/index.ts'
import type { Machine, MachineState, MachineTransition } from '../twin/index.ts'

/** One input of the hand in a menu. */
export type PathInput =
  /**
   * Pressed so many times as one thing; once where it is not said. With a rest the number is final only after so long,
   * in milliseconds on the slowest unit: exactly so many, and nothing until then.
   */
  | {
      readonly kind: 'press'
      readonly key: KeyId
      readonly with: readonly KeyId[]
      readonly times?: number
      readonly restMs?: number
    }
  /** Held so long, in milliseconds on the slowest unit; as long as the family asks for where it is not said. */
  | { readonly kind: 'long-press'; readonly key: KeyId; readonly heldMs?: number }
  /** A key turned by one notch. */
  | { readonly kind: 'turn'; readonly key: KeyId; readonly by: Turn }
  | { readonly kind: 'tap'; readonly on: string; readonly label?: string | undefined }
  | { readonly kind: 'type'; readonly word: string }
  /** The word that the screen shows. */
  | { readonly kind: 'type-shown' }
  | { readonly kind: 'plug'; readonly link: LinkKind }
  | { readonly kind: 'fold'; readonly to: Posture }
  /** Nothing to do: the screen goes on by itself. */
  | { readonly kind: 'wait' }

/**
 * What each input costs the hand, in milliseconds. A press: the keystroke-level model's 0.28 s for an average
 * non-secretary typist (Card, Moran and Newell 1980, from memory). A tap on glass, a plug, a hinge: common practice, no source.
 */
export const COST = { pressMs: 280, tapMs: 800, plugMs: 4000, foldMs: 2000 }
/** How long a long press takes: the family's, or a duration of its own. */
export function longPressOf(
  { longPressMs, durations }: Machine,
  duration: number | undefined,
): { readonly medianMs: number; readonly maxMs: number } {
  return (
    (duration === undefined ? undefined : durations[duration]) ?? {
      medianMs: longPressMs,
      maxMs: longPressMs,
    }
  )
}

/** The input that a transition waits for, and what it costs a hand. */
interface Made {
  readonly input: PathInput
  /** The same for all that wait for this very input. */
  readonly asks: string
  /** What is answered on the way to this input, where something waits for it. */
  readonly within?: string
  readonly presses: number
  readonly ms: number
}

export function inputOf(
  machine: Machine,
  { words = [] }: MachineState,
  { trigger }: MachineTransition,
): Made | undefined {
  const keyAt = (index: number) => machine.keys[index] as KeyId
  switch (trigger.kind) {
    case 'press': {
      const { key, times, with: held, rest } = trigger
      const settles = rest === undefined ? undefined : machine.durations[rest]
      const any = `press ${key} ${held}`
      return {
        input: {
          kind: 'press',
          key: keyAt(key),
          with: machine.keys.filter((_, one) => held & (1 << one)),
          ...(times > 1 ? { times } : {}),
          ...(settles ? { restMs: settles.maxMs } : {}),
        },
        ...(settles ? { asks: `${any} exactly ${times}`, within: any } : { asks: any }),
        presses: times,
        ms: times * COST.pressMs + (settles?.medianMs ?? 0),
      }
    }
    case 'key-down': {
      const key = keyAt(trigger.key)
      return {
        input: { kind: 'press', key, with: [] },
        asks: `press ${trigger.key} 0`,
        presses: 1,
        ms: COST.pressMs,
      }
    }
    case 'long-press': {
      const { medianMs, maxMs } = longPressOf(machine, trigger.duration)
      return {
        input: {
          kind: 'long-press',
          key: keyAt(trigger.key),
          ...(trigger.duration === undefined ? {} : { heldMs: maxMs }),
        },
        asks: `long ${trigger.key}`,
        presses: 1,
        ms: medianMs + COST.pressMs,
      }
    }
    case 'turn':
      return {
        input: { kind: 'turn', key: keyAt(trigger.key), by: trigger.by },
        asks: `turn ${trigger.key} ${trigger.by}`,
        presses: 1,
        ms: COST.pressMs,
      }
    case 'tap':
      return {
        input: { kind: 'tap', on: trigger.on, label: trigger.label },
        asks: `tap ${trigger.on}`,
        presses: 1,
        ms: COST.tapMs,
      }
    case 'type':
      return {
        input: { kind: 'type', word: trigger.word },
        asks: `type ${trigger.word}`,
        presses: trigger.word.length,
        ms: COST.tapMs * trigger.word.length,
      }
    case 'type-shown': {
      const letters = Math.max(1, ...words.map(({ length }) => length))
      return trigger.right
        ? { input: { kind: 'type-shown' }, asks: 'type-shown', presses: letters, ms: COST.tapMs * letters }
        : undefined
    }
    case 'after':
    case 'hold':
    case 'link':
    case 'fold':
    case 'idle':
      return undefined
  }
}
