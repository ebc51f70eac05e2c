import fc from 'fast-check'
import { beforeAll, describe, expect, it } from 'vitest'
import type { JobState } from '../src/job/index.ts'
import { histories, live, type Lived, type Step } from './histories.ts'

/** Random histories each; `npm run histories` lives a hundred thousand. */
const RUNS = Number(process.env['BENEVOX_HISTORIES'] ?? 200)
/** A whole hour for a hundred thousand on a busy machine. */
const LONG = 3_600_000
/** A job apart from how often it was changed. */
export const withoutCounts = ({ version: _, events: __, ...rest }: JobState) => rest

/** Something that must hold of every history. */
interface Law<Drawn, What extends string> {
  readonly says: string
  /** What it speaks of, and the share of histories that must at least have come to it: a law of nothing cannot fail. */
  readonly often: Readonly<Record<What, number>>
  /** What is drawn for it beside the history. */
  readonly draw?: fc.Arbitrary<Drawn>
  /** Asked after each command. */
  readonly step?: (step: Step, seen: (what: What) => void) => void
  /** Asked of the whole life. */
  readonly end?: (lived: Lived, drawn: Drawn, seen: (what: What) => void) => void
}
/** A law with what was drawn for it, as it is asked of one history. */
interface Asked {
  readonly step: (step: Step) => void
  readonly end: (lived: Lived) => void
}
export interface OpenLaw {
  readonly says: string
  readonly often: readonly { readonly what: string; readonly share: number; readonly count: () => number }[]
  readonly asked: fc.Arbitrary<Asked>
}

export function law<What extends string, Drawn = undefined>({
  says,
  often,
  draw,
  step,
  end,
}: Law<Drawn, What>): OpenLaw {
  const counts = new Map<string, number>()
  const seen = (what: What) => void counts.set(what, (counts.get(what) ?? 0) + 1)
  const asked = (drawn: Drawn): Asked =>
    Object.defineProperty(
      { step: (made: Step) => step?.(made, seen), end: (lived: Lived) => end?.(lived, drawn, seen) },
      // A counterexample is printed as what was drawn.
      fc.toStringMethod,
      { value: () => fc.stringify(drawn), enumerable: false },
    )
  return {
    says,
    often: Object.entries<number>(often).map(([what, share]) => ({
      what,
      share,
      count: () => counts.get(what) ?? 0,
    })),
    asked: (draw ?? fc.constant(undefined as Drawn)).map(asked),
  }
}

class Broken extends Error {
  constructor(
    readonly law: OpenLaw,
    why: unknown,
  ) {
    super(`Broken: ${law.says}\n${why instanceof Error ? why.message : String(why)}`, { cause: why })
  }
}

function ask(law: OpenLaw, question: () => void): void {
  try {
    question()
  } catch (why) {
    throw new Broken(law, why)
  }
}

/** Lives each history once and asks every law of it; each law is a test of its own. */
export function holdInEveryLife(topic: string, laws: readonly OpenLaw[]): void {
  let broken: Broken | undefined
  let report = ''
  const property = fc.property(
    histories(60),
    fc.tuple(...laws.map(({ asked }) => asked)),
    (history, questions) => {
      const each = laws.map((one, nth) => ({ one, asked: questions[nth] }))
      const lived = live(history, (step) => {
        for (const { one, asked } of each) ask(one, () => asked?.step(step))
      })
      for (const { one, asked } of each) ask(one, () => asked?.end(lived))
    },
  )
  describe(topic, () => {
    beforeAll(() => {
      const run = fc.check(property, { numRuns: RUNS })
      if (!run.failed) return
      report = fc.defaultReportMessage(run) ?? ''
      if (!(run.errorInstance instanceof Broken)) throw new Error(report)
      broken = run.errorInstance
    }, LONG)
    for (const one of laws)
      it(one.says, () => {
        if (broken)
          throw new Error(
            broken.law === one ? `${broken.message}\n${report}` : `Not lived to the end. ${broken.message}`,
          )
        for (const { what, share, count } of one.often)
          expect(count(), `${what}, of ${RUNS} histories`).toBeGreaterThan(RUNS * share)
      })
  })
}
