import type { DeviceOnJob, Facts, Progress } from './facts.ts'

/** The three locks of a job, each in one of five states. */
export type LockState = 'locked' | 'clear' | 'will-appear' | 'unknown' | 'not-there'
export interface Locks {
  readonly screen: LockState
  readonly account: LockState
  readonly carrier: LockState
}

/** How the route resets the device, by its main line; *none* where nothing on it is deleted. */
export type ResetAhead = 'from-recovery' | 'from-settings' | 'none'

/**
 * Where the three locks stand now, computed from what was asked and what was done.
 * @param ahead what is still to come; where nobody has decided, the settings serve whoever knows the screen lock
 */
export function locksNow(
  facts: Facts,
  device: DeviceOnJob | undefined,
  progress: Progress,
  ahead: ResetAhead = facts.knowsScreenLock === 'yes' ? 'from-settings' : 'from-recovery',
): Locks {
  return {
    screen: screenLock(facts, progress),
    account: accountLock(facts, device, progress, ahead),
    carrier: carrierLock(facts, device, progress),
  }
}

function screenLock(facts: Facts, progress: Progress): LockState {
  if (progress.screenAsks !== undefined) return progress.screenAsks ? 'locked' : 'clear'
  if (progress.screenLifted || facts.screenLock === 'none') return 'clear'
  // Begun is not done: the device shows it at its first start.
  if (progress.wipeStarted && progress.setUpReached) return 'clear'
  // Who holds the key is not locked out.
  if (facts.knowsScreenLock === 'yes') return 'clear'
  const complaintSaysLocked = facts.complaint === 'forgotten-lock' || facts.complaint === 'too-many-entries'
  if (complaintSaysLocked || (facts.screenLock !== undefined && facts.screenLock !== 'unknown'))
    return 'locked'
  return 'unknown'
}

function accountLock(
  facts: Facts,
  device: DeviceOnJob | undefined,
  progress: Progress,
  ahead: ResetAhead,
): LockState {
  if (progress.accountProof) return 'clear'
  if (progress.accountAsked) return 'locked'
  if (facts.complaint === 'second-hand') return 'locked'
  if (facts.accountOnDevice === 'no') return 'clear'
  if (device?.asksForAccount === false) return 'clear'
  if (facts.accountOnDevice === undefined || facts.accountOnDevice === 'unknown') return 'unknown'
  if (progress.wipeStarted) return progress.setUpReached ? 'locked' : 'will-appear'
  if (progress.screenLifted || ahead !== 'from-recovery' || facts.complaint === 'carrier-lock-only')
    return 'clear'
  return 'will-appear'
}

function carrierLock(facts: Facts, device: DeviceOnJob | undefined, progress: Progress): LockState {
  if (device && !device.cellular) return 'not-there'
  if (progress.carrierReleased || facts.carrierLocked === 'no') return 'clear'
  return facts.carrierLocked === 'yes' ? 'locked' : 'unknown'
}
