import { createSocket } from 'node:dgram'
import { hostname, networkInterfaces } from 'node:os'
import type { Answer } from '@benevox/contract'
import type { RequestListener } from 'node:http'
import type { Server as SecureServer } from 'node:https'
import type { Config } from '../config.ts'
import { handedTo, secureServerOf, serverOf } from '../http/connections.ts'
import type { Shop } from '../shop/service.ts'
import { isPrivate, localName } from './authority.ts'
import { Certificates, type InUse } from './certificates.ts'
import { Listening } from './listening.ts'
import { howToTrust } from './trustPage.ts'

/** A lease of an address, or a certificate, ends while nobody looks at the computer. */
const LOOKS_EACH_MS = 20_000

type State = Answer<'getDevices'>['devices']
type Fault = NonNullable<NonNullable<State>['fault']>

/**
 * Lets other devices of the shop reach it, over TLS alone and from its own network alone, while its owner wants that; they never do
 * by themselves. This computer reaches it on loopback, whatever becomes of this.
 */
export class OtherDevices {
  readonly #shop: Shop
  readonly #config: Pick<Config, 'devices'>
  readonly #certificates: Certificates | undefined
  readonly #listening = new Map<string, Listening>()
  #app: RequestListener = () => undefined
  #port = 0
  #secure: SecureServer | undefined
  #inUse: InUse | undefined
  #fault: Fault | null = null
  #timer: NodeJS.Timeout | undefined
  #last: Promise<void> = Promise.resolve()

  constructor(shop: Shop, config: Pick<Config, 'devices'>) {
    this.#shop = shop
    this.#config = config
    const { devices } = config
    this.#certificates = devices && new Certificates(devices.folder, devices.own)
  }

  /** @param port the one that this computer reaches it on; others do, too */
  begin(app: RequestListener, port: number): void {
    this.#app = app
    this.#port = port
    if (!this.#certificates) return
    void this.look()
    this.#timer = setInterval(() => void this.look(), LOOKS_EACH_MS).unref()
  }

  end(): void {
    clearInterval(this.#timer)
    this.#endAll()
  }

  /** Does what the shop wants by now; one look after the other. */
  look(): Promise<void> {
    this.#last = this.#last.then(() => this.#asWanted()).catch(() => undefined)
    return this.#last
  }

  /** Null where this server was not started to let anybody in. */
  async state(): Promise<State> {
    if (!this.#certificates) return null
    const { settings } = await this.#shop.settings()
    const addresses = [...this.#listening.keys()]
    const { authority, until } = this.#inUse ?? {}
    const own = addresses.map((address) => `${address}:${this.#port}/`)
    return {
      isOn: settings.otherDevices === true,
      addresses: own.map((at) => `https://${at}`),
      begin: own[0] === undefined ? null : `${authority ? 'http' : 'https'}://${own[0]}`,
      fingerprint: authority?.fingerprint ?? null,
      until: until?.toISOString() ?? null,
      fault: settings.otherDevices ? this.#fault : null,
    }
  }

  async #asWanted(): Promise<void> {
    const { settings } = await this.#shop.settings()
    if (!settings.otherDevices) return this.#endAll()
    const addresses = await this.#addresses()
    for (const [address, listening] of this.#listening)
      if (!addresses.includes(address)) {
        listening.end()
        this.#listening.delete(address)
      }
    this.#fault = addresses.length === 0 ? 'no-address' : ((await this.#certified(addresses)) ?? null)
    if (this.#fault) return
    for (const address of addresses)
      if (!this.#listening.has(address)) this.#fault = (await this.#listen(address)) ?? this.#fault
  }

  /** @returns what is wrong where none can be shown */
  async #certified(addresses: readonly string[]): Promise<Fault | undefined> {
    const machine = hostname()
    const called = { addresses, names: [localName(machine)] }
    try {
      const inUse = await this.#certificates?.inUse(called, machine, new Date())
      if (!inUse) return 'certificate'
      if (!this.#secure) this.#secure = handedTo(secureServerOf(this.#app, inUse))
      else if (inUse.cert !== this.#inUse?.cert)
        this.#secure.setSecureContext({ cert: inUse.cert, key: inUse.key })
      this.#inUse = inUse
      return undefined
    } catch {
      return this.#inUse ? undefined : 'certificate'
    }
  }

  async #listen(address: string): Promise<Fault | undefined> {
    if (!this.#secure) return 'certificate'
    const at = `https://${address}:${this.#port}/`
    const plain = handedTo(serverOf(howToTrust(at, () => this.#inUse?.authority?.cert)))
    const listening = new Listening(this.#secure, plain)
    try {
      await listening.begin(this.#port, address)
      this.#listening.set(address, listening)
      return undefined
    } catch {
      return 'port'
    }
  }

  #endAll(): void {
    for (const listening of this.#listening.values()) listening.end()
    this.#listening.clear()
    this.#fault = null
  }

  /** Those that were named, or all this computer has in a private network. */
  async #addresses(): Promise<readonly string[]> {
    const { at } = this.#config.devices ?? {}
    if (at) return at
    const first = await addressOut()
    return Object.values(networkInterfaces())
      .flatMap((of) => of ?? [])
      .filter(({ family, internal, address }) => family === 'IPv4' && !internal && isPrivate(address))
      .map(({ address }) => address)
      .toSorted((one, other) => Number(other === first) - Number(one === first) || one.localeCompare(other))
  }
}

/** Of the way out of this computer, which other devices are on, too: there may be networks beside that only programs of its own are in. */
function addressOut(): Promise<string | undefined> {
  const socket = createSocket('udp4')
  return new Promise<string | undefined>((resolve) => {
    socket.once('error', () => resolve(undefined))
    // An address that is nobody's (RFC 5737): nothing is sent, only a way is chosen.
    socket.connect(9, '192.0.2.1', () => resolve(socket.address().address))
  }).finally(() => socket.close())
}
