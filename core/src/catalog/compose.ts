import type { z } from 'zod'
import {
  menu,
  method,
  state,
  type Family,
  type FamilyAsWritten,
  type Fragment,
  type Menu,
  type Model,
  type Pack,
  type Method,
  type CommonMethod,
  type State,
} from './pack.ts'
import { Allowance } from './limits.ts'
import { flawOf, type Flaw } from './flaw.ts'

/** A fault of a pack: where it is, and what it is. */
export interface PackFault {
  readonly path: readonly (string | number)[]
  readonly flaw: Flaw
}

/** A family with its fragments filled in: every state and menu under its full name. */
export interface ComposedFamily {
  readonly family: Family
  readonly states: ReadonlyMap<string, State>
  readonly menus: ReadonlyMap<string, Menu>
}

type Json = z.infer<ReturnType<typeof z.json>>

/** Packs do not change once read: of one pack each family is composed once. */
const known = new WeakMap<readonly Fragment[], WeakMap<Family, ComposedFamily>>()

/** A family of a pack that was read, with its fragments filled in. */
export const composedFamily = (pack: Pick<Pack, 'fragments'>, family: Family): ComposedFamily =>
  known.get(pack.fragments)?.get(family) ?? composeFamily(pack, family).composed

/**
 * Fills a family's fragments: `{"parameter": name}` gives way to what the family hands over, and a name that
 * begins with a dot is local to the fragment (`.logo` in the fragment used as `boot` is `boot.logo`). What the
 * family says itself stands instead of a part's.
 * @returns the composed family, and the faults found on the way with their path inside the pack
 * @throws WrittenOutTooLarge where its parts grow beyond what is allowed for all families together
 */
export function composeFamily(
  pack: Pick<Pack, 'fragments'>,
  family: Family,
  path: readonly (string | number)[] = [],
  allowance = new Allowance(),
): { readonly composed: ComposedFamily; readonly faults: readonly PackFault[] } {
  const faults: PackFault[] = []
  const states = new Map<string, State>(Object.entries(family.states))
  const menus = new Map<string, Menu>(Object.entries(family.menus))
  const fragments = new Map(pack.fragments.map((fragment) => [fragment.id, fragment]))
  for (const [index, use] of family.compose.entries()) {
    const at = [...path, 'compose', index]
    const fragment = fragments.get(use.fragment)
    if (!fragment) {
      faults.push({ path: at, flaw: { code: 'lacks', what: 'fragment', name: use.fragment } })
      continue
    }
    allowance.use(1 + fragment.parameters.length + Object.keys(use.with).length)
    faults.push(...parameterFaults(fragment, use.with, at))
    const defaults = substitute(fragment.defaults, use.as, {}, allowance) as Readonly<Record<string, Json>>
    const given = { ...defaults, ...use.with }
    const filling = { as: use.as, given, name: JSON.stringify([use.as, given]), allowance }
    fillInto(states, fragment.states, state, filling, [...at, 'states'], faults)
    fillInto(menus, fragment.menus, menu, filling, [...at, 'menus'], faults)
  }
  for (const [name, own] of Object.entries(family.states)) states.set(name, own)
  for (const [name, own] of Object.entries(family.menus)) menus.set(name, own)
  const composed = { family, states: inherit(states, allowance), menus }
  const ofPack = known.get(pack.fragments) ?? new WeakMap<Family, ComposedFamily>()
  known.set(pack.fragments, ofPack.set(family, composed))
  return { composed, faults }
}

