import type { JobState } from '@benevox/core/job'
import { factsOf } from '@benevox/core/job'
import type { FactName } from '@benevox/core/route'
import type { WaitingAnswer } from './queue.ts'

type Answered = Pick<WaitingAnswer, 'set' | 'was' | 'customer' | 'customerWas'>

/**
 * Whether somebody else changed, since it was answered here, one of the very things that wait here: to something else
 * than what is waiting.
 */
export function meets({ set, was, customer, customerWas }: Answered, now: JobState): boolean {
  const facts = factsOf(now)
  const other = (mine: unknown, before: unknown, theirs: unknown) =>
    (theirs ?? null) !== (before ?? null) && (theirs ?? null) !== (mine ?? null)
  return (
    (Object.keys(set) as FactName[]).some((name) => other(set[name], was[name], facts[name])) ||
    (['name', 'contact'] as const).some(
      (part) =>
        customer[part] !== undefined && other(customer[part], customerWas[part] ?? '', now.customer[part]),
    )
  )
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
