import { modelInPack, type ModelFound, type Pack } from '../catalog/index.ts'
import type { DeviceOnJob, Facts } from './facts.ts'

/** The facts that say how the device in hand behaves. */
export type ModelFacts = Pick<Facts, 'modelId' | 'systemVersion'>

/** The model of a job and the family it behaves like, with the system that is on it where that is known. */
export function modelOnJob(pack: Pack, { modelId, systemVersion }: ModelFacts): ModelFound | undefined {
  return modelInPack(pack, modelId, systemVersion)
}

/** What the route needs to know of a model. @returns undefined where the pack does not have it */
export function deviceOnJob(pack: Pack, facts: ModelFacts): DeviceOnJob | undefined {
  const found = modelOnJob(pack, facts)
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
