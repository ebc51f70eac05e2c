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
/** The parts that a family which was found is put together from: those of its own version of the catalogue. */
const PARTS = new WeakMap<Family, Pack['fragments']>()

/** @returns undefined for a family that was not found by its model */
export const partsOfFound = (family: Family): Pack['fragments'] | undefined => PARTS.get(family)

/**
 * A model and how it behaves: its family, after an update of the system the one that its version reaches, as the
 * updates of that family say, with the model's own times.
 * @param systemVersion the platform's major version on the device, where it is known
 * @returns undefined where the pack does not have the model, or has no family for it
 */
export function modelInPack(
  pack: Pick<Pack, 'models' | 'families'> & Partial<Pick<Pack, 'fragments'>>,
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
  if (pack.fragments) PARTS.set(made.family, pack.fragments)
  return made
}

/** How a model behaves from a version of the system on. */
export interface ModelVersion {
  /** The first version that behaves so; undefined as it came. */
  readonly fromSystem: number | undefined
  readonly family: Family
}

/**
 * All that a model may be, by the version of its system, the lowest first: one where no update changes it, none where
 * the pack has no family for it.
 */
export function versionsOfModel(
  pack: Pick<Pack, 'models' | 'families'>,
  modelId: string | undefined,
): readonly ModelVersion[] {
  const updates = indexOf(pack).models.get(modelId ?? '')?.updates ?? []
  const changes = [undefined, ...updates.map(({ fromSystem }) => fromSystem)].flatMap((system) => {
    const familyId = modelInPack(pack, modelId, system)?.family.id
    return indexOf(pack).families.get(familyId ?? '')?.updates ?? []
  })
  const thresholds = [...new Set([...updates, ...changes].map(({ fromSystem }) => fromSystem))]
  return [undefined, ...thresholds.sort((a, b) => a - b)].reduce<ModelVersion[]>((versions, fromSystem) => {
    const family = modelInPack(pack, modelId, fromSystem)?.family
    return family && family !== versions.at(-1)?.family ? [...versions, { fromSystem, family }] : versions
  }, [])
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
