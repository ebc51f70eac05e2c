import type { Job } from '@benevox/contract'
import type { FactName, Facts } from '@benevox/core/route'

type FactValues = { [Name in FactName]?: Facts[Name] | null }

/** Answers that the server has not acknowledged yet. They outlive a reload and a lost server. */
export class Pending {
  readonly facts: FactValues
  readonly customer: Partial<Job['customer']>
  /** Texts that looked like a secret and are none, as somebody has said. */
  readonly noSecret: readonly string[]

  constructor(
    facts: FactValues = {},
    customer: Partial<Job['customer']> = {},
    noSecret: readonly string[] = [],
  ) {
    this.facts = facts
    this.customer = customer
    this.noSecret = noSecret
  }

  static restored(jobId: number): Pending {
    const kept = localStorage.getItem(place(jobId))
    if (!kept) return new Pending()
    const { facts, customer, noSecret } = JSON.parse(kept) as Pending
    return new Pending(facts, customer, noSecret)
  }

  get isEmpty(): boolean {
    return Object.keys(this.facts).length + Object.keys(this.customer).length === 0
  }

  store(jobId: number): void {
    if (this.isEmpty) localStorage.removeItem(place(jobId))
    else localStorage.setItem(place(jobId), JSON.stringify(this))
  }

  withFact<Name extends FactName>(name: Name, value: Facts[Name] | null): Pending {
    return new Pending({ ...this.facts, [name]: value }, this.customer, this.noSecret)
  }

  /** The text under this name was looked at: it is no secret. */
  withNoSecret(name: string): Pending {
    return new Pending(this.facts, this.customer, [...new Set([...this.noSecret, name])])
  }

  withCustomer(change: Partial<Job['customer']>): Pending {
    return new Pending(this.facts, { ...this.customer, ...change }, this.noSecret)
  }

  /** What is left once `sent` is acknowledged: answers changed meanwhile stay. */
  without(sent: Pending): Pending {
    const rest = <T extends object>(mine: T, theirs: Partial<T>) =>
      Object.fromEntries(Object.entries(mine).filter(([key, value]) => theirs[key as keyof T] !== value)) as T
    return new Pending(rest(this.facts, sent.facts), rest(this.customer, sent.customer), this.noSecret)
  }

  /** Whether somebody else changed, since `base`, one of the very answers that are pending here. */
  meets(base: Job, now: Job): boolean {
    const factMet = (Object.keys(this.facts) as FactName[]).some(
      (name) =>
        base.facts[name] !== now.facts[name] && (now.facts[name] ?? null) !== (this.facts[name] ?? null),
    )
    const customerMet = (Object.keys(this.customer) as (keyof Job['customer'])[]).some(
      (name) => base.customer[name] !== now.customer[name] && now.customer[name] !== this.customer[name],
    )
    return factMet || customerMet
  }
}

const place = (jobId: number) => `benevox.pending.${jobId}`
