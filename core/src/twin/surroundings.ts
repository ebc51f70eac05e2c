import type { Effect, LinkKind } from '../catalog/index.ts'
import type { MachineGuard, Situation } from './machine.ts'

/** What a device charges to before it says so. Common practice, no source. */
const CHARGED_PERCENT = 20

/** What is on a device and around it while it runs: what guards ask for besides keys, and what effects change. */
export class Surroundings implements Situation {
  link: LinkKind = 'none'
  batteryPercent = 0
  screenLock = false
  account = false
  loop = false
  wiped = false

  take(situation: Situation): void {
    this.link = situation.link
    this.batteryPercent = situation.batteryPercent
    this.screenLock = situation.screenLock
    this.account = situation.account
    this.loop = situation.loop
    this.wiped = situation.wiped
  }

  allow(guard: MachineGuard): boolean {
    if (guard.links && !guard.links.includes(this.link)) return false
    if (guard.batteryFrom !== undefined && this.batteryPercent < guard.batteryFrom) return false
    if (guard.batteryBelow !== undefined && this.batteryPercent >= guard.batteryBelow) return false
    if (guard.screenLock !== undefined && guard.screenLock !== this.screenLock) return false
    if (guard.account !== undefined && guard.account !== this.account) return false
    if (guard.loop !== undefined && guard.loop !== this.loop) return false
    return guard.wiped === undefined || guard.wiped === this.wiped
  }

  /** @returns whether the effect shows: no account lock is armed where there is no account */
  change(effect: Effect): boolean {
    if (effect === 'wipe-data') {
      this.wiped = true
      this.screenLock = false
    }
    if (effect === 'charged') this.batteryPercent = Math.max(this.batteryPercent, CHARGED_PERCENT)
    return effect !== 'arm-account-lock' || this.account
  }
}
