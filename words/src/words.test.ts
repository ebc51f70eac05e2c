import { FACT_NAMES, sheetOf } from '@benevox/core/facts'
import { describe, expect, it } from 'vitest'
import { answerText, LANGUAGES, problemText, wordsIn } from './index.ts'

const BERLIN = { zone: 'Europe/Berlin', country: 'DE' }

describe('what is said in each language', () => {
  it('puts what is given into its places', () => {
    const said = LANGUAGES.map((language) =>
      wordsIn(language, BERLIN).say('handBack.title', { ticket: 'B1007' }),
    )
    expect(said).toEqual(['Hand-back B1007', 'Rückgabe B1007', 'Devolución B1007', 'Restitution B1007'])
  })
  it('has a word for every answer that is offered, to every question', () => {
    for (const language of LANGUAGES)
      for (const name of FACT_NAMES)
        for (const answer of sheetOf(name).choices ?? [])
          expect([name, answer, answerText(name, answer, wordsIn(language, BERLIN))]).not.toContain(undefined)
  })
  it('counts as the language does: one, several, and what the platform’s own data say of others', () => {
    const length = (count: number) =>
      LANGUAGES.map((language) => wordsIn(language, BERLIN).say('imei.length', { found: count }))
    expect(length(1)[0]).toContain('1 digit;')
    expect(length(0)[0]).toContain('0 digits;')
    // In French nothing is one, in English and German it is many (CLDR, as Intl has it).
    expect(new Intl.PluralRules('fr').select(0)).toBe('one')
    expect(length(0)[LANGUAGES.indexOf('fr')]).toContain('0 chiffre ;')
    expect(length(0)[LANGUAGES.indexOf('de')]).toContain('0 Ziffern;')
  })
  it('says of a refusal what it is about, and nothing of a code that it does not know', () => {
    const en = wordsIn('en', BERLIN)
    expect(
      problemText({ code: 'other-price', totalMinor: 4500, currency: 'EUR' } as { code: string }, en),
    ).toBe('What was done comes to €45.00 by now. Look at the bill again.')
    expect(problemText({ code: 'no-such-job', id: 7 } as { code: string }, wordsIn('de', BERLIN))).toBe(
      'Es gibt keinen Auftrag 7.',
    )
    expect(problemText({ code: 'of-a-later-program' }, en)).toBe('')
  })
})

describe('how dates, times and amounts are written', () => {
  const [en, de] = [wordsIn('en', { ...BERLIN, country: 'IE' }), wordsIn('de', BERLIN)]
  it('as they are written there', () => {
    expect(de.money(123_450, 'EUR')).toBe('1.234,50\u00a0€')
    // Without minor units, and with three of them (ISO 4217).
    expect(en.money(1500, 'JPY')).toMatch(/¥1,500$/)
    expect(en.money(1500, 'KWD')).toMatch(/1\.500/)
    expect(en.wholeMoney(149_990, 'EUR')).toBe('€1,500')
    // In a sentence as beside one, also where the region's own language is another.
    const length = LANGUAGES.map((language) =>
      wordsIn(language, BERLIN).say('exchanged.line', {
        shop: 'a',
        at: 'b',
        person: 'c',
        attempts: 12_345,
        counted: 1,
      }),
    )
    expect(length.map((said) => /12.345/.exec(said)?.[0])).toEqual(
      LANGUAGES.map((language) => wordsIn(language, BERLIN).number(12_345)),
    )
    expect(wordsIn('en', BERLIN).number(12_345)).toBe('12,345')
    expect([en.percent(0.47), de.percent(0.47)]).toEqual(['47%', '47\u00a0%'])
    expect([1, 4, 61, 121, 1500, 3000].map(en.duration)).toEqual([
      '5 minutes',
      '5 minutes',
      '65 minutes',
      '2.5 hours',
      '25 hours',
      '3 days',
    ])
    expect(de.duration(3000)).toBe('3 Tage')
    expect(wordsIn('fr', BERLIN).list(['la SIM', 'le câble', 'la boîte'])).toBe(
      'la SIM, le câble et la boîte',
    )
    expect(de.either(['offen', 'zu'])).toBe('offen oder zu')
  })
  it('numbers as the language writes them, and where it is the region’s own as the region does', () => {
    const abroad = wordsIn('en', BERLIN)
    expect([abroad.tenths(3140), abroad.money(123_450, 'EUR')]).toEqual(['3.1', '€1,234.50'])
    expect([abroad.percent(0.47), abroad.rate(0.081), de.rate(0.19), de.rate(0.077)]).toEqual([
      '47\u00a0%',
      '8.1\u00a0%',
      '19\u00a0%',
      '7,7\u00a0%',
    ])
    expect([de.tenths(3140), wordsIn('fr', BERLIN).tenths(3140)]).toEqual(['3,1', '3,1'])
    // Unicode CLDR: Swiss German groups by an apostrophe and divides by a point.
    expect(wordsIn('de', { ...BERLIN, country: 'CH' }).number(12_345.5)).toMatch(/^12[’']345\.5$/)
  })
  it('a wait and a span rounded up, so that nobody comes too early; room rounded down', () => {
    expect([30_000, 29_001, 480_000, 86_400_000, 3 * 86_400_000].map(de.wait)).toEqual([
      '30 Sek.',
      '30 Sek.',
      '8 Min.',
      '24 Std.',
      '3 Tage',
    ])
    expect([31, 121, 135, 400, 14_400].map(de.span)).toEqual([
      '35 Min.',
      '2,5 Std.',
      '2,5 Std.',
      '7 Std.',
      '10 Tage',
    ])
    expect([de.tenths(1999), en.tenths(50), en.tenths(-0)]).toEqual(['1,9', '0.0', '0.0'])
  })
  it('by the shop’s clock, at midnight and where it is already tomorrow', () => {
    const at = '2026-03-03T23:30:00.000Z'
    expect(en.day(at)).toBe('4 March 2026')
    expect(wordsIn('en', { zone: 'America/St_Johns', country: 'CA' }).day(at)).toBe('March 3, 2026')
    expect(wordsIn('de', { zone: 'Pacific/Auckland', country: 'NZ' }).day(at)).toBe('4. März 2026')
    expect(wordsIn('es', { zone: 'Asia/Kathmandu', country: 'ES' }).moment(at)).toMatch(
      /4 de marzo de 2026.*5:15/,
    )
    const now = new Date('2026-03-03T22:50:00.000Z')
    expect(en.dayAndTime(at, now)).toBe('tomorrow, 00:30')
    expect(wordsIn('en', { zone: 'UTC', country: 'IE' }).dayAndTime(at, now)).toBe('today, 23:30')
  })
})

describe('the pseudo-language', () => {
  it('brackets every message and keeps its places and its plurals', () => {
    const pseudo = wordsIn('pseudo', BERLIN)
    expect(pseudo.say('imei.valid', { imei: '35' })).toMatch(/^⟦.*35.*⟧$/)
    expect(pseudo.say('imei.length', { found: 1 })).toMatch(/^⟦1 ðîĝîţ|^⟦1 đîĝîţ/)
    expect(pseudo.say('counter.registry').length).toBeGreaterThan('Registry'.length * 1.3)
  })
})
