import {
  modelInPack,
  versionsOfModel,
  type Family,
  type ModelFound,
  type ModelVersion,
  type Pack,
  type Method,
  type StartState,
} from '../catalog/index.ts'
import type { DeviceOnJob, Facts } from './facts.ts'

/** The facts that say how the device in hand behaves. */
export type ModelFacts = Pick<Facts, 'modelId' | 'systemVersion' | 'behavesAsSystem'>

/** Stands for a system older than any that changed anything. */
export const AS_IT_CAME = 1

/** How the device was told to be, before anything is done to it. */
export const startTold = ({ complaint, powersOn }: Pick<Facts, 'complaint' | 'powersOn'>): StartState =>
  complaint === 'restarts-into-recovery' ? 'looping' : powersOn === 'no' ? 'off' : 'on-locked'

/** The version of its system a device is taken as; undefined, as it came, where nobody knows or has seen. */
export const systemOf = ({ systemVersion, behavesAsSystem }: ModelFacts): number | undefined =>
  typeof systemVersion === 'number'
    ? systemVersion
    : behavesAsSystem === AS_IT_CAME
      ? undefined
      : behavesAsSystem

/** The model of a job and the family it behaves like, with the system that it is taken as. */
export function modelOnJob(pack: Pack, facts: ModelFacts): ModelFound | undefined {
  return modelInPack(pack, facts.modelId, systemOf(facts))
}

/**
 * The way an attempt was made by: of its own model with the system that was taken then, whatever is known by now.
 * @returns undefined where the pack does not have it
 */
export function wayOfAttempt(
  pack: Pack,
  made: { readonly modelId: string; readonly systemVersion: number | null; readonly methodId: string },
): Method | undefined {
  const found = modelInPack(pack, made.modelId, made.systemVersion ?? undefined)
  return found?.family.methods.find(({ id }) => id === made.methodId)
}

/** All that the device of a job may be: one where the version of its system is known, or changes nothing. */
export function versionsOnJob(pack: Pack, facts: ModelFacts): readonly ModelVersion[] {
  if (typeof facts.systemVersion !== 'number') return versionsOfModel(pack, facts.modelId)
  const family = modelOnJob(pack, facts)?.family
  return family ? [{ fromSystem: facts.systemVersion, family }] : []
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
      canReachRecovery: found.family.methods.some(({ goal }) => goal === 'recovery-menu'),
      changesWithSystem: (found.model.updates?.length ?? 0) + found.family.updates.length > 0,
      systemFile: found.family.systemFile,
      waitLaw: found.family.waitLaw,
      familyId: found.family.id,
      wipeAndStartMs: wipeAndStart(found.family),
    }
  )
}

/** Wipe and first start one after the other, by the family's own times. */
export function wipeAndStart(family: Family): DeviceOnJob['wipeAndStartMs'] {
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
