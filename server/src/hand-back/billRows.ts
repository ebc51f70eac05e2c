import type { Bill } from '@benevox/core/price'
import { billLineText, taxText, type Words } from '@benevox/words'
import type { Content } from 'pdfmake/interfaces'
import { inFonts } from '../paper/pdf.ts'

/** A row of a bill on paper: what for, and how much. */
export const amountRow =
  (words: Words, currency: string) =>
  (text: string, minor: number, bold = false): Content[] => [
    { stack: [inFonts(text)], bold },
    { stack: [inFonts(words.money(minor, currency))], bold, alignment: 'right' },
  ]

/** A bill on paper, line by line; each amount below zero where it is cancelled. */
export function billRows(bill: Bill, words: Words, isCancelled = false): Content[][] {
  const { lines, totalMinor, taxMinor, currency } = bill
  const amount = amountRow(words, currency)
  const sign = isCancelled ? -1 : 1
  return [
    ...lines.map((line) => amount(billLineText(line, words), sign * line.minor)),
    amount(words.say('bill.total'), sign * totalMinor, true),
    ...(taxMinor > 0 ? [amount(taxText(bill, words), sign * taxMinor)] : []),
  ]
}
