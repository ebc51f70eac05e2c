import { describe, expect, it } from 'vitest'
import { LANGUAGES, wordsIn } from './index.ts'

const BERLIN = { zone: 'Europe/Berlin', country: 'DE' }

describe('what is said in each language', () => {
  it('puts what is given into its places', () => {
    const said = LANGUAGES.map((language) =>
      wordsIn(language, BERLIN).say('handBack.title', { ticket: 'B1007' }),
    )
    expect(said).toEqual(['Hand-back B1007', 'Rückgabe B1007', 'Devolución B1007', 'Restitution B1007'])
  })
  it('writes money, days and stretches of time as they are written there', () => {
    const de = wordsIn('de', BERLIN)
    const en = wordsIn('en', BERLIN)
    expect(de.money(123_450, 'EUR')).toBe('1.234,50\u00a0€')
    // Without minor units, and with three of them (ISO 4217).
    expect(en.money(1500, 'JPY')).toMatch(/¥1,500$/)
    expect(en.money(1500, 'KWD')).toMatch(/1\.500/)
    expect([1, 4, 61, 121, 1500, 3000].map(en.duration)).toEqual([
      '5 minutes',
      '5 minutes',
      '65 minutes',
      '3 hours',
      '25 hours',
      '3 days',
    ])
    expect(de.duration(3000)).toBe('3 Tage')
    expect(wordsIn('fr', BERLIN).list(['la SIM', 'le câble', 'la boîte'])).toBe(
      'la SIM, le câble et la boîte',
    )
  })
  it('knows the day by the shop’s clock, at midnight and where it is already tomorrow', () => {
    const at = '2026-03-03T23:30:00.000Z'
    expect(wordsIn('en', BERLIN).day(at)).toBe('4 March 2026')
    expect(wordsIn('en', { zone: 'America/St_Johns', country: 'CA' }).day(at)).toBe('March 3, 2026')
    expect(wordsIn('de', { zone: 'Pacific/Auckland', country: 'NZ' }).day(at)).toBe('4. März 2026')
    expect(wordsIn('es', { zone: 'Asia/Kathmandu', country: 'ES' }).moment(at)).toMatch(
      /4 de marzo de 2026.*5:15/,
    )
  })
})
