import fc from 'fast-check'
import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus'
import { describe, expect, it } from 'vitest'
import {
  Amount,
  meanOf,
  quantileOf,
  solve,
  solveBeginningWith,
  solveEach,
  threePoints,
  undominated,
  valueOfKnowing,
  type Act,
  type DecisionProblem,
  type Policy,
} from './index.ts'

/**
 * The oil wildcatter of Raiffa, *Decision Analysis* (1968) (from memory): dry, wet or soaking; drill or not; and
 * the sounding, which shows no, an open or a closed structure.
 */
type Well = 'dry' | 'wet' | 'soaking'
const WORTH: Record<Well, number> = { dry: -70, wet: 50, soaking: 200 }
const JOINT: Record<Well, readonly [number, number, number]> = {
  dry: [0.3, 0.15, 0.05],
  wet: [0.09, 0.12, 0.09],
  soaking: [0.02, 0.08, 0.1],
}
const PRIOR: Record<Well, number> = { dry: 0.5, wet: 0.3, soaking: 0.2 }
const wells = (Object.keys(PRIOR) as Well[]).map((world) => ({ world, probability: PRIOR[world] }))
const drill: Act<string, Well> = {
  id: 'drill',
  outcomes: [{ id: 'drilled', chance: () => 1, worth: (well) => WORTH[well], next: undefined }],
}
const leave: Act<string, Well> = {
  id: 'leave',
  outcomes: [{ id: 'left', chance: () => 1, worth: () => 0, next: undefined }],
}
const wildcatter = (soundingCost: number | undefined): DecisionProblem<string, Well> => ({
  worlds: wells,
  start: 'start',
  nameOf: (state) => state,
  acts: (state) =>
    state !== 'start' || soundingCost === undefined
      ? [drill, leave]
      : [
          drill,
          leave,
          {
            id: 'sound',
            outcomes: ['none', 'open', 'closed'].map((id, index) => ({
              id,
              chance: (well: Well) => (JOINT[well][index] ?? 0) / PRIOR[well],
              worth: () => -soundingCost,
              next: id,
            })),
          },
        ],
})

describe('the oil wildcatter (Raiffa 1968, from memory)', () => {
  it('drills, which is worth 20, and would pay 35 to know the well', () => {
    const best = solve(wildcatter(undefined))
    expect([best.act?.id, best.worth]).toEqual(['drill', expect.closeTo(20, 9)])
    expect(valueOfKnowing(wildcatter(undefined), (well) => well)).toBeCloseTo(35, 9)
  })
  it('sounds for 10 first, which is worth 22.5, and does not drill where there is no structure', () => {
    const best = solve(wildcatter(10))
    expect([best.act?.id, best.worth]).toEqual(['sound', expect.closeTo(22.5, 9)])
    expect(best.branches.map(({ outcome, then }) => `${outcome.id}: ${then?.act?.id}`)).toEqual([
      'none: leave',
      'open: drill',
      'closed: drill',
    ])
    expect(best.branches.map(({ chance }) => chance)).toEqual(
      [0.41, 0.35, 0.24].map((p) => expect.closeTo(p, 9)),
    )
  })
  it('does not sound for 13, where it is worth less than drilling at once', () => {
    expect(solve(wildcatter(13)).act?.id).toBe('drill')
  })
  it('knows nothing better for a question whose answer is always the same', () => {
    expect(valueOfKnowing(wildcatter(10), () => 'well')).toBe(0)
  })
  it('knows what each beginning is worth with the best that can follow', () => {
    expect(solveEach(wildcatter(10)).map(({ act, worth }) => [act?.id, Math.round(worth * 10) / 10])).toEqual(
      [
        ['drill', 20],
        ['leave', 0],
        ['sound', 22.5],
      ],
    )
    expect(solveBeginningWith(wildcatter(10), 'pray')).toBeUndefined()
  })
})

