import type { DeviceOnJob, Facts } from './facts.ts'

/** An ordinary phone and a watch without a radio, for the tests of this topic. */
export const PHONE: DeviceOnJob = {
  kind: 'phone',
  cellular: true,
  settingsPath: [],
  asksForAccount: true,
  acceptsOldScreenLock: false,
  canReachRecovery: true,
}
export const WATCH: DeviceOnJob = { ...PHONE, kind: 'watch', cellular: false }

/** Everything a gate of the intake asks, answered so that it is open. */
export const SEEN: Facts = {
  modelId: 'any',
  hazard: 'none',
  whose: 'own',
  workManaged: 'no',
  legalMatter: 'no',
  ownership: 'shown',
  ownershipNote: 'receipt',
  registryAnswer: 'clean',
  imei: '001001012345671',
  battery: 'at-least-20',
  carrierLocked: 'no',
}
