import { linkKind, posture, type Guard } from '../catalog/index.ts'

/** Whether two guards can never hold at the same instant. */
export function excludes(a: Guard, b: Guard): boolean {
  const keys = (guard: Guard) => guard.held && [...guard.held].sort().join()
  const plain = !a.ignore?.length && !b.ignore?.length
  if (plain && keys(a) !== undefined && keys(b) !== undefined && keys(a) !== keys(b)) return true
  if (!links(a).some((link) => links(b).includes(link))) return true
  if (!postures(a).some((one) => postures(b).includes(one))) return true
  if (lowest(a) >= highest(b) || lowest(b) >= highest(a)) return true
  return FLAGS.some((flag) => a[flag] !== undefined && b[flag] !== undefined && a[flag] !== b[flag])
}

/** Whether the first guard never holds without the second: it is a special case of it. */
export function implies(a: Guard, b: Guard): boolean {
  if (b.held !== undefined) {
    const same = a.held !== undefined && [...a.held].sort().join() === [...b.held].sort().join()
    if (!same || (a.ignore ?? []).join() !== (b.ignore ?? []).join()) return false
    if (b.fresh && !a.fresh) return false
  }
  if (!links(a).every((link) => links(b).includes(link))) return false
  if (!postures(a).every((one) => postures(b).includes(one))) return false
  if (lowest(a) < lowest(b) || highest(a) > highest(b)) return false
  return FLAGS.every((flag) => b[flag] === undefined || a[flag] === b[flag])
}

const FLAGS = ['screenLock', 'account', 'loop', 'wiped'] as const
const links = (guard: Guard) => guard.links ?? linkKind.options
const postures = (guard: Guard) => guard.postures ?? posture.options
const lowest = (guard: Guard) => guard.batteryFrom ?? 0
const highest = (guard: Guard) => guard.batteryBelow ?? Number.POSITIVE_INFINITY
