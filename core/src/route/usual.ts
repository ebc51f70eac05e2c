import {
  foreseeAccountLock,
  RECOVERY_HOURS,
  SELLER_HOURS,
  SERVICE_DAYS,
  type Usual,
} from '../account/index.ts'
import { totalForMoreMs, type WaitLaw } from '../clocks/index.ts'
import { Amount, threePoints, type Chances, type Spread } from '../decision/index.ts'
import type { PriceList } from '../price/index.ts'
import { chanceHere, tookIn, type DurationOf, type Experience, type OutcomeOf } from '../results/index.ts'
import type { DeviceOnJob, Facts } from './facts.ts'
import { chanceOf, priorOf } from './priors.ts'

/** How long things take and what they cost, as is usual. Common practice, no source. */

export const DAY_MINUTES = 24 * 60
const hours = (p10: number, p50: number, p90: number): Spread => ({
  p10: p10 * 60,
  p50: p50 * 60,
  p90: p90 * 60,
})
const days = (p10: number, p50: number, p90: number): Spread => hours(p10 * 24, p50 * 24, p90 * 24)
/** What is waited for as long as its timer says. @param of in which unit */
const spreadOf = (
  of: (p10: number, p50: number, p90: number) => Spread,
  { least, usual, most }: Usual,
): Spread => of(least, usual, most)
export const minutes = (p10: number, p50: number, p90: number): Spread => ({ p10, p50, p90 })

/** What typing one attempt takes. Common practice, no source. */
const TRY_MS = 5000
const TRIES_MORE = 3
/** The share of what is on it that is ever seen again if nothing is wiped. Common practice, no source. */
const REGAINED_BEHIND_A_LOCK = 0.2
const REGAINED_IN_A_LOOP = 0.5
/** How much of it a backup holds. Common practice, no source. */
const BACKUP_HOLDS = 0.9

/**
 * What losing the data costs the customer, expected. Who wants it clean loses nothing; behind a forgotten lock or
 * in a loop most of it is out of reach anyway.
 */
export function dataWorthMinor(facts: Facts, prices: PriceList): number {
  if (facts.complaint === 'for-sale') return 0
  const { none, some, precious } = prices.weights.dataMinor
  const worth =
    facts.dataWorth === undefined || facts.dataWorth === 'unknown'
      ? 0.3 * none + 0.55 * some + 0.15 * precious
      : prices.weights.dataMinor[facts.dataWorth]
  const isLocked = facts.complaint === 'forgotten-lock' || facts.complaint === 'too-many-entries'
  const isLoop = facts.complaint === 'restarts-into-recovery'
  const reach = isLocked ? REGAINED_BEHIND_A_LOCK : isLoop ? REGAINED_IN_A_LOOP : 1
  return worth * reach * (1 - BACKUP_HOLDS * chanceOf('backup', facts))
}

/** What is usual of all that a shop measures, in minutes. Common practice, no source. */
export const USUAL_TOOK: Readonly<Record<DurationOf, Spread>> = {
  keys: minutes(5, 10, 30),
  'account-recovery': spreadOf(hours, RECOVERY_HOURS),
  'previous-owner': spreadOf(hours, SELLER_HOURS),
  'makers-service': spreadOf(days, SERVICE_DAYS),
  'authorised-release': days(2, 6, 15),
  carrier: days(1, 3, 10),
  supplier: days(1, 4, 10),
}

/** What a route counts with: what is usual, moved by what the shop has measured. */
export const tookHere = (of: DurationOf, { took, exchanged }: Experience): Spread =>
  tookIn(USUAL_TOOK[of], took?.[of], exchanged?.took?.[of])

/** Keys, wipe and first start, by the family's own times where they are known, and by what the shop has measured of it. */
export function resetMinutes(device: DeviceOnJob | undefined, seen: Experience): Spread {
  const keys = device ? tookHere('keys', seen) : minutes(10, 30, 90)
  const its = device?.wipeAndStartMs
  const usual = its ? minutes(its.min / 60_000, its.median / 60_000, its.max / 60_000) : minutes(4, 8, 20)
  const id = device?.familyId ?? ''
  const after = tookIn(usual, seen.families?.[id]?.wipe, seen.exchanged?.families?.[id]?.wipe)
  return { p10: keys.p10 + after.p10, p50: keys.p50 + after.p50, p90: keys.p90 + after.p90 }
}

/** A password that was changed lately is refused for a while; where nobody has said, as often as is usual. */
export function signInMinutes(facts: Facts, device: DeviceOnJob | undefined): Chances {
  const takes = (passwordChangedLately: Facts['passwordChangedLately']) => {
    const { waitHours } = foreseeAccountLock({ ...facts, passwordChangedLately }, 'from-recovery', device)
    return threePoints(minutes(3 + waitHours.from * 60, 6 + waitHours.from * 60, 20 + waitHours.to * 60))
  }
  const changed = chanceOf('passwordChangedLately', facts)
  return Amount.oneOf([
    { chance: changed, own: takes('yes') },
    { chance: 1 - changed, own: takes('no') },
  ]).toChances()
}

export interface Remembering {
  readonly wait: number
  readonly chance: number
}

/**
 * A few more attempts of a forgetful owner: how long they take, in minutes, and the chance that one is right. Where
 * nobody has counted, the mean over what is usual.
 */
export function remembering(facts: Facts, law: WaitLaw, seen: Experience): Remembering {
  const counts: readonly (readonly [number, number])[] =
    facts.wrongEntries === undefined
      ? (priorOf('wrongEntries', facts) ?? []).map(([count, share]) => [Number(count), share])
      : [[facts.wrongEntries, 1]]
  const mean = (of: (count: number) => number) =>
    counts.reduce((all, [count, share]) => all + share * of(count), 0)
  return {
    wait: mean((count) => Math.min(totalForMoreMs(law, count, TRIES_MORE, TRY_MS) / 60_000, 3 * DAY_MINUTES)),
    chance: mean((count) => chanceHere(remembersAfter(count), seen)),
  }
}

/** By how many wrong entries there were, how often an owner still remembers is counted apart. */
export const remembersAfter = (wrongEntries: number): OutcomeOf =>
  wrongEntries <= 4
    ? 'remembered-few'
    : wrongEntries <= 9
      ? 'remembered-some'
      : wrongEntries <= 29
        ? 'remembered-many'
        : 'remembered-very-many'
