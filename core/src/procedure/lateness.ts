import type { Procedure, Step } from '../catalog/index.ts'
import { durationsAt, type Machine, type Situation } from '../twin/index.ts'
import { perform } from './perform.ts'

/** How much later than its cue a step may come on a middling unit before the procedure fails. */
export interface Lateness {
  readonly step: number
  /** Undefined where even the longest delay tried does no harm. */
  readonly latestMs: number | undefined
}

const SCAN_MS = 50
const LONGEST_MS = 6000

/**
 * Scans, for each step that changes a key or plugs a link, how late it may come; everything after it is run
 * again with the delay. The answer is exact to the scan's 50 ms.
 */
export function latenessOf(
  machine: Machine,
  procedure: Procedure,
  situation: Situation,
): readonly Lateness[] {
  const durations = durationsAt(machine, 'median')
  return procedure.steps.flatMap((step, index): Lateness[] => {
    if (!changesKeys(step)) return []
    for (let lateMs = SCAN_MS; lateMs <= LONGEST_MS; lateMs += SCAN_MS) {
      const { reached } = perform(machine, procedure, situation, durations, {
        lateMs: new Map([[index, lateMs]]),
      })
      if (!reached) return [{ step: index, latestMs: lateMs - SCAN_MS }]
    }
    return [{ step: index, latestMs: undefined }]
  })
}

/** The step that forgives least, where one does not forgive everything: the critical second. */
export function criticalStep(
  machine: Machine,
  procedure: Procedure,
  situation: Situation,
): Lateness | undefined {
  return latenessOf(machine, procedure, situation)
    .filter(({ latestMs }) => latestMs !== undefined)
    .sort((a, b) => (a.latestMs ?? 0) - (b.latestMs ?? 0))[0]
}

function changesKeys(step: Step): boolean {
  return step.do === 'hold' || step.do === 'let-go' || step.do === 'slide' || step.do === 'press'
}
