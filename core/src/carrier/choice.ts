import { moved } from '../results/index.ts'
import { solveEach, type DecisionProblem, type Policy } from '../decision/index.ts'

/** A supplier's service, as far as choosing it needs it. */
export interface Offer {
  readonly id: number
  /** What it costs, in minor units. */
  readonly feeMinor: number
  /** The share of the fee that comes back where it did not work, from 0 to 1. */
  readonly refundShare: number
  /** How often it has worked in this shop, and how often not. */
  readonly worked: number
  readonly failed: number
  /** Whole days until the answer: the earliest and the latest that is promised. */
  readonly days: { readonly least: number; readonly most: number }
}

/** What the choice weighs, in minor units. */
export interface Weighs {
  /** How often such a service works before the shop has ordered there, 0 to 1: what the route counts with. */
  readonly usualChance: number
  /** What an unlocked device is worth. */
  readonly unlockedMinor: number
  /** What a day of waiting costs. */
  readonly waitingDayMinor: number
  /** In how many days the customer needs it; after that it is worth less. */
  readonly neededInDays?: number | undefined
}

/** What begins with one offer and goes on as is best. */
export interface Course {
  readonly id: number
  /** Expected worth, costs taken off, in minor units. */
  readonly worthMinor: number
  /** That this offer works, by the shop's own orders. */
  readonly chance: number
  /** That the device is unlocked at the end, whatever is ordered after it. */
  readonly unlockedChance: number
  /** What is paid in the end, expected, refunds taken off. */
  readonly costMinor: number
  /** Days until it is known, expected. */
  readonly days: number
  /** What is ordered if this fails in the time that is usual. */
  readonly then: number | undefined
}

/** What an unlocked device is still worth once it comes too late, as a share. A decision value, no source. */
const LATE_SHARE = 0.5

/** When its answer comes: early, in the middle or late in what is promised, with its chances. */
export function daysOfOffer({
  days: { least, most },
}: Pick<Offer, 'days'>): readonly (readonly [days: number, chance: number])[] {
  if (least === most) return [[least, 1]]
  return [
    [least, 0.25],
    [(least + most) / 2, 0.5],
    [most, 0.25],
  ]
}

interface Place {
  readonly failed: readonly number[]
  readonly days: number
}

/** So many are compared with all that may follow; each more takes three times as long. */
const MOST_TOGETHER = 6

/**
 * Each offer with what comes of beginning with it, the best first: exactly, by folding back over which have failed and how
 * many days have gone. Offers are independent of each other. Those that are worth less than ordering nothing stand last,
 * with a worth below 0. Where there are more than six, that is so of the six that are worth most by themselves; the others
 * stand by themselves.
 */
export function compareOffers(offers: readonly Offer[], weighs: Weighs): readonly Course[] {
  if (offers.length <= MOST_TOGETHER) return compareTogether(offers, weighs)
  const alone = offers
    .flatMap((offer) => compareTogether([offer], weighs).map((course) => ({ offer, course })))
    .sort((one, other) => other.course.worthMinor - one.course.worthMinor)
  const together = compareTogether(
    alone.slice(0, MOST_TOGETHER).map(({ offer }) => offer),
    weighs,
  )
  const others = alone.slice(MOST_TOGETHER).map(({ course }) => course)
  return [...together, ...others].sort((one, other) => other.worthMinor - one.worthMinor)
}

function compareTogether(offers: readonly Offer[], weighs: Weighs): readonly Course[] {
  return solveEach(problemOf(offers, weighs))
    .flatMap((policy) => {
      const offer = offers.find(({ id }) => String(id) === policy.act?.id)
      return offer ? [courseOf(policy, offer, offers, moved(weighs.usualChance, offer))] : []
    })
    .sort((one, other) => other.worthMinor - one.worthMinor)
}

/** Whether ordering is worth more than not ordering. */
export const isWorthwhile = ({ worthMinor }: Pick<Course, 'worthMinor'>): boolean => worthMinor > 0

function problemOf(offers: readonly Offer[], weighs: Weighs): DecisionProblem<Place, null> {
  const { usualChance, unlockedMinor, waitingDayMinor, neededInDays = Infinity } = weighs
  return {
    worlds: [{ world: null, probability: 1 }],
    start: { failed: [], days: 0 },
    nameOf: ({ failed, days }) => `${[...failed].sort((a, b) => a - b).join()} ${days}`,
    acts: ({ failed, days }) => [
      { id: 'stop', outcomes: [{ id: 'stopped', chance: () => 1, worth: () => 0, next: undefined }] },
      ...offers
        .filter(({ id }) => !failed.includes(id))
        .map((offer) => ({
          id: String(offer.id),
          outcomes: daysOfOffer(offer).flatMap(([takes, share]) => {
            const chance = moved(usualChance, offer)
            const isLate = days + takes > neededInDays
            const prize = isLate ? unlockedMinor * LATE_SHARE : unlockedMinor
            const waiting = takes * waitingDayMinor
            return [
              {
                id: `worked ${takes}`,
                chance: () => chance * share,
                worth: () => prize - offer.feeMinor - waiting,
                next: undefined,
              },
              {
                id: `failed ${takes}`,
                chance: () => (1 - chance) * share,
                worth: () => -offer.feeMinor * (1 - offer.refundShare) - waiting,
                next: { failed: [...failed, offer.id], days: days + takes },
              },
            ]
          }),
        })),
    ],
  }
}

function courseOf(
  policy: Policy<Place, null>,
  offer: Offer,
  offers: readonly Offer[],
  chance: number,
): Course {
  const usual = daysOfOffer(offer)
  const [middle] = usual[Math.floor(usual.length / 2)] ?? [0]
  const after = policy.branches.find(({ outcome }) => outcome.id === `failed ${middle}`)?.then
  const then = offers.find(({ id }) => String(id) === after?.act?.id)
  return {
    id: offer.id,
    worthMinor: policy.worth,
    chance,
    ...whatComes(policy, offers),
    then: then?.id,
  }
}

/** Expected over all that can come of it. */
function whatComes(
  policy: Policy<Place, null>,
  offers: readonly Offer[],
): Pick<Course, 'unlockedChance' | 'costMinor' | 'days'> {
  const offer = offers.find(({ id }) => String(id) === policy.act?.id)
  let [unlockedChance, costMinor, days] = [0, 0, 0]
  if (!offer) return { unlockedChance, costMinor, days }
  for (const { outcome, chance, then } of policy.branches) {
    const [how, takes] = outcome.id.split(' ')
    days += chance * Number(takes)
    if (how === 'worked') {
      unlockedChance += chance
      costMinor += chance * offer.feeMinor
      continue
    }
    costMinor += chance * offer.feeMinor * (1 - offer.refundShare)
    if (!then) continue
    const rest = whatComes(then, offers)
    unlockedChance += chance * rest.unlockedChance
    costMinor += chance * rest.costMinor
    days += chance * rest.days
  }
  return { unlockedChance, costMinor, days }
}
