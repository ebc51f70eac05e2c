import { hasName, type JobState } from '@benevox/core/job'
import { paperTop, rowsTable, row, type PaperOf } from '../paper/head.ts'
import { pdfOf } from '../paper/pdf.ts'
import { billRows } from './billRows.ts'
import type { Invoice } from './invoices.ts'

/** An invoice as a PDF, or what cancels one: the same lines, each below zero. */
export async function invoicePaper(
  { shop, words }: PaperOf,
  { ticket, customer }: JobState,
  { number, at, record, cancels, cancelledBy }: Invoice,
): Promise<Buffer> {
  const { say } = words
  const title =
    cancels === undefined
      ? say('invoice.title', { number })
      : say('invoice.cancellation', { number, of: cancels })
  return pdfOf(title, [
    ...paperTop(shop, title),
    rowsTable([
      row(say('invoice.ofDay'), words.day(at.toISOString())),
      row(say('document.customer'), hasName(customer) ? customer.name : say('document.notRecorded')),
      row(say('tray.ticket'), ticket),
      ...(cancelledBy ? [row(say('bill.invoice'), say('invoice.cancelledBy', { number: cancelledBy }))] : []),
    ]),
    {
      layout: 'lightHorizontalLines',
      margin: [0, 16, 0, 0],
      table: { widths: ['*', 90], body: billRows(record, words, cancels !== undefined) },
    },
  ])
}
