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
  const { longPressMs = family.longPressMs, starts = {}, procedures } = update
  const isNew = ({ id }: { readonly id: string }) => !family.procedures.some((one) => one.id === id)
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
    procedures: [
      ...family.procedures.map((one) => procedures.find(({ id }) => id === one.id) ?? one),
      ...procedures.filter(isNew),
    ],
  }
}
