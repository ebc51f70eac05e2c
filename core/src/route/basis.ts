import { solveBeginningWith } from '../decision/index.ts'
import { unanswered, withFact } from './ask.ts'
import { asItIs, problemOf, type Given } from './decide.ts'
import type { FactName, RouteAction } from './facts.ts'
import { optionOf, type Option } from './figures.ts'
import { priorOf } from './priors.ts'

/** An answer that may still come, how often it does, and what an option would come to with it. */
export interface IfAnswered {
  readonly answer: string | number
  /** 0 to 1; those of one question sum to 1. */
  readonly chance: number
  /** Undefined where the option is not to be had with this answer. */
  readonly option: Option | undefined
}

/** What figures rest on besides what was told: a question that is open, taken as it is usually answered. */
export interface Basis {
  readonly name: FactName
  readonly answers: readonly IfAnswered[]
}

/**
 * What the figures of an option rest on: each open question with a usual answer, and what the option would come to
 * with each answer instead. Some ten milliseconds a question at most.
 * @param action what the option begins with
 */
export function basisOf(asked: Given, action: RouteAction): readonly Basis[] {
  const given = asItIs(asked)
  const optionWith = (one: Given): Option | undefined => {
    const problem = problemOf(one)
    const policy = solveBeginningWith(problem, action)
    return policy && optionOf(policy, problem, one.prices)
  }
  return unanswered(given).flatMap((name): readonly Basis[] => {
    const prior = priorOf(name, given.facts, given.device)
    if (!prior || name === 'modelId') return []
    const answers = prior.map(([answer, chance]) => {
      return { answer, chance, option: optionWith(withFact(given, name, answer)) }
    })
    return [{ name, answers }]
  })
}
