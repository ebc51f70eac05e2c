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
      changesWithSystem: (found.model.updates?.length ?? 0) + found.family.updates.length > 0,
      systemFile: found.family.systemFile,
      waitLaw: found.family.waitLaw,
      wipeAndStartMs: wipeAndStart(found),
    }
  )
}

/** Wipe and first start one after the other, by the family's own times. */
function wipeAndStart({ family }: ModelFound): DeviceOnJob['wipeAndStartMs'] {
  const wipe = family.durations[family.durationsOfTheWork.wipe]
  const start = family.durations[family.durationsOfTheWork.firstStart]
  return (
    wipe &&
    start && {
      min: wipe.minMs + start.minMs,
      median: wipe.medianMs + start.medianMs,
      max: wipe.maxMs + start.maxMs,
    }
  )
}
