import type { Weighted } from '../decision/index.ts'
import type { DeviceOnJob, Facts } from './facts.ts'
import { chanceOf, priorOf } from './priors.ts'

/** What is hidden while a job is decided. Whether a carrier lock is on it stands in the place, not here. */
export interface World {
  readonly knowsScreenLock: boolean
  /** Remote unlock is set up, and the device is online. */
  readonly remoteUnlockWorks: boolean
  readonly accountOnDevice: boolean
  readonly knowsAccountPassword: boolean
  readonly getsSecondStep: boolean
  readonly reachesRecovery: boolean
}

/** The worlds with their chances; what cannot matter on this job is not told apart. */
export function worldsOf(facts: Facts, device: DeviceOnJob | undefined): readonly Weighted<World>[] {
  const { complaint } = facts
  const isLocked = complaint === 'forgotten-lock' || complaint === 'too-many-tries'
  const isTouched =
    complaint !== undefined && complaint !== 'carrier-lock-only' && complaint !== 'second-hand'
  const only = (holds: boolean, chance: number): readonly Weighted<boolean>[] =>
    holds ? evenly(chance) : [{ world: false, probability: 1 }]
  const account = isTouched ? evenly(chanceOf('accountOnDevice', facts)) : only(false, 0)
  const remote = only(isLocked, chanceOf('remoteUnlockSetUp', facts) * chanceOf('online', facts))
  return all(
    only(isTouched, chanceOf('knowsScreenLock', facts)),
    only(isTouched, reachesRecovery(facts, device)),
    account,
  ).flatMap(({ world: [knows, reaches, has], probability }) =>
    // Without an account nothing of it matters.
    all(
      has ? remote : only(false, 0),
      only(has, chanceOf('knowsAccountPassword', facts)),
      only(has, getsSecondStep(facts)),
    ).map(({ world: [unlocks, password, second], probability: share }) => ({
      world: {
        knowsScreenLock: knows,
        reachesRecovery: reaches,
        accountOnDevice: has,
        remoteUnlockWorks: unlocks,
        knowsAccountPassword: password,
        getsSecondStep: second,
      },
      probability: probability * share,
    })),
  )
}

const evenly = (chance: number): readonly Weighted<boolean>[] =>
  [
    { world: true, probability: chance },
    { world: false, probability: 1 - chance },
  ].filter(({ probability }) => probability > 0)

type Three = readonly [boolean, boolean, boolean]
function all(...[a, b, c]: readonly (readonly Weighted<boolean>[])[]): readonly Weighted<Three>[] {
  return (a ?? []).flatMap((one) =>
    (b ?? []).flatMap((two) =>
      (c ?? []).map((three) => ({
        world: [one.world, two.world, three.world] as const,
        probability: one.probability * two.probability * three.probability,
      })),
    ),
  )
}

/** The chance that the second step can be received. Common practice, no source. */
function getsSecondStep(facts: Facts): number {
  const chances: Readonly<Record<string, number>> = { unknown: 0.6, 'sim-in-this-device': 0.9 }
  const ways =
    facts.secondStep === undefined ? priorOf('secondStep', facts) : [[facts.secondStep, 1] as const]
  return (ways ?? []).reduce((all, [way, share]) => all + share * (chances[way] ?? 1), 0)
}

function reachesRecovery(facts: Facts, device: DeviceOnJob | undefined): number {
  if (device && !device.canReachRecovery) return 0
  const known = facts.complaint === 'restarts-into-recovery' ? 1 : device ? 0.97 : 0.75
  return known * chanceOf('keysWork', facts) * (0.3 + 0.7 * chanceOf('powersOn', facts))
}
