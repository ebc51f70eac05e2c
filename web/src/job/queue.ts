import { finishAttemptBody, startAttemptBody } from '@benevox/contract'
import { stepChange, type FactValues } from '@benevox/core/job'
import { facts } from '@benevox/core/route'
import { z } from 'zod'

/** Answers to set; null takes one back. */
const values = z.looseObject(
  Object.fromEntries(
    Object.entries(facts.shape).map(([name, schema]) => [name, (schema as z.ZodType).nullable().optional()]),
  ),
)
const customer = z.strictObject({ name: z.string().optional(), contact: z.string().optional() })
const ofJob = { key: z.string(), jobId: z.int().min(1) }

/** What was answered or happened at the device and is on its way to the server. */
const waiting = z.discriminatedUnion('kind', [
  z.strictObject({
    kind: z.literal('answer'),
    ...ofJob,
    set: values,
    customer,
    /** What stood there when it was answered: whoever changed that meanwhile is met. */
    was: values,
    customerWas: customer,
    noSecret: z.array(z.string()),
    /** It was sent, and may have been taken though no answer came: nothing is added to it any more, by any tab. */
    sent: z.literal(true).optional(),
  }),
  z.strictObject({ kind: z.literal('step'), ...ofJob, at: z.string(), change: stepChange }),
  z.strictObject({ kind: z.literal('attempt'), ...ofJob, body: startAttemptBody }),
  z.strictObject({
    kind: z.literal('attempt-end'),
    ...ofJob,
    attemptId: z.string(),
    body: finishAttemptBody,
  }),
])
type Read = z.infer<typeof waiting>
export type WaitingAnswer = Omit<Extract<Read, { kind: 'answer' }>, 'set' | 'was'> & {
  readonly set: FactValues
  readonly was: FactValues
}
export type Waiting = Exclude<Read, { kind: 'answer' }> | WaitingAnswer

const PLACE = 'benevox.queue'
/** What was told before methods were called so, and has waited since: it is told all the same. */
const inWordsOfNow = (kept: string): string =>
  kept.replaceAll('"procedureId"', '"methodId"').replaceAll('"chose-procedure"', '"chose-method"')
/** What of a browser's storage is used here. */
export type Shelf = Pick<Storage, 'getItem' | 'setItem'>

/**
 * What waits for the server, of all jobs and for all tabs, in the order in which it was told. Each tab reads what
 * stands there anew before it changes it, so that none writes over what another has put in.
 */
export class Queue {
  readonly #shelf: Shelf
  constructor(shelf: Shelf) {
    this.#shelf = shelf
  }

  /** What somebody has spoilt is left out. */
  get all(): readonly Waiting[] {
    let read: unknown
    try {
      read = JSON.parse(inWordsOfNow(this.#shelf.getItem(PLACE) ?? '[]'))
    } catch {
      return []
    }
    return Array.isArray(read)
      ? read.flatMap((one) => {
          const parsed = waiting.safeParse(one)
          return parsed.success ? [parsed.data as Waiting] : []
        })
      : []
  }

  add(one: Waiting): void {
    this.#write([...this.all, one])
  }

  /** Puts another in its place; where it has gone meanwhile, at the end. */
  replace(one: Waiting): void {
    const { all } = this
    const isThere = all.some(({ key }) => key === one.key)
    this.#write(isThere ? all.map((other) => (other.key === one.key ? one : other)) : [...all, one])
  }

  /** Takes out what was sent or refused; gone already is as good. */
  remove(key: string): void {
    const { all } = this
    const rest = all.filter((one) => one.key !== key)
    if (rest.length < all.length) this.#write(rest)
  }

  #write(all: readonly Waiting[]): void {
    this.#shelf.setItem(PLACE, JSON.stringify(all))
  }
}
