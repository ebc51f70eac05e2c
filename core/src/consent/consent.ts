import type { ConsentTerms } from '../route/index.ts'
import { moneyText, type CustomerLanguage } from './language.ts'
import { WORDS } from './words.ts'

/** What the agreement is about, as it stands on the paper. */
export interface ConsentSubject {
  readonly ticket: string
  /** Maker and name; empty where the model is not known. */
  readonly device: string
}

/** A text that the customer reads whole and signs. Every line is a sentence or two; nothing is left out of it. */
export interface ConsentText {
  readonly language: CustomerLanguage
  readonly title: string
  readonly subject: string
  readonly lines: readonly string[]
  /** The sentence above the signature. */
  readonly agreement: string
}

/** The agreement made from what matters to the customer about the route: the same terms give the same text. */
export function consentText(
  terms: ConsentTerms,
  { ticket, device }: ConsentSubject,
  language: CustomerLanguage,
): ConsentText {
  const words = WORDS[language]
  const lines = [
    words.storage[terms.storage],
    terms.memoryCard ? words.memoryCard : '',
    terms.esimProfile ? words.esimProfile : '',
    words.account[terms.account],
    words.carrier[terms.carrier],
    terms.makersService ? words.makersService : '',
    terms.mostMinor === 0 ? words.free : words.price(moneyText(language, terms.mostMinor, terms.currency)),
    words.notBypassed,
    words.noSecrets,
    words.photosOfEvidence,
  ]
  return {
    language,
    title: words.title,
    subject: [device || words.unknownDevice, ticket].join(' · '),
    lines: lines.filter((line) => line !== ''),
    agreement: words.agreement,
  }
}

/** The text as one piece, to be kept and digested exactly as it was read. */
export function plainConsent({ title, subject, lines, agreement }: ConsentText): string {
  return [title, subject, ...lines, agreement].join('\n')
}
