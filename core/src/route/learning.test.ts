import { expect, it } from 'vitest'
import { learningCurve, trueChances } from '../../test/learning.ts'

it('with the results of 2,000 jobs, chances being others than the usual ones, a route costs less than a tenth of what it cost before', () => {
  const curves = Array.from({ length: 8 }, (_, n) =>
    learningCurve(trueChances(n + 1), [0, 2000], n + 101, 0.25),
  )
  const mean = (at: number) =>
    curves.reduce((sum, curve) => sum + (curve[at] ?? Number.NaN), 0) / curves.length
  // Minor units a job: so much that it matters, before.
  expect(mean(0)).toBeGreaterThan(2000)
  expect(mean(1)).toBeLessThan(mean(0) / 10)
  // Nobody does better than who knows the truth.
  for (const [before = 0, after = 0] of curves) expect(Math.min(before, after)).toBeGreaterThan(-1e-6)
})
