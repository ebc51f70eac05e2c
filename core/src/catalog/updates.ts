import type { Family, FamilyUpdate } from './pack.ts'

/** Packs do not change once read: what a family is with a number of its updates is made once. */
const known = new WeakMap<Family, Map<number, Family>>()

/**
 * A family as it behaves with a system: every update that the system has reached, the lowest first.
 * @param system the platform's major version; as it came where it is not known
 */
export function familyAt(family: Family, system: number | undefined): Family {
  const reached = family.updates
    .filter(({ fromSystem }) => system !== undefined && fromSystem <= system)
    .sort((a, b) => a.fromSystem - b.fromSystem)
  if (reached.length === 0) return family
  const versions = known.get(family) ?? new Map<number, Family>()
  known.set(family, versions)
  const made = versions.get(reached.length) ?? reached.reduce(updated, family)
  versions.set(reached.length, made)
  return made
}

/** A family as it came, and as it is from each update on. */
export function versionsOf(
  family: Family,
): readonly { readonly fromSystem: number | undefined; readonly family: Family }[] {
  return [undefined, ...family.updates.map(({ fromSystem }) => fromSystem)].map((fromSystem) => ({
    fromSystem,
    family: familyAt(family, fromSystem),
  }))
}

function updated(family: Family, update: FamilyUpdate): Family {
  const { longPressMs = family.longPressMs, starts = {}, methods } = update
  const isNew = ({ id }: { readonly id: string }) => !family.methods.some((one) => one.id === id)
  return {
    ...family,
    longPressMs,
    durations: { ...family.durations, ...update.durations },
    sums: { ...family.sums, ...update.sums },
    states: { ...family.states, ...update.states },
    menus: { ...family.menus, ...update.menus },
    starts: { ...family.starts, ...starts },
    compose: family.compose.map((part) =>
      Object.hasOwn(update.with, part.as)
        ? { ...part, with: { ...part.with, ...update.with[part.as] } }
        : part,
    ),
    methods: [
      ...family.methods.map((one) => methods.find(({ id }) => id === one.id) ?? one),
      ...methods.filter(isNew),
    ],
  }
}

/**
 * The update that makes one family out of another: what is otherwise in it, of what an update can change. What is
 * missing in the changed one stays as it was: an update takes nothing away.
 * @param before the family with all updates of lower versions
 * @returns undefined where nothing is otherwise
 */
export function updateBetween(before: Family, changed: Family, fromSystem: number): FamilyUpdate | undefined {
  const otherwise = <One>(was: Readonly<Record<string, One>>, is: Readonly<Record<string, One>>) =>
    Object.fromEntries(Object.entries(is).filter(([name, one]) => !isSame(was[name], one)))
  const starts = otherwise(before.starts, changed.starts) as Family['starts']
  const parts = changed.compose.flatMap(({ as, with: given }) => {
    const was = before.compose.find((one) => one.as === as)
    const other = was ? otherwise(was.with, given) : {}
    return Object.keys(other).length > 0 ? [[as, other] as const] : []
  })
  const update: FamilyUpdate = {
    fromSystem,
    ...(changed.longPressMs === before.longPressMs ? {} : { longPressMs: changed.longPressMs }),
    durations: otherwise(before.durations, changed.durations),
    sums: otherwise(before.sums, changed.sums),
    with: Object.fromEntries(parts),
    states: otherwise(before.states, changed.states),
    menus: otherwise(before.menus, changed.menus),
    ...(Object.keys(starts).length > 0 ? { starts } : {}),
    methods: changed.methods.filter(
      (one) =>
        !isSame(
          before.methods.find(({ id }) => id === one.id),
          one,
        ),
    ),
  }
  const { fromSystem: _, ...rest } = update
  return Object.values(rest).some((part) => typeof part === 'number' || Object.keys(part).length > 0)
    ? update
    : undefined
}

const isSame = (a: unknown, b: unknown): boolean => JSON.stringify(a) === JSON.stringify(b)
