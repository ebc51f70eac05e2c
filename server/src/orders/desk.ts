import type { Silence } from '@benevox/core/job'
import { orderNumber } from '@benevox/core/job'
import { z } from 'zod'
import { askOutside } from '../http/outside.ts'
import { ProblemError } from '../http/problem.ts'

const taken = z.object({ number: orderNumber, imei: z.string() })
const cancelled = z.object({ cancelled: z.boolean() })

/** What a supplier is told with an order. */
export interface OrderAtSupplier {
  /** The same key is the same order, however often it is sent. */
  readonly key: string
  readonly lock: 'carrier' | 'account'
  readonly imei: string
  readonly carrier: string
  /** ISO 3166, two letters. */
  readonly country: string
  readonly model: string
  /** Where its answers are mailed to. */
  readonly mailTo: string
  readonly days: { readonly least: number; readonly most: number }
}

/** The suppliers' desks over HTTP. @throws ProblemError `not-possible-now` for whatever is no whole answer */
export class SupplierDesks {
  readonly #from: string | undefined
  /** @param from where addresses go on that are no whole ones */
  constructor(from: string | undefined) {
    this.#from = from
  }

  /** @returns the supplier's number of the order */
  async place(desk: string, order: OrderAtSupplier): Promise<string> {
    const got = await askOutside(this.#at(desk, 'orders'), taken, order)
    if ('silence' in got) throw silent(got.silence)
    // Taken for another device: nothing that is answered to it would be for this one.
    if (got.said.imei !== order.imei) throw silent({ why: 'mistaken' })
    return got.said.number
  }

  async cancel(desk: string, number: string): Promise<void> {
    const got = await askOutside(this.#at(desk, `orders/${number}`), cancelled, undefined, 'DELETE')
    if ('silence' in got) throw silent(got.silence)
    if (!got.said.cancelled) throw new ProblemError('not-possible-now', { code: 'too-late-to-cancel' })
  }

  #at(desk: string, path: string): string {
    const folder = desk.endsWith('/') ? desk : `${desk}/`
    if (!URL.canParse(folder, this.#from)) throw silent({ why: 'unreachable' })
    return new URL(path, new URL(folder, this.#from)).href
  }
}

const silent = (silence: Silence): ProblemError =>
  new ProblemError('not-possible-now', {
    code: 'supplier-silent',
    why: silence.why,
    status: silence.status ?? 0,
  })
