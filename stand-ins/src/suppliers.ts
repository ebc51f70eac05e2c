import express, { type Express } from 'express'
import { z } from 'zod'

/** How a supplier's answer may come, or be made to look. */
const outcome = z.enum(['code', 'over-the-air', 'app', 'delayed', 'failed'])
/** What a mail is made to be: for another IMEI, from another sender, sent twice, or as another program would write it. */
const trick = z.enum(['other-imei', 'forged', 'twice', 'html-only', 'quoted'])

const order = z.strictObject({
  key: z.string().max(64),
  lock: z.enum(['carrier', 'account']),
  imei: z.string().regex(/^\d{15}$/),
  carrier: z.string().max(80),
  country: z.string().max(2),
  model: z.string().max(120),
  mailTo: z.email(),
  days: z.object({ least: z.int(), most: z.int() }),
})
const control = z.strictObject({
  number: z.string().max(40).optional(),
  /** What comes of an order, at once. */
  send: outcome.optional(),
  code: z.string().max(32).optional(),
  until: z.iso.date().optional(),
  trick: trick.optional(),
  /** Of every supplier from now on. */
  fault: z.enum(['silent', 'nonsense', 'error', 'other-imei', 'too-late']).nullable().optional(),
})

interface Placed {
  readonly number: string
  readonly supplier: string
  readonly order: z.infer<typeof order>
  state: 'waiting' | 'answered' | 'cancelled'
}

export interface SuppliersSettings {
  /** After how long an order is answered by itself, in milliseconds; undefined: only when it is told to. */
  readonly resultAfterMs: number | undefined
  readonly send: (mail: {
    from: string
    to: string
    subject: string
    text?: string
    html?: string
    messageId?: string
  }) => Promise<void>
}

/** How long it takes from an order to its confirmation, in milliseconds. */
const CONFIRMED_AFTER_MS = 300

/**
 * Made-up suppliers over HTTP: each takes orders at a path of its own and answers by mail, first with a confirmation,
 * later with the result, in lines of a name and a value.
 */
export function suppliersApp({ resultAfterMs, send }: SuppliersSettings): Express {
  const app = express()
  app.use(express.json({ limit: '16kb' }))
  const byKey = new Map<string, Placed>()
  /** What it keeps is gone once it is stopped; a number that it has given out never comes again. */
  const begun = Math.floor((Date.now() - Date.UTC(2026, 0, 1)) / 1000)
  const byNumber = new Map<string, Placed>()
  let fault: z.infer<typeof control>['fault']

  const mail = async (
    placed: Placed,
    lines: readonly string[],
    made?: z.infer<typeof trick>,
  ): Promise<void> => {
    const { number, supplier, order: of } = placed
    const imei = made === 'other-imei' ? '001001990000009' : of.imei
    const said = [`Order: ${number}`, `IMEI: ${imei}`, ...lines]
    const text = [
      `${supplier} writes about your order.`,
      '',
      ...(made === 'quoted' ? said.map((line) => `> ${line}`) : said),
      '',
      'Please keep this mail until the device has been unlocked.',
    ].join('\n')
    const domain = made === 'forged' ? 'greywater-orders.example' : `${supplier}.example`
    const whole = {
      from: `orders@${domain}`,
      to: of.mailTo,
      subject: `Your order ${number}`,
      ...(made === 'html-only' ? { html: said.map((line) => `<p>${line}</p>`).join('') } : { text }),
    }
    // The same mail, word for word and by its name: a server that delivers it again.
    const name = made === 'twice' ? { messageId: `<${number}-${Date.now()}@${domain}>` } : {}
    await send({ ...whole, ...name })
    if (made === 'twice') await send({ ...whole, ...name })
  }
  const result = (
    placed: Placed,
    { send: what = 'code', code, until, trick: made }: Omit<z.infer<typeof control>, 'fault' | 'number'>,
  ): Promise<void> => {
    // What is forged, or meant for another device, is no answer of the supplier’s.
    if (made === undefined && what !== 'delayed') placed.state = 'answered'
    const status = what === 'over-the-air' ? 'over the air' : what
    return mail(
      placed,
      [
        `Status: ${status}`,
        ...(what === 'code' ? [`Code: ${code ?? `0${placed.order.imei.slice(4, 11)}`}`] : []),
        ...(what === 'delayed' && until ? [`Until: ${until}`] : []),
      ],
      made,
    )
  }

  app.post('/v1/:supplier/orders', (request, response) => {
    const read = order.safeParse(request.body)
    if (!read.success) return void response.status(400).json({ error: 'no such order' })
    switch (fault) {
      case 'silent':
        return
      case 'nonsense':
        return void response.type('html').send('<p>Back soon')
      case 'error':
        return void response.status(503).json({ error: 'busy' })
      case 'other-imei':
        return void response.json({ number: 'X-1', imei: '001001990000009' })
    }
    const known = byKey.get(read.data.key)
    const placed: Placed = known ?? {
      number: `${request.params.supplier[0]?.toUpperCase()}-${begun + byKey.size}`,
      supplier: request.params.supplier,
      order: read.data,
      state: 'waiting',
    }
    byKey.set(read.data.key, placed)
    byNumber.set(placed.number, placed)
    response.status(known ? 200 : 201).json({ number: placed.number, imei: read.data.imei })
    if (known) return
    // Once the mailbox is gone nobody waits for it any more.
    setTimeout(() => void mail(placed, ['Status: confirmed']).catch(() => undefined), CONFIRMED_AFTER_MS)
    if (resultAfterMs !== undefined)
      setTimeout(() => {
        const isCode = read.data.lock === 'carrier'
        if (placed.state === 'waiting') void result(placed, { send: isCode ? 'code' : 'over-the-air' })
      }, resultAfterMs).unref()
  })

  app.delete('/v1/:supplier/orders/:number', (request, response) => {
    const placed = byNumber.get(request.params.number)
    if (placed?.supplier !== request.params.supplier)
      return void response.status(404).json({ error: 'no such order' })
    const isOpen = placed.state !== 'answered' && fault !== 'too-late'
    if (isOpen) placed.state = 'cancelled'
    response.json({ cancelled: isOpen })
  })

  /** Only for tests and the demo. */
  app.put('/control', async (request, response) => {
    const read = control.safeParse(request.body)
    if (!read.success) return void response.status(400).json({ error: 'no such control' })
    const { number, fault: told, ...said } = read.data
    if (told !== undefined) fault = told
    const placed = number === undefined ? undefined : byNumber.get(number)
    if (number !== undefined && !placed) return void response.status(404).json({ error: 'no such order' })
    if (placed && said.send) await result(placed, said)
    response.json({ told: true })
  })
  return app
}
