import { IRREVERSIBLE, type ScreenKind } from '../catalog/index.ts'
import type { Machine, Situation } from '../twin/index.ts'
import type { PathStep } from './menuEdges.ts'
import { Ways } from './menuPath.ts'
import type { PathInput } from './pathInput.ts'

/** A run of equal inputs: `volume-down ×4`. */
export interface MenuLinePart {
  readonly input: PathInput
  readonly times: number
}

export interface MenuLine {
  /** Up to and including the opening of the last question; free to show. */
  readonly beforeLastQuestion: readonly PathStep[]
  /** Within the last question, ending with the input that cannot be undone; shown only behind the gates. */
  readonly lastQuestion: readonly PathStep[]
}

/**
 * The way to the wipe from where the cursor stands, cut at the last question before the point of no return.
 * The point of no return is the last input before an effect that cannot be undone, and the last question is
 * the menu in which that input is made; both are found on the graph.
 * @returns undefined when no way leads to a wipe from here
 */
export function wayToWipe(machine: Machine, from: number, situation: Situation): MenuLine | undefined {
  return waysToWipe(machine, situation)(from)
}

/** The same from whichever state is asked for. */
export function waysToWipe(machine: Machine, situation: Situation): (from: number) => MenuLine | undefined {
  const ways = new Ways(machine, { kind: 'effect', effect: 'wipe-data' }, situation)
  return (from) => cutAtTheLastQuestion(machine, from, ways.from(from)?.steps)
}

function cutAtTheLastQuestion(
  machine: Machine,
  from: number,
  steps: readonly PathStep[] | undefined,
): MenuLine | undefined {
  if (!steps) return undefined
  const menuOf = (state: number) => machine.states[state]?.cursor?.menu ?? machine.states[state]?.name
  const last = steps.findLastIndex(({ effects }) => effects.some((effect) => IRREVERSIBLE.includes(effect)))
  const question = menuOf(steps[last]?.from ?? from)
  let cut = last
  while (cut > 0 && menuOf(steps[cut - 1]?.from ?? -1) === question) cut--
  return { beforeLastQuestion: steps.slice(0, cut), lastQuestion: steps.slice(cut) }
}

/** Screens of a device that starts: out of every menu. */
const STARTED: readonly ScreenKind[] = ['first-start', 'lock-screen', 'set-up']

/**
 * The way out of the menus to a start of the device, from any line of any page, whether something was deleted or not.
 * A loop does not start: the way out is the same as on a sound device.
 * @param avoids states that the way must not lead through
 * @returns no steps where no way leads out
 */
export function wayOut(
  machine: Machine,
  from: number,
  situation: Situation,
  avoids?: (state: number) => boolean,
): readonly PathStep[] {
  return waysOut(machine, situation, avoids)(from)
}

/** The same from whichever state is asked for. */
export function waysOut(
  machine: Machine,
  situation: Situation,
  avoids?: (state: number) => boolean,
): (from: number) => readonly PathStep[] {
  const isGoal = (state: number) => {
    const screen = machine.states[state]?.screen
    return screen !== undefined && STARTED.includes(screen)
  }
  const goal = { kind: 'state', isGoal, avoids } as const
  const sound = { ...situation, loop: false }
  const asItIs = new Ways(machine, goal, sound)
  const wiped = new Ways(machine, goal, { ...sound, wiped: true, screenLock: false })
  return (from) => (asItIs.from(from) ?? wiped.from(from))?.steps ?? []
}

/** Equal neighbours put together; waiting says nothing and is left out. */
export function inParts(steps: readonly PathStep[]): readonly MenuLinePart[] {
  const parts: { input: PathInput; times: number }[] = []
  for (const { input } of steps) {
    if (input.kind === 'wait') continue
    const before = parts.at(-1)
    if (before && JSON.stringify(before.input) === JSON.stringify(input)) before.times++
    else parts.push({ input, times: 1 })
  }
  return parts
}