/** Tries one after another: each costs and may succeed, by the hidden world; stopping is always possible. */
interface Trials {
  readonly worlds: readonly number[]
  readonly attempts: readonly {
    readonly cost: number
    readonly chances: readonly number[]
    readonly worth: number
  }[]
}
function trials({ worlds, attempts }: Trials): DecisionProblem<readonly number[], number> {
  const total = worlds.reduce((a, b) => a + b, 0)
  return {
    worlds: worlds.map((weight, world) => ({ world, probability: weight / total })),
    start: [],
    nameOf: (failed) => [...failed].sort().join(','),
    acts: (failed) => [
      {
        id: 'stop',
        outcomes: [{ id: 'stopped', chance: () => 1, worth: () => 0, next: undefined }],
      },
      ...attempts.flatMap(({ cost, chances, worth }, index) =>
        failed.includes(index)
          ? []
          : [
              {
                id: String(index),
                outcomes: [
                  {
                    id: 'worked',
                    chance: (world: number) => chances[world] ?? 0,
                    worth: () => worth - cost,
                    next: undefined,
                  },
                  {
                    id: 'failed',
                    chance: (world: number) => 1 - (chances[world] ?? 0),
                    worth: () => -cost,
                    next: [...failed, index],
                  },
                ],
              },
            ],
      ),
    ],
  }
}
const small = fc.record({
  worlds: fc.array(fc.double({ min: 0.05, max: 1, noNaN: true }), { minLength: 1, maxLength: 4 }),
  attempts: fc.array(
    fc.record({
      cost: fc.double({ min: 0, max: 20, noNaN: true }),
      chances: fc.array(fc.double({ min: 0, max: 1, noNaN: true }), { minLength: 4, maxLength: 4 }),
      worth: fc.double({ min: 0, max: 100, noNaN: true }),
    }),
    { minLength: 1, maxLength: 4 },
  ),
})

/** Every order of every choice of attempts, each evaluated world by world: no folding back, no belief. */
function byBruteForce({ worlds, attempts }: Trials): number {
  const total = worlds.reduce((a, b) => a + b, 0)
  const orders = (left: readonly number[]): number[][] => [
    [],
    ...left.flatMap((first) => orders(left.filter((one) => one !== first)).map((rest) => [first, ...rest])),
  ]
  const worthOf = (order: readonly number[]) =>
    worlds.reduce((sum, weight, world) => {
      let reach = weight / total
      let worth = 0
      for (const index of order) {
        const { cost = 0, chances = [], worth: prize = 0 } = attempts[index] ?? {}
        worth += reach * ((chances[world] ?? 0) * prize - cost)
        reach *= 1 - (chances[world] ?? 0)
      }
      return sum + worth
    }, 0)
  return Math.max(...orders(attempts.map((_, index) => index)).map(worthOf))
}

describe('small random problems', () => {
  it('are solved as well as by going through every order of attempts', () => {
    fc.assert(
      fc.property(small, (problem) => {
        expect(solve(trials(problem)).worth).toBeCloseTo(byBruteForce(problem), 6)
      }),
      { seed: 4, numRuns: 300 },
    )
  })
  it('value a question as the mean of solving each answer by brute force', () => {
    fc.assert(
      fc.property(small, (problem) => {
        const total = problem.worlds.reduce((a, b) => a + b, 0)
        const answer = (world: number) => String(world % 2)
        const knowing = ['0', '1'].reduce((sum, said) => {
          const worlds = problem.worlds.map((weight, world) => (answer(world) === said ? weight : 0))
          const share = worlds.reduce((a, b) => a + b, 0)
          return share === 0 ? sum : sum + (share / total) * byBruteForce({ ...problem, worlds })
        }, 0)
        const value = valueOfKnowing(trials(problem), answer)
        expect(value).toBeCloseTo(Math.max(0, knowing - byBruteForce(problem)), 6)
      }),
      { seed: 5, numRuns: 200 },
    )
  })
  it('independent attempts of one worth come by chance over cost (Mitten 1960, from memory)', () => {
    fc.assert(
      fc.property(small, ({ attempts }) => {
        const alike = attempts.map(({ cost, chances }) => ({
          cost: cost + 0.1,
          chances: [(chances[0] ?? 0) * 0.9 + 0.05],
          worth: 1e4,
        }))
        const order: number[] = []
        for (
          let policy: Policy<readonly number[], number> | undefined = solve(
            trials({ worlds: [1], attempts: alike }),
          );
          policy?.act && policy.act.id !== 'stop';
          policy = policy.branches.find(({ outcome }) => outcome.id === 'failed')?.then
        )
          order.push(Number(policy.act.id))
        const ratio = (index: number) => (alike[index]?.chances[0] ?? 0) / (alike[index]?.cost ?? 1)
        for (let n = 1; n < order.length; n++)
          expect(ratio(order[n - 1] ?? 0)).toBeGreaterThanOrEqual(ratio(order[n] ?? 0) - 1e-6)
        expect(order).toHaveLength(alike.length)
      }),
      { seed: 6, numRuns: 200 },
    )
  })
})

