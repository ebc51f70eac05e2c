import type { Family, Method, StartState } from '../catalog/index.ts'
import { whyMissed } from '../method/index.ts'
import type { Machine, Situation } from '../twin/index.ts'
import { criticalSlack, slackOf, type Slack } from './slack.ts'
import { studyMethod, type HandStudy, type StudyOptions } from './study.ts'

/** One method of a family with its figures. */
export interface StudiedMethod {
  readonly method: Method
  readonly study: HandStudy
  /** The chance of an attempt over its minutes: in this order independent attempts take the least time (Mitten 1960, from memory). */
  readonly chancePerMinute: number
  readonly slacks: readonly Slack[]
  /** The key change that forgives least; absent where all forgive. */
  readonly critical?: Slack | undefined
}

/**
 * The figures of one method, by simulation and off the twin.
 * @returns undefined where a perfect hand does not reach its goal: there is nothing to count
 */
export function studiedMethod(
  machine: Machine,
  method: Method,
  situation: Situation,
  options: StudyOptions = {},
): StudiedMethod | undefined {
  if (whyMissed(machine, method) !== undefined) return undefined
  const study = studyMethod(machine, method, situation, options)
  const slacks = slackOf(machine, method, situation)
  return {
    method,
    study,
    chancePerMinute: study.firstAttempt / (study.attemptMs / 60_000),
    slacks,
    critical: criticalSlack(slacks),
  }
}

/** Methods in the order to try them: best chance per minute first. */
export function inOrderOfChance(methods: readonly StudiedMethod[]): readonly StudiedMethod[] {
  return [...methods].sort((a, b) => b.chancePerMinute - a.chancePerMinute)
}

/** The proven methods that begin where the device is, in the order to try them. */
export function rankMethods(
  machine: Machine,
  family: Family,
  from: StartState,
  situation: Situation,
  options: StudyOptions = {},
): readonly StudiedMethod[] {
  return inOrderOfChance(
    family.methods
      .filter((method) => method.from === from)
      .flatMap((method) => studiedMethod(machine, method, situation, options) ?? []),
  )
}
