import { z } from 'zod'
import {
  composeFamily,
  shapeFaults,
  writeOutProcedures,
  type ComposedFamily,
  type PackFault,
} from './compose.ts'
import { hostileParts } from './hostile.ts'
import { packAsWritten, type Family, type Pack, type PackAsWritten, type Trigger } from './pack.ts'
import type { KeyId } from './vocabulary.ts'

export type PackReading =
  | {
      readonly kind: 'pack'
      readonly pack: Pack
      /** The same with procedures that follow a school left as they were written. */
      readonly written: PackAsWritten
    }
  | { readonly kind: 'refused'; readonly faults: readonly PackFault[] }

/**
 * Reads a catalogue pack: its shape, then every name it uses. All or nothing: an invalid document is refused
 * with the path of each fault and a sentence.
 * @param document the parsed JSON of the file
 */
export function readPack(document: unknown): PackReading {
  const hostile = hostileParts(document)
  if (hostile.length > 0) return { kind: 'refused', faults: hostile }
  const read = packAsWritten.safeParse(document)
  if (!read.success) return { kind: 'refused', faults: shapeFaults(read.error) }
  const { schools } = read.data
  const written = read.data.families.map((family, index) => {
    const { procedures, faults } = writeOutProcedures(schools, family.procedures, ['families', index])
    return { family: { ...family, procedures }, faults }
  })
  const pack: Pack = { ...read.data, families: written.map(({ family }) => family) }
  const faults = [...written.flatMap((one) => one.faults), ...duplicates(pack), ...unknownNames(pack)]
  return faults.length > 0 ? { kind: 'refused', faults } : { kind: 'pack', pack, written: read.data }
}

/** The names that one family uses and does not have, with their path below the given one. */
export function faultsOfFamily(
  pack: Pick<Pack, 'fragments'>,
  family: Family,
  path: readonly (string | number)[] = [],
): readonly PackFault[] {
  const { composed, faults } = composeFamily(pack, family, path)
  return [...faults, ...namesOfFamily(composed, path)]
}

/** The JSON Schema that editors check a pack against, made from the schema that validates it. */
export function packJsonSchema(): object {
  return z.toJSONSchema(packAsWritten, { io: 'input' })
}

function duplicates(pack: Pack): PackFault[] {
  return (['fragments', 'schools', 'families', 'models'] as const).flatMap((list) => {
    const met = new Set<string>()
    return pack[list].flatMap(({ id }, index): PackFault[] => {
      if (!met.has(id)) {
        met.add(id)
        return []
      }
      return [
        {
          path: [list, index, 'id'],
          code: 'duplicate-id',
          sentence: `“${id}” stands twice among the ${list}.`,
        },
      ]
    })
  })
}

function unknownNames(pack: Pack): PackFault[] {
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
        families.has(id) ? [] : [{ path, code: 'unknown-name', sentence: `There is no family “${id}”.` }],
      ),
      ...Object.keys(own ? (model.durations ?? {}) : {}).flatMap((name): PackFault[] =>
        own && name in own.durations
          ? []
          : [
              {
                path: [...at, 'durations', name],
                code: 'unknown-name',
                sentence: `The family “${own?.id ?? ''}” has no duration “${name}”.`,
              },
            ],
      ),
    ]
  })
  const ofFamilies = pack.families.flatMap((family, index) =>
    faultsOfFamily(pack, family, ['families', index]),
  )
  return [...ofModels, ...ofFamilies]
}

function namesOfFamily(
  { family, states, menus }: ComposedFamily,
  path: readonly (string | number)[],
): PackFault[] {
  const faults: PackFault[] = []
  const unknown = (
    at: readonly (string | number)[],
    what: NonNullable<PackFault['lacks']>['what'],
    name: string,
  ) =>
    faults.push({
      path: [...path, ...at],
      code: 'unknown-name',
      sentence: `There is no ${what} “${name}”.`,
      lacks: { what, name },
    })
  const target = (name: string, at: readonly (string | number)[]) => {
    const [menuName = '', itemId] = name.split('@')
    const known =
      itemId === undefined
        ? states.has(name) || menus.has(name)
        : menus.get(menuName)?.items.some(({ id }) => id === itemId)
    if (!known) unknown(at, 'state or menu', name)
  }
  const keys = new Set(family.keys.map(({ id }) => id))
  const transitionsOf = [
    ...[...states].map(([name, { transitions }]) => ({ at: ['states', name], transitions })),
    ...[...menus].map(([name, { transitions }]) => ({ at: ['menus', name], transitions })),
  ]
  const hasKeys = (named: readonly (KeyId | null | undefined)[], at: readonly (string | number)[]) => {
    for (const key of named) if (key && !keys.has(key)) unknown(at, 'key on this family', key)
  }
  for (const { at, transitions } of transitionsOf)
    for (const [index, { on, to, if: guard }] of transitions.entries()) {
      target(to, [...at, 'transitions', index, 'to'])
      hasKeys(keysOfTrigger(on), [...at, 'transitions', index, 'on'])
      hasKeys([...(guard.held ?? []), ...(guard.ignore ?? [])], [...at, 'transitions', index, 'if'])
      if ('time' in on && typeof on.time === 'string' && !(on.time in family.durations))
        unknown([...at, 'transitions', index, 'on', 'time'], 'duration', on.time)
    }
  for (const [name, { items, start, next, previous, choose }] of menus) {
    hasKeys([next, previous, choose.key], ['menus', name])
    for (const [index, { to }] of items.entries()) target(to, ['menus', name, 'items', index, 'to'])
    if (start !== undefined && !items.some(({ id }) => id === start))
      unknown(['menus', name, 'start'], 'item', start)
  }
  for (const [from, name] of Object.entries(family.starts)) if (name) target(name, ['starts', from])
  for (const [part, name] of Object.entries(family.durationsOfTheWork))
    if (!(name in family.durations)) unknown(['durationsOfTheWork', part], 'duration', name)
  for (const [name, { like }] of Object.entries(family.states))
    if (like !== undefined && !states.has(like)) unknown(['states', name, 'like'], 'state', like)
  for (const [index, { steps, from }] of family.procedures.entries()) {
    if (!family.starts[from]) unknown(['procedures', index, 'from'], 'start', from)
    for (const [stepIndex, step] of steps.entries()) {
      const named =
        'keys' in step
          ? step.keys
          : 'key' in step
            ? [step.key]
            : step.do === 'slide'
              ? [step.from, step.to]
              : []
      hasKeys(named, ['procedures', index, 'steps', stepIndex])
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
      return [on.key]
    case 'after':
    case 'link':
    case 'tap':
    case 'type':
    case 'idle':
      return []
  }
}
