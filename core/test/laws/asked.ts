import fc from 'fast-check'
import { expect } from 'vitest'
import { after, decide, factsOf, hasName, progressOf, routeOf, type Command } from '../../src/job/index.ts'
import { askNext, type Facts } from '../../src/route/index.ts'
import { sign, worldAt } from '../histories.ts'
import { law } from '../lives.ts'

const LATER = worldAt(300)
const answers = (set: Facts, name?: string): Command => ({
  kind: 'answer',
  set,
  ...(name !== undefined && { customer: { name } }),
  newestCatalogId: 1,
})

/** What somebody types for a name, and whether anybody can be called by it. */
const TYPED = [
  ['A. Quell', true],
  ['7', true],
  ['Ẹ̀ṣọ́', true],
  ['李', true],
  ['', false],
  ['   ', false],
  ['\u200b', false],
  ['–', false],
] as const
/** To ask takes long: one history in so many is. */
const ONE_IN = 2

/** The questions of the counter against what is said, and against what the signing wants. */
export const LAWS_OF_ASKING = [
  law({
    says: 'the customer’s name is asked for as long as the signing would want it, and no longer',
    often: { 'signed with a name': 0, 'asked for one': 0 },
    draw: fc.tuple(fc.nat(ONE_IN - 1), fc.constantFrom(...TYPED)),
    end({ job }, [nth, [name, isName]], seen) {
      if (nth > 0) return
      const typed = after(job, answers({}, name), LATER)
      if (typed.customer.name !== name) return
      const signed = decide(typed, sign(typed, LATER, 0), LATER)
      const asked = askNext({
        facts: factsOf(typed),
        device: LATER.device,
        progress: progressOf(typed),
        prices: LATER.prices,
        customerNamed: hasName(typed.customer) || undefined,
      }).some((question) => question.name === 'customer')
      if (isName) expect(asked).toBe(false)
      else expect(signed.kind).toBe('refused')
      if (signed.kind !== 'refused') return seen('signed with a name')
      if (signed.refusal.code !== 'customer-name-missing') return
      expect(isName).toBe(false)
      // Nothing is asked where a check is closed for good.
      if (routeOf(typed, LATER).choices[0]?.action === 'refuse') return
      expect(asked).toBe(true)
      seen('asked for one')
    },
  }),
  law({
    says: 'whoever showed a receipt has a proof of purchase: the later word stands, the other is asked anew',
    often: { contradicted: 1 / 10 },
    draw: fc.array(
      fc.oneof(
        fc.constantFrom('receipt', 'receipt', 'box', null).map((ownership) => ({ ownership })),
        fc.constantFrom('yes', 'no', 'no', null).map((proofOfPurchase) => ({ proofOfPurchase })),
      ),
      { minLength: 4, maxLength: 8 },
    ),
    step({ job }) {
      const { ownership, proofOfPurchase } = factsOf(job)
      if (ownership === 'receipt') expect(proofOfPurchase).toBe('yes')
    },
    end({ job }, said, seen) {
      let now = job
      for (const set of said) {
        const before = factsOf(now)
        const next = after(now, answers(set as Facts), LATER)
        if (next === now) continue
        now = next
        const { ownership, proofOfPurchase } = factsOf(now)
        if (ownership === 'receipt') expect(proofOfPurchase).toBe('yes')
        const [[name, value] = []] = Object.entries(set)
        if (name && value !== null) expect(factsOf(now)[name as keyof Facts]).toBe(value)
        if (before.ownership === 'receipt' && ownership === undefined && value !== null) seen('contradicted')
      }
    },
  }),
]
