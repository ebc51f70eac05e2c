import type { AgreementRecord } from '@benevox/core/job'
import type { Letter } from '@benevox/words'
import type { Content } from 'pdfmake/interfaces'
import type { PaperOf } from '../paper/head.ts'
import { inFonts, pdfOf } from '../paper/pdf.ts'

type Signed = Extract<AgreementRecord, { kind: 'signed' }>

/** The agreement as it was signed, with its digest and the signature. */
export async function agreementPaper(
  { shop, zone, words: { say, moment } }: PaperOf,
  ticket: string,
  record: Signed,
  signature: Buffer | null,
): Promise<Buffer> {
  const [title = '', subject = '', ...rest] = record.text.split('\n')
  const agreement = rest.pop() ?? ''
  return pdfOf(say('agreement.documentTitle', { ticket }), [
    { stack: [inFonts(shop)], fontSize: 12 },
    { stack: [inFonts(title)], fontSize: 24, bold: true, margin: [0, 4, 0, 2] },
    { stack: [inFonts(subject)], fontSize: 13, margin: [0, 0, 0, 12] },
    { ul: rest.map((line) => inFonts(line)), fontSize: 12, margin: [0, 0, 0, 12] },
    { stack: [inFonts(agreement)], bold: true, fontSize: 12 },
    signatureOrLine(signature),
    {
      stack: [
        inFonts(say(`agreement.how.${record.how}`, { moment: moment(record.at), zone, person: record.by })),
      ],
      fontSize: 9,
    },
    { stack: [inFonts(say('agreement.digest', { digest: record.digest }))], fontSize: 8, color: '#555555' },
  ])
}

/** The text to be signed by hand, before anything is recorded. */
export async function agreementForm({ shop, words }: PaperOf, ticket: string, text: string): Promise<Buffer> {
  const [title = '', subject = '', ...rest] = text.split('\n')
  const agreement = rest.pop() ?? ''
  return pdfOf(words.say('agreement.documentTitle', { ticket }), [
    { stack: [inFonts(shop)], fontSize: 12 },
    { stack: [inFonts(title)], fontSize: 24, bold: true, margin: [0, 4, 0, 2] },
    { stack: [inFonts(subject)], fontSize: 13, margin: [0, 0, 0, 12] },
    { ul: rest.map((line) => inFonts(line)), fontSize: 13, margin: [0, 0, 0, 12] },
    { stack: [inFonts(agreement)], bold: true, fontSize: 13 },
    signatureOrLine(null),
  ])
}

function signatureOrLine(signature: Buffer | null): Content {
  return signature
    ? {
        image: `data:image/png;base64,${signature.toString('base64')}`,
        fit: [260, 110],
        margin: [0, 10, 0, 4],
      }
    : { text: '_'.repeat(46), margin: [0, 60, 0, 4] }
}

export async function letterPaper(shop: string, letter: Letter): Promise<Buffer> {
  return pdfOf(letter.title, [
    { stack: [inFonts(letter.title)], fontSize: 20, bold: true, margin: [0, 4, 0, 12] },
    ...letter.lines.map((line): Content => ({ stack: [inFonts(line)], fontSize: 13, margin: [0, 0, 0, 8] })),
    { stack: [inFonts(shop)], fontSize: 10, color: '#555555', margin: [0, 16, 0, 0] },
  ])
}
