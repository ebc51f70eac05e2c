import type { SizeFlaw } from './flaw.ts'

/** What no honest catalogue exceeds. */
export const LIMITS = {
  /** Levels of lists and objects in one another: an honest pack has about a dozen. */
  depth: 40,
  /** Values, list entries and named parts together: 200,000 models have about four million. */
  values: 8_000_000,
  /** Entries of one list. */
  entries: 200_000,
  /** Values of all families once their parts are written out; the demo has about twenty thousand. */
  writtenOut: 1_500_000,
} as const

/**
 * Looks through a text of JSON, without reading it, for more than anybody would write: in one pass, and before
 * anything is made of it.
 */
export function tooMuchIn(text: string): SizeFlaw | undefined {
  let depth = 0
  let deepest = 0
  let values = 0
  let inText = false
  for (let at = 0; at < text.length; at++) {
    const sign = text.charCodeAt(at)
    if (inText) {
      if (sign === BACKSLASH) at++
      else if (sign === QUOTE) inText = false
      continue
    }
    if (sign === QUOTE) inText = true
    else if (sign === COMMA) values++
    else if (sign === OPEN_LIST || sign === OPEN_OBJECT) {
      values++
      if (++depth > deepest) deepest = depth
    } else if (sign === CLOSE_LIST || sign === CLOSE_OBJECT) depth--
    if (deepest > LIMITS.depth) return { code: 'too-deep', most: LIMITS.depth }
    if (values > LIMITS.values) return { code: 'too-many-values', millions: LIMITS.values / 1e6 }
  }
  return undefined
}
const QUOTE = 0x22
const BACKSLASH = 0x5c
const COMMA = 0x2c
const OPEN_LIST = 0x5b
const CLOSE_LIST = 0x5d
const OPEN_OBJECT = 0x7b
const CLOSE_OBJECT = 0x7d

/** How much may still be written out of parts: parts within parts grow without end in a small file. */
export class Allowance {
  #left: number = LIMITS.writtenOut

  /** @throws WrittenOutTooLarge once it is used up */
  use(values: number): void {
    this.#left -= values
    if (this.#left < 0) throw new WrittenOutTooLarge()
  }

  get used(): number {
    return LIMITS.writtenOut - this.#left
  }
}

/** The families of a pack grow too large once their parts are written out. */
export class WrittenOutTooLarge extends Error {}
