import type { Cue, Method } from '../catalog/index.ts'
import { quickestPath, wayOut, type PathStep } from '../method/index.ts'
import type { Machine, Situation } from '../twin/index.ts'
import type { PossibleFamily } from './knowledge.ts'

/** Screens that are no failure but a place: one goes on from there. */
const PLACES: readonly Cue[] = ['recovery-menu', 'robot', 'service-menu', 'bootloader-page', 'download-page']

/** How to go on from the place the device is at. */
export type WayOn =
  /** It is where it should be. */
  | { readonly kind: 'there'; readonly familyId: string }
  /** Inputs lead to recovery: which ones may hang on the line that the place opens on. */
  | { readonly kind: 'inputs'; readonly familyId: string; readonly ways: readonly WayFrom[] }
  /** It has to be left first. */
  | { readonly kind: 'leave'; readonly familyId: string; readonly method: Method }

/** The inputs from a state on. */
export interface WayFrom {
  readonly state: number
  /** What the line says that it opens on, or the page. */
  readonly shows: string | undefined
  readonly steps: readonly PathStep[]
}

/** The place among what was seen, if the device stands at one: the last that was named. */
export function placeSeen(seen: readonly Cue[]): Cue | undefined {
  const last = seen.findLast((cue) => cue === 'lock-screen' || PLACES.includes(cue))
  return last === 'lock-screen' ? undefined : last
}

type Possible = Pick<PossibleFamily, 'family' | 'machine'>

/** The pages that a device of a family may stand at when it is taken in, recovery apart. */
export function placesOf({ machine }: Pick<Possible, 'machine'>): readonly Cue[] {
  return PLACES.filter((place) => place !== 'recovery-menu' && openingOn(machine, place).length > 0)
}

/** The way on from a place on a device of a family as it is, searched on its twin; undefined where there is none. */
export function wayOnFrom(of: Possible, place: Cue, situation: Situation): WayOn | undefined {
  if (place === 'recovery-menu') return { kind: 'there', familyId: of.family.id }
  const isGoal = (state: number) => of.machine.states[state]?.screen === 'recovery-menu'
  return waysFrom(of, place, (state) => {
    const path = quickestPath(of.machine, state, { kind: 'state', isGoal }, situation)
    return path?.steps
  })
}

/** The way out of a place to a start of the device, with nothing deleted; undefined where there is none. */
export function wayOffFrom(of: Possible, place: Cue, situation: Situation): WayOn | undefined {
  const screenOf = (state: number) => of.machine.states[state]?.screen
  // Through no other page, though it may be left sooner by waiting there.
  const isElsewhere = (state: number) => screenOf(state) !== place && PLACES.includes(screenOf(state) as Cue)
  return waysFrom(of, place, (state) => {
    const direct = wayOut(of.machine, state, situation, isElsewhere)
    return direct.length > 0 ? direct : wayOut(of.machine, state, situation)
  })
}

/** From each state that a place opens on; else the family's own way of leaving it. */
function waysFrom(
  { family, machine }: Possible,
  place: Cue,
  stepsFrom: (state: number) => readonly PathStep[] | undefined,
): WayOn | undefined {
  const familyId = family.id
  const shownAt = (state: number) => {
    const { cursor, text } = machine.states[state] ?? {}
    return cursor?.label ?? text
  }
  const ways = openingOn(machine, place).flatMap((state): WayFrom[] => {
    const steps = stepsFrom(state)
    return steps && steps.length > 0 ? [{ state, shows: shownAt(state), steps }] : []
  })
  if (ways.length > 0) return { kind: 'inputs', familyId, ways }
  if (place !== 'download-page') return undefined
  const method = family.methods.find(({ from }) => from === 'in-download')
  return method && { kind: 'leave', familyId, method }
}

/**
 * The states in which a screen comes up, from a start or from another state or menu: what a menu's cursor only moves
 * through is left out, and so is what goes on in states of the same name.
 */
function openingOn(machine: Machine, screen: Cue): readonly number[] {
  const opened = new Set(Object.values(machine.starts))
  const wholeOf = (state: number) => machine.states[state]?.cursor?.menu ?? machine.states[state]?.name
  for (const [from, { transitions }] of machine.states.entries())
    for (const { to } of transitions) if (wholeOf(from) !== wholeOf(to)) opened.add(to)
  return [...opened].filter((state) => machine.states[state]?.screen === screen).sort((a, b) => a - b)
}
