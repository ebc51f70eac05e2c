import { familyForModel, type Family, type Model, type Pack } from '../catalog/index.ts'
import type { DeviceOnJob } from './facts.ts'

/**
 * A model and how it behaves: its family, after an update of the system the one that its version reaches, with
 * the model's own times.
 * @param systemVersion the platform's major version on the device, where it is known
 * @returns undefined where the pack does not have the model, or has no family for it
 */
export function modelInPack(
  pack: Pack,
  modelId: string | undefined,
  systemVersion?: number,
): { readonly model: Model; readonly family: Family } | undefined {
  const model = pack.models.find(({ id }) => id === modelId)
  const familyId = model && familyIdOf(model, systemVersion)
  const family = pack.families.find(({ id }) => id === familyId)
  return model && family && { model, family: familyForModel(family, model) }
}

function familyIdOf(model: Model, systemVersion: number | undefined): string | undefined {
  const reached = (model.updates ?? [])
    .filter(({ fromSystem }) => systemVersion !== undefined && fromSystem <= systemVersion)
    .sort((a, b) => b.fromSystem - a.fromSystem)
  return reached[0]?.family ?? model.family
}

/** What the route needs to know of a model. @returns undefined where the pack does not have it */
export function deviceOnJob(pack: Pack, modelId: string | undefined): DeviceOnJob | undefined {
  const found = modelInPack(pack, modelId)
  return (
    found && {
      kind: found.model.kind,
      cellular: found.model.cellular,
      settingsPath: found.family.settingsPath,
      asksForAccount: found.family.accountLock.asksAfterRecoveryReset,
      acceptsOldScreenLock: found.family.accountLock.acceptsOldScreenLock,
      canReachRecovery: found.family.procedures.some(({ goal }) => goal === 'recovery-menu'),
    }
  )
}
