import type { z } from 'zod'
import { menu, state, type Family, type Fragment, type Menu, type Pack, type State } from './pack.ts'

/** A fault of a pack: where it is, what kind it is, and the sentence that says so. */
export interface PackFault {
  readonly path: readonly (string | number)[]
  readonly code: 'shape' | 'unknown-name' | 'duplicate-id' | 'missing-parameter' | 'surplus-parameter'
  readonly sentence: string
}

/** A family with its fragments filled in: every state and menu under its full name. */
export interface ComposedFamily {
  readonly family: Family
  readonly states: ReadonlyMap<string, State>
  readonly menus: ReadonlyMap<string, Menu>
}

type Json = z.infer<ReturnType<typeof z.json>>

/**
 * Fills a family's fragments: `{"parameter": name}` gives way to what the family hands over, and a name that
 * begins with a dot is local to the fragment (`.logo` in the fragment used as `boot` is `boot.logo`).
 * @returns the composed family, and the faults found on the way with their path inside the pack
 */
export function composeFamily(
  pack: Pick<Pack, 'fragments'>,
  family: Family,
  path: readonly (string | number)[] = [],
): { readonly composed: ComposedFamily; readonly faults: readonly PackFault[] } {
  const faults: PackFault[] = []
  const states = new Map<string, State>(Object.entries(family.states))
  const menus = new Map<string, Menu>(Object.entries(family.menus))
  for (const [index, use] of family.compose.entries()) {
    const at = [...path, 'compose', index]
    const fragment = pack.fragments.find((candidate) => candidate.id === use.fragment)
    if (!fragment) {
      faults.push({ path: at, code: 'unknown-name', sentence: `There is no fragment “${use.fragment}”.` })
      continue
    }
    faults.push(...parameterFaults(fragment, use.with, at))
    const fill = (part: Json) => substitute(part, use.as, use.with)
    fillInto(states, fragment.states, state, fill, use.as, [...at, 'states'], faults)
    fillInto(menus, fragment.menus, menu, fill, use.as, [...at, 'menus'], faults)
  }
  return { composed: { family, states: inherit(states), menus }, faults }
}

function parameterFaults(
  fragment: Fragment,
  given: Readonly<Record<string, Json>>,
  path: readonly (string | number)[],
): PackFault[] {
  const missing = fragment.parameters.filter((name) => !(name in given))
  const surplus = Object.keys(given).filter((name) => !fragment.parameters.includes(name))
  return [
    ...missing.map((name): PackFault => ({
      path: [...path, 'with'],
      code: 'missing-parameter',
      sentence: `The fragment “${fragment.id}” needs “${name}”.`,
    })),
    ...surplus.map((name): PackFault => ({
      path: [...path, 'with', name],
      code: 'surplus-parameter',
      sentence: `The fragment “${fragment.id}” has no parameter “${name}”.`,
    })),
  ]
}

function fillInto<T>(
  into: Map<string, T>,
  templates: Readonly<Record<string, Json>>,
  schema: z.ZodType<T>,
  fill: (part: Json) => Json,
  as: string,
  path: readonly (string | number)[],
  faults: PackFault[],
): void {
  for (const [name, part] of Object.entries(templates)) {
    const read = schema.safeParse(fill(part))
    if (read.success) into.set(`${as}.${name}`, read.data)
    else
      for (const issue of read.error.issues)
        faults.push({
          path: [...path, name, ...issue.path.filter((p) => typeof p !== 'symbol')],
          code: 'shape',
          sentence: issue.message,
        })
  }
}

function substitute(part: Json, as: string, given: Readonly<Record<string, Json>>): Json {
  if (typeof part === 'string') return /^\.[a-z]/.test(part) ? as + part : part
  if (part === null || typeof part !== 'object') return part
  if (Array.isArray(part)) return part.map((entry) => substitute(entry, as, given))
  const entries = Object.entries(part)
  const [only] = entries
  if (entries.length === 1 && only?.[0] === 'parameter' && typeof only[1] === 'string')
    return given[only[1]] ?? null
  return Object.fromEntries(entries.map(([key, value]) => [key, substitute(value, as, given)]))
}

/** Adds the transitions of the state a state is `like`; a chain of them in order, a circle once round. */
function inherit(states: ReadonlyMap<string, State>): ReadonlyMap<string, State> {
  return new Map(
    [...states].map(([name, own]) => {
      const transitions = [...own.transitions]
      const met = new Set([name])
      for (let next = own.like; next !== undefined && !met.has(next); next = states.get(next)?.like) {
        met.add(next)
        transitions.push(...(states.get(next)?.transitions ?? []))
      }
      return [name, { ...own, transitions }]
    }),
  )
}
