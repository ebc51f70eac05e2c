import type { Family, Procedure, StartState } from '../catalog/index.ts'
import type { Machine, Situation } from '../twin/index.ts'
import { criticalSlack, slackOf, type Slack } from './slack.ts'
import { studyProcedure, type HandStudy, type StudyOptions } from './study.ts'

/** One variant of a family in the order to try them. */
export interface RankedVariant {
  readonly procedure: Procedure
  readonly study: HandStudy
  /** The chance of a try over its minutes: in this order independent tries take the least time (Mitten 1960, from memory). */
  readonly chancePerMinute: number
  readonly slacks: readonly Slack[]
  /** The key change that forgives least; absent where all forgive. */
  readonly critical?: Slack | undefined
}

/** The variants that begin where the device is, best chance per minute first. */
export function rankVariants(
  machine: Machine,
  family: Family,
  from: StartState,
  situation: Situation,
  options: StudyOptions = {},
): readonly RankedVariant[] {
  return family.procedures
    .filter((procedure) => procedure.from === from)
    .map((procedure): RankedVariant => {
      const study = studyProcedure(machine, procedure, situation, options)
      const slacks = slackOf(machine, procedure, situation)
      return {
        procedure,
        study,
        chancePerMinute: study.firstTry / (study.tryMs / 60_000),
        slacks,
        critical: criticalSlack(slacks),
      }
    })
    .sort((a, b) => b.chancePerMinute - a.chancePerMinute)
}
