import { z } from 'zod'
import { composeFamily, shapeFaults, writeOutFamily, type ComposedFamily, type PackFault } from './compose.ts'
import type { Flaw, LackedWhat, NameFlaw } from './flaw.ts'
import { inPresentForm } from './formatVersions.ts'
import { hostileParts } from './hostile.ts'
import { Allowance, LIMITS, WrittenOutTooLarge } from './limits.ts'
import {
  FORMAT_VERSION,
  packAsWritten,
  type Family,
  type Pack,
  type PackAsWritten,
  type Trigger,
} from './pack.ts'
import { linksIn } from './ownNames.ts'
import { familyAt } from './updates.ts'
import type { KeyId, LinkKind, Posture } from './vocabulary.ts'

export type PackReading =
  | {
      readonly kind: 'pack'
      readonly pack: Pack
      /** The same with methods that follow a common one left as they were written. */
      readonly written: PackAsWritten
    }
  | { readonly kind: 'refused'; readonly faults: readonly PackFault[] }

/**
 * Reads a catalogue pack of any version of the format: its shape, then every name it uses. All or nothing: an invalid document is refused
 * with the path of each fault and what it is.
 * @param document the parsed JSON of the file
 */
export function readPack(document: unknown): PackReading {
  const hostile = hostileParts(document)
  if (hostile.length > 0) return { kind: 'refused', faults: hostile }
  const present = inPresentForm(document)
  const newer = newerVersion(present)
  if (newer !== undefined) return { kind: 'refused', faults: [newer] }
  const read = packAsWritten.safeParse(present)
  if (!read.success) return { kind: 'refused', faults: shapeFaults(read.error) }
  try {
    return readNames(read.data)
  } catch (error) {
    if (!(error instanceof WrittenOutTooLarge)) throw error
    const flaw: Flaw = { code: 'written-out-too-large', millions: LIMITS.writtenOut / 1e6 }
    return { kind: 'refused', faults: [{ path: ['families'], flaw }] }
  }
}

/** What is said of a file that a later Benevox wrote. */
function newerVersion(document: unknown): PackFault | undefined {
  if (document === null || typeof document !== 'object' || !('formatVersion' in document)) return undefined
  const { formatVersion } = document
  if (typeof formatVersion !== 'number' || !(formatVersion > FORMAT_VERSION)) return undefined
  const flaw: Flaw = { code: 'newer-format', version: formatVersion, known: FORMAT_VERSION }
  return { path: ['formatVersion'], flaw }
}

/** @throws WrittenOutTooLarge */
function readNames(document: PackAsWritten): PackReading {
  const allowance = new Allowance()
  const { commonMethods } = document
  const written = document.families.map((family, index) =>
    writeOutFamily(commonMethods, family, ['families', index], allowance),
  )
  const pack: Pack = { ...document, families: written.map(({ family }) => family) }
  const faults = [
    ...written.flatMap((one) => one.faults),
    ...duplicates(pack),
    ...unknownNames(pack, allowance),
  ]
  return faults.length > 0 ? { kind: 'refused', faults } : { kind: 'pack', pack, written: document }
}

/** The names that one family uses and does not have, with their path below the given one. */
export function faultsOfFamily(
  pack: Pick<Pack, 'fragments'>,
  family: Family,
  path: readonly (string | number)[] = [],
  allowance = new Allowance(),
): readonly PackFault[] {
  const ofVersion = (version: Family, at: Path) => {
    const { composed, faults } = composeFamily(pack, version, at, allowance)
    return [...faults, ...duplicatesOfFamily(composed, at), ...namesOfFamily(composed, at)]
  }
  const asItCame = ofVersion(family, path)
  const told = new Set(asItCame.map(({ flaw }) => JSON.stringify(flaw)))
  return [
    ...asItCame,
    ...twice(
      family.updates,
      ({ fromSystem }) => fromSystem,
      (n) => [...path, 'updates', n, 'fromSystem'],
      (system) => ({ code: 'update-twice', system }),
    ),
    ...family.updates.flatMap(({ fromSystem, with: given }, n) => {
      const at = [...path, 'updates', n]
      const parts = Object.keys(given).flatMap((as): PackFault[] =>
        family.compose.some((part) => part.as === as)
          ? []
          : [{ path: [...at, 'with', as], flaw: { code: 'lacks', what: 'part', name: as } }],
      )
      // What was wrong before the update is said once.
      const own = ofVersion(familyAt(family, fromSystem), at).filter(
        ({ flaw }) => !told.has(JSON.stringify(flaw)),
      )
      for (const { flaw } of own) told.add(JSON.stringify(flaw))
      return [...parts, ...own]
    }),
  ]
}

