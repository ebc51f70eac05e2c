import { linkAskedFor } from './faults.ts'
import type { Knowledge, PossibleMethod } from './knowledge.ts'
import { reachedIn, type Trace } from './traces.ts'

/** The middle of the quicknesses stands for all of them. */
const MIDDLING = 1
/** More families than this are too many sets to go through. */
const MOST_FAMILIES = 14

/** What a way leads to on one family's device in good order: the trace met most. */
type Outcome = Trace | 'reached'

/**
 * The best order of attempts on a device in good order whose family is not known, by going through every set of
 * families that may be left: least expected number of attempts, where each is equally likely and all that came is seen.
 * @throws RangeError for more than 14 families
 */
export class BestOrder {
  readonly #ways: readonly PossibleMethod[]
  /** By family, way; undefined where the device lacks a key the way needs. */
  readonly #outcomes: readonly (readonly (Outcome | undefined)[])[]
  readonly #all: number
  readonly #best = new Map<number, { readonly attempts: number; readonly way: number }>()

  constructor(knowledge: Knowledge) {
    if (knowledge.families.length > MOST_FAMILIES) throw new RangeError(`At most ${MOST_FAMILIES} families`)
    this.#ways = knowledge.ways
    this.#all = (1 << knowledge.families.length) - 1
    this.#outcomes = knowledge.families.map((family) =>
      knowledge.ways.map(({ method }) => {
        const cell = knowledge.table(family, method, linkAskedFor(method)).cells[0]?.[MIDDLING]?.[0]
        const [most] = [...(cell?.traces ?? [])].sort((a, b) => b.share - a.share)
        return most && (reachedIn(most.trace) ? 'reached' : most.trace)
      }),
    )
  }

  /** How many attempts it needs on average. */
  get expectedAttempts(): number {
    return this.#from(this.#all).attempts
  }

  /** An order through it, told after each attempt what came; undefined where the way could not even be tried. */
  *order(): Generator<PossibleMethod, undefined, Trace | undefined> {
    let left = this.#all
    let lastSurprise = -1
    for (;;) {
      const { way } = this.#from(left)
      const came: Trace | undefined = yield this.#ways[way] as PossibleMethod
      const still = this.#those(left, (family) => this.#outcomes[family]?.[way] === came)
      if (still !== 0) left = still
      // A slip of the hand: the same again; after the second, nothing is taken for excluded any more.
      else if (lastSurprise === way) left = this.#all
      lastSurprise = still === 0 ? way : -1
    }
  }

  #those(set: number, isIt: (family: number) => boolean): number {
    let those = 0
    for (const family of this.#outcomes.keys()) if (set & (1 << family) && isIt(family)) those |= 1 << family
    return those
  }

  #from(set: number): { readonly attempts: number; readonly way: number } {
    const known = this.#best.get(set)
    if (known) return known
    let best = { attempts: Number.POSITIVE_INFINITY, way: 0 }
    for (const way of this.#ways.keys()) {
      const kinds = new Set(
        this.#outcomes.flatMap((ofWays, family) => (set & (1 << family) ? [ofWays[way]] : [])),
      )
      // A way that would tell nothing and reach nothing leads round in a circle.
      if (kinds.size === 1 && !kinds.has('reached')) continue
      let attempts = 1
      for (const kind of kinds) {
        if (kind === 'reached') continue
        const left = this.#those(set, (family) => this.#outcomes[family]?.[way] === kind)
        attempts += (sizeOf(left) / sizeOf(set)) * this.#from(left).attempts
      }
      if (attempts < best.attempts) best = { attempts, way }
    }
    this.#best.set(set, best)
    return best
  }
}

function sizeOf(set: number): number {
  let size = 0
  for (let left = set; left !== 0; left &= left - 1) size++
  return size
}
