import type { RegistryRecord } from '@benevox/core/job'
import { z } from 'zod'

/** How long a registry may take before it is taken for silent, in milliseconds. */
const LONGEST_MS = 5000

const status = z.object({
  imei: z.string(),
  status: z.enum(['clean', 'lost', 'stolen', 'unpaid']),
  asOf: z.iso.datetime(),
  reference: z.string().max(60),
})
const report = z.object({
  reportId: z.string().max(60),
  feeMinor: z.int().min(0).max(100_000),
  currency: z.string().regex(/^[A-Z]{3}$/),
})

type Said = Pick<RegistryRecord, 'answer' | 'detail' | 'reference'>

/**
 * The registry of reported devices, over HTTP. Whatever is not a whole answer about this very IMEI is *no answer*:
 * silence, faults and nonsense are never taken for *clean*.
 */
export class Registry {
  readonly #address: string
  constructor(address: string) {
    this.#address = address
  }

  async ask(imei: string): Promise<Said> {
    const got = await this.#get(`/v1/devices/${imei}`)
    if ('failure' in got) return none(got.failure)
    const read = status.safeParse(got.json)
    if (!read.success) return none('The registry answered something that cannot be understood.')
    if (read.data.imei !== imei) return none('The registry answered about another IMEI.')
    const { status: said, reference } = read.data
    return said === 'clean'
      ? { answer: 'clean', detail: '', reference }
      : { answer: 'reported', detail: `Reported ${said}.`, reference }
  }

  /** Orders a report, to come by mail. @returns what it costs, or a sentence why it was not ordered */
  async orderReport(
    imei: string,
    mailTo: string,
    ticket: string,
  ): Promise<{ readonly feeMinor: number; readonly currency: string; readonly reference: string } | string> {
    const got = await this.#get('/v1/reports', { imei, mailTo, reference: ticket })
    if ('failure' in got) return got.failure
    const read = report.safeParse(got.json)
    return read.success
      ? { feeMinor: read.data.feeMinor, currency: read.data.currency, reference: read.data.reportId }
      : 'The registry answered something that cannot be understood.'
  }

  async #get(
    path: string,
    body?: object,
  ): Promise<{ readonly json: unknown } | { readonly failure: string }> {
    try {
      const response = await fetch(this.#address + path, {
        signal: AbortSignal.timeout(LONGEST_MS),
        ...(body
          ? { method: 'POST', headers: { 'content-type': 'application/json' }, body: JSON.stringify(body) }
          : {}),
      })
      if (!response.ok) return { failure: `The registry answered with a fault (${response.status}).` }
      return { json: await response.json() }
    } catch (error) {
      if (error instanceof SyntaxError)
        return { failure: 'The registry answered something that cannot be understood.' }
      return {
        failure:
          error instanceof DOMException && error.name === 'TimeoutError'
            ? `The registry did not answer within ${LONGEST_MS / 1000} s.`
            : 'The registry cannot be reached.',
      }
    }
  }
}

const none = (detail: string): Said => ({ answer: 'no-answer', detail, reference: '' })