describe('amounts that are not known for certain', () => {
  it('keep mean and quantiles of a sum near those of a simulation', () => {
    const parts = [
      { p10: 5, p50: 10, p90: 30 },
      { p10: 60, p50: 200, p90: 900 },
      { p10: 2, p50: 3, p90: 8 },
    ].map(threePoints)
    const sum = parts.reduce((then, own) => Amount.oneOf([{ chance: 1, own, then }]), Amount.NOTHING)
    const random = xoroshiro128plus(11)
    const draw = () => (random.next() >>> 0) / 2 ** 32
    const drawn = Array.from({ length: 20_000 }, () =>
      parts.reduce((all, part) => {
        const at = draw()
        return all + (part[at < 0.3 ? 0 : at < 0.7 ? 1 : 2]?.[0] ?? NaN)
      }, 0),
    ).sort((a, b) => a - b)
    expect(meanOf(sum.toChances())).toBeCloseTo(
      parts.reduce((all, part) => all + meanOf(part), 0),
      6,
    )
    for (const share of [0.5, 0.9])
      expect(sum.quantile(share) / (drawn[Math.floor(share * drawn.length)] ?? 1)).toBeCloseTo(1, 1)
  })
  it('mix by chance', () => {
    const mixed = Amount.oneOf([
      { chance: 0.6, own: [[10, 1]] },
      { chance: 0.4, own: [[1000, 1]] },
    ])
    expect([mixed.quantile(0.5), mixed.quantile(0.9), meanOf(mixed.toChances())]).toEqual([10, 1000, 406])
  })
  it('are what adding up every combination gives, however they follow one another', () => {
    const own = fc.array(fc.tuple(fc.integer({ min: 0, max: 12 }), fc.constantFrom(0, 0.25, 1)), {
      minLength: 1,
      maxLength: 4,
    })
    const parts = fc.array(fc.record({ chance: fc.constantFrom(0, 0.5, 1), own }), {
      minLength: 1,
      maxLength: 3,
    })
    fc.assert(
      fc.property(
        fc.array(parts, { maxLength: 4 }),
        fc.double({ min: 0, max: 1, noNaN: true }),
        (steps, share) => {
          let sum = Amount.NOTHING
          let all: (readonly [value: number, chance: number])[] = [[0, 1]]
          for (const step of steps) {
            sum = Amount.oneOf(step.map((part) => ({ ...part, then: sum })))
            all = step.flatMap((part) =>
              part.own.flatMap(([value, p]) =>
                all.map(([later, q]) => [value + later, p * q * part.chance] as const),
              ),
            )
          }
          const values = [...new Set(all.filter(([, p]) => p > 0).map(([value]) => value))].sort(
            (a, b) => a - b,
          )
          const made = sum.toChances()
          expect(made.map(([value]) => value)).toEqual(values)
          for (const [value, chance] of made)
            expect(chance).toBeCloseTo(
              all.reduce((total, [one, p]) => total + (one === value ? p : 0), 0),
              9,
            )
          const likely = all.filter(([, p]) => p > 0)
          expect(sum.quantile(share)).toBe(quantileOf(likely, share))
        },
      ),
      { seed: 8, numRuns: 300 },
    )
  })
})

describe('alternatives', () => {
  it('leave out whatever another beats, and of equals all but the first', () => {
    const all = [
      [3, 1],
      [1, 3],
      [1, 1],
      [3, 1],
      [2, 2],
    ]
    expect(undominated(all, (one) => one)).toEqual([
      [3, 1],
      [1, 3],
      [2, 2],
    ])
  })
})
