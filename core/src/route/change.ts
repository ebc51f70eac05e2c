import type { FactName, RouteAction } from './facts.ts'
import { HOW_IT_ENDS, type Figures, type HowItEnds } from './figures.ts'
import type { Given } from './decide.ts'
import type { Route } from './route.ts'

/** How the route moved when something was learnt. */
export interface RouteChange {
  readonly kind:
    | 'first'
    | 'other-first'
    | 'refused'
    | 'afterwards'
    | 'fallback'
    | 'sooner'
    | 'likelier'
    | 'less-likely'
    | 'ends-otherwise'
    | 'longer'
    | 'shorter'
    | 'price'
    | 'agreement-void'
  readonly from: RouteAction | undefined
  readonly to: RouteAction | undefined
  /** Where what comes first ends otherwise: the ending that has become likelier. */
  readonly end?: HowItEnds
  /** What was answered that moved it. */
  readonly because: readonly FactName[]
}

/** Below this share of the highest price, or of the longest time, a changed one is not told as a change. */
const PRICE_STEP = 0.05
const TIME_STEP = 0.1

/** From so much on it is seen that a bar has moved. */
const CHANCE_STEP = 0.05

/** @returns what has been answered from one to the other; a key found broken or sound is an answer about the keys */
export function learntBetween(before: Learnt, after: Learnt): readonly FactName[] {
  const names = new Set([...Object.keys(before.facts), ...Object.keys(after.facts)] as FactName[])
  const learnt = [...names].filter((name) => before.facts[name] !== after.facts[name])
  const sameKeys = before.progress.brokenKeys.join() === after.progress.brokenKeys.join()
  return sameKeys || learnt.includes('keysWork') ? learnt : [...learnt, 'keysWork']
}

type Learnt = Pick<Given, 'facts'> & { readonly progress: Pick<Given['progress'], 'brokenKeys'> }

/** @returns undefined where nothing moved that anybody at the counter would see */
export function changeOfRoute(
  before: Route,
  after: Route,
  because: readonly FactName[],
): RouteChange | undefined {
  const [from, to] = [before.choices[0]?.action, after.choices[0]?.action]
  const change = (kind: RouteChange['kind'], rest: Partial<RouteChange> = {}): RouteChange => ({
    kind,
    from,
    to,
    because,
    ...rest,
  })
  if (from !== to) return change(to === 'refuse' ? 'refused' : from === 'ask-first' ? 'first' : 'other-first')
  if (before.agreement.state !== 'void' && after.agreement.state === 'void') return change('agreement-void')
  const later = difference(before.choices.map(actionOf), after.choices.map(actionOf))
  if (later) return change('fallback', later)
  const onward = difference(before.afterwards, after.afterwards)
  if (onward) return change('afterwards', onward)
  const sooner =
    otherOrder(before.choices.map(actionOf), after.choices.map(actionOf)) ??
    otherOrder(before.afterwards, after.afterwards)
  if (sooner) return change('sooner', sooner)
  const chances = chancesOf(before)
  const shifts = [...chancesOf(after)].map(
    ([action, chance]) => [action, chance - (chances.get(action) ?? chance)] as const,
  )
  const [most, by] = shifts.toSorted(([, one], [, other]) => Math.abs(other) - Math.abs(one))[0] ?? []
  if (most && by !== undefined && Math.abs(by) >= CHANCE_STEP)
    return change(by > 0 ? 'likelier' : 'less-likely', { from: undefined, to: most })
  const end = likelierEnd(before.option.own, after.option.own)
  if (end) return change('ends-otherwise', { from: undefined, end })
  const [took, takes] = [before.option.own.calendarMinutes.p90, after.option.own.calendarMinutes.p90]
  if (Math.abs(takes - took) > TIME_STEP * Math.max(1, took, takes))
    return change(takes > took ? 'longer' : 'shorter', { from: undefined })
  const [was, is] = [before.figures.quote, after.figures.quote]
  const moved = Math.max(Math.abs(was.mostMinor - is.mostMinor), Math.abs(was.leastMinor - is.leastMinor))
  return moved > PRICE_STEP * Math.max(1, was.mostMinor, is.mostMinor) ? change('price') : undefined
}

/** How likely each option helps: the first by itself, as its bar has it, the others once it has come to them. */
const chancesOf = ({ choices, option }: Route): ReadonlyMap<RouteAction, number> => {
  const { 'works-data-kept': kept, 'works-data-gone': gone } = option.own.howItEnds
  return new Map(choices.map(({ action, chance }, nth) => [action, nth === 0 ? kept + gone : chance]))
}

/** The ending that has become likelier by most, if anything of the bar has moved to be seen. */
function likelierEnd(before: Figures, after: Figures): HowItEnds | undefined {
  const by = (how: HowItEnds) => after.howItEnds[how] - before.howItEnds[how]
  const most = HOW_IT_ENDS.toSorted((one, other) => by(other) - by(one))[0]
  return most && HOW_IT_ENDS.some((how) => Math.abs(by(how)) >= CHANCE_STEP) ? most : undefined
}

const actionOf = ({ action }: { readonly action: RouteAction }) => action

/** What of one list is no more in the other, and what is new there. */
function difference(
  before: readonly RouteAction[],
  after: readonly RouteAction[],
): Pick<RouteChange, 'from' | 'to'> | undefined {
  const gone = before.find((one) => !after.includes(one))
  const come = after.find((one) => !before.includes(one))
  return gone || come ? { from: gone, to: come } : undefined
}

/** The first that stands where another stood: of two lists of the same. */
function otherOrder(
  before: readonly RouteAction[],
  after: readonly RouteAction[],
): Pick<RouteChange, 'from' | 'to'> | undefined {
  const at = before.findIndex((one, n) => one !== after[n])
  return at < 0 ? undefined : { from: before[at], to: after[at] }
}
