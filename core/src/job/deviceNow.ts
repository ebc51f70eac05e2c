import { USUAL_SITUATION, type Situation } from '../twin/index.ts'
import type { Attempt, JobState } from './records.ts'
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
  const entered = attemptThatLedIn(job)
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

/** The name of the step that began the present stay in recovery; undefined where the device is not in recovery. */
export function stayInRecovery({ steps }: Pick<JobState, 'steps'>): string | undefined {
  let stay: string | undefined
  for (const { key, change } of steps)
    if (change.kind === 'back-to-keys') stay = undefined
    else if (change.kind === 'recovery-again') stay = key
    else if (['in-recovery', 'wipe-started', 'wipe-finished'].includes(change.kind)) stay ??= key
  return stay
}

/** The attempt that led into recovery: the one that said so, or else the last that reached since it was out of it. */
function attemptThatLedIn({ steps, attempts }: Pick<JobState, 'steps' | 'attempts'>): Attempt | undefined {
  const began = steps.findLast(({ key }) => key === stayInRecovery({ steps }))?.change
  const named = began?.kind === 'in-recovery' ? attempts.find(({ id }) => id === began.attempt) : undefined
  const leftAt = Date.parse(steps.findLast(({ change }) => change.kind === 'back-to-keys')?.at ?? '')
  return (
    named ??
    attempts.findLast(({ outcome, startedAt }) => outcome === 'reached' && !(Date.parse(startedAt) <= leftAt))
  )
}

/** The method by which the job's device was led into recovery, if one was. */
export const methodThatLedIn = (job: Pick<JobState, 'steps' | 'attempts'>): string | undefined =>
  attemptThatLedIn(job)?.methodId