/** How long a time of a family may be, over its units. @returns undefined where the family has no such time */
export function rangeOf(
  { durations, sums }: Pick<Family, 'durations' | 'sums'>,
  time: number | string,
): { readonly minMs: number; readonly medianMs: number; readonly maxMs: number } | undefined {
  if (typeof time === 'number') return { minMs: time, medianMs: time, maxMs: time }
  if (Object.hasOwn(durations, time)) return durations[time]
  const parts = Object.hasOwn(sums, time) ? (sums[time] ?? []) : []
  if (parts.length === 0) return undefined
  const all = (of: 'minMs' | 'medianMs' | 'maxMs') =>
    parts.reduce((sum, part) => sum + (durations[part]?.[of] ?? 0), 0)
  return { minMs: all('minMs'), medianMs: all('medianMs'), maxMs: all('maxMs') }
}

/** A family with a model's own times in place of the family's. */
export function familyForModel(family: Family, model: Pick<Model, 'durations'>): Family {
  return model.durations ? { ...family, durations: { ...family.durations, ...model.durations } } : family
}

/**
 * Writes out methods that follow a shared name: its places filled, a list handed over for a place among the
 * steps put in its stead.
 */
export function writeOutMethods(
  commonMethods: readonly CommonMethod[],
  written: FamilyAsWritten['methods'],
  path: readonly (string | number)[] = [],
  allowance = new Allowance(),
): { readonly methods: Method[]; readonly faults: readonly PackFault[] } {
  const faults: PackFault[] = []
  const methods = written.flatMap((one, index): Method[] => {
    if (!('like' in one)) return [one]
    const at = [...path, 'methods', index]
    const common = commonMethods.find(({ id }) => id === one.like)
    if (!common) {
      faults.push({ path: at, flaw: { code: 'lacks', what: 'common-method', name: one.like } })
      return []
    }
    faults.push(...parameterFaults(common, one.with, at))
    const read = method.safeParse({
      id: one.id,
      name: one.name ?? common.name,
      from: one.from ?? common.from,
      goal: one.goal ?? common.goal,
      ...(one.source ? { source: one.source } : {}),
      steps: substitute(common.steps, '', { ...common.defaults, ...one.with }, allowance),
    })
    if (read.success) return [read.data]
    faults.push(...shapeFaults(read.error, at))
    return []
  })
  return { methods, faults }
}

/** A family with the methods of its own and of its updates written out. */
export function writeOutFamily(
  commonMethods: readonly CommonMethod[],
  written: FamilyAsWritten,
  path: readonly (string | number)[] = [],
  allowance = new Allowance(),
): { readonly family: Family; readonly faults: readonly PackFault[] } {
  const { methods, faults } = writeOutMethods(commonMethods, written.methods, path, allowance)
  const ofUpdates = written.updates.map((update, n) => {
    const own = writeOutMethods(commonMethods, update.methods, [...path, 'updates', n], allowance)
    return { update: { ...update, methods: own.methods }, faults: own.faults }
  })
  return {
    family: { ...written, methods, updates: ofUpdates.map(({ update }) => update) },
    faults: [...faults, ...ofUpdates.flatMap((one) => one.faults)],
  }
}

/** Zod's issues as faults below a path. */
export function shapeFaults(error: z.ZodError, path: readonly (string | number)[] = []): PackFault[] {
  return error.issues.map((issue) => ({
    path: [...path, ...issue.path.filter((part) => typeof part !== 'symbol')],
    flaw: flawOf(issue),
  }))
}

function parameterFaults(
  template: {
    readonly id: string
    readonly parameters: readonly string[]
    readonly defaults: Readonly<Record<string, Json>>
  },
  given: Readonly<Record<string, Json>>,
  path: readonly (string | number)[],
): PackFault[] {
  const missing = template.parameters.filter(
    (name) => !Object.hasOwn(given, name) && !Object.hasOwn(template.defaults, name),
  )
  const parameters = new Set(template.parameters)
  const surplus = Object.keys(given).filter((name) => !parameters.has(name))
  return [
    ...missing.map((name): PackFault => ({
      path: [...path, 'with'],
      flaw: { code: 'needs', part: template.id, name },
    })),
    ...surplus.map((name): PackFault => ({
      path: [...path, 'with', name],
      flaw: { code: 'has-no', part: template.id, name },
    })),
  ]
}

