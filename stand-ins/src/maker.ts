import express, { type Express } from 'express'
import { z } from 'zod'

/** How the maker's service may misbehave, as outside services do. */
const makerFault = z.enum(['silent', 'nonsense', 'error', 'refuses'])

const device = z.string().regex(/^[A-Za-z0-9-]{5,40}$/)
const control = z.strictObject({
  device,
  reachable: z.boolean().optional(),
  fault: makerFault.nullable().optional(),
  /** How long an order takes to reach the device. */
  delayMs: z.int().min(0).max(60_000).optional(),
})

interface Request {
  readonly requestId: string
  readonly device: string
  state: 'waiting-for-owner' | 'signed-in' | 'unlocking' | 'unlocked' | 'unreachable' | 'refused'
  locating: boolean
}

/**
 * A made-up maker's service over HTTP. The owner signs in on its page, on whatever screen that is opened; then the
 * shop may send the unlock, which reaches the device if it is online.
 */
export function makerApp({ latencyMs }: { readonly latencyMs: number }): Express {
  const app = express()
  app.use(express.json({ limit: '16kb' }))
  const requests = new Map<string, Request>()
  const told = new Map<string, z.infer<typeof control>>()
  const isReachable = (of: string) => told.get(of)?.reachable ?? true

  const wire = (request: Request, host: string) => ({
    requestId: request.requestId,
    page: `http://${host}/owner/${request.requestId}`,
    state: request.state,
    reachable: isReachable(request.device),
    locating: request.locating,
  })
  /** Answers as told to misbehave; otherwise with the request as it is. */
  const answer = (response: express.Response, request: Request | undefined, host: string): void => {
    if (!request) return void response.status(404).json({ error: 'no such request' })
    switch (told.get(request.device)?.fault) {
      case 'silent':
        return
      case 'nonsense':
        return void response.type('html').send('<p>Please come back')
      case 'error':
        return void response.status(503).json({ error: 'busy' })
      default:
        return void response.json(wire(request, host))
    }
  }

  app.post('/v1/unlocks', (request, response) => {
    const read = z.object({ device }).safeParse(request.body)
    if (!read.success) return void response.status(400).json({ error: 'no such device' })
    const requestId = `U-${requests.size + 1}-${read.data.device.slice(-4)}`
    const made: Request = { requestId, device: read.data.device, state: 'waiting-for-owner', locating: true }
    requests.set(requestId, made)
    answer(response, made, request.get('host') ?? '')
  })
  app.get('/v1/unlocks/:id', (request, response) =>
    answer(response, requests.get(request.params.id), request.get('host') ?? ''),
  )
  app.post('/v1/unlocks/:id/unlock', (request, response) => {
    const one = requests.get(request.params.id)
    if (one && one.state !== 'waiting-for-owner') {
      const { fault, delayMs } = told.get(one.device) ?? {}
      one.state = 'unlocking'
      setTimeout(() => {
        one.state = fault === 'refuses' ? 'refused' : isReachable(one.device) ? 'unlocked' : 'unreachable'
      }, delayMs ?? latencyMs)
    }
    answer(response, one, request.get('host') ?? '')
  })
  app.post('/v1/unlocks/:id/locating-off', (request, response) => {
    const one = requests.get(request.params.id)
    if (one?.state === 'unlocked') one.locating = false
    answer(response, one, request.get('host') ?? '')
  })

  /** The maker's page: the owner's secrets are typed here, nowhere else. */
  app.get('/owner/:id', (request, response) => {
    const one = requests.get(request.params.id)
    if (!one) return void response.status(404).type('html').send('<p>This request is over.</p>')
    response.type('html').send(
      `<!doctype html><html lang="en"><title>Maker’s service, made up</title>
       <h1>Unlock from afar</h1><p>A made-up page that stands for the maker’s own. Device ${one.device}.</p>
       <form method="post" action="/owner/${one.requestId}"><button>I am the owner: sign in</button></form></html>`,
    )
  })
  app.post('/owner/:id', (request, response) => {
    const one = requests.get(request.params.id)
    if (one?.state === 'waiting-for-owner') one.state = 'signed-in'
    response
      .type('html')
      .send(
        '<!doctype html><html lang="en"><title>Signed in</title><p>Signed in. You may close this page.</p></html>',
      )
  })

  /** Only for tests and the demo. */
  app.put('/control', (request, response) => {
    const read = control.safeParse(request.body)
    if (!read.success) return void response.status(400).json({ error: 'no such control' })
    told.set(read.data.device, { ...told.get(read.data.device), ...read.data })
    response.json({ told: true })
  })
  return app
}
