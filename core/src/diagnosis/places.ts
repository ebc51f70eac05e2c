import type { Cue, Procedure } from '../catalog/index.ts'
import { quickestPath, type PathStep } from '../procedure/index.ts'
import { USUAL_SITUATION, type Machine } from '../twin/index.ts'
import type { PossibleFamily } from './knowledge.ts'

/** Screens that are no failure but a place: one goes on from there. */
const PLACES: readonly Cue[] = ['recovery-menu', 'robot', 'service-menu', 'bootloader-page', 'download-page']

/** How to go on from the place the device is at. */
export type WayOn =
  /** It is where it should be. */
  | { readonly kind: 'there'; readonly familyId: string }
  /** These inputs lead to recovery. */
  | {
      readonly kind: 'inputs'
      readonly familyId: string
      readonly state: number
      readonly steps: readonly PathStep[]
    }
  /** It has to be left first. */
  | { readonly kind: 'leave'; readonly familyId: string; readonly procedure: Procedure }

/** The place among what was seen, if the device stands at one: the last that was named. */
export function placeSeen(seen: readonly Cue[]): Cue | undefined {
  const last = seen.findLast((cue) => cue === 'lock-screen' || PLACES.includes(cue))
  return last === 'lock-screen' ? undefined : last
}

/** The way on from a place on a device of a family, searched on its twin; undefined where there is none. */
export function wayOnFrom({ family, machine }: PossibleFamily, place: Cue): WayOn | undefined {
  const familyId = family.id
  if (place === 'recovery-menu') return { kind: 'there', familyId }
  const isGoal = (state: number) => machine.states[state]?.screen === 'recovery-menu'
  for (const state of statesShowing(machine, place)) {
    const path = quickestPath(machine, state, { kind: 'state', isGoal }, USUAL_SITUATION)
    if (path) return { kind: 'inputs', familyId, state, steps: path.steps }
  }
  if (place !== 'download-page') return undefined
  const procedure = family.procedures.find(({ from }) => from === 'in-download')
  return procedure && { kind: 'leave', familyId, procedure }
}

/** The states with a screen; of a menu the one it opens on first. */
function statesShowing(machine: Machine, screen: Cue): readonly number[] {
  return machine.states.flatMap((state, index) => (state.screen === screen ? [index] : []))
}
