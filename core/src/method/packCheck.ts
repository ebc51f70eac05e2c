import {
  composedFamily,
  familyForModel,
  rangeOf,
  versionsOf,
  type ComposedFamily,
  type Family,
  type Menu,
  type Pack,
  type State,
  type Transition,
} from '../catalog/index.ts'
import { compileFamily, type Machine } from '../twin/index.ts'
import { excludes, implies } from './guardLogic.ts'
import { checkMenus, type MenuFinding } from './menuCheck.ts'
import { whyMissed, type NotVerified } from './proof.ts'

/** Something in a pack that can be read but will not serve: where it is, and what it is. */
export type PackFinding = Found & {
  readonly path: readonly (string | number)[]
  /** It is so from this version of the system on. */
  readonly fromSystem?: number | undefined
}

/** What was found, with the names of states and menus as the pack has them; transitions are counted from 1. */
type Found =
  | { readonly code: 'unreachable' | 'dead-end'; readonly name: string }
  | {
      readonly code: 'never-fires' | 'fires-at-once'
      readonly name: string
      readonly number: number
      readonly earlier: number
    }
  | { readonly code: 'hold-ignores-its-key' | 'hold-of-other-keys' | 'hold-too-long'; readonly name: string }
  | { readonly code: 'hold-never-met'; readonly name: string; readonly number: number }
  | { readonly code: 'leads-nowhere'; readonly label: string; readonly name: string }
  | {
      readonly code: 'misses-its-goal' | 'model-times'
      readonly method: string
      readonly notVerified: NotVerified
    }
  | MenuFinding
  | { readonly code: 'unused'; readonly fragment: string }

/** Screens at which a run may rest for good, or from which a person goes on. */
const RESTING = new Set(['lock-screen', 'recovery-menu', 'set-up'])

/**
 * Checks what a pack says, family by family: states nothing leads to, states nothing leads out of, transitions
 * that can fire at once or never, holds that cannot be met, menu items that lead nowhere, methods that miss
 * their goal with a perfect hand at the median or an extreme; and shared parts that nobody uses.
 * @param pack one that `readPack` accepted
 */
export function checkPack(pack: Pack): readonly PackFinding[] {
  const { fragments, families } = pack
  const ofFamilies = families.flatMap((family, index) =>
    checkVersions({ fragments }, family, ['families', index]),
  )
  return [...ofFamilies, ...ownTimes(pack), ...unused(pack)]
}

/** A family as it came, and as it is from each update on; what was found before an update is said once. */
export function checkVersions(
  pack: Pick<Pack, 'fragments'>,
  family: Family,
  path: readonly (string | number)[] = [],
): readonly PackFinding[] {
  const told = new Set<string>()
  return versionsOf(family).flatMap(({ family: version, fromSystem }, n) => {
    const at = n === 0 ? path : [...path, 'updates', n - 1]
    const found = checkFamily(pack, version, at).filter((one) => !told.has(factsOf(one)))
    for (const one of found) told.add(factsOf(one))
    return fromSystem === undefined ? found : found.map((one) => ({ ...one, fromSystem }))
  })
}

/** What was found, wherever. */
const factsOf = ({ path: _, ...facts }: PackFinding) => JSON.stringify(facts)

/** The same for one family. */
export function checkFamily(
  pack: Pick<Pack, 'fragments'>,
  family: Family,
  path: readonly (string | number)[] = [],
): readonly PackFinding[] {
  const composed = composedFamily(pack, family)
  const machine = compileFamily(composed)
  const place = placeIn(family, path)
  return [
    ...unreachable(machine, composed, place),
    ...deadEnds(machine, place),
    ...collisions(composed, place),
    ...holdsNeverMet(composed, place),
    ...leadingNowhere(composed, place),
    ...missedGoals(machine, family, path),
    ...checkMenus(machine, family).map((found): PackFinding => ({ path: [...path, 'menus'], ...found })),
  ]
}

type Place = (kind: 'states' | 'menus', name: string) => readonly (string | number)[]

