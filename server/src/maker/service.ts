import { remoteUnlock, type RemoteUnlock } from '@benevox/contract'
import { z } from 'zod'
import { askOutside, type FromOutside } from '../http/outside.ts'

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

  begin(device: string): Promise<FromOutside<RemoteUnlock>> {
    return askOutside(`${this.#address}/v1/unlocks`, answer, { device })
  }
  look(requestId: string): Promise<FromOutside<RemoteUnlock>> {
    return askOutside(this.#of(requestId), answer)
  }
  unlock(requestId: string): Promise<FromOutside<RemoteUnlock>> {
    return askOutside(`${this.#of(requestId)}/unlock`, answer, undefined, 'POST')
  }
  locatingOff(requestId: string): Promise<FromOutside<RemoteUnlock>> {
    return askOutside(`${this.#of(requestId)}/locating-off`, answer, undefined, 'POST')
  }

  #of(requestId: string): string {
    return `${this.#address}/v1/unlocks/${encodeURIComponent(requestId)}`
  }
}
