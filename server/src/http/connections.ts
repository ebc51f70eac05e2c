import { createServer, type RequestListener, type Server } from 'node:http'
import { createServer as createSecureServer, type Server as SecureServer } from 'node:https'

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
export const serverOf = (app: RequestListener, comesIn = COMES_IN): Server =>
  resting(createServer(optionsOf(comesIn), app))

/** The same, over TLS. @param pair certificate and key, PEM */
export const secureServerOf = (
  app: RequestListener,
  { cert, key }: { readonly cert: string; readonly key: string },
  comesIn = COMES_IN,
): SecureServer =>
  resting(
    createSecureServer(
      { ...optionsOf(comesIn), cert, key, minVersion: 'TLSv1.2', handshakeTimeout: comesIn.within * 1000 },
      app,
    ),
  )

/**
 * One that listens itself to nothing: its connections are handed to it. Node begins to look after them when a server listens, so
 * that is what it is told; without that, what is sent by halves would stay open.
 */
export function handedTo<Of extends Server | SecureServer>(server: Of): Of {
  server.emit('listening')
  return server
}

const optionsOf = ({ within, lookedAtEach }: typeof COMES_IN) => ({
  keepAliveTimeout: RESTS * 1000,
  headersTimeout: within * 1000,
  requestTimeout: within * 1000,
  connectionsCheckingInterval: lookedAtEach * 1000,
})

function resting<Of extends Server | SecureServer>(server: Of): Of {
  server.prependListener('request', (_, response) => {
    if (response.shouldKeepAlive)
      response.setHeader('Connection', 'keep-alive').setHeader('Keep-Alive', `timeout=${TOLD}`)
  })
  return server
}
