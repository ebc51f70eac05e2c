import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { usualReleaseChance } from '../results/index.ts'
import { PHONE } from '../route/fixtures.ts'
import { NOTHING_DONE, planRoute, type Facts } from '../route/index.ts'
import { USUAL_PRICES } from '../price/index.ts'
import { compareOffers, isWorthwhile, type Offer, type Weighs } from './choice.ts'

const LATE = 0.5
/** A chance that is usual for suppliers; common practice, no source. */
const USUAL = 0.88
/** What is usual counts as five orders, beside those that were seen. */
const chanceOf = ({ worked, failed }: Offer, usual: number) => (worked + 5 * usual) / (worked + failed + 5)

/** An answer of each offer: on which day, and whether it works. */
type Fate = readonly { readonly day: number; readonly works: boolean }[]

/** Every way it can turn out for all offers at once, with its chance. */
function fatesOf(offers: readonly Offer[], usual: number): readonly (readonly [Fate, number])[] {
  let fates: [Fate, number][] = [[[], 1]]
  for (const offer of offers) {
    const { least, most } = offer.days
    const days: readonly [number, number][] =
      least === most
        ? [[least, 1]]
        : [
            [least, 0.25],
            [(least + most) / 2, 0.5],
            [most, 0.25],
          ]
    fates = fates.flatMap(([fate, chance]) =>
      days.flatMap(([day, share]) =>
        [true, false].map((works): [Fate, number] => [
          [...fate, { day, works }],
          chance * share * (works ? chanceOf(offer, usual) : 1 - chanceOf(offer, usual)),
        ]),
      ),
    )
  }
  return fates
}

/** What to order next, told by which have failed and on which days: undefined for no more. */
type Plan = { readonly order: number; readonly then: ReadonlyMap<number, Plan> } | undefined

/** Every plan there is: nothing, or an offer and after each day of its failing any plan of the others. */
function plansOf(offers: readonly Offer[], left: readonly number[]): readonly Plan[] {
  const plans: Plan[] = [undefined]
  for (const order of left) {
    const { least = 0, most = 0 } = offers[order]?.days ?? {}
    const days = [...new Set([least, (least + most) / 2, most])]
    const rest = plansOf(
      offers,
      left.filter((one) => one !== order),
    )
    let branches: Map<number, Plan>[] = [new Map()]
    for (const day of days)
      branches = branches.flatMap((before) => rest.map((then) => new Map([...before, [day, then]])))
    plans.push(...branches.map((then) => ({ order, then })))
  }
  return plans
}

/** What a plan comes to when it turns out so: played through, with no folding back and no chances. */
function played(plan: Plan, offers: readonly Offer[], fate: Fate, weighs: Weighs): number {
  let [worth, day] = [0, 0]
  for (let next = plan; next;) {
    const offer = offers[next.order]
    const turned = fate[next.order]
    if (!offer || !turned) throw new Error('A plan of an offer that is none')
    day += turned.day
    worth -= turned.day * weighs.waitingDayMinor
    if (turned.works) {
      const late = day > (weighs.neededInDays ?? Infinity)
      return worth - offer.feeMinor + weighs.unlockedMinor * (late ? LATE : 1)
    }
    worth -= offer.feeMinor * (1 - offer.refundShare)
    next = next.then.get(turned.day)
  }
  return worth
}

const offerFields = {
  feeMinor: fc.integer({ min: 0, max: 6000 }),
  refundShare: fc.constantFrom(0, 0.5, 1),
  worked: fc.nat(20),
  failed: fc.nat(20),
}
const offer = fc.record({
  ...offerFields,
  days: fc.tuple(fc.nat(6), fc.nat(3)).map(([least, more]) => ({ least, most: least + 2 * more })),
})
const offers = (most: number) =>
  fc
    .array(offer, { minLength: 1, maxLength: most })
    .map((all): readonly Offer[] => all.map((one, id) => ({ id, ...one })))
const weighs: fc.Arbitrary<Weighs> = fc.record({
  usualChance: fc.constantFrom(0.5, 0.88),
  unlockedMinor: fc.integer({ min: 500, max: 12_000 }),
  waitingDayMinor: fc.integer({ min: 0, max: 600 }),
  neededInDays: fc.option(fc.nat(12), { nil: undefined }),
})

