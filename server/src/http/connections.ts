import type { Server } from 'node:http'

/**
 * Connections rest longer than whoever asks every few seconds: one that is closed while a question is on its way looks
 * to them as if the server were gone.
 */
export function keepConnections(server: Server): Server {
  server.keepAliveTimeout = 75_000
  server.headersTimeout = 80_000
  return server
}
