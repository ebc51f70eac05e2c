import { describe, expect, it } from 'vitest'
import type { AgreementTerms } from '@benevox/core/route'
import {
  activationLetter,
  agreementText,
  LANGUAGES,
  letterToSeller,
  plainAgreement,
  wordsIn,
} from './index.ts'

const SOLD = { device: 'Vane 5', imei: '001001012345671', ticket: 'B1042', shop: 'Lantern Slip Repairs' }
const PLACE = { zone: 'Europe/Berlin', country: 'DE' }

const subject = { ticket: 'B1042', device: 'Orrelin Vane 5' }
const mildest: AgreementTerms = {
  storage: 'kept',
  account: 'not-asked',
  carrier: 'no-matter',
  memoryCard: false,
  esimProfile: false,
  makersService: false,
  mostMinor: 0,
  currency: 'EUR',
}
const hardest: AgreementTerms = {
  storage: 'gone',
  account: 'will-be-asked',
  carrier: 'stays-until-released',
  memoryCard: true,
  esimProfile: true,
  makersService: true,
  mostMinor: 12_350,
  currency: 'EUR',
}

describe.each(LANGUAGES)('the agreement in %s', (language) => {
  const words = wordsIn(language, PLACE)
  const text = agreementText(hardest, subject, words)
  it('says what will be gone, asked, stay and cost, each in a sentence of its own', () => {
    expect(text.lines).toHaveLength(10)
    expect(plainAgreement(text)).toContain(words.money(12_350, 'EUR'))
    expect(plainAgreement(text)).toContain('B1042')
    for (const line of [...text.lines, text.title, text.agree]) expect(line.length).toBeGreaterThan(5)
  })
  it('leaves out what does not concern this customer', () => {
    expect(agreementText(mildest, subject, words).lines).toHaveLength(5)
  })
  it('changes with every term that matters', () => {
    const said = plainAgreement(text)
    const others: Partial<AgreementTerms>[] = [
      { storage: 'perhaps-gone' },
      { storage: 'kept' },
      { account: 'may-be-asked' },
      { account: 'asked-already' },
      { carrier: 'perhaps-stays' },
      { memoryCard: false },
      { esimProfile: false },
      { makersService: false },
      { mostMinor: 12_351 },
      { currency: 'DKK' },
    ]
    for (const other of others)
      expect(
        plainAgreement(agreementText({ ...hardest, ...other }, subject, words)),
        JSON.stringify(other),
      ).not.toBe(said)
  })
  it('is not another language left behind', () => {
    for (const other of LANGUAGES.filter((one) => one !== language)) {
      const lines = new Set(agreementText(hardest, subject, wordsIn(other, PLACE)).lines)
      expect(text.lines.filter((line) => lines.has(line))).toEqual([])
    }
  })
  it('has letters to send and to take home, which ask for no password', () => {
    for (const letter of [letterToSeller(words, SOLD), activationLetter(words, { device: 'Vane 5' })]) {
      expect(letter.lines.join(' ')).toContain('Vane 5')
      expect(letter.lines.length).toBeGreaterThanOrEqual(5)
    }
  })
})
