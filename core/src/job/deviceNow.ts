import { USUAL_SITUATION, type Situation } from '../twin/index.ts'
import type { JobState } from './records.ts'
import { factsOf } from './standing.ts'
import { standingOf } from './steps.ts'

/** What stands for a battery that was told to be below the safe level, in percent. */
const BELOW_SAFE_PERCENT = 10

/**
 * What hangs on a job's device and is on it now, as far as it was told: what its menus may ask for. The cable is the
 * one of the attempt that led into recovery, or the charger; a battery of which nothing is known is a usual one.
 */
export function situationOf(job: JobState): Situation {
  const { battery, accountOnDevice, complaint } = factsOf(job)
  const { bench, deleted } = standingOf(job)
  const entered = job.attempts.findLast(({ outcome }) => outcome === 'reached')
  const isCharging = bench.charging !== undefined && bench.charging.endedAt === undefined
  const onPower = isCharging || battery === 'external-power'
  const wiped = deleted !== 'no'
  return {
    link: entered?.link ?? (onPower ? 'charger' : USUAL_SITUATION.link),
    // How it is folded is said by the steps of the method, and nowhere on the job.
    posture: USUAL_SITUATION.posture,
    batteryPercent:
      isCharging && bench.charging
        ? bench.charging.fromPercent
        : battery === 'below-20' && !bench.charging
          ? BELOW_SAFE_PERCENT
          : USUAL_SITUATION.batteryPercent,
    screenLock: !wiped,
    account: accountOnDevice !== 'no' && bench.accountTakenOffAt === undefined,
    loop: complaint === 'restarts-into-recovery',
    wiped,
  }
}

/** The method by which the job's device was led into recovery last, if one was. */
export const methodThatLedIn = ({ attempts }: Pick<JobState, 'attempts'>): string | undefined =>
  attempts.findLast(({ outcome }) => outcome === 'reached')?.procedureId
