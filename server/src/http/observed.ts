import { randomUUID } from 'node:crypto'
import { createServer, type Server } from 'node:http'
import type { Request, RequestHandler, Response } from 'express'
import { collectDefaultMetrics, Gauge, Histogram, Registry } from 'prom-client'

declare module 'express-serve-static-core' {
  interface Locals {
    /** Under which the log tells of this request, and the page of its fault. */
    requestId?: string
  }
}

/** Each request has an id of its own, in what is answered and in what is logged; nobody's word is taken for it. */
export const identified: RequestHandler = (_request, response, next) => {
  const id = randomUUID()
  response.locals.requestId = id
  response.setHeader('X-Request-Id', id)
  next()
}

/** The route as it is written, without what was asked: numbers of jobs, words and secrets belong in no log. */
export const routeOf = ({ route, method }: Request): string =>
  `${method} ${(route as { path?: string } | undefined)?.path ?? 'elsewhere'}`

/** What is counted of the server, in the text format of Prometheus; nothing of anybody. */
export class Metrics {
  readonly #registry = new Registry()
  readonly #requests = new Histogram({
    name: 'benevox_request_seconds',
    help: 'How long requests took, by route and status',
    labelNames: ['route', 'status'],
    buckets: [0.005, 0.01, 0.025, 0.05, 0.1, 0.25, 0.5, 1, 2.5, 12],
    registers: [this.#registry],
  })

  /** @param inUse how many connections of the database are in use */
  constructor(inUse: () => number) {
    collectDefaultMetrics({ register: this.#registry })
    new Gauge({
      name: 'benevox_database_connections',
      help: 'Connections of the database that are in use',
      registers: [this.#registry],
      collect() {
        this.set(inUse())
      },
    })
  }

  readonly observe: RequestHandler = (request, response, next) => {
    const end = this.#requests.startTimer()
    response.once('close', () => end({ route: routeOf(request), status: String(statusOf(response)) }))
    next()
  }

  /** On a port of its own, on loopback alone: for a program of the same machine. */
  listen(port: number): Server {
    return createServer((request, response) => {
      if (request.url !== '/metrics') return void response.writeHead(404).end()
      this.#registry.metrics().then(
        (text) => response.writeHead(200, { 'content-type': this.#registry.contentType }).end(text),
        () => response.writeHead(500).end(),
      )
    }).listen(port, '127.0.0.1')
  }
}

/** Whoever did not wait for the answer has none. */
const statusOf = ({ headersSent, statusCode }: Response): number => (headersSent ? statusCode : 499)
