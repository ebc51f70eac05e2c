import { z } from 'zod'

/**
 * How often each thing that a shop does has the end that is wanted, where nobody has counted: 0 to 1. All of it is common
 * practice, no source; what a shop counts itself moves it.
 */
export const USUAL_CHANCES = {
  /** The owner remembers within a few more entries: after up to 4 wrong ones, up to 9, up to 29, more. */
  'remembered-few': 0.15,
  'remembered-some': 0.05,
  'remembered-many': 0.005,
  'remembered-very-many': 0.001,
  /** Where it is set up, the device online and the password known. */
  'remote-unlock': 0.9,
  'settings-reset': 0.98,
  'settings-reset-freezing': 0.9,
  'cache-cleared': 0.25,
  'system-installed': 0.55,
  /** The keys lead into recovery, none being broken and the device coming on. */
  'recovery-reached': 0.97,
  'recovery-unknown-model': 0.75,
  /** Once wiped from recovery the trouble is over. */
  'recovery-reset': 0.98,
  'reset-of-freezing': 0.9,
  'reset-of-loop': 0.75,
  'sign-in': 0.97,
  'old-lock': 0.95,
  'account-page': 0.6,
  /** The previous owner was written to and takes the account off. */
  'previous-owner': 0.8,
  'account-recovery': 0.6,
  'service-with-proof': 0.8,
  'service-without-proof': 0.05,
  'authorised-release': 0.5,
  carrier: 0.75,
  'carrier-in-contract': 0.2,
  supplier: 0.88,
} as const satisfies Readonly<Record<string, number>>

/** What has an outcome that a shop can count. */
export type OutcomeOf = keyof typeof USUAL_CHANCES
export const OUTCOMES = Object.keys(USUAL_CHANCES) as [OutcomeOf, ...OutcomeOf[]]

/** How one of them ended on one job. */
export interface Outcome {
  readonly of: OutcomeOf
  readonly worked: boolean
}

/** What takes a time that a shop can measure. */
export const DURATIONS = [
  'keys',
  'account-recovery',
  'previous-owner',
  'makers-service',
  'authorised-release',
  'carrier',
  'supplier',
] as const
export type DurationOf = (typeof DURATIONS)[number]

/** On what the time of a job went. */
export const SPENT_ON = ['at-counter', 'at-bench', 'waited', 'until-fetched'] as const
export type SpentOn = (typeof SPENT_ON)[number]

/** How long one of them took on one job. */
export interface Took {
  readonly of: DurationOf | 'wipe' | 'first-start' | 'wipe-and-start' | 'charge' | SpentOn
  readonly minutes: number
}

const counted = z.strictObject({ worked: z.int().min(0), failed: z.int().min(0) })
export type Tally = z.infer<typeof counted>
const minutes = z.number().min(0)
/** So many times measured, in minutes: three of its quantiles. */
const measured = z
  .strictObject({ count: z.int().min(1), p10: minutes, p50: minutes, p90: minutes })
  .refine(({ p10, p50, p90 }) => p10 <= p50 && p50 <= p90, 'ascending-times')
export type Measured = z.infer<typeof measured>

/** What a shop has learnt of one family at the bench. */
const ofFamily = z.strictObject({ reached: counted.optional(), wipe: measured.optional() })

/** How often each has worked in a shop, and how often not; how long things took. What is absent has never come up. */
export const learnt = z.strictObject({
  ...(Object.fromEntries(OUTCOMES.map((of) => [of, counted.optional()])) as Record<
    OutcomeOf,
    z.ZodOptional<typeof counted>
  >),
  took: z.partialRecord(z.enum(DURATIONS), measured).optional(),
  families: z.record(z.string().max(48), ofFamily).optional(),
})
export type Learnt = z.infer<typeof learnt>

/** What a shop has learnt by itself, and what others have that it has taken in. */
export const experience = learnt.extend({ exchanged: learnt.optional() })
export type Experience = z.infer<typeof experience>

/** So many of the shop's own jobs count as much as what is usual. Common practice, no source. */
export const USUAL_WEIGHS = 5

/** So many jobs of other shops count at most: they are of other devices and other hands. Common practice, no source. */
export const EXCHANGED_WEIGHS = 50
const atMost = (count: number): number => Math.min(1, EXCHANGED_WEIGHS / Math.max(1, count))

/** The mean of a Beta distribution: what is usual, moved by what the shop has seen. @param usual 0 to 1 */
export function moved(
  usual: number,
  { worked = 0, failed = 0 }: { readonly worked?: number; readonly failed?: number } = {},
  weighs: number = USUAL_WEIGHS,
): number {
  return worked + failed === 0 ? usual : (usual * weighs + worked) / (weighs + worked + failed)
}

/** What was believed of a chance, 0 to 1, and what has been counted of it since. */
interface CountedHere {
  readonly usual: number
  readonly worked: number
  readonly failed: number
}

const NOTHING = { worked: 0, failed: 0 }

/**
 * What a shop has counted of an outcome, and what stood before: what is usual, moved by what other shops have counted. The
 * keys of a family whose attempts are known are counted by themselves: before them stands what all other families have shown.
 */
