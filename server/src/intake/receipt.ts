import type { Job } from '@benevox/contract'
import { MARK_KINDS, type ConditionMark, type WhatWasTold } from '@benevox/core/job'
import type { Words } from '@benevox/words'
import type { Known } from '../jobs/life.ts'
import { conditionSvg } from '../paper/marks.ts'
import { qrSvg } from './tag.ts'
import { heading, headRows, paperTop, rowsTable, row, type PaperOf } from '../paper/head.ts'
import { inFonts, pdfOf } from '../paper/pdf.ts'

/**
 * What the customer gets for the device that stays here: what was left, what it looked like, what was said of the
 * price.
 * @param told undefined where nothing was said of price and time
 * @param statusPage where the customer reads how it stands, as an address and as a QR code (ISO/IEC 18004)
 */
export async function intakeReceipt(
  { shop, words }: PaperOf,
  job: Job,
  { model, family }: Pick<Known, 'model' | 'family'>,
  told: WhatWasTold | undefined,
  statusPage: string,
): Promise<Buffer> {
  const { say } = words
  const { intake, facts } = job
  const left = intake?.left.map((one) => say(`part.${one}`)) ?? []
  const title = say('receipt.title', { ticket: job.ticket })
  const letterOf = (kind: ConditionMark['kind']) => say(`markLetter.${kind}`)
  const lettered = MARK_KINDS.map((kind) =>
    say('condition.lettered', { letter: letterOf(kind), mark: say(`mark.${kind}`) }),
  )
  const hasMarks = (intake?.marks.length ?? 0) > 0
  return pdfOf(title, [
    ...paperTop(shop, title),
    rowsTable([
      ...headRows(words, job.customer, facts, model, job.gone),
      row(
        say('document.checkedIn'),
        say('receipt.checkedInBy', { day: words.day(job.openedAt), person: job.openedBy }),
      ),
      row(say('receipt.leftWithIt'), left.length > 0 ? words.list(left) : say('receipt.nothingElse')),
      ...(told
        ? [
            row(say('document.price'), priceText(told, words)),
            row(say('receipt.ready'), readyText(told, words)),
          ]
        : []),
      ...(job.payments ?? []).map(({ minor, currency, at, how }) =>
        row(
          say('bill.deposit', { day: words.day(at) }),
          say('history.line', { what: words.money(minor, currency), more: say(`pay.${how}`) }),
        ),
      ),
      ...(intake?.note ? [row(say('receipt.notes'), intake.note)] : []),
    ]),
    heading(say('receipt.condition'), 16, 6),
    { svg: conditionSvg(family?.kind ?? 'phone', intake?.marks ?? [], letterOf), width: 210 },
    {
      stack: [inFonts(hasMarks ? words.list(lettered) : say('receipt.noMarks'))],
      fontSize: 9,
      margin: [0, 4, 0, 0],
    },
    { stack: [inFonts(say('receipt.howToRead'))], fontSize: 9, margin: [0, 10, 0, 0] },
    {
      margin: [0, 12, 0, 0],
      columns: [
        { svg: qrSvg(statusPage), width: 84 },
        {
          stack: [inFonts(say('receipt.statusPage')), { text: statusPage, link: statusPage, fontSize: 8 }],
          fontSize: 9,
          margin: [12, 0, 0, 0],
        },
      ],
    },
  ])
}

function priceText(
  { leastMinor, mostMinor, taxInMostMinor, depositMinor, currency }: WhatWasTold,
  { say, money }: Words,
): string {
  const [least = '', most = '', tax = '', deposit = ''] = [
    leastMinor,
    mostMinor,
    taxInMostMinor,
    depositMinor,
  ].map((minor) => money(minor, currency))
  return leastMinor === mostMinor
    ? say('receipt.priceFixed', { most, tax, deposit })
    : say('receipt.priceBetween', { least, most, tax, deposit })
}

function readyText({ promised, calendarMinutes: { p50, p90 } }: WhatWasTold, words: Words): string {
  const { say, moment, duration } = words
  if (!promised) return say('receipt.readyWithin', { usual: duration(p50), late: duration(p90) })
  const [usual, late] = [moment(promised.half), moment(promised.nineInTen)]
  return usual === late ? say('receipt.readyByAlways', { late }) : say('receipt.readyBy', { usual, late })
}
