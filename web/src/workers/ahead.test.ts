import { USUAL_PRICES } from '@benevox/core/price'
import { answersTo, foresee, NOTHING_DONE, type Facts, type Given } from '@benevox/core/route'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { PHONE } from '../../../core/src/route/fixtures.ts'
import { workedOutAhead } from './ahead.ts'

const given = (facts: Facts): Given => ({
  facts,
  device: PHONE,
  progress: NOTHING_DONE,
  prices: USUAL_PRICES,
})
const FORGOTTEN: Facts = { hazard: 'none', complaint: 'forgotten-lock' }

describe('what is worked out while somebody reads the question', () => {
  beforeEach(() => void vi.useFakeTimers())
  afterEach(() => vi.useRealTimers())
  const counted = () => {
    const made = vi.fn(foresee)
    return { made, ...workedOutAhead(made) }
  }

  it('is there when it is answered, whatever the answer and in whatever order the facts came, and the same as anew', async () => {
    const { made, ...worker } = counted()
    for (const question of ['whose', 'wrongTries', 'battery'] as const) {
      void worker.reads(given(FORGOTTEN), question)
      await vi.runAllTimersAsync()
      const answers = answersTo(given(FORGOTTEN), question)
      expect(answers.length).toBeGreaterThan(1)
      for (const { facts } of answers) {
        made.mockClear()
        const reversed = given(Object.fromEntries(Object.entries(facts).reverse()))
        expect(worker.foresee(reversed)).toEqual(foresee(given(facts)))
        expect(made).not.toHaveBeenCalled()
      }
    }
  })

  it('goes on where the same is asked again, as when what was answered has been saved', async () => {
    const { made, ...worker } = counted()
    void worker.reads(given(FORGOTTEN), 'whose')
    await vi.advanceTimersByTimeAsync(201)
    worker.foresee(given({ ...FORGOTTEN }))
    void worker.reads(given({ ...FORGOTTEN }), 'whose')
    await vi.runAllTimersAsync()
    made.mockClear()
    for (const answered of answersTo(given(FORGOTTEN), 'whose')) worker.foresee(answered)
    expect(made).not.toHaveBeenCalled()
  })

  it('gives way to what is asked meanwhile, after one of its answers at the most', async () => {
    const { made, ...worker } = counted()
    void worker.reads(given(FORGOTTEN), 'whose')
    await vi.advanceTimersByTimeAsync(201)
    expect(made.mock.calls.length).toBeLessThanOrEqual(1)
    worker.foresee(given({ ...FORGOTTEN, whose: 'own' }))
    const asked = made.mock.calls.length
    await vi.runAllTimersAsync()
    expect(made).toHaveBeenCalledTimes(asked)
  })

  it('is never that of other facts, another device, other progress or other prices', async () => {
    const { made, ...worker } = counted()
    const first = given(FORGOTTEN)
    worker.foresee(first)
    void worker.reads(first, 'keysWork')
    await vi.runAllTimersAsync()
    const { weights } = USUAL_PRICES
    for (const other of [
      given({ ...FORGOTTEN, whose: 'somebody-elses' }),
      { ...first, device: { ...PHONE, cellular: false } },
      { ...first, progress: { ...NOTHING_DONE, screenLifted: true } },
      {
        ...first,
        prices: { ...USUAL_PRICES, weights: { ...weights, benchHourMinor: weights.benchHourMinor + 1 } },
      },
    ]) {
      made.mockClear()
      expect(worker.foresee(other)).toEqual(foresee(other))
      expect(made).toHaveBeenCalled()
    }
  })

  it('is nothing where the answers cannot be listed', async () => {
    const { made, reads } = counted()
    void reads(given(FORGOTTEN), 'modelId')
    await vi.runAllTimersAsync()
    expect(made).not.toHaveBeenCalled()
  })
})
