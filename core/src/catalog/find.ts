import { familyForModel } from './compose.ts'
import type { Family, Model, Pack } from './pack.ts'
import { familyAt } from './updates.ts'

/** A model and how it behaves. */
export interface ModelFound {
  readonly model: Model
  readonly family: Family
}

interface Index {
  readonly models: ReadonlyMap<string, Model>
  readonly families: ReadonlyMap<string, Family>
  /** Families with a model's own times in them, made once. */
  readonly found: Map<string, ModelFound>
}

/** Packs do not change once read, so what is found in them is found once. */
const INDEX = new WeakMap<Pick<Pack, 'models' | 'families'>, Index>()

/**
 * A model and how it behaves: its family, after an update of the system the one that its version reaches, as the
 * updates of that family say, with the model's own times.
 * @param systemVersion the platform's major version on the device, where it is known
 * @returns undefined where the pack does not have the model, or has no family for it
 */
export function modelInPack(
  pack: Pick<Pack, 'models' | 'families'>,
  modelId: string | undefined,
  systemVersion?: number,
): ModelFound | undefined {
  const { models, families, found } = indexOf(pack)
  const model = models.get(modelId ?? '')
  const familyId = model && familyIdOf(model, systemVersion)
  const family = families.get(familyId ?? '')
  if (!model || !family) return undefined
  const reached = family.updates.filter(
    ({ fromSystem }) => systemVersion !== undefined && fromSystem <= systemVersion,
  )
  const key = `${model.id}/${family.id}/${reached.length}`
  const known = found.get(key)
  if (known) return known
  const made = { model, family: familyForModel(familyAt(family, systemVersion), model) }
  found.set(key, made)
  return made
}

/** A model alone, with or without a family. */
export function modelById(
  pack: Pick<Pack, 'models' | 'families'>,
  modelId: string | undefined,
): Model | undefined {
  return indexOf(pack).models.get(modelId ?? '')
}

function indexOf(pack: Pick<Pack, 'models' | 'families'>): Index {
  const known = INDEX.get(pack)
  if (known) return known
  const made: Index = {
    models: new Map(pack.models.map((model) => [model.id, model])),
    families: new Map(pack.families.map((family) => [family.id, family])),
    found: new Map(),
  }
  INDEX.set(pack, made)
  return made
}

function familyIdOf(model: Model, systemVersion: number | undefined): string | undefined {
  const reached = (model.updates ?? [])
    .filter(({ fromSystem }) => systemVersion !== undefined && fromSystem <= systemVersion)
    .sort((a, b) => b.fromSystem - a.fromSystem)
  return reached[0]?.family ?? model.family
}
