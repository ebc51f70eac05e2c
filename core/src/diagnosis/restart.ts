import type { Cue } from '../catalog/index.ts'
import { giveInput, MenuWay, whereRecoveryOpens, whereTheWipeEnds } from '../method/index.ts'
import { durationsAt, Twin, USUAL_SITUATION, type Machine } from '../twin/index.ts'
import type { PossibleFamily } from './knowledge.ts'

/** Why a device is not at its set-up wizard after the wipe and the restart. */
export type RestartCause =
  | { readonly kind: 'sound' }
  /** The system does not come up: cache, then reset again, then a matter for repair. */
  | { readonly kind: 'loop' }
  /** Another line than the restart was taken. */
  | { readonly kind: 'other-line' }

/** How often each is met. Common practice, no source. */
const PRIORS = { sound: 0.9, loop: 0.06, 'other-line': 0.04 }
const LOOKING_MS = 1_500_000
/**
 * How often each ends on a screen that the twin does not end on: a sound device only where the eye deceived, a loop
 * now and then, since loops differ more than families tell. Common practice, no source.
 */
const ELSEWHERE = { sound: 0.0005, loop: 0.05, 'other-line': 0.01 }

/**
 * After the wipe: what explains the screen that the restart led to, by doing it on the twin of a sound device, of
 * one that loops, and with the cursor one line off. A loop stays; a line mistaken is mistaken anew each time.
 * @param times how often the restart has led there
 * @returns causes with their chance, likeliest first
 */
export function diagnoseRestart(
  of: Pick<PossibleFamily, 'machine' | 'family'>,
  shows: Cue,
  times = 1,
): readonly { readonly cause: RestartCause; readonly chance: number }[] {
  const weighed = (['sound', 'loop', 'other-line'] as const).map((kind) => {
    const ends = endsOf(of, kind)
    const same = ends.filter((end) => end === shows).length
    const once = same / Math.max(1, ends.length) + ELSEWHERE[kind]
    // What a loop does it does every time; what one mistook or did not see is drawn anew.
    const weight =
      kind === 'loop'
        ? PRIORS[kind] * once
        : kind === 'sound'
          ? PRIORS[kind] * once ** times
          : (PRIORS[kind] * once) ** times
    return { cause: { kind }, weight }
  })
  const total = weighed.reduce((sum, { weight }) => sum + weight, 0)
  return weighed
    .map(({ cause, weight }) => ({ cause, chance: weight / total }))
    .sort((a, b) => b.chance - a.chance)
}

/** Recovery showed again by itself after the wipe and the restart. */
export interface CameBack {
  readonly cause: RestartCause['kind']
  readonly chance: number
  /**
   * A line mistaken is taken rightly; a loop has its cache cleared, then is reset once more, then is a matter for
   * repair.
   */
  readonly next: 'restart' | 'clear-cache' | 'reset-again' | 'repair'
}

/** @param times how often it has come back, at least once */
export function diagnoseCameBack(of: Pick<PossibleFamily, 'machine' | 'family'>, times: number): CameBack {
  const [first] = diagnoseRestart(of, 'recovery-menu', times)
  const cause = first?.cause.kind ?? 'loop'
  const chance = first?.chance ?? 0
  if (cause === 'other-line') return { cause, chance, next: 'restart' }
  return { cause, chance, next: times === 1 ? 'clear-cache' : times === 2 ? 'reset-again' : 'repair' }
}

/** The screens the twin stands still at after the restart was chosen, over its units. */
function endsOf(
  { machine, family }: Pick<PossibleFamily, 'machine' | 'family'>,
  kind: RestartCause['kind'],
): readonly Cue[] {
  const situation = { ...USUAL_SITUATION, wiped: true, screenLock: false, loop: kind === 'loop' }
  const isSetUp = (state: number) => machine.states[state]?.screen === 'set-up'
  const sound = { ...situation, loop: false }
  const opensAt = whereRecoveryOpens(machine, family, USUAL_SITUATION)
  const start = opensAt === undefined ? undefined : whereTheWipeEnds(machine, opensAt, USUAL_SITUATION)
  if (start === undefined) return []
  const menu = new MenuWay(machine, { kind: 'state', isGoal: isSetUp }, sound)
  return (['min', 'median', 'max'] as const).flatMap((unit) => {
    const twin = new Twin(machine, start, situation, durationsAt(machine, unit))
    if (kind === 'other-line') moveOneLine(twin, machine)
    const first = menu.from(twin.stateIndex, twin)
    if (!first || (kind === 'other-line' && first.input.kind !== 'press')) return []
    for (let n = 0; n < 40 && twin.state.cursor; n++) {
      const step = kind === 'other-line' ? chosenHere(machine, twin) : menu.from(twin.stateIndex, twin)
      if (!step) break
      giveInput(twin, machine, step.input)
      if (kind === 'other-line') break
    }
    const untilMs = twin.nowMs + LOOKING_MS
    const leftAt = twin.observations.length
    while (twin.nextDeadlineMs() <= untilMs && twin.observations.length < leftAt + 12) {
      twin.advanceTo(twin.nextDeadlineMs())
      if (['set-up', 'recovery-menu', 'lock-screen'].includes(twin.state.screen)) break
    }
    return [twin.state.screen]
  })
}

function moveOneLine(twin: Twin, machine: Machine): void {
  const move = twin.state.transitions.find(
    ({ trigger, to }) =>
      trigger.kind === 'press' && machine.states[to]?.cursor?.menu === twin.state.cursor?.menu,
  )
  const key = move?.trigger.kind === 'press' ? machine.keys[move.trigger.key] : undefined
  if (key) giveInput(twin, machine, { kind: 'press', key, with: [] })
}

type Step = NonNullable<ReturnType<MenuWay['from']>>

function chosenHere(machine: Machine, twin: Twin): Step | undefined {
  const { cursor } = twin.state
  const chosen = cursor && twin.state.transitions[cursor.choice]
  if (!chosen) return undefined
  const { trigger, to, effects } = chosen
  const key =
    trigger.kind === 'press' || trigger.kind === 'long-press' ? machine.keys[trigger.key] : undefined
  if (!key || (trigger.kind !== 'press' && trigger.kind !== 'long-press')) return undefined
  const input =
    trigger.kind === 'press'
      ? ({ kind: 'press', key, with: [] } as const)
      : ({ kind: 'long-press', key } as const)
  return { input, from: twin.stateIndex, to, transition: cursor.choice, effects }
}
