import type { Effect, LinkKind, Posture } from '../catalog/index.ts'
import type { MachineGuard, Situation } from './machine.ts'

/** What a device charges to before it says so. Common practice, no source. */
const CHARGED_PERCENT = 20

/** Whether what is on a device and around it lets a guard hold; which keys are held is not asked here. */
export function allowsAround(guard: MachineGuard, around: Situation): boolean {
  if (guard.links && !guard.links.includes(around.link)) return false
  if (guard.postures && !guard.postures.includes(around.posture)) return false
  if (guard.batteryFrom !== undefined && around.batteryPercent < guard.batteryFrom) return false
  if (guard.batteryBelow !== undefined && around.batteryPercent >= guard.batteryBelow) return false
  if (guard.screenLock !== undefined && guard.screenLock !== around.screenLock) return false
  if (guard.account !== undefined && guard.account !== around.account) return false
  if (guard.loop !== undefined && guard.loop !== around.loop) return false
  return guard.wiped === undefined || guard.wiped === around.wiped
}

/** What is on a device and around it while it runs: what guards ask for besides keys, and what effects change. */
export class Surroundings implements Situation {
  link: LinkKind = 'none'
  posture: Posture = 'open'
  batteryPercent = 0
  screenLock = false
  account = false
  loop = false
  wiped = false

  take(situation: Situation): void {
    this.link = situation.link
    this.posture = situation.posture
    this.batteryPercent = situation.batteryPercent
    this.screenLock = situation.screenLock
    this.account = situation.account
    this.loop = situation.loop
    this.wiped = situation.wiped
  }

  allow(guard: MachineGuard): boolean {
    return allowsAround(guard, this)
  }

  chargeTo(percent: number): void {
    this.batteryPercent = Math.max(this.batteryPercent, percent)
  }
  /** @returns whether the effect shows: no account lock is armed where there is no account */
  change(effect: Effect): boolean {
    if (effect === 'wipe-data') {
      this.wiped = true
      this.screenLock = false
    }
    if (effect === 'charged') this.chargeTo(CHARGED_PERCENT)
    return effect !== 'arm-account-lock' || this.account
  }
}
