import type { Cable } from '@benevox/contract'
import { createPinia, setActivePinia } from 'pinia'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { useKit } from './kit.ts'

const cable = (number: number, reached: number, failed: number, more: Partial<Cable> = {}): Cable => ({
  number,
  fits: 'usb-c',
  note: '',
  reached,
  failed,
  lastReachedAt: null,
  retiredAt: null,
  retiredBecause: '',
  ...more,
})
let cables: readonly Cable[]
let isAway: boolean
beforeEach(() => {
  isAway = false
  vi.stubGlobal('fetch', () =>
    isAway ? Promise.reject(new TypeError('fetch failed')) : Promise.resolve(Response.json({ cables })),
  )
  setActivePinia(createPinia())
})
afterEach(() => vi.unstubAllGlobals())
const numbers = async (port?: Cable['fits']) => {
  const kit = useKit()
  await kit.load()
  return kit.fitting(port).map(({ number }) => number)
}

describe('the cable that is taken first', () => {
  it('is the one that worked most surely; then one nobody knows; one that failed comes last', async () => {
    cables = [cable(1, 0, 3), cable(2, 0, 0), cable(3, 1, 0), cable(4, 9, 1)]
    expect(await numbers('usb-c')).toEqual([4, 3, 2, 1])
  })
  it('fits, and is not retired', async () => {
    cables = [
      cable(1, 5, 0, { fits: 'micro-usb' }),
      cable(2, 5, 0, { retiredAt: '2026-01-05T10:00:00.000Z' }),
      cable(3, 0, 0),
    ]
    expect(await numbers('usb-c')).toEqual([3])
    expect(await numbers('micro-usb')).toEqual([1])
    expect(await numbers()).toEqual([1, 3])
  })
  it('is still known while the server is away', async () => {
    cables = [cable(1, 1, 0)]
    expect(await numbers('usb-c')).toEqual([1])
    isAway = true
    expect(await numbers('usb-c')).toEqual([1])
  })
  it('each cable’s trust grows with what it carried, and shrinks with what it did not', async () => {
    cables = [cable(1, 0, 0), cable(2, 4, 0), cable(3, 0, 4)]
    const kit = useKit()
    await kit.load()
    const [fresh, good, bad] = [1, 2, 3].map((number) => kit.trust[String(number)]?.noData ?? 0) as [
      number,
      number,
      number,
    ]
    expect(good).toBeLessThan(fresh)
    expect(bad).toBeGreaterThan(fresh)
    expect(bad).toBeLessThan(1)
  })
})
