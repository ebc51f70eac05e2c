import { languageFor, wordsIn } from '@benevox/words'
import express, { type Express } from 'express'
import { z } from 'zod'

/** How the stand-in may misbehave, as outside services do. */
const fault = z.enum(['silent', 'nonsense', 'odd-status', 'other-imei', 'error'])

const said = z.enum(['clean', 'lost', 'stolen', 'unpaid'])
const control = z.strictObject({
  imei: z.string().regex(/^\d{15}$/),
  status: said.optional(),
  fault: fault.nullable().optional(),
  delayMs: z.int().min(0).max(60_000).optional(),
  /** The model that a report names. */
  model: z.string().nullable().optional(),
})
const order = z.strictObject({
  imei: z.string().regex(/^\d{15}$/),
  mailTo: z.email(),
  reference: z.string().max(40),
  /** In which the report is written. */
  language: z.string().max(8).default('en'),
})

export interface RegistrySettings {
  /** What is known of some devices; all others are clean. */
  readonly reported: Readonly<Record<string, z.infer<typeof said>>>
  /** Which model reports name, by the first eight digits of an IMEI; of others they name none. */
  readonly models: Readonly<Record<string, string>>
  readonly latencyMs: number
  /** Sends a report by mail. */
  readonly send: (mail: { from: string; to: string; subject: string; text: string }) => Promise<void>
}

/** A registry of no country in particular. */
const WHERE_IT_IS = { zone: 'UTC', country: 'IE' } as const
/** Where its reports come from. */
const REPORTS = 'reports@registry.example'
const FEE = { feeMinor: 400, currency: 'EUR' } as const

/** A made-up registry of reported devices over HTTP: answers, reports by mail for a fee, faults on demand. */
export function registryApp({ reported, models, latencyMs, send }: RegistrySettings): Express {
  const app = express()
  app.use(express.json({ limit: '16kb' }))
  const told = new Map<string, z.infer<typeof control>>()
  const statusOf = (imei: string) => told.get(imei)?.status ?? reported[imei] ?? 'clean'
  const modelOf = (imei: string) => {
    const { model } = told.get(imei) ?? {}
    return model === undefined ? (models[imei.slice(0, 8)] ?? null) : model
  }
  const wait = (imei: string) =>
    new Promise((resolve) => setTimeout(resolve, told.get(imei)?.delayMs ?? latencyMs))
  let reports = 0

  app.get('/v1/devices/:imei', async (request, response) => {
    const { imei } = request.params
    if (!/^\d{15}$/.test(imei)) return void response.status(400).json({ error: 'not an IMEI' })
    await wait(imei)
    const answer = {
      imei,
      status: statusOf(imei),
      asOf: new Date().toISOString(),
      reference: `Q-${imei.slice(8)}`,
    }
    switch (told.get(imei)?.fault) {
      case 'silent':
        return
      case 'nonsense':
        return void response.type('html').send('<h1>Back soon</h1>')
      case 'odd-status':
        return void response.json({ ...answer, status: 'perhaps' })
      case 'other-imei':
        return void response.json({ ...answer, imei: '000000000000000' })
      case 'error':
        return void response.status(500).json({ error: 'down' })
      default:
        return void response.json(answer)
    }
  })

  app.post('/v1/reports', async (request, response) => {
    const read = order.safeParse(request.body)
    if (!read.success) return void response.status(400).json({ error: 'no such order' })
    const { imei, mailTo, reference, language } = read.data
    const reportId = `R-${String(++reports).padStart(5, '0')}`
    response.status(202).json({ reportId, model: modelOf(imei), from: REPORTS, ...FEE })
    await wait(imei)
    const words = wordsIn(languageFor(language), WHERE_IT_IS)
    await send({
      from: REPORTS,
      to: mailTo,
      subject: words.say('mail.report', { report: reportId, reference }),
      text: `${[
        words.say('mail.device', { imei }),
        words.say('mail.model', { model: modelOf(imei) ?? 'none' }),
        words.say('mail.status', { status: statusOf(imei) }),
        words.say('mail.asOf', { moment: words.moment(new Date().toISOString()) }),
        words.say('mail.fee', { fee: words.money(FEE.feeMinor, FEE.currency) }),
      ].join('\n')}\n`,
    })
  })

  /** Only for tests and the demo: what is said of a device from now on. */
  app.put('/control', (request, response) => {
    const read = control.safeParse(request.body)
    if (!read.success) return void response.status(400).json({ error: 'no such control' })
    told.set(read.data.imei, { ...told.get(read.data.imei), ...read.data })
    response.json({ told: true })
  })
  return app
}