/** The JSON Schema that editors check a pack against, made from the schema that validates it. */
export function packJsonSchema(): object {
  return z.toJSONSchema(packAsWritten, { io: 'input' })
}

type Path = readonly (string | number)[]

/** What stands twice where each may stand once. */
function twice<One, Name extends string | number>(
  list: readonly One[],
  nameOf: (one: One) => Name,
  pathOf: (index: number) => Path,
  flawOf: (name: Name) => NameFlaw,
): PackFault[] {
  const met = new Set<Name>()
  return list.flatMap((one, index): PackFault[] => {
    const name = nameOf(one)
    if (met.has(name)) return [{ path: pathOf(index), flaw: flawOf(name) }]
    met.add(name)
    return []
  })
}

function duplicates(pack: Pack): PackFault[] {
  const what = {
    fragments: 'fragment',
    commonMethods: 'common-method',
    families: 'family',
    models: 'model',
  } as const
  const lists = (['fragments', 'commonMethods', 'families', 'models'] as const).flatMap((list) =>
    twice<{ readonly id: string }, string>(
      pack[list],
      ({ id }) => id,
      (index) => [list, index, 'id'],
      (name) => ({ code: 'twice', what: what[list], name }),
    ),
  )
  const updates = pack.models.flatMap(({ updates = [] }, model) =>
    twice(
      updates,
      ({ fromSystem }) => fromSystem,
      (index) => ['models', model, 'updates', index, 'fromSystem'],
      (system) => ({ code: 'update-twice', system }),
    ),
  )
  const tacs = pack.models.flatMap((model, index) => model.tacs.map((tac, n) => ({ tac, index, n })))
  const ofTwoModels = twice(
    tacs,
    ({ tac }) => tac,
    (place) => ['models', tacs[place]?.index ?? 0, 'tacs', tacs[place]?.n ?? 0],
    (tac) => ({ code: 'tac-twice', tac }),
  )
  return [...lists, ...updates, ...ofTwoModels]
}

/** The same within one family: keys, parts, methods, and the lines of each menu. */
function duplicatesOfFamily({ family, menus }: ComposedFamily, path: Path): PackFault[] {
  const { keys, compose, methods } = family
  return [
    ...twice(
      keys,
      ({ id }) => id,
      (index) => [...path, 'keys', index, 'id'],
      (name) => ({ code: 'twice', what: 'key', name }),
    ),
    ...twice(
      family.links ?? [],
      ({ id }) => id,
      (index) => [...path, 'links', index, 'id'],
      (name) => ({ code: 'twice', what: 'link', name }),
    ),
    ...twice(
      compose,
      ({ as }) => as,
      (index) => [...path, 'compose', index, 'as'],
      (name) => ({ code: 'twice', what: 'part', name }),
    ),
    ...twice(
      methods,
      ({ id }) => id,
      (index) => [...path, 'methods', index, 'id'],
      (name) => ({ code: 'twice', what: 'method', name }),
    ),
    ...[...menus].flatMap(([name, { items }]) =>
      twice(
        items,
        ({ id }) => id,
        (index) => [...path, 'menus', name, 'items', index, 'id'],
        (line) => ({ code: 'line-twice', name: line, menu: name }),
      ),
    ),
  ]
}

