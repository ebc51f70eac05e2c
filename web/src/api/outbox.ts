import type { Sending } from './kept.ts'

const PLACE = 'benevox.tries'
/** What of a browser's storage is used here. */
type Shelf = Pick<Storage, 'getItem' | 'setItem'>

/**
 * What waits for the server, in order, kept in the browser. Several tabs may write to it: what stands there is read
 * anew before each change, so that none writes over what another has put in.
 */
export class Outbox {
  readonly #shelf: Shelf
  constructor(shelf: Shelf) {
    this.#shelf = shelf
  }

  /** A shelf that somebody has spoilt holds nothing. */
  get all(): readonly Sending[] {
    try {
      const read: unknown = JSON.parse(this.#shelf.getItem(PLACE) ?? '[]')
      return Array.isArray(read) ? (read as Sending[]) : []
    } catch {
      return []
    }
  }

  add(one: Sending): void {
    this.#write([...this.all, one])
  }

  /** Takes out what was sent or refused, wherever it stands by now; gone already is as good. */
  remove(one: Sending): void {
    const text = JSON.stringify(one)
    const rest = [...this.all]
    const at = rest.findIndex((other) => JSON.stringify(other) === text)
    if (at >= 0) this.#write(rest.filter((_, index) => index !== at))
  }

  #write(all: readonly Sending[]): void {
    this.#shelf.setItem(PLACE, JSON.stringify(all))
  }
}
