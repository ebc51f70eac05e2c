import type { RegistryRecord, Silence } from '@benevox/core/job'
import type { Language } from '@benevox/words'
import { z } from 'zod'
import { askOutside, type FromOutside } from '../http/outside.ts'

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
  /** Which model the IMEI belongs to; not every registry knows. What is no name leaves the report and its fee as they are. */
  model: z.string().trim().min(1).max(80).nullish().catch(null),
  /** The address it will come from: a mail from elsewhere is laid before a person. */
  from: z.email().max(200).nullish().catch(null),
})

type Said = Pick<RegistryRecord, 'answer' | 'reportedAs' | 'silence' | 'reference'>

/** The registry of reported devices, over HTTP. Whatever is not a whole answer about this very IMEI is *no answer*. */
export class Registry {
  readonly #address: string
  constructor(address: string) {
    this.#address = address
  }

  async ask(imei: string): Promise<Said> {
    const got = await askOutside(`${this.#address}/v1/devices/${imei}`, status)
    if ('silence' in got) return none(got.silence)
    if (got.said.imei !== imei) return none({ why: 'mistaken' })
    const { status: said, reference } = got.said
    return said === 'clean'
      ? { answer: 'clean', reference }
      : { answer: 'reported', reportedAs: said, reference }
  }

  /** Orders a report, to come by mail in a language. @returns what it costs, or why it was not ordered */
  orderReport(
    imei: string,
    mailTo: string,
    ticket: string,
    language: Language,
  ): Promise<FromOutside<z.infer<typeof report>>> {
    return askOutside(`${this.#address}/v1/reports`, report, {
      imei,
      mailTo,
      reference: ticket,
      language,
    })
  }
}

const none = (silence: Silence): Said => ({ answer: 'no-answer', silence, reference: '' })
