import { connect as connectPlain, type Socket } from 'node:net'
import { connect as connectSecure } from 'node:tls'
import { describe, expect, it } from 'vitest'
import { handedTo, secureServerOf, serverOf } from '../http/connections.ts'
import { newAuthority, newCertificate } from './authority.ts'
import { Listening } from './listening.ts'

describe('what is sent by halves to where other devices come in', () => {
  it('is not waited for, over TLS, plainly or before it is clear which; and holds up nobody else', async () => {
    const now = new Date()
    const authority = await newAuthority('counter', now)
    const shown = await newCertificate(authority, { addresses: ['127.0.0.1'], names: [] }, now)
    const comesIn = { within: 1, lookedAtEach: 0.1 }
    const listening = new Listening(
      handedTo(secureServerOf((_, response) => response.end('secure'), shown, comesIn)),
      handedTo(serverOf((_, response) => response.end('plain'), comesIn)),
      500,
    )
    await listening.begin(0, '127.0.0.1')
    const { port } = listening
    const half = (text: string, isSecure: boolean) =>
      new Promise<string>((resolve) => {
        let said = ''
        const say = () => socket.write(text)
        const socket: Socket = isSecure
          ? connectSecure({ port, host: '127.0.0.1', ca: authority.cert }, say)
          : connectPlain(port, '127.0.0.1', say)
        socket.on('data', (bytes) => (said += String(bytes)))
        socket.once('close', () => resolve(said)).once('error', () => resolve(said))
      })
    const beginnings = [
      '',
      'P',
      '\u0016',
      '\u0016\u0003\u0001\u0000',
      'POST / HTTP/1.1\r\nHost: x',
      'POST / HTTP/1.1\r\nHost: x\r\nContent-Length: 10\r\n\r\nhalf',
    ]
    const halves = [...beginnings, ...beginnings].flatMap((text) => [half(text, false), half(text, true)])
    expect(await (await fetch(`http://127.0.0.1:${port}/`)).text()).toBe('plain')
    for (const said of await Promise.all(halves)) expect(said).toMatch(/^(HTTP\/1.1 (408|400|200)|$|\u0015)/)
    listening.end()
  })
})