export function countedHere(of: OutcomeOf, seen: Experience, familyId?: string): CountedHere {
  const all = { ...NOTHING, ...seen[of] }
  const elsewhere = weighed({ ...NOTHING, ...seen.exchanged?.[of] })
  const ofFamily = (by: Learnt | undefined) =>
    of === 'recovery-reached' ? by?.families?.[familyId ?? '']?.reached : undefined
  const its = ofFamily(seen)
  const theirs = ofFamily(seen.exchanged)
  const itsElsewhere = theirs && weighed(theirs)
  if (!its && !itsElsewhere) return { usual: moved(USUAL_CHANCES[of], elsewhere), ...all }
  const othersElsewhere = weighed(lessOf({ ...NOTHING, ...seen.exchanged?.[of] }, theirs))
  const others = moved(moved(USUAL_CHANCES[of], othersElsewhere), lessOf(all, its))
  return { usual: moved(others, itsElsewhere), ...NOTHING, ...its }
}

/** What other shops have counted, as much of it as counts. */
function weighed({ worked, failed }: typeof NOTHING): typeof NOTHING {
  const share = atMost(worked + failed)
  return { worked: worked * share, failed: failed * share }
}

/** Of a family older jobs count than of all together: no more is taken off than there is. */
const lessOf = (all: typeof NOTHING, its: typeof NOTHING = NOTHING) => ({
  worked: Math.max(0, all.worked - its.worked),
  failed: Math.max(0, all.failed - its.failed),
})

/** The chance that a route counts with: what was believed, moved by what the shop has seen. 0 to 1 */
export function chanceHere(of: OutcomeOf, seen: Experience, familyId?: string): number {
  const { usual, ...counted } = countedHere(of, seen, familyId)
  return moved(usual, counted)
}

/** How often a release of a lock that is ordered works before this shop has ordered one there, 0 to 1: as the route counts with it. */
export const usualReleaseChance = (lock: 'account' | 'carrier', { exchanged }: Experience): number =>
  chanceHere(lock === 'carrier' ? 'supplier' : 'authorised-release', exchanged ? { exchanged } : {})

interface Quantiles {
  readonly p10: number
  readonly p50: number
  readonly p90: number
}

/**
 * A duration as three quantiles: each of what is usual moved towards the one that was measured, as a mean moves. The
 * averaged quantiles are those of one distribution between both (averaging of quantiles after Vincent, *Genetic Psychology
 * Monographs* 59 (1912); the name from memory), and the measured one alone once there are many.
 */
export function tookAfter(
  usual: Quantiles,
  seen: Measured | undefined,
  weighs: number = USUAL_WEIGHS,
): Quantiles {
  if (!seen) return usual
  const between = (one: number, other: number) => (one * weighs + other * seen.count) / (weighs + seen.count)
  return {
    p10: between(usual.p10, seen.p10),
    p50: between(usual.p50, seen.p50),
    p90: between(usual.p90, seen.p90),
  }
}

/** How long something takes here: what is usual, moved by what other shops have measured, and that by this shop. */
export const tookIn = (
  usual: Quantiles,
  own: Measured | undefined,
  elsewhere: Measured | undefined,
): Quantiles =>
  tookAfter(
    tookAfter(usual, elsewhere && { ...elsewhere, count: Math.min(EXCHANGED_WEIGHS, elsewhere.count) }),
    own,
  )

/** What several shops have learnt, together: what was counted is added up, quantiles are averaged by how much was measured. */
export function learntTogether(shops: readonly Learnt[]): Learnt {
  const sum = (all: readonly (z.infer<typeof counted> | undefined)[]) => {
    const some = all.filter((one) => one !== undefined)
    const total = (of: 'worked' | 'failed') => some.reduce((so, one) => so + one[of], 0)
    return some.length > 0 ? { worked: total('worked'), failed: total('failed') } : undefined
  }
  const mean = (all: readonly (Measured | undefined)[]) => {
    const some = all.filter((one) => one !== undefined)
    const count = some.reduce((so, one) => so + one.count, 0)
    const at = (of: 'p10' | 'p50' | 'p90') => some.reduce((so, one) => so + (one[of] * one.count) / count, 0)
    return some.length > 0 ? { count, p10: at('p10'), p50: at('p50'), p90: at('p90') } : undefined
  }
  const ids = [...new Set(shops.flatMap(({ families }) => Object.keys(families ?? {})))]
  return learnt.parse({
    ...Object.fromEntries(OUTCOMES.map((of) => [of, sum(shops.map((one) => one[of]))])),
    took: Object.fromEntries(
      DURATIONS.flatMap((of) => {
        const all = mean(shops.map(({ took }) => took?.[of]))
        return all ? [[of, all]] : []
      }),
    ),
    families: Object.fromEntries(
      ids.map((id) => [
        id,
        {
          reached: sum(shops.map(({ families }) => families?.[id]?.reached)),
          wipe: mean(shops.map(({ families }) => families?.[id]?.wipe)),
        },
      ]),
    ),
  })
}
