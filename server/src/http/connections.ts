import { createServer, type RequestListener, type Server } from 'node:http'

/** How long a connection rests that nobody asks on, in seconds. */
const RESTS = 150
/** How long others are told that it does: whoever asks so late that it is just being closed was told otherwise. */
const TOLD = 75
/** How long a request may take to come in whole, and how often that is looked at, in seconds. */
const COMES_IN = { within: 60, lookedAtEach: 5 }

/**
 * A server whose connections rest longer than whoever asks every few seconds: one that is closed while a question is on its way looks
 * to them as if the server were gone. What is sent by halves is not waited for.
 */
export function serverOf(app: RequestListener, { within, lookedAtEach } = COMES_IN): Server {
  const server = createServer(
    {
      keepAliveTimeout: RESTS * 1000,
      headersTimeout: within * 1000,
      requestTimeout: within * 1000,
      connectionsCheckingInterval: lookedAtEach * 1000,
    },
    app,
  )
  server.prependListener('request', (_, response) => {
    if (response.shouldKeepAlive)
      response.setHeader('Connection', 'keep-alive').setHeader('Keep-Alive', `timeout=${TOLD}`)
  })
  return server
}
