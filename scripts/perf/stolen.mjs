// What the host of a virtual machine takes of its processors for others: nothing of ours is any quicker meanwhile.
import { readFileSync } from 'node:fs'

/** How long one tick of the system's own counts is, in milliseconds (proc_pid_stat(5): USER_HZ is 100). */
const TICK_MS = 10
/** Two ticks together are no rounding. */
const LEAST_MS = 2 * TICK_MS

/**
 * How long all processors together have been taken away since the machine began, in milliseconds; 0 where the system
 * does not say so (proc_stat(5), the eighth of the first line's times).
 */
export function stolenMs() {
  try {
    return Number(/^cpu +(?:\d+ ){7}(\d+)/.exec(readFileSync('/proc/stat', 'utf8'))?.[1] ?? 0) * TICK_MS
  } catch {
    return 0
  }
}

/** Whether something took long enough away while it was measured to be told apart. */
export const isDisturbed = ({ stolen }) => stolen >= LEAST_MS
