import { areSaid, isAnswerOf, sheetOf, type FactName, type Facts, type Prior } from '../facts/index.ts'

/** What a counter expects of a question before it has asked; undefined where the answers cannot be listed. */
export function priorOf(
  name: FactName,
  facts: Facts,
  device?: { readonly cellular: boolean },
): Prior | undefined {
  const prior = priorOfAny(name, facts)
  const possible = prior?.filter(([value]) => isAnswerOf(name, value, device))
  if (possible?.length === prior?.length) return prior
  const all = possible?.reduce((sum, [, share]) => sum + share, 0) ?? 1
  return possible?.map(([value, share]) => [value, share / all])
}

/** The same, of whichever device. */
function priorOfAny(name: FactName, facts: Facts): Prior | undefined {
  const { complaint = 'forgotten-lock' } = facts
  const { prior, priorWhere } = sheetOf(name)
  if (priorWhere && areSaid(priorWhere.is, facts)) return yes(priorWhere.prior)
  if (prior === undefined) return undefined
  if (typeof prior === 'number') return yes(prior)
  return isByComplaint(prior) ? yes(prior[complaint]) : prior
}
const isByComplaint = <T>(prior: T | Prior): prior is T => !Array.isArray(prior)
const yes = (chance: number): Prior => [
  ['yes', chance],
  ['no', 1 - chance],
]

/** The chance that a yes-or-no fact holds: as answered, else as expected before. */
export function chanceOf(name: FactName, facts: Facts): number {
  const said = facts[name]
  if (said === 'yes') return 1
  if (said === 'no') return 0
  return priorOf(name, facts)?.find(([value]) => value === 'yes')?.[1] ?? 0
}