/** What a family hands over to a fragment that it uses. */
interface Filling {
  readonly as: string
  readonly given: Readonly<Record<string, Json>>
  /** The same for all that hand over the same. */
  readonly name: string
  readonly allowance: Allowance
}
interface Filled {
  readonly read: z.ZodSafeParseResult<unknown>
  /** What writing it out took of the allowance. */
  readonly size: number
}

/** By the part of a fragment and what is handed over: families by the dozen hand over the same, and each is filled often. */
const FILLED = new WeakMap<object, Map<string, Filled>>()
/** So many of one part are kept at a time. */
const MOST_FILLED = 64

function fillInto<T>(
  into: Map<string, T>,
  templates: Readonly<Record<string, Json>>,
  schema: z.ZodType<T>,
  filling: Filling,
  path: readonly (string | number)[],
  faults: PackFault[],
): void {
  for (const [name, part] of Object.entries(templates)) {
    const { read } = filled(part, schema, filling)
    if (read.success) into.set(`${filling.as}.${name}`, read.data as T)
    else faults.push(...shapeFaults(read.error, [...path, name]))
  }
}

function filled(part: Json, schema: z.ZodType, { as, given, name, allowance }: Filling): Filled {
  const kept = part !== null && typeof part === 'object' ? FILLED.get(part) : undefined
  const known = kept?.get(name)
  if (known) {
    allowance.use(known.size)
    return known
  }
  const before = allowance.used
  const read = schema.safeParse(substitute(part, as, given, allowance))
  const made = { read, size: allowance.used - before }
  if (part !== null && typeof part === 'object') {
    if (!kept || kept.size >= MOST_FILLED) FILLED.set(part, new Map([[name, made]]))
    else kept.set(name, made)
  }
  return made
}

function substitute(
  part: Json,
  as: string,
  given: Readonly<Record<string, Json>>,
  allowance: Allowance,
): Json {
  allowance.use(1)
  if (typeof part === 'string') return /^\.[a-z]/.test(part) ? as + part : part
  if (part === null || typeof part !== 'object') return part
  if (Array.isArray(part))
    return part.flatMap((entry): Json[] => {
      const filled = substitute(entry, as, given, allowance)
      return placeName(entry) !== undefined && Array.isArray(filled) ? filled : [filled]
    })
  const name = placeName(part)
  if (name !== undefined) {
    const handedOver = (Object.hasOwn(given, name) ? given[name] : undefined) ?? null
    allowance.use(sizeOf(handedOver))
    return handedOver
  }
  return Object.fromEntries(
    Object.entries(part).map(([key, value]) => [key, substitute(value, as, given, allowance)]),
  )
}

/** How many values a part of a document has. */
function sizeOf(part: Json): number {
  if (part === null || typeof part !== 'object') return 1
  let size = 1
  for (const value of Object.values(part)) size += sizeOf(value)
  return size
}

/** The name of a `{"parameter": name}` place; undefined for anything else. */
function placeName(part: Json): string | undefined {
  if (part === null || typeof part !== 'object' || Array.isArray(part)) return undefined
  const name = part['parameter']
  return typeof name === 'string' && Object.keys(part).length === 1 ? name : undefined
}

/** Adds the transitions of the state a state is `like`; a chain of them in order, a circle once round. */
function inherit(states: ReadonlyMap<string, State>, allowance: Allowance): ReadonlyMap<string, State> {
  return new Map(
    [...states].map(([name, own]) => {
      const transitions = [...own.transitions]
      const met = new Set([name])
      for (let next = own.like; next !== undefined && !met.has(next); next = states.get(next)?.like) {
        met.add(next)
        const others = states.get(next)?.transitions ?? []
        allowance.use(1 + others.length)
        transitions.push(...others)
      }
      return [name, { ...own, transitions }]
    }),
  )
}