/** Where a state or menu is written: in the family itself, or in the fragment it takes it from. */
function placeIn(family: Family, path: readonly (string | number)[]): Place {
  return (kind, name) => {
    if (Object.hasOwn(family[kind], name)) return [...path, kind, name]
    const [as = '', part = name] = name.split('.')
    return [...path, 'compose', family.compose.findIndex((use) => use.as === as), kind, part]
  }
}

function placeOfState(machine: Machine, place: Place, index: number): readonly (string | number)[] {
  const state = machine.states[index]
  return state?.cursor ? place('menus', state.cursor.menu) : place('states', state?.name ?? '')
}

function unreachable(machine: Machine, { states, menus }: ComposedFamily, place: Place): PackFinding[] {
  const met = new Set(Object.values(machine.starts))
  for (const from of met) for (const { to } of machine.states[from]?.transitions ?? []) met.add(to)
  const reached = new Set(
    [...met].map((index) => machine.states[index]?.cursor?.menu ?? machine.states[index]?.name),
  )
  const names = [
    ...[...states.keys()].map((name) => ({ kind: 'states' as const, name })),
    ...[...menus.keys()].map((name) => ({ kind: 'menus' as const, name })),
  ]
  return names
    .filter(({ name }) => !reached.has(name))
    .map(({ kind, name }) => ({
      path: place(kind, name),
      code: 'unreachable',
      name,
    }))
}

function deadEnds(machine: Machine, place: Place): PackFinding[] {
  const comesFrom = new Map<number, number[]>()
  for (const [from, { transitions }] of machine.states.entries())
    for (const { to } of transitions) comesFrom.set(to, [...(comesFrom.get(to) ?? []), from])
  const leadsOn = new Set(
    [...machine.states.keys()].filter((index) => RESTING.has(machine.states[index]?.screen ?? '')),
  )
  for (const to of leadsOn) for (const from of comesFrom.get(to) ?? []) leadsOn.add(from)
  const told = new Set<string>()
  return [...machine.states.entries()].flatMap(([index, { name, cursor }]): PackFinding[] => {
    const whole = cursor?.menu ?? name
    if (leadsOn.has(index) || told.has(whole)) return []
    told.add(whole)
    return [
      {
        path: placeOfState(machine, place, index),
        code: 'dead-end',
        name: whole,
      },
    ]
  })
}

function transitionLists(composed: ComposedFamily): {
  kind: 'states' | 'menus'
  name: string
  transitions: readonly Transition[]
}[] {
  const of = (kind: 'states' | 'menus', from: ReadonlyMap<string, State | Menu>) =>
    [...from].map(([name, { transitions }]) => ({ kind, name, transitions }))
  return [...of('states', composed.states), ...of('menus', composed.menus)]
}

function collisions(composed: ComposedFamily, place: Place): PackFinding[] {
  return transitionLists(composed).flatMap(({ kind, name, transitions }) => {
    const triggers = transitions.map(plainTrigger)
    return transitions.flatMap((later, index): PackFinding[] => {
      const path = [...place(kind, name), 'transitions', index]
      for (const [before, earlier] of transitions.slice(0, index).entries()) {
        const atOnce = triggers[before] === triggers[index] || overlap(earlier, later)
        if (!atOnce || excludes(earlier.if, later.if)) continue
        if (implies(later.if, earlier.if))
          return [
            {
              path,
              code: 'never-fires',
              name,
              number: index + 1,
              earlier: before + 1,
            },
          ]
        if (!implies(earlier.if, later.if))
          return [
            {
              path,
              code: 'fires-at-once',
              name,
              number: index + 1,
              earlier: before + 1,
            },
          ]
      }
      return []
    })
  })
}

/** The same for all that come true at one instant; nothing for what is told by where it leads from or to. */
const plainTrigger = ({ on }: Transition): string | symbol =>
  on.kind === 'link' || on.kind === 'fold'
    ? Symbol(on.kind)
    : JSON.stringify({ ...on, from: undefined, to: undefined })

/** Whether one move of the cable, or of the hinge, is both. */
function overlap({ on: a }: Transition, { on: b }: Transition): boolean {
  if (a.kind === 'link' && b.kind === 'link') return a.to.some((link) => b.to.includes(link))
  return a.kind === 'fold' && b.kind === 'fold' && a.to.some((posture) => b.to.includes(posture))
}

