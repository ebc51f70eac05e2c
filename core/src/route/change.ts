import type { FactName, RouteAction } from './facts.ts'
import { HOW_IT_ENDS, type Figures, type HowItEnds } from './figures.ts'
import type { Given } from './decide.ts'
import type { Alternative } from './foresee.ts'
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
    | 'price-of-one'
    | 'agreement-void'
  readonly from: RouteAction | undefined
  readonly to: RouteAction | undefined
  /** Where an option ends otherwise: the ending that has become likelier. */
  readonly end?: HowItEnds | undefined
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
  const bar = movedBar(before.option.own, after.option.own)
  if (bar) return change(bar.kind, { ...bar, from: undefined })
  const [was, is] = [before.figures.quote, after.figures.quote]
  return hasMoved(was, is) ? change('price') : undefined
}

/** An option as it is drawn: how it ends, how long it takes, what it costs. */
export type Bar = Pick<Alternative, 'action' | 'own'>

/**
 * What has moved on the bars that are drawn beside each other, where nothing of the route itself has.
 * @returns the move that is largest to the eye: an option that comes or goes, another order, an ending, a time, a price
 */
export function changeOfBars(
  before: readonly Bar[],
  after: readonly Bar[],
  because: readonly FactName[],
): RouteChange | undefined {
  const lists = [before.map(actionOf), after.map(actionOf)] as const
  const other = difference(...lists)
  if (other) return { kind: 'fallback', from: other.from, to: other.to, because }
  const sooner = otherOrder(...lists)
  if (sooner) return { kind: 'sooner', from: sooner.from, to: sooner.to, because }
  const moves = after.flatMap(({ action, own }, nth) => {
    const was = before[nth]
    const move = was && movedBar(was.own, own)
    return move ? [{ action, move }] : []
  })
  const [most] = moves.toSorted((one, another) => another.move.by - one.move.by)
  return most && { kind: most.move.kind, end: most.move.end, from: undefined, to: most.action, because }
}

interface MovedBar {
  readonly kind: 'likelier' | 'less-likely' | 'ends-otherwise' | 'longer' | 'shorter' | 'price-of-one'
  readonly end?: HowItEnds | undefined
  /** An ending outweighs a time, and a time a price. */
  readonly by: number
}

function movedBar(before: Figures, after: Figures): MovedBar | undefined {
  const by = (how: HowItEnds) => after.howItEnds[how] - before.howItEnds[how]
  const helps = by('works-data-kept') + by('works-data-gone')
  if (Math.abs(helps) >= CHANCE_STEP)
    return { kind: helps > 0 ? 'likelier' : 'less-likely', by: 2 + Math.abs(helps) }
  const most = Math.max(...HOW_IT_ENDS.map((how) => Math.abs(by(how))))
  if (most >= CHANCE_STEP)
    return {
      kind: 'ends-otherwise',
      end: HOW_IT_ENDS.toSorted((one, other) => by(other) - by(one))[0],
      by: 2 + most,
    }
  const [took, takes] = [before.calendarMinutes.p90, after.calendarMinutes.p90]
  const longer = (takes - took) / Math.max(1, took, takes)
  if (Math.abs(longer) > TIME_STEP)
    return { kind: longer > 0 ? 'longer' : 'shorter', by: 1 + Math.abs(longer) }
  return hasMoved(before.quote, after.quote) ? { kind: 'price-of-one', by: 0 } : undefined
}

function hasMoved(was: Figures['quote'], is: Figures['quote']): boolean {
  const by = Math.max(Math.abs(was.mostMinor - is.mostMinor), Math.abs(was.leastMinor - is.leastMinor))
  return by > PRICE_STEP * Math.max(1, was.mostMinor, is.mostMinor)
}

/** How likely each option helps: the first by itself, as its bar has it, the others once it has come to them. */
const chancesOf = ({ choices, option }: Route): ReadonlyMap<RouteAction, number> => {
  const { 'works-data-kept': kept, 'works-data-gone': gone } = option.own.howItEnds
  return new Map(choices.map(({ action, chance }, nth) => [action, nth === 0 ? kept + gone : chance]))
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
