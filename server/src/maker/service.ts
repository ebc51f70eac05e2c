import { remoteUnlock, type RemoteUnlock } from '@benevox/contract'
import { z } from 'zod'

/** How long the maker's service may take before it is taken for silent, in milliseconds. */
const LONGEST_MS = 5000

const answer = z.object({
  requestId: z.string().max(60),
  page: z.url(),
  state: remoteUnlock.shape.state,
  reachable: z.boolean(),
  locating: z.boolean(),
})

/**
 * The maker's own service for unlocking from afar, over HTTP. The owner signs in on the maker's page; only what
 * comes of it is asked here.
 */
export class MakersService {
  readonly #address: string
  constructor(address: string) {
    this.#address = address
  }

  begin(device: string): Promise<RemoteUnlock | string> {
    return this.#ask('POST', '/v1/unlocks', { device })
  }
  look(requestId: string): Promise<RemoteUnlock | string> {
    return this.#ask('GET', `/v1/unlocks/${encodeURIComponent(requestId)}`)
  }
  unlock(requestId: string): Promise<RemoteUnlock | string> {
    return this.#ask('POST', `/v1/unlocks/${encodeURIComponent(requestId)}/unlock`)
  }
  locatingOff(requestId: string): Promise<RemoteUnlock | string> {
    return this.#ask('POST', `/v1/unlocks/${encodeURIComponent(requestId)}/locating-off`)
  }

  /** @returns the answer, or a sentence why there is none */
  async #ask(method: string, path: string, body?: object): Promise<RemoteUnlock | string> {
    try {
      const response = await fetch(this.#address + path, {
        method,
        signal: AbortSignal.timeout(LONGEST_MS),
        headers: { 'content-type': 'application/json' },
        ...(body ? { body: JSON.stringify(body) } : {}),
      })
      if (response.status === 404)
        return 'The maker’s service does not know this device, or the request is over.'
      if (!response.ok) return `The maker’s service answered with a fault (${response.status}).`
      const read = answer.safeParse(await response.json())
      return read.success ? read.data : 'The maker’s service answered something that cannot be understood.'
    } catch (error) {
      if (error instanceof SyntaxError)
        return 'The maker’s service answered something that cannot be understood.'
      return error instanceof DOMException && error.name === 'TimeoutError'
        ? `The maker’s service did not answer within ${LONGEST_MS / 1000} s.`
        : 'The maker’s service cannot be reached.'
    }
  }
}
