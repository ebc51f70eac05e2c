import { composeFamily, type Cue } from '@benevox/core/catalog'
import {
  beliefAfter,
  chanceOfReport,
  habitOf,
  isOfCable,
  Knowledge,
  linkAskedFor,
  reachedIn,
  TELLING_CUES,
  type Hypothesis,
  type Report,
  type Trace,
  type AttemptMade,
} from '@benevox/core/diagnosis'
import { seeded, type Random } from '@benevox/core/hand'
import { compileFamily } from '@benevox/core/twin'
import { describe, expect, it } from 'vitest'
import { demoPack } from './demoPack.ts'

const pack = demoPack()
const familyOf = (number: number, prior = 1) => {
  const family = pack.families[number - 1]
  if (!family) throw new Error(`No family ${number}`)
  return { family, machine: compileFamily(composeFamily(pack, family).composed), prior }
}

/** One of a list, each as often as its weight says. */
function drawn<T>(of: readonly T[], weightOf: (one: T) => number, random: Random): T {
  let u = random() * of.reduce((sum, one) => sum + weightOf(one), 0)
  const found = of.find((one) => (u -= weightOf(one)) < 0) ?? of.at(-1)
  if (found === undefined) throw new Error('Nothing to draw from')
  return found
}

/** A report of a trace, each cue told as often as the report's own chances say. */
function reported(trace: Trace, random: Random): Report {
  const seen: Cue[] = []
  for (const cue of TELLING_CUES) {
    const [told, not] = [[cue], []].map((more) =>
      chanceOfReport(trace, { reached: false, seen: [...seen, ...more] }),
    ) as [number, number]
    if (random() < told / (told + not)) seen.push(cue)
  }
  return { reached: false, seen }
}

describe('how likely a report is', () => {
  const knowledge = new Knowledge([familyOf(4)], 'on-locked')
  const [way] = knowledge.ways
  const [family] = knowledge.families
  if (!way || !family) throw new Error('The family has no way')
  const table = knowledge.table(family, way.method, linkAskedFor(way.method))
  const traces = [
    ...new Set(
      table.cells
        .flat(2)
        .flatMap((cell) => cell.traces)
        .map(({ trace }) => trace),
    ),
  ]
  it('all that can be said of a trace adds up to 1', () => {
    expect(traces.length).toBeGreaterThan(5)
    const subsets = TELLING_CUES.reduce<readonly (readonly Cue[])[]>(
      (all, cue) => [...all, ...all.map((seen) => [...seen, cue])],
      [[]],
    )
    for (const trace of traces.filter((one) => one >= 0 && !reachedIn(one)).slice(0, 3)) {
      const sum = subsets.reduce((all, seen) => all + chanceOfReport(trace, { reached: false, seen }), 0)
      expect(sum).toBeCloseTo(1, 9)
      expect(chanceOfReport(trace, { reached: true, seen: [] })).toBe(0)
    }
  })
  it('the shares of what can come of an attempt add up to 1', () => {
    for (const cell of table.cells.flat(2)) {
      const shares = cell.traces.map(({ share }) => share)
      if (shares.length > 0) expect(shares.reduce((sum, share) => sum + share, 0)).toBeCloseTo(1, 9)
    }
    expect(table.slips.reduce((sum, { weight }) => sum + weight, 0)).toBeCloseTo(1, 9)
  })
})

/**
 * By the theory of probability alone: where truths are drawn as often as the priors say and reports as often as the
 * model says, what is given a chance of p must be true in p of the cases.
 */
describe('what is believed is true as often as it is believed', () => {
  function draw(knowledge: Knowledge, random: Random, attempts: number) {
    const start = beliefAfter(knowledge, [])
    const truth = drawn(start, ({ chance }) => chance, random)
    const made: AttemptMade[] = []
    for (let n = 0; n < attempts; n++) {
      const way = drawn(knowledge.ways, () => 1, random)
      const { method } = way
      const link = linkAskedFor(method)
      const table = knowledge.table(truth.family, method, link)
      const cells = table.cells[habitOf(truth.fault) ? 0 : truth.faultIndex]?.[truth.paceIndex]
      const habit = habitOf(truth.fault)
      const habitual = table.slips.filter(({ slip }) => slip.kind === habit).length
      const weights = table.slips.map(({ slip, weight }, index) => ({
        cell: cells?.[index],
        weight:
          (cells?.[index]?.traces.length ?? 0) === 0
            ? 0
            : habitual > 0
              ? weight * 0.2 + (slip.kind === habit ? 0.8 / habitual : 0)
              : weight,
      }))
      if (weights.every(({ weight }) => weight === 0)) continue
      const { cell } = drawn(weights, ({ weight }) => weight, random)
      const { trace } = drawn(cell?.traces ?? [], ({ share }) => share, random)
      const report = reachedIn(trace) ? { reached: true, seen: [] } : reported(trace, random)
      made.push({ method, link, cable: '1', ...report })
    }
    return { truth, made }
  }
  const isSame = (one: Hypothesis, other: Hypothesis) =>
    one.family.family.id === other.family.family.id &&
    one.faultIndex === other.faultIndex &&
    one.paceIndex === other.paceIndex

  it.each([
    ['family 1, its faults', [1]],
    ['family 4, its faults', [4]],
    ['one of families 1, 3 and 10, and its faults', [1, 3, 10]],
  ])('%s', { timeout: 600_000 }, (_, numbers) => {
    const random = seeded(numbers.length * 100 + (numbers[0] ?? 0))
    const knowledge = new Knowledge(
      numbers.map((number) => familyOf(number, 1 / numbers.length)),
      'on-locked',
    )
    const bins = Array.from({ length: 10 }, () => ({ said: 0, was: 0, spread: 0, count: 0 }))
    let gained = 0
    const CASES = 500
    for (let n = 0; n < CASES; n++) {
      const { truth, made } = draw(knowledge, random, 2 + Math.floor(random() * 3))
      // Without another model, which no twin stands for, and with one cable only: what was drawn from.
      if (truth.fault.kind === 'other-family' || (made.length === 0 && isOfCable(truth.fault))) continue
      const belief = beliefAfter(knowledge, made)
      const known = belief.filter(({ fault }) => fault.kind !== 'other-family')
      const total = known.reduce((sum, { chance }) => sum + chance, 0)
      for (const one of known) {
        const chance = one.chance / total
        const bin = bins[Math.min(9, Math.floor(chance * 10))]
        if (!bin) continue
        bin.said += chance
        bin.was += isSame(one, truth) ? 1 : 0
        bin.spread += chance * (1 - chance)
        bin.count++
      }
      const before = beliefAfter(knowledge, []).find((one) => isSame(one, truth))?.chance ?? 1
      const after = known.find((one) => isSame(one, truth))?.chance ?? 0
      gained += Math.log2(Math.max(1e-12, after) / before)
    }
    for (const { said, was, spread, count } of bins)
      if (count > 20)
        expect(Math.abs(was - said), JSON.stringify(bins)).toBeLessThan(4 * Math.sqrt(spread) + 1)
    // And it learns: the truth is the likelier for what was told.
    expect(gained / CASES).toBeGreaterThan(0.2)
  })
})
