import { factsOf, type Customer, type FactValues, type JobState } from '@benevox/core/job'
import type { FactName } from '@benevox/core/route'
import type { WaitingAnswer } from './queue.ts'

type Answered = Pick<WaitingAnswer, 'set' | 'was' | 'customer' | 'customerWas'>

/** Answers of one's own that somebody else has answered otherwise. */
export interface Met {
  readonly facts: FactValues
  readonly customer: Partial<Customer>
}

/**
 * What of it somebody else changed, since it was answered here, to something else than what is waiting.
 * @returns undefined where nothing was
 */
export function metIn({ set, was, customer, customerWas }: Answered, now: JobState): Met | undefined {
  const facts = factsOf(now)
  const other = (mine: unknown, before: unknown, theirs: unknown) =>
    asKept(theirs) !== asKept(before) && asKept(theirs) !== asKept(mine)
  const names = (Object.keys(set) as FactName[]).filter((name) => other(set[name], was[name], facts[name]))
  const parts = (['name', 'contact'] as const).filter(
    (part) =>
      customer[part] !== undefined && other(customer[part], customerWas[part] ?? '', now.customer[part]),
  )
  if (names.length === 0 && parts.length === 0) return undefined
  return {
    facts: Object.fromEntries(names.map((name) => [name, set[name]])),
    customer: Object.fromEntries(parts.map((part) => [part, customer[part]])),
  }
}

/** The server keeps no space at either end: a word being typed, with one after it, is not somebody else's. */
const asKept = (value: unknown): unknown => (typeof value === 'string' ? value.trim() : (value ?? null))

/** The same without what was met; undefined where nothing is left of it. */
export function without(answer: WaitingAnswer, met: Met): WaitingAnswer | undefined {
  const rest = <Given extends object>(given: Given, out: object) =>
    Object.fromEntries(Object.entries(given).filter(([name]) => !(name in out))) as Given
  const set = rest(answer.set, met.facts)
  const customer = rest(answer.customer, met.customer)
  const isNothing = Object.keys(set).length === 0 && Object.keys(customer).length === 0
  return isNothing ? undefined : { ...answer, set, customer }
}

/** An answer with a later one of the same job in it; what stood there before the first one stays known. */
export function joined(
  first: WaitingAnswer,
  later: Omit<WaitingAnswer, 'key' | 'kind' | 'jobId'>,
): WaitingAnswer {
  return {
    ...first,
    set: { ...first.set, ...later.set },
    customer: { ...first.customer, ...later.customer },
    was: { ...later.was, ...first.was },
    customerWas: { ...later.customerWas, ...first.customerWas },
    noSecret: [...new Set([...first.noSecret, ...later.noSecret])],
  }
}

/** What stands there is taken as known: it is written over on purpose. */
export function onTopOf(answer: WaitingAnswer, now: JobState): WaitingAnswer {
  const facts = factsOf(now)
  const names = Object.keys(answer.set) as FactName[]
  return {
    ...answer,
    was: Object.fromEntries(names.map((name) => [name, facts[name] ?? null])),
    customerWas: { ...now.customer },
  }
}
