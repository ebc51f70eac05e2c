import { describe, expect, it } from 'vitest'
import { countryCode, countryName } from './countries.ts'

describe('a country', () => {
  it.each([
    ['DK', 'DK'],
    ['dk', 'DK'],
    [' Denmark ', 'DK'],
    ['germany', 'DE'],
    ['United Kingdom', 'GB'],
    ['uk', 'GB'],
    ['D', undefined],
    ['', undefined],
    ['XX', undefined],
    ['EU', undefined],
    ['Atlantis', undefined],
  ])('typed as %j is %s', (typed, code) => expect(countryCode(typed)).toBe(code))
  it('has a name', () => expect([countryName('DK'), countryName('EU')]).toEqual(['Denmark', undefined]))
})