function holdsNeverMet(composed: ComposedFamily, place: Place): PackFinding[] {
  const range = (time: number | string) => rangeOf(composed.family, time) ?? { minMs: 0, maxMs: 0 }
  return transitionLists(composed).flatMap(({ kind, name, transitions }) => {
    const leavesByMs = Math.min(
      ...transitions.flatMap(({ on, if: guard }) =>
        on.kind === 'after' && Object.keys(guard).length === 0 ? [range(on.time).maxMs] : [],
      ),
    )
    return transitions.flatMap(({ on, if: guard }, index): PackFinding[] => {
      if (on.kind !== 'hold') return []
      const path = [...place(kind, name), 'transitions', index, 'on']
      const found = (one: Found): PackFinding[] => [{ path, ...one }]
      if (on.keys.some((key) => on.ignore.includes(key))) return found({ code: 'hold-ignores-its-key', name })
      if (
        guard.held &&
        (guard.held.length !== on.keys.length || !on.keys.every((key) => guard.held?.includes(key)))
      )
        return found({ code: 'hold-of-other-keys', name })
      const sooner = transitions.findIndex(
        (other, n) => n !== index && isHoldBefore(other, transitions[index] as Transition, range),
      )
      if (sooner >= 0) return found({ code: 'hold-never-met', name, number: sooner + 1 })
      if (on.from !== 'carried' && range(on.time).minMs > leavesByMs)
        return found({ code: 'hold-too-long', name })
      return []
    })
  })
}

/** Whether a hold of the same keys always comes true before another one. */
function isHoldBefore(
  { on: a, if: allows }: Transition,
  { on: b, if: asks }: Transition,
  range: (time: number | string) => { readonly minMs: number; readonly maxMs: number },
): boolean {
  if (a.kind !== 'hold' || b.kind !== 'hold') return false
  const set = (keys: readonly string[]) => [...keys].sort().join()
  const sameKeys = set(a.keys) === set(b.keys) && set(a.ignore) === set(b.ignore) && a.from === b.from
  return sameKeys && range(a.time).maxMs < range(b.time).minMs && implies(asks, allows)
}

function leadingNowhere({ menus }: ComposedFamily, place: Place): PackFinding[] {
  return [...menus].flatMap(([name, { items }]) =>
    items.flatMap(({ id, label, to, effects, cues }, index): PackFinding[] =>
      (to === name || to === `${name}@${id}`) && effects.length === 0 && cues.length === 0 && items.length > 1
        ? [
            {
              path: [...place('menus', name), 'items', index],
              code: 'leads-nowhere',
              label,
              name,
            },
          ]
        : [],
    ),
  )
}

function missedGoals(machine: Machine, family: Family, path: readonly (string | number)[]): PackFinding[] {
  return family.methods.flatMap((method, index): PackFinding[] => {
    const notVerified = whyMissed(machine, method)
    if (!notVerified) return []
    const at = [...path, 'methods', index]
    return [{ path: at, code: 'misses-its-goal', method: method.name, notVerified }]
  })
}

/** A model whose own times let a method of its family fail that holds with the family's. */
function ownTimes(pack: Pack): PackFinding[] {
  const families = new Map(pack.families.map((family) => [family.id, family]))
  return pack.models.flatMap((model, index): PackFinding[] => {
    const family = model.durations && families.get(model.family ?? '')
    if (!family) return []
    const machine = (of: Family) => compileFamily(composedFamily(pack, of))
    const [own, usual] = [machine(familyForModel(family, model)), machine(family)]
    return family.methods.flatMap((method): PackFinding[] => {
      const notVerified = whyMissed(own, method)
      if (!notVerified || whyMissed(usual, method)) return []
      const path = ['models', index, 'durations']
      return [{ path, code: 'model-times', method: method.name, notVerified }]
    })
  })
}

function unused(pack: Pack): PackFinding[] {
  const used = new Set(pack.families.flatMap(({ compose }) => compose.map(({ fragment }) => fragment)))
  return pack.fragments.flatMap(({ id }, index): PackFinding[] =>
    used.has(id) ? [] : [{ path: ['fragments', index], code: 'unused', fragment: id }],
  )
}
