import { modelById, type Family, type Model, type Pack } from '../catalog/index.ts'
import { deviceOnJob, modelOnJob, type DeviceOnJob, type ModelFacts } from '../route/index.ts'
import type { ModelKnown } from './standing.ts'

/** What the catalogue says of the device of a job: nothing of its family where it is known by name only. */
export interface Surroundings {
  readonly model: ModelKnown | undefined
  readonly device: DeviceOnJob | undefined
  readonly family: Family | undefined
}

const UNKNOWN: Surroundings = { model: undefined, device: undefined, family: undefined }
/** The same model gives the same object, so that what was computed with it holds. */
const known = new WeakMap<Model, Map<Family | undefined, Surroundings>>()

export function surroundingsIn(pack: Pack, facts: ModelFacts): Surroundings {
  const found = modelOnJob(pack, facts)
  const model = found?.model ?? modelById(pack, facts.modelId)
  if (!model) return UNKNOWN
  const byFamily = known.get(model) ?? new Map<Family | undefined, Surroundings>()
  known.set(model, byFamily)
  const before = byFamily.get(found?.family)
  if (before) return before
  const made: Surroundings = {
    model: {
      modelId: model.id,
      familyId: found?.family.id ?? '',
      name: `${model.maker} ${model.name}`,
      modelCode: model.modelText,
      procedureIds: found?.family.procedures.map(({ id }) => id) ?? [],
      entriesAllowed: found?.family.carrierLock?.triesAllowed,
    },
    device: deviceOnJob(pack, facts),
    family: found?.family,
  }
  byFamily.set(found?.family, made)
  return made
}
