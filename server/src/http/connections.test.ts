import { request, type IncomingHttpHeaders, type Server } from 'node:http'
import { connect, type AddressInfo } from 'node:net'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { serverOf } from './connections.ts'

describe('a connection that rests', () => {
  let server: Server
  beforeAll(async () => {
    server = serverOf((_, response) => response.end('there'))
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

describe('what is sent by halves', () => {
  it('is not waited for, however many send it; and holds up nobody else', async () => {
    const server = serverOf(
      (asked, response) => {
        asked.resume().once('end', () => response.end('there'))
      },
      { within: 1, lookedAtEach: 0.1 },
    )
    await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve))
    const { port } = server.address() as AddressInfo
    const half = (text: string) =>
      new Promise<string>((resolve) => {
        let said = ''
        const socket = connect(port, '127.0.0.1', () => socket.write(text))
        socket.on('data', (bytes) => (said += String(bytes)))
        socket.once('close', () => resolve(said)).once('error', () => resolve(said))
      })
    const halves = Array.from({ length: 60 }, (_, n) =>
      half(
        n % 2 ? 'POST / HTTP/1.1\r\nHost: x\r\nContent-Length: 10\r\n\r\nhalf' : 'POST / HTTP/1.1\r\nHost: x',
      ),
    )
    expect(await (await fetch(`http://127.0.0.1:${port}/`)).text()).toBe('there')
    for (const said of await Promise.all(halves)) expect(said).toMatch(/^(HTTP\/1.1 408|$)/)
    await new Promise((resolve) => server.close(resolve))
  })
})
