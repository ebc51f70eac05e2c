import type { Server } from 'node:http'
import type { Server as SecureServer } from 'node:https'
import { createServer, type AddressInfo, type Server as NetServer, type Socket } from 'node:net'

/** RFC 8446 5.1: the first byte of whoever begins with TLS. */
const HANDSHAKE = 22
/** Who says nothing is not waited for. */
const FIRST_BYTE_MS = 10_000
/** More than the devices of a shop open at a time. */
const MOST_CONNECTIONS = 400

/** One address for both: who speaks TLS is let in, who does not is told how to. */
export class Listening {
  readonly #secure: SecureServer
  readonly #plain: Server
  readonly #firstByteMs: number
  readonly #server: NetServer
  readonly #sockets = new Set<Socket>()

  /** @param firstByteMs how long somebody may say nothing */
  constructor(secure: SecureServer, plain: Server, firstByteMs = FIRST_BYTE_MS) {
    this.#firstByteMs = firstByteMs
    this.#secure = secure
    this.#plain = plain
    this.#server = createServer({ pauseOnConnect: true }, (socket) => this.#welcome(socket))
    this.#server.maxConnections = MOST_CONNECTIONS
  }

  /** @throws Error as the system gives it, such as `EADDRINUSE` */
  begin(port: number, address: string): Promise<void> {
    return new Promise((resolve, reject) => {
      this.#server.once('error', reject)
      this.#server.listen(port, address, () => {
        this.#server.off('error', reject)
        // An address that goes away while it is listened on ends no process.
        this.#server.on('error', () => undefined)
        resolve()
      })
    })
  }

  /** The one it has, once it has one. */
  get port(): number {
    return (this.#server.address() as AddressInfo).port
  }

  end(): void {
    this.#server.close()
    // Nobody listens there: it only looks after no connection any more.
    this.#plain.close(() => undefined)
    for (const socket of this.#sockets) socket.destroy()
  }

  #welcome(socket: Socket): void {
    this.#sockets.add(socket)
    socket.once('close', () => this.#sockets.delete(socket))
    socket.on('error', () => socket.destroy())
    const timer = setTimeout(() => socket.destroy(), this.#firstByteMs)
    socket.once('readable', () => {
      clearTimeout(timer)
      const first = socket.read() as Buffer | null
      if (!first) return socket.destroy()
      socket.unshift(first)
      const server = first[0] === HANDSHAKE ? this.#secure : this.#plain
      server.emit('connection', socket)
    })
  }
}
