import { describe, expect, it } from 'vitest'
import { wordsIn, type Language } from '@benevox/words'
import { countryCode, countryName } from './countries.ts'

const wordsOf = (language: Language) => wordsIn(language, { zone: 'Europe/Berlin', country: 'DE' })
const ENGLISH = wordsOf('en')

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
  ])('typed as %j is %s', (typed, code) => expect(countryCode(typed, ENGLISH)).toBe(code))
  it('has a name, in each language its own', () => {
    expect([countryName('DK', ENGLISH), countryName('EU', ENGLISH)]).toEqual(['Denmark', undefined])
    expect((['de', 'fr', 'es'] as const).map((one) => countryName('DK', wordsOf(one)))).toEqual([
      'Dänemark',
      'Danemark',
      'Dinamarca',
    ])
  })
  it('is found by its name in the language spoken, and by the English one', () => {
    expect(
      ['dänemark', 'Denmark', 'DANEMARK', 'Danimarca'].map((typed) => countryCode(typed, wordsOf('de'))),
    ).toEqual(['DK', 'DK', 'DK', undefined])
  })
})
