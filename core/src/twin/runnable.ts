import { composedFamily, type Family, type Fragment, type Menu, type Pack } from '../catalog/index.ts'
import { compileFamily } from './compile.ts'
import type { Machine } from './machine.ts'

/** A family that can run: with its machine and the menus it was composed from. */
export interface RunnableFamily {
  readonly family: Family
  readonly machine: Machine
  readonly menus: ReadonlyMap<string, Menu>
  /** The same for the same family of the same parts, whichever object it stands in. */
  readonly digest: string
}

/** Packs do not change once read: of one pack each family is compiled once. */
const known = new WeakMap<readonly Fragment[], WeakMap<Family, RunnableFamily>>()

/** The one way from a family of a pack to a machine. */
export function runnableFamily({ fragments }: Pick<Pack, 'fragments'>, family: Family): RunnableFamily {
  const ofPack = known.get(fragments) ?? new WeakMap<Family, RunnableFamily>()
  known.set(fragments, ofPack)
  const before = ofPack.get(family)
  if (before) return before
  const composed = composedFamily({ fragments }, family)
  const used = fragments.filter(({ id }) => family.compose.some(({ fragment }) => fragment === id))
  const made: RunnableFamily = {
    family,
    machine: compileFamily(composed),
    menus: composed.menus,
    digest: digestOf(JSON.stringify([family, used])),
  }
  ofPack.set(family, made)
  return made
}

/** Two 32-bit FNV-1a sums over a text's code units, forwards and backwards: enough to tell a shop's families apart. */
function digestOf(text: string): string {
  let [forwards, backwards] = [0x811c9dc5, 0x811c9dc5]
  for (let n = 0; n < text.length; n++) {
    forwards = Math.imul(forwards ^ text.charCodeAt(n), 0x01000193)
    backwards = Math.imul(backwards ^ text.charCodeAt(text.length - 1 - n), 0x01000193)
  }
  return [forwards, backwards].map((sum) => (sum >>> 0).toString(16).padStart(8, '0')).join('')
}