function unknownNames(pack: Pack, allowance: Allowance): PackFault[] {
  const families = new Map(pack.families.map((family) => [family.id, family]))
  const ofModels = pack.models.flatMap((model, index): PackFault[] => {
    const at = ['models', index]
    const named = [
      ...(model.family === undefined ? [] : [{ id: model.family, path: [...at, 'family'] }]),
      ...(model.updates ?? []).map(({ family }, n) => ({
        id: family,
        path: [...at, 'updates', n, 'family'],
      })),
    ]
    const own = families.get(model.family ?? '')
    return [
      ...named.flatMap(({ id, path }): PackFault[] =>
        families.has(id) ? [] : [{ path, flaw: { code: 'lacks', what: 'family', name: id } }],
      ),
      ...Object.keys(own ? (model.durations ?? {}) : {}).flatMap((name): PackFault[] =>
        own && Object.hasOwn(own.durations, name)
          ? []
          : [
              {
                path: [...at, 'durations', name],
                flaw: { code: 'no-time-of-family', family: own?.id ?? '', name },
              },
            ],
      ),
    ]
  })
  const ofFamilies = pack.families.flatMap((family, index) =>
    faultsOfFamily(pack, family, ['families', index], allowance),
  )
  return [...ofModels, ...ofFamilies]
}

