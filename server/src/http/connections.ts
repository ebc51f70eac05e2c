import type { Server } from 'node:http'

/** How long a connection rests that nobody asks on, in seconds. */
const RESTS = 150
/** How long others are told that it does: whoever asks so late that it is just being closed was told otherwise. */
const TOLD = 75

/**
 * Connections rest longer than whoever asks every few seconds: one that is closed while a question is on its way looks
 * to them as if the server were gone.
 */
export function keepConnections(server: Server): Server {
  server.keepAliveTimeout = RESTS * 1000
  server.headersTimeout = (RESTS + 5) * 1000
  server.prependListener('request', (_, response) => {
    if (response.shouldKeepAlive)
      response.setHeader('Connection', 'keep-alive').setHeader('Keep-Alive', `timeout=${TOLD}`)
  })
  return server
}
