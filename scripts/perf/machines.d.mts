import type { Action, Plan } from '../../core/src/method/index.ts'
import type { DrawnDurations, Machine, Twin } from '../../core/src/twin/index.ts'

/** A machine of the library, ready to run. */
export interface GeneralMachine {
  readonly logic: unknown
  readonly time: unknown
}
export interface Move {
  readonly atMs: number
  readonly event: object
}
export function generalMachine(machine: Machine, plan: Plan, durations: DrawnDurations): GeneralMachine
export function movesOf(machine: Machine, actions: readonly Action[]): readonly Move[]
/** In ms, in order. */
export function instantsOf(twin: Twin, actions: readonly Action[], endMs: number): readonly number[]
export function runGeneral(
  general: GeneralMachine,
  moves: readonly Move[],
  instants: readonly number[],
): number
