import type { AgreementTerms } from '@benevox/core/route'
import type { Words } from './words.ts'

/** What the agreement is about. */
export interface AgreementSubject {
  readonly ticket: string
  /** Maker and name; empty where the model is not known. */
  readonly device: string
}

/** A text that the customer reads whole and signs. Every line is a sentence or two; nothing is left out of it. */
export interface AgreementText {
  readonly language: Words['language']
  readonly title: string
  readonly subject: string
  readonly lines: readonly string[]
  /** The sentence above the signature. */
  readonly agree: string
}

/** The agreement made from what matters to the customer about the route: the same terms give the same text. */
export function agreementText(
  terms: AgreementTerms,
  { ticket, device }: AgreementSubject,
  { language, say, money }: Words,
): AgreementText {
  const { storage, account, carrier, mostMinor, currency } = terms
  return {
    language,
    title: say('agreement.title'),
    subject: [device || say('agreement.unknownDevice'), ticket].join(' · '),
    lines: [
      say(`agreement.storage.${storage}`),
      ...(terms.memoryCard ? [say('agreement.memoryCard')] : []),
      ...(terms.esimProfile ? [say('agreement.esim')] : []),
      ...(account === 'not-asked' ? [] : [say(`agreement.account.${account}`)]),
      ...(carrier === 'no-matter' ? [] : [say(`agreement.carrier.${carrier}`)]),
      ...(terms.makersService ? [say('agreement.makersService')] : []),
      mostMinor === 0 ? say('agreement.free') : say('agreement.price', { most: money(mostMinor, currency) }),
      say('agreement.notBypassed'),
      say('agreement.noSecrets'),
      forgettingText(terms, say),
    ],
    agree: say('agreement.agree'),
  }
}

/** When what points to them is deleted; thousands stand together, since a dot in them is read as a part. */
function forgettingText({ documentsDays, personDays, billDays }: AgreementTerms, say: Words['say']): string {
  if (documentsDays === undefined || personDays === undefined || billDays === undefined)
    return say('agreement.documentsKept')
  return say('agreement.forgetting', {
    documents: documentsDays,
    documentsDays: String(documentsDays),
    person: personDays,
    personDays: String(personDays),
    bill: billDays,
    billDays: String(billDays),
  })
}

/** The text as one piece, to be kept and digested exactly as it was read. */
export const plainAgreement = ({ title, subject, lines, agree }: AgreementText): string =>
  [title, subject, ...lines, agree].join('\n')
