import type { z } from 'zod'
import { writeOutMethods, type PackFault } from './compose.ts'
import type { Family, Method, CommonMethod } from './pack.ts'
import type { KeyId } from './vocabulary.ts'

type Json = z.infer<ReturnType<typeof z.json>>

/** What may be handed over for a parameter of a shared part or common method, found where it stands in it. */
export type ParameterKind =
  | 'keys'
  | 'key'
  | 'links'
  | 'postures'
  | 'posture'
  | 'place'
  | 'time'
  | 'flag'
  | 'press'
  | 'order'
  | 'hold-from'
  | 'number'
  | 'steps'
  | 'text'

/**
 * What each parameter of a shared part stands for, read off the places where it is used: one below `keys` is a
 * list of keys, one below `to` a state or a menu. What stands in several places is what it is in the first.
 */
export function parameterKinds(template: object): Readonly<Record<string, ParameterKind>> {
  // Without a prototype: a parameter may be called `constructor`.
  const kinds = Object.create(null) as Record<string, ParameterKind>
  const walk = (part: unknown, below: string, around: Readonly<Record<string, unknown>>): void => {
    if (part === null || typeof part !== 'object') return
    if (Array.isArray(part)) {
      for (const entry of part) walk(entry, `${below}[]`, around)
      return
    }
    const own = part as Readonly<Record<string, unknown>>
    const { parameter } = own
    if (typeof parameter === 'string' && Object.keys(own).length === 1)
      kinds[parameter] ??= kindAt(below, around)
    else for (const [key, value] of Object.entries(own)) walk(value, key, own)
  }
  const { states, menus, steps } = template as Readonly<Record<string, unknown>>
  walk({ states, menus, steps }, '', {})
  return kinds
}

function kindAt(below: string, around: Readonly<Record<string, unknown>>): ParameterKind {
  switch (below) {
    case 'keys':
    case 'held':
    case 'ignore':
    case 'with':
      return 'keys'
    case 'key':
    case 'next':
    case 'previous':
    case 'keys[]':
      return 'key'
    case 'links':
      return 'links'
    case 'postures':
      return 'postures'
    case 'from':
      return around['do'] === 'slide' ? 'key' : 'hold-from'
    case 'to':
      if (around['do'] === 'slide') return 'key'
      if (around['do'] === 'fold') return 'posture'
      return around['kind'] === 'link' ? 'links' : around['kind'] === 'fold' ? 'postures' : 'place'
    case 'time':
      return 'time'
    case 'wrap':
    case 'touch':
    case 'fresh':
    case 'oneAtATime':
      return 'flag'
    case 'press':
      return 'press'
    case 'order':
      return 'order'
    case 'count':
    case 'times':
    case 'ms':
      return 'number'
    case 'steps[]':
      return 'steps'
    default:
      return 'text'
  }
}

/**
 * A method that follows a common one on a family: what that does not say itself is filled with
 * nothing, or with the family's first key, to be changed then.
 */
export function methodOfTheCommon(
  common: CommonMethod,
  family: Pick<Family, 'keys' | 'methods'>,
): { readonly method?: Method | undefined; readonly faults: readonly PackFault[] } {
  const kinds = parameterKinds(common)
  const firstKey: KeyId = family.keys[0]?.id ?? 'power'
  const open = common.parameters.filter((name) => !Object.hasOwn(common.defaults, name))
  const given = Object.fromEntries(open.map((name): [string, Json] => [name, emptyOf(kinds[name], firstKey)]))
  const { methods, faults } = writeOutMethods(
    [common],
    [{ id: freeId(common.id, family.methods), like: common.id, with: given }],
  )
  return { method: methods[0], faults }
}

function emptyOf(kind: ParameterKind | undefined, key: KeyId): Json {
  switch (kind) {
    case 'keys':
      return [key]
    case 'key':
      return key
    case 'number':
      return 1
    case 'flag':
      return false
    case 'links':
    case 'postures':
    case 'steps':
      return []
    case 'posture':
      return 'open'
    case 'press':
      return 'short'
    case 'order':
      return 'together'
    case 'hold-from':
      return 'entry'
    case 'place':
    case 'time':
    case 'text':
    case undefined:
      return ''
  }
}

/** The id, or with the first number that is free. */
export function freeId(wanted: string, among: readonly { readonly id: string }[]): string {
  const taken = new Set(among.map(({ id }) => id))
  if (!taken.has(wanted)) return wanted
  for (let number = 2; ; number++) if (!taken.has(`${wanted}-${number}`)) return `${wanted}-${number}`
}
