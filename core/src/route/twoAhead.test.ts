import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { askEverything } from '../../test/counter.ts'
import { WHOLE_JOBS } from '../../test/intakes.ts'
import { RANDOM_FACTS } from '../../test/randomFacts.ts'
import { USUAL_PRICES } from '../price/index.ts'
import { MAY_CHANGE } from './ask.ts'
import { PHONE } from './fixtures.ts'
import {
  askNext,
  NOTHING_DONE,
  planRoute,
  priorOf,
  saidWith,
  secondsToAsk,
  sheetOf,
  type Asked,
  type FactName,
  type Facts,
} from './index.ts'

/** The worth of a job as its route says it, each set of answers solved once. */
function oracle() {
  const solved = new Map<string, number>()
  return (facts: Facts): number => {
    const key = JSON.stringify(Object.entries(facts).sort())
    const known = solved.get(key)
    if (known !== undefined) return known
    const { worthMinor } = planRoute(facts, PHONE, NOTHING_DONE).figures
    solved.set(key, worthMinor)
    return worthMinor
  }
}
const cost = (name: Asked) => (secondsToAsk(name) / 3600) * USUAL_PRICES.weights.benchHourMinor
const mean = (facts: Facts, name: FactName, of: (facts: Facts) => number) =>
  (priorOf(name, facts) ?? []).reduce(
    (all, [value, share]) => all + share * of({ ...facts, [name]: value } as Facts),
    0,
  )

const JOBS = Number(process.env['BENEVOX_JOBS'] ?? 150)
/** Random jobs, and what was known at the counter whenever it asked for two together. */
const jobs = [
  ...fc
    .sample(RANDOM_FACTS, { numRuns: JOBS, seed: Number(process.env['BENEVOX_SEED'] ?? 77) })
    .map((facts): Facts => ({ modelId: 'any', ...saidWith(facts), ...facts })),
  ...whereTwoWereAsked(),
]
function whereTwoWereAsked(): readonly Facts[] {
  const met: Facts[] = []
  const ask: typeof askNext = (given, decision) => {
    const questions = askNext(given, decision)
    const known = given.device === PHONE && given.customerNamed
    if (known && questions[0]?.with !== undefined) met.push({ ...given.facts })
    return questions
  }
  for (const { facts } of Object.values(WHOLE_JOBS)) askEverything(facts, PHONE, ask)
  return met
}

describe('two questions of which neither pays alone', () => {
  it('are asked where both together do, for as much as they are worth; and nothing is left that would pay', () => {
    let together = 0
    for (const facts of jobs) {
      const worth = oracle()
      const now = worth(facts)
      const gain = (first: FactName, second: FactName) =>
        mean(facts, first, (after) => Math.max(worth(after), mean(after, second, worth) - cost(second))) - now
      const open = MAY_CHANGE.filter((name) => facts[name] === undefined)
      if (open.some((name) => mean(facts, name, worth) - now > cost(name))) continue
      /** Nobody is asked whether it is online before whether a remote unlock is set up. */
      const waits = (name: FactName, said: readonly FactName[]) => {
        const { after } = sheetOf(name)
        return after !== undefined && facts[after] === undefined && !said.includes(after)
      }
      const pairs = open.flatMap((first) =>
        open
          .filter((second) => second !== first && !waits(first, []) && !waits(second, [first]))
          .map((second) => ({ first, second, net: gain(first, second) - cost(first) })),
      )
      const asked = askNext({ facts, device: PHONE, progress: NOTHING_DONE, prices: USUAL_PRICES })
      const said = JSON.stringify(facts)
      const pair = asked.find((one) => one.with !== undefined)
      if (!pair) {
        // What a gate asks anyway is known soon; a hundredth of the currency is nothing.
        const isAsked = (name: FactName) => asked.some((one) => one.name === name)
        const left = pairs.filter(({ first, second }) => !isAsked(first) && !isAsked(second))
        expect(Math.max(0, ...left.map(({ net }) => net)), said).toBeLessThan(1)
        continue
      }
      together++
      expect(pair.worthMinor, said).toBeGreaterThan(cost(pair.name))
      expect(pair.worthMinor - cost(pair.name), said).toBeCloseTo(Math.max(...pairs.map(({ net }) => net)), 6)
    }
    expect(together).toBeGreaterThan(1)
  })
})