describe('which supplier is ordered from, and from whom if that fails', () => {
  it('is worth as much as the best of all plans, each played through every way it can turn out', () => {
    fc.assert(
      fc.property(offers(2), weighs, (all, values) => {
        const fates = fatesOf(all, values.usualChance)
        const best = Math.max(
          ...plansOf(
            all,
            all.map(({ id }) => id),
          ).map((plan) =>
            fates.reduce((sum, [fate, chance]) => sum + chance * played(plan, all, fate, values), 0),
          ),
        )
        const [first] = compareOffers(all, values)
        expect(Math.max(0, first?.worthMinor ?? 0)).toBeCloseTo(best, 6)
        expect(first !== undefined && isWorthwhile(first)).toBe(best > 1e-9)
      }),
      { seed: 16, numRuns: 5000 },
    )
  }, 120_000)

  it('is that also with three suppliers, where the next depends on the days that have gone', () => {
    fc.assert(
      fc.property(
        fc.array(fc.record({ ...offerFields, days: fc.nat(6).map((day) => ({ least: day, most: day })) }), {
          minLength: 3,
          maxLength: 3,
        }),
        weighs,
        (some, values) => {
          const all = some.map((one, id) => ({ id, ...one }))
          const fates = fatesOf(all, values.usualChance)
          const best = Math.max(
            ...plansOf(all, [0, 1, 2]).map((plan) =>
              fates.reduce((sum, [fate, chance]) => sum + chance * played(plan, all, fate, values), 0),
            ),
          )
          expect(Math.max(0, compareOffers(all, values)[0]?.worthMinor ?? 0)).toBeCloseTo(best, 6)
        },
      ),
      { seed: 17, numRuns: 500 },
    )
  }, 120_000)

  it('comes by chance over cost where nothing is refunded, nobody waits and any unlock is worth it (Mitten 1960, from memory)', () => {
    fc.assert(
      fc.property(offers(4), (some) => {
        const all = some.map((one) => ({ ...one, feeMinor: one.feeMinor + 1, refundShare: 0 }))
        const courses = compareOffers(all, { usualChance: USUAL, unlockedMinor: 1e7, waitingDayMinor: 0 })
        const ratio = (id: number | undefined) => {
          const found = all.find((one) => one.id === id)
          return found ? chanceOf(found, USUAL) / found.feeMinor : 0
        }
        const [first] = courses
        for (const { id } of all) expect(ratio(first?.id)).toBeGreaterThanOrEqual(ratio(id) - 1e-9)
        if (all.length > 1)
          for (const { id } of all.filter((one) => one.id !== first?.id))
            expect(ratio(first?.then)).toBeGreaterThanOrEqual(ratio(id) - 1e-9)
      }),
      { seed: 18, numRuns: 500 },
    )
  })

  it('of hundreds all are told, the first no worse than the best by itself, and soon', () => {
    const many = Array.from({ length: 300 }, (_, id) => ({
      id,
      feeMinor: 900 + ((id * 137) % 4000),
      refundShare: id % 3 === 0 ? 1 : 0,
      worked: id % 5,
      failed: id % 7,
      days: { least: id % 4, most: (id % 4) + 2 },
    }))
    const values = { usualChance: USUAL, unlockedMinor: 9000, waitingDayMinor: 200, neededInDays: 12 }
    const courses = compareOffers(many, values)
    expect(new Set(courses.map(({ id }) => id)).size).toBe(300)
    const alone = many.map((one) => compareOffers([one], values)[0]?.worthMinor ?? 0)
    expect(courses[0]?.worthMinor).toBeGreaterThanOrEqual(Math.max(...alone))
    const worths = courses.map(({ worthMinor }) => worthMinor)
    expect(worths).toEqual([...worths].sort((a, b) => b - a))
  })

  it('figures sum up what each course comes to', () => {
    fc.assert(
      fc.property(offers(3), weighs, (all, { neededInDays: _, ...values }) => {
        for (const course of compareOffers(all, values)) {
          const { worthMinor, unlockedChance, costMinor, days } = course
          // Without a day by which it is needed, worth is what it brings less what it costs and the waiting.
          expect(worthMinor).toBeCloseTo(
            unlockedChance * values.unlockedMinor - costMinor - days * values.waitingDayMinor,
            4,
          )
          expect(unlockedChance).toBeGreaterThanOrEqual(course.chance - 1e-9)
        }
      }),
      { seed: 19, numRuns: 500 },
    )
  })

  it('a supplier that has failed often here comes after one that has not; a day that is near makes the quick one first', () => {
    const cheap: Offer = {
      id: 1,
      feeMinor: 1200,
      refundShare: 0,
      worked: 0,
      failed: 0,
      days: { least: 7, most: 14 },
    }
    const quick: Offer = {
      id: 2,
      feeMinor: 1900,
      refundShare: 0,
      worked: 0,
      failed: 0,
      days: { least: 1, most: 3 },
    }
    const values = { usualChance: USUAL, unlockedMinor: 9000, waitingDayMinor: 20 }
    const first = (all: readonly Offer[], more: Partial<Weighs> = {}) =>
      compareOffers(all, { ...values, ...more })[0]?.id
    expect(first([cheap, quick])).toBe(1)
    expect(first([cheap, quick], { neededInDays: 4 })).toBe(2)
    expect(first([{ ...cheap, failed: 8 }, quick])).toBe(2)
  })
})

describe('the chance of an offer, and what the route says of ordering', () => {
  const counted = fc.record({ worked: fc.nat(60), failed: fc.nat(60) })
  const LOCKS = [
    ['carrier', 'carrier-order', { complaint: 'carrier-lock-only', carrierLocked: 'yes' }],
    [
      'account',
      'authorised-release',
      {
        complaint: 'second-hand',
        sellerReachable: 'no',
        proofOfPurchase: 'yes',
        registryAnswer: 'clean',
        reportModel: 'same',
        carrierLocked: 'no',
      },
    ],
  ] as const satisfies readonly (readonly [string, string, Facts])[]
  it.each(LOCKS)(
    'are one number for the %s lock while nothing was ordered, whatever others have counted',
    (lock, action, facts) => {
      let met = 0
      fc.assert(
        fc.property(counted, counted, (suppliers, releases) => {
          const experience = { exchanged: { supplier: suppliers, 'authorised-release': releases } }
          const progress = { ...NOTHING_DONE, failedActs: ['carrier-free', 'makers-service'] as const }
          const { choices } = planRoute(facts, PHONE, progress, USUAL_PRICES, experience)
          const ordering = choices.find((one) => one.action === action)
          if (!ordering) return
          met += 1
          const offer = {
            id: 1,
            feeMinor: 0,
            refundShare: 0,
            worked: 0,
            failed: 0,
            days: { least: 1, most: 3 },
          }
          const usualChance = usualReleaseChance(lock, experience)
          const [course] = compareOffers([offer], { usualChance, unlockedMinor: 9000, waitingDayMinor: 0 })
          expect(course?.chance).toBeCloseTo(ordering.chance, 9)
        }),
        { seed: 20261201, numRuns: 200 },
      )
      expect(met).toBeGreaterThan(50)
    },
  )
})
