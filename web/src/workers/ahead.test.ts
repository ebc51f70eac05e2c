import { USUAL_PRICES } from '@benevox/core/price'
import { answersTo, foresee, NOTHING_DONE, type Facts, type Foresight, type Given } from '@benevox/core/route'
import { describe, expect, it, vi } from 'vitest'
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
  const counted = () => {
    const made = vi.fn((one: Given) => Promise.resolve(foresee(one)))
    const ahead = vi.fn((one: Given) => Promise.resolve(foresee(one)))
    return { made, ahead, ...workedOutAhead(made, ahead) }
  }

  it('is there when it is answered, whatever the answer and in whatever order the facts came, and the same as anew', async () => {
    const { made, foresee: asked, reads } = counted()
    for (const question of ['whose', 'wrongEntries', 'battery'] as const) {
      await reads(given(FORGOTTEN), question)
      const answers = answersTo(given(FORGOTTEN), question)
      expect(answers.length).toBeGreaterThan(1)
      for (const { facts } of answers) {
        const reversed = given(Object.fromEntries(Object.entries(facts).reverse()))
        expect(await asked(reversed)).toEqual(foresee(given(facts)))
      }
    }
    expect(made).not.toHaveBeenCalled()
  })

  it('is there for the question after the likeliest answer too', async () => {
    const { made, foresee: asked, reads } = counted()
    await reads(given(FORGOTTEN), 'whose')
    const [likeliest = given({})] = answersTo(given(FORGOTTEN), 'whose')
    const [next] = foresee(likeliest).askNext
    const answers = answersTo(likeliest, next?.name ?? 'whose')
    expect(answers.length).toBeGreaterThan(1)
    for (const answered of answers) expect(await asked(answered)).toEqual(foresee(answered))
    expect(made).not.toHaveBeenCalled()
  })

  it('goes on where the same is asked again, as when what was answered has been saved', async () => {
    const { made, foresee: asked, reads } = counted()
    const reading = reads(given(FORGOTTEN), 'whose')
    await asked({ ...given(FORGOTTEN) })
    await reads(given({ ...FORGOTTEN }), 'whose')
    await reading
    made.mockClear()
    for (const answered of answersTo(given(FORGOTTEN), 'whose')) await asked(answered)
    expect(made).not.toHaveBeenCalled()
  })

  it('is never waited for by who asks something else, and ends then after one answer at the most', async () => {
    let end = (_: Foresight) => {}
    const ahead = vi.fn(() => new Promise<Foresight>((resolve) => (end = resolve)))
    const { foresee: asked, reads } = workedOutAhead((one) => Promise.resolve(foresee(one)), ahead)
    const reading = reads(given(FORGOTTEN), 'whose')
    const other = given({ ...FORGOTTEN, battery: 'below-20' })
    expect(await asked(other)).toEqual(foresee(other))
    end(foresee(other))
    await reading
    expect(ahead).toHaveBeenCalledOnce()
  })

  it('is worked out again where it could not be', async () => {
    const made = vi.fn((one: Given) => Promise.resolve(foresee(one))).mockRejectedValueOnce(new Error())
    const { foresee: asked } = workedOutAhead(made, made)
    await expect(asked(given(FORGOTTEN))).rejects.toThrow()
    expect(await asked(given(FORGOTTEN))).toEqual(foresee(given(FORGOTTEN)))
  })

  it('is never that of other facts, another device, other progress or other prices', async () => {
    const { made, foresee: asked, reads } = counted()
    const first = given(FORGOTTEN)
    await asked(first)
    await reads(first, 'keysWork')
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
      expect(await asked(other)).toEqual(foresee(other))
      expect(made).toHaveBeenCalled()
    }
  })

  it('is nothing where the answers cannot be listed', async () => {
    const { ahead, reads } = counted()
    await reads(given(FORGOTTEN), 'modelId')
    expect(ahead).not.toHaveBeenCalled()
  })
})
