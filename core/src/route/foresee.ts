import { solveEach, undominated } from '../decision/index.ts'
import { askNext, type Question } from './ask.ts'
import { decide, type Decision, type Given } from './decide.ts'
import type { RouteAction } from './facts.ts'
import { optionOf, type Option } from './figures.ts'

/** A route that begins otherwise, with what it comes to. */
export interface Alternative extends Option {
  readonly action: RouteAction
}

/** What the counter wants to see beside the route: other ways, and what to ask. Takes some ten milliseconds. */
export interface Foresight {
  /** Best by the shop's weights first; none is by itself beaten by another in every respect. */
  readonly alternatives: readonly Alternative[]
  readonly askNext: readonly Question[]
}

/** More than these nobody compares at a counter. */
const MOST_ALTERNATIVES = 4

export function foresee(given: Given): Foresight {
  const decision = decide(given)
  return { alternatives: alternativesTo(decision, given), askNext: askNext(given, decision) }
}

/** Each way to begin, followed by the best that can come after it; those that another beats are left out. */
function alternativesTo({ choices, problem }: Decision, given: Given): readonly Alternative[] {
  const first = choices[0]?.action
  if (first === 'refuse' || first === 'ask-first') return []
  const all = solveEach(problem)
    .map((policy) => ({ action: policy.act?.id as RouteAction, ...optionOf(policy, problem, given.prices) }))
    .sort((a, b) => b.inAll.worthMinor - a.inAll.worthMinor)
  return undominated(all, ({ own }) => [
    own.solved,
    -own.dataLost,
    -own.quote.meanMinor,
    -own.calendarMinutes.p50,
    -own.benchMinutes,
  ]).slice(0, MOST_ALTERNATIVES)
}
