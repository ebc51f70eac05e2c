import type { Family } from '../catalog/index.ts'
import {
  durationsAt,
  EndlessMachine,
  Twin,
  USUAL_SITUATION,
  type Machine,
  type Situation,
} from '../twin/index.ts'
import { giveInput, letRest } from './drive.ts'
import { waysOut, waysToWipe } from './menuLine.ts'
import type { PathStep } from './menuEdges.ts'
import { Ways } from './menuPath.ts'
import { whereRecoveryOpens, whereTheWipeEnds } from './recoveryPlaces.ts'

/** What a family's menus lack for whoever follows the lines that are shown. */
export type MenuFinding =
  | { readonly code: 'no-wipe' | 'no-way-out' | 'menus-endless' }
  /** After the reset it does not come to its set-up wizard, but there. */
  | { readonly code: 'ends-elsewhere'; readonly name: string }
  /** The line from there does not lead where it says. */
  | { readonly code: 'does-not-wipe' | 'does-not-clear' | 'does-not-leave'; readonly name: string }

const WIPED: Situation = { ...USUAL_SITUATION, wiped: true, screenLock: false }
/** The longest first start, with room. Common practice, no source. */
const STARTING_MS = 1_500_000
/** More need not be listed: one is enough to mend. */
const MOST_FINDINGS = 6

/**
 * Follows, on the simulator, every line that is ever shown in a family's menus: from each line of each menu that can
 * be come to from where recovery opens, to the wipe, to the cache and out, before the wipe and after it.
 */
export function checkMenus(machine: Machine, family: Pick<Family, 'methods'>): readonly MenuFinding[] {
  try {
    return followEveryLine(machine, family)
  } catch (error) {
    if (error instanceof EndlessMachine) return [{ code: 'menus-endless' }]
    throw error
  }
}

/** @throws EndlessMachine where the machine goes in a circle in no time */
function followEveryLine(machine: Machine, family: Pick<Family, 'methods'>): readonly MenuFinding[] {
  const opensAt = whereRecoveryOpens(machine, family, USUAL_SITUATION)
  // That no method leads into recovery is found elsewhere.
  if (opensAt === undefined) return []
  const findings: MenuFinding[] = []
  const nameOf = (state: number) => machine.states[state]?.cursor?.label ?? machine.states[state]?.name ?? ''

  const follow = follower(machine)
  const toWipe = waysToWipe(machine, USUAL_SITUATION)
  const toCache = new Ways(machine, { kind: 'effect', effect: 'wipe-cache' }, USUAL_SITUATION)
  const [outUnwiped, outWiped] = [waysOut(machine, USUAL_SITUATION), waysOut(machine, WIPED)]
  if (!toWipe(opensAt)) findings.push({ code: 'no-wipe' })
  if (outUnwiped(opensAt).length === 0) findings.push({ code: 'no-way-out' })
  const ends = whereTheWipeEnds(machine, opensAt, USUAL_SITUATION)
  if (ends !== undefined) {
    const after = follow(ends, outWiped(ends), WIPED, STARTING_MS)
    if (after.state.screen !== 'set-up')
      findings.push({ code: 'ends-elsewhere', name: nameOf(after.stateIndex) })
  }

  for (const from of cursorsFrom(machine, opensAt)) {
    if (findings.length >= MOST_FINDINGS) break
    const wipe = toWipe(from)
    if (wipe) {
      const twin = follow(from, wipe.beforeLastQuestion, USUAL_SITUATION)
      const isTooEarly = twin.wiped
      go(twin, machine, wipe.lastQuestion)
      if (isTooEarly || !twin.wiped) findings.push({ code: 'does-not-wipe', name: nameOf(from) })
    }
    const cache = toCache.from(from)
    if (cache && !didClear(follow(from, cache.steps, USUAL_SITUATION)))
      findings.push({ code: 'does-not-clear', name: nameOf(from) })
    for (const [around, out] of [
      [USUAL_SITUATION, outUnwiped(from)],
      [WIPED, outWiped(from)],
    ] as const) {
      if (out.length > 0 && follow(from, out, around, STARTING_MS).state.cursor)
        findings.push({ code: 'does-not-leave', name: nameOf(from) })
    }
  }
  return findings
}

/** Every line that a cursor can come to from a state, by keys, touch and what follows by itself. */
function cursorsFrom(machine: Machine, from: number): readonly number[] {
  const met = new Set([from])
  for (const state of met)
    for (const { to, effects } of machine.states[state]?.transitions ?? [])
      if (!effects.includes('wipe-data')) met.add(to)
  return [...met].filter((state) => machine.states[state]?.cursor !== undefined)
}

/** Goes steps on one twin of a machine: it is looked at before the next ones are gone. */
function follower(machine: Machine) {
  const durations = durationsAt(machine, 'median')
  let twin: Twin | undefined
  return (from: number, steps: readonly PathStep[], around: Situation, restMs = 0): Twin => {
    if (twin) twin.reset(from, around, durations)
    else twin = new Twin(machine, from, around, durations)
    go(twin, machine, steps)
    letRest(twin, restMs)
    return twin
  }
}

function go(twin: Twin, machine: Machine, steps: readonly PathStep[]): void {
  for (const { input } of steps) giveInput(twin, machine, input)
}

const didClear = (twin: Twin): boolean =>
  twin.observations.some((one) => one.kind === 'effect' && one.effect === 'wipe-cache')
