import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus'

/** Evenly from 0, included, to 1, excluded. */
export type Random = () => number

/** The first numbers still show the seed: of neighbouring seeds they are alike. */
const UNMIXED = 16

/** A seeded generator (xoroshiro128+, of the package pure-rand): the same seed gives the same numbers everywhere. */
export function seeded(seed: number): Random {
  const generator = xoroshiro128plus(seed)
  for (let n = 0; n < UNMIXED; n++) generator.next()
  return () => (generator.next() >>> 0) / 0x1_0000_0000
}
