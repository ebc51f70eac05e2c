import fc from 'fast-check'
import { expect, it } from 'vitest'
import { STORIES } from '../../test/intakes.ts'
import { USUAL_PRICES } from '../price/index.ts'
import { believed, OUTCOMES, type Experience, type OutcomeOf } from '../results/index.ts'
import { PHONE } from './fixtures.ts'
import { foresee, NOTHING_DONE, planRoute, sourcesOf, type Alternative } from './index.ts'

/** What comes after an act has helped, or asked for an account: it is no source of the act itself. */
const AFTERWARDS: readonly OutcomeOf[] = [
  'sign-in',
  'old-lock',
  'account-page',
  'account-recovery',
  'service-with-proof',
  'service-without-proof',
  'authorised-release',
  'carrier',
  'carrier-in-contract',
  'supplier',
]

it('an option changes with each chance that is named as its source, and with no other but what comes afterwards', () => {
  let named = 0
  for (const [story, { facts, device = PHONE }] of Object.entries(STORIES)) {
    const options = (experience: Experience): readonly Alternative[] =>
      foresee({ facts, device, progress: NOTHING_DONE, prices: USUAL_PRICES, experience }).alternatives
    const before = options({})
    for (const of of OUTCOMES) {
      // So few failures that the order of the options stays, mostly; what is not to be had then is left out.
      const after = options({ [of]: { worked: 0, failed: 1 } })
      for (const { action, own } of before) {
        const now = after.find((one) => one.action === action)?.own
        if (!now) continue
        const hasMoved = Object.entries(own.howItEnds).some(
          ([how, chance]) => Math.abs(chance - now.howItEnds[how as keyof typeof own.howItEnds]) > 1e-9,
        )
        const isNamed = sourcesOf(action, facts, device).chances.includes(of)
        if (isNamed) named++
        if (isNamed && !hasMoved) expect(isHidden(of, facts), `${story}: ${action} by ${of}`).toBe(true)
        if (hasMoved && !isNamed) expect(AFTERWARDS, `${story}: ${action}`).toContain(of)
      }
    }
  }
  expect(named).toBeGreaterThan(20)
})

/** Named, and yet of no weight on this intake: what is known already leaves it out. */
const isHidden = (of: OutcomeOf, facts: (typeof STORIES)[string]['facts']): boolean =>
  of === 'old-lock' || (of === 'carrier' && facts.contractRunning === 'yes')

it('the figures that stand beside an option are those its chance is made of, of a family with attempts of its own, too', () => {
  const { facts } = STORIES['a forgotten PIN'] ?? {}
  const known = { ...facts, keysWork: 'yes', powersOn: 'yes' } as const
  const counted = fc.record({ worked: fc.nat(40), failed: fc.nat(40) })
  fc.assert(
    fc.property(counted, counted, counted, fc.boolean(), (its, others, solved, isOfFamily) => {
      const experience: Experience = {
        'recovery-reached': { worked: its.worked + others.worked, failed: its.failed + others.failed },
        'recovery-reset': solved,
        families: { ours: { reached: its } },
      }
      const familyId = isOfFamily ? 'ours' : 'another'
      const route = planRoute(known, { ...PHONE, familyId }, NOTHING_DONE, USUAL_PRICES, experience)
      const reset = route.choices.find(({ action }) => action === 'reset-from-recovery')
      if (!reset || route.choices[0] !== reset) return
      const [reached, helps] = (['recovery-reached', 'recovery-reset'] as const).map((of) =>
        believed(of, experience, familyId),
      )
      expect(reset.chance).toBeCloseTo((reached?.mean ?? 0) * (helps?.mean ?? 0), 9)
      // What is told to have been counted is of this family alone, where it has any.
      const told = isOfFamily
        ? its
        : { worked: its.worked + others.worked, failed: its.failed + others.failed }
      expect([reached?.worked, reached?.all]).toEqual([told.worked, told.worked + told.failed])
    }),
    { numRuns: 100 },
  )
})
