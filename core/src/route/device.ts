import type { Family, Model, Pack } from '../catalog/index.ts'
import type { DeviceOnJob } from './facts.ts'

/** A model and its family in a pack. @returns undefined where the pack does not have it */
export function modelInPack(
  pack: Pack,
  modelId: string | undefined,
): { readonly model: Model; readonly family: Family } | undefined {
  const model = pack.models.find(({ id }) => id === modelId)
  const family = model && pack.families.find(({ id }) => id === model.family)
  return family && { model, family }
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