function namesOfFamily(
  { family, states, menus }: ComposedFamily,
  path: readonly (string | number)[],
): PackFault[] {
  const faults: PackFault[] = []
  const unknown = (at: readonly (string | number)[], what: LackedWhat, name: string) =>
    faults.push({ path: [...path, ...at], flaw: { code: 'lacks', what, name } })
  const target = (name: string, at: readonly (string | number)[]) => {
    const [menuName = '', itemId] = name.split('@')
    const known =
      itemId === undefined
        ? states.has(name) || menus.has(name)
        : menus.get(menuName)?.items.some(({ id }) => id === itemId)
    if (!known) unknown(at, 'state-or-menu', name)
  }
  const isDuration = (
    said: { readonly [name: string]: unknown },
    part: 'time' | 'rest',
    at: readonly (string | number)[],
  ) => {
    const name = said[part]
    if (typeof name !== 'string') return
    if (!Object.hasOwn(family.durations, name) && !Object.hasOwn(family.sums, name))
      unknown([...at, part], 'duration', name)
  }
  for (const [name, parts] of Object.entries(family.sums)) {
    if (Object.hasOwn(family.durations, name))
      faults.push({
        path: [...path, 'sums', name],
        flaw: { code: 'is-duration', name },
      })
    for (const [index, part] of parts.entries())
      if (!Object.hasOwn(family.durations, part)) unknown(['sums', name, index], 'duration', part)
  }
  const keys = new Set(family.keys.map(({ id }) => id))
  const transitionsOf = [
    ...[...states].map(([name, { transitions }]) => ({ at: ['states', name], transitions })),
    ...[...menus].map(([name, { transitions }]) => ({ at: ['menus', name], transitions })),
  ]
  const hasKeys = (named: readonly (KeyId | null | undefined)[], at: readonly (string | number)[]) => {
    for (const key of named) if (key && !keys.has(key)) unknown(at, 'key', key)
  }
  for (const [index, { id, byPlace }] of family.keys.entries())
    if (id.startsWith('own-') && !byPlace)
      faults.push({
        path: [...path, 'keys', index],
        flaw: { code: 'own-key-unnamed', name: id },
      })
  const links = linksIn(family)
  const hasLinks = (named: readonly LinkKind[] | undefined, at: readonly (string | number)[]) => {
    for (const one of named ?? []) if (!links.includes(one)) unknown(at, 'link', one)
  }
  const hasPostures = (named: readonly Posture[] | undefined, at: readonly (string | number)[]) => {
    for (const one of named ?? []) if (!family.postures?.includes(one)) unknown(at, 'posture', one)
  }
  for (const { at, transitions } of transitionsOf)
    for (const [index, { on, to, if: guard }] of transitions.entries()) {
      target(to, [...at, 'transitions', index, 'to'])
      hasKeys(keysOfTrigger(on), [...at, 'transitions', index, 'on'])
      hasKeys([...(guard.held ?? []), ...(guard.ignore ?? [])], [...at, 'transitions', index, 'if'])
      if (on.kind === 'fold') hasPostures(on.to, [...at, 'transitions', index, 'on'])
      if (on.kind === 'link') hasLinks(on.to, [...at, 'transitions', index, 'on'])
      hasLinks(guard.links, [...at, 'transitions', index, 'if'])
      hasPostures(guard.postures, [...at, 'transitions', index, 'if'])
      isDuration(on, 'time', [...at, 'transitions', index, 'on'])
      isDuration(on, 'rest', [...at, 'transitions', index, 'on'])
      if (on.kind === 'type-shown' && !states.get(at[1] ?? '')?.words)
        faults.push({
          path: [...path, ...at, 'transitions', index, 'on'],
          flaw: { code: 'shows-no-word', name: at[1] ?? '' },
        })
    }
  for (const [name, { items, start, next, previous, turn, choose }] of menus) {
    hasKeys([next, previous, turn, choose.key], ['menus', name])
    isDuration(choose, 'time', ['menus', name, 'choose'])
    isDuration(choose, 'rest', ['menus', name, 'choose'])
    if (choose.times > 1 && choose.rest === undefined && (next === choose.key || previous === choose.key))
      faults.push({
        path: [...path, 'menus', name, 'choose'],
        flaw: { code: 'choice-unclear', menu: name, times: choose.times },
      })
    for (const [index, { to, if: asked }] of items.entries()) {
      target(to, ['menus', name, 'items', index, 'to'])
      hasKeys([...(asked.held ?? []), ...(asked.ignore ?? [])], ['menus', name, 'items', index, 'if'])
      hasLinks(asked.links, ['menus', name, 'items', index, 'if'])
      hasPostures(asked.postures, ['menus', name, 'items', index, 'if'])
    }
    if (start !== undefined && !items.some(({ id }) => id === start))
      unknown(['menus', name, 'start'], 'item', start)
  }
  for (const [from, name] of Object.entries(family.starts)) if (name) target(name, ['starts', from])
  for (const [part, name] of Object.entries(family.durationsOfTheWork))
    if (!Object.hasOwn(family.durations, name)) unknown(['durationsOfTheWork', part], 'duration', name)
  for (const [name, { like }] of Object.entries(family.states))
    if (like !== undefined && !states.has(like)) unknown(['states', name, 'like'], 'state', like)
  for (const [index, { steps, from }] of family.methods.entries()) {
    if (!family.starts[from]) unknown(['methods', index, 'from'], 'start', from)
    for (const [stepIndex, step] of steps.entries()) {
      const named =
        'keys' in step
          ? step.keys
          : 'key' in step
            ? [step.key]
            : step.do === 'slide'
              ? [step.from, step.to]
              : []
      hasKeys(named, ['methods', index, 'steps', stepIndex])
      if (step.do === 'plug') hasLinks([step.link], ['methods', index, 'steps', stepIndex])
      if (step.do === 'fold') hasPostures([step.to], ['methods', index, 'steps', stepIndex])
    }
  }
  return faults
}

function keysOfTrigger(on: Trigger): readonly KeyId[] {
  switch (on.kind) {
    case 'hold':
      return [...on.keys, ...on.ignore]
    case 'press':
      return [on.key, ...on.with]
    case 'long-press':
    case 'key-down':
    case 'turn':
      return [on.key]
    case 'after':
    case 'link':
    case 'fold':
    case 'tap':
    case 'type':
    case 'type-shown':
    case 'idle':
      return []
  }
}
