import type { Weighted } from '../decision/index.ts'
import type { KeyId } from '../catalog/index.ts'
import type { KeysThatSuffice } from './facts.ts'
import type { Circumstances } from './place.ts'
import { chanceHere } from '../results/index.ts'
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

type Hands = Pick<Circumstances, 'facts' | 'device' | 'brokenKeys'>
type AllKnown = Pick<Circumstances, 'facts' | 'device' | 'brokenKeys' | 'experience'>

/** The worlds with their chances; what cannot matter on this job is not told apart. */
export function worldsOf(given: AllKnown): readonly Weighted<World>[] {
  const { facts } = given
  const { complaint } = facts
  const isLocked = complaint === 'forgotten-lock' || complaint === 'too-many-entries'
  const isTouched =
    complaint !== undefined && complaint !== 'carrier-lock-only' && complaint !== 'second-hand'
  const only = (holds: boolean, chance: number): readonly Weighted<boolean>[] =>
    holds ? evenly(chance) : [{ world: false, probability: 1 }]
  const account = isTouched ? evenly(chanceOf('accountOnDevice', facts)) : only(false, 0)
  const remote = only(isLocked, chanceOf('remoteUnlockSetUp', facts) * chanceOf('online', facts))
  return all(
    only(isTouched, chanceOf('knowsScreenLock', facts)),
    only(isTouched, reachesRecovery(given)),
    account,
  ).flatMap(({ world: [knows, reaches, has], probability }) =>
    // Without an account nothing of it matters.
    all(
      has ? remote : only(false, 0),
      only(has, chanceOf('knowsAccountPassword', facts)),
      only(has, getsSecondStep(given)),
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
function getsSecondStep({ facts, device }: Hands): number {
  const chances: Readonly<Record<string, number>> = { unknown: 0.6, 'sim-in-this-device': 0.9 }
  const ways =
    facts.secondStep === undefined ? priorOf('secondStep', facts, device) : [[facts.secondStep, 1] as const]
  return (ways ?? []).reduce((all, [way, share]) => all + share * (chances[way] ?? 1), 0)
}

function reachesRecovery(given: AllKnown): number {
  const { facts, device, experience } = given
  if (device && !device.canReachRecovery) return 0
  const known =
    facts.complaint === 'restarts-into-recovery'
      ? 1
      : device
        ? chanceHere('recovery-reached', experience, device.familyId)
        : chanceHere('recovery-unknown-model', experience)
  return known * keysLeadThere(given) * (0.3 + 0.7 * chanceOf('powersOn', facts))
}

/** The chance that a reset through recovery is to be had with none of these keys; each that it may be is as likely. */
export const resetsWithout = (keys: readonly KeysThatSuffice[], broken: readonly KeyId[]): number =>
  mean(keys, ({ suffice }) => (suffice.some((some) => !some.some((key) => broken.includes(key))) ? 1 : 0))

const mean = <One>(all: readonly One[], of: (one: One) => number): number =>
  all.reduce((sum, one) => sum + of(one), 0) / Math.max(1, all.length)

/** A broken key is in the way of a reset, where nobody knows which one or what the family needs. Common practice, no source. */
const GOES_WITHOUT = 0.3

/** The chance that the keys that work lead to a reset: known where the broken ones are named, and the device is. */
export function keysLeadThere({ facts, device, brokenKeys }: Hands): number {
  const keys = device?.keys
  if (brokenKeys.length > 0) return keys ? resetsWithout(keys, brokenKeys) : GOES_WITHOUT
  const oneBroken = keys
    ? mean(keys, (one) => mean(one.all, (key) => resetsWithout([one], [key])))
    : GOES_WITHOUT
  const work = chanceOf('keysWork', facts)
  return work + (1 - work) * oneBroken
}
