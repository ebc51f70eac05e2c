import { createServer, request, type IncomingHttpHeaders, type Server } from 'node:http'
import type { AddressInfo } from 'node:net'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { keepConnections } from './connections.ts'

describe('a connection that rests', () => {
  let server: Server
  beforeAll(async () => {
    server = keepConnections(createServer((_, response) => response.end('there')))
    await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve))
  })
  afterAll(() => server.close())
  const askedWith = (headers: Record<string, string>) =>
    new Promise<IncomingHttpHeaders>((resolve, reject) => {
      const { port } = server.address() as AddressInfo
      request({ port, host: '127.0.0.1', headers }, (response) => {
        response.resume().once('end', () => resolve(response.headers))
      })
        .once('error', reject)
        .end()
    })
  it('is kept longer than it is told to be, so that none is closed under a question', async () => {
    const { connection, 'keep-alive': told } = await askedWith({ connection: 'keep-alive' })
    expect(connection).toBe('keep-alive')
    const toldMs = Number(/^timeout=(\d+)$/.exec(String(told))?.[1]) * 1000
    expect(toldMs).toBeGreaterThan(30_000)
    expect(server.keepAliveTimeout).toBeGreaterThanOrEqual(toldMs + 60_000)
  })
  it('is closed where that was asked for', async () => {
    const { connection, 'keep-alive': told } = await askedWith({ connection: 'close' })
    expect([connection, told]).toEqual(['close', undefined])
  })
})
