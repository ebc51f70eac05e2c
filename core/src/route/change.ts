import type { FactName, RouteAction } from './facts.ts'
import type { Route } from './route.ts'

/** How the route moved when something was learnt. */
export interface RouteChange {
  readonly kind:
    | 'first'
    | 'other-first'
    | 'refused'
    | 'afterwards'
    | 'fallback'
    | 'likelier'
    | 'less-likely'
    | 'price'
    | 'agreement-void'
  readonly from: RouteAction | undefined
  readonly to: RouteAction | undefined
  /** What was answered that moved it. */
  readonly because: readonly FactName[]
}

/** Below this share of the highest price a changed quote is not told as a change. */
const PRICE_STEP = 0.05

/** From so much on it is seen that a bar has moved. */
const CHANCE_STEP = 0.05

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
  const chances = chancesOf(before)
  const shifts = [...chancesOf(after)].map(
    ([action, chance]) => [action, chance - (chances.get(action) ?? chance)] as const,
  )
  const [most, by] = shifts.toSorted(([, one], [, other]) => Math.abs(other) - Math.abs(one))[0] ?? []
  if (most && by !== undefined && Math.abs(by) >= CHANCE_STEP)
    return change(by > 0 ? 'likelier' : 'less-likely', { from: undefined, to: most })
  const [was, is] = [before.figures.quote, after.figures.quote]
  const moved = Math.max(Math.abs(was.mostMinor - is.mostMinor), Math.abs(was.leastMinor - is.leastMinor))
  return moved > PRICE_STEP * Math.max(1, was.mostMinor, is.mostMinor) ? change('price') : undefined
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
