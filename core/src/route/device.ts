import { modelInPack, type Pack } from '../catalog/index.ts'
import type { DeviceOnJob } from './facts.ts'

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
