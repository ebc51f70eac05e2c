import {
  carrierRelease,
  owedMinor,
  standingBill,
  type HandBackFacts,
  type HandBackRecord,
  type JobState,
  type ModelKnown,
} from '@benevox/core/job'
import { comparedText, lockStatementText, settledText, type Words } from '@benevox/words'
import type { Content } from 'pdfmake/interfaces'
import { heading, headRows, paperTop, rowsTable, row, type PaperOf } from '../paper/head.ts'
import { inFonts, pdfOf } from '../paper/pdf.ts'
import { amountRow, billRows } from './billRows.ts'
import type { Invoice } from './invoices.ts'

const LOCKS = ['screen', 'account', 'carrier'] as const

/** What was done, line by line, as the record has it. */
function whatWasDone({ deleted, mended, wasAtService }: HandBackFacts, { say }: Words): readonly string[] {
  return [
    ...(mended ? [say(`handBack.did.${mended}`)] : []),
    ...(deleted === 'no' ? [say('handBack.did.nothing-deleted')] : []),
    ...(deleted === 'by-recovery' || deleted === 'by-settings'
      ? [`${say(`handBack.did.${deleted}`)} ${say('handBack.notReadAgain')}`]
      : []),
    ...(wasAtService
      ? [say(deleted === 'by-service' ? 'handBack.did.by-service' : 'handBack.did.atService')]
      : []),
  ]
}

/** How the carrier lock came off, where a release was ordered. */
function releaseLine(job: JobState, { say }: Words): string | undefined {
  const released = carrierRelease(job)
  if (!released) return undefined
  const { carrier, supplier, code } = released
  return code
    ? say('handBack.carrierUnlockedByCode', { carrier, supplier, code })
    : say('handBack.carrierUnlocked', { carrier, supplier })
}

/** What it costs, line by line, and how it was paid. What was put right since stands in its place. */
function billTable(job: JobState, record: HandBackRecord, words: Words): Content {
  const { say } = words
  const amount = amountRow(words, record.currency)
  const stands = standingBill(job)
  const lines = stands
    ? billRows(stands, words)
    : [
        job.corrections
          ? amount(say('invoice.cancelled'), 0, true)
          : amount(say('bill.total'), record.priceMinor, true),
      ]
  const paidBefore = (job.payments ?? []).map(({ minor, at }) =>
    amount(say(at > record.at ? 'bill.paidOn' : 'bill.deposit', { day: words.day(at) }), -minor),
  )
  const settled = [record.settled, ...(job.corrections ?? []).map((one) => one.settled)].flatMap(
    (one) => one ?? [],
  )
  const rounded = settled.flatMap(({ roundedMinor }) =>
    roundedMinor === 0 ? [] : [amount(say('bill.rounded'), roundedMinor)],
  )
  const paid = settled.flatMap((one) =>
    one.how === 'later' || one.how === 'nothing-due'
      ? []
      : [amount(settledText(one, words), Math.abs(one.minor), true)],
  )
  const owed = owedMinor(job)
  return {
    layout: 'lightHorizontalLines',
    table: {
      widths: ['*', 90],
      body: [
        ...lines,
        ...paidBefore,
        ...rounded,
        ...paid,
        // What is not paid yet is told as what is left, and not at all once nothing is.
        ...(owed > 0 ? [amount(say('bill.later'), owed, true)] : []),
      ],
    },
  }
}

/** Which invoice stands, or what has become of the last one. */
function invoiceText(invoices: readonly Invoice[], { say }: Words): string | undefined {
  const last = invoices.findLast(({ cancels }) => cancels === undefined)
  if (!last) return undefined
  return last.cancelledBy
    ? `${last.number}, ${say('invoice.cancelledBy', { number: last.cancelledBy })}`
    : last.number
}

/** The shop's text in the customer's language, else in the one it wrote first; undefined where it wrote none. */
export function warrantyIn(language: string, texts: Readonly<Record<string, string>>): string | undefined {
  return texts[language] || Object.values(texts).find((text) => text !== '')
}

type Paper = PaperOf & { readonly warranty?: string | undefined }
const titleOf = ({ say }: Words, { ticket }: JobState): string => say('handBack.title', { ticket })

/** The hand-back document as a PDF. */
export const handBackPaper = async (
  paper: Paper,
  job: JobState,
  facts: HandBackFacts,
  model: ModelKnown | undefined,
  invoices: readonly Invoice[],
): Promise<Buffer> => pdfOf(titleOf(paper.words, job), handBackContent(paper, job, facts, model, invoices))

/** What stands on it: what was done, each lock, what it cost, what to do next time. */
export function handBackContent(
  { shop, words, warranty }: Paper,
  job: JobState,
  facts: HandBackFacts,
  model: ModelKnown | undefined,
  invoices: readonly Invoice[],
): Content[] {
  const { say } = words
  const { record } = facts
  const invoice = invoiceText(invoices, words)
  const returned = record.returned.map((part) => say(`part.${part}`))
  const release = releaseLine(job, words)
  const line = (text: string): Content => ({ stack: [inFonts(text)], margin: [0, 6, 0, 0] })
  return [
    ...paperTop(shop, titleOf(words, job)),
    rowsTable([
      ...headRows(words, job.customer, job.answers, model, job.gone),
      row(say('document.checkedIn'), words.day(job.openedAt)),
      row(say('handBack.handedBack'), words.day(record.at)),
      ...(invoice ? [row(say('bill.invoice'), invoice)] : []),
      row(say('handBack.givenBack'), returned.length > 0 ? words.list(returned) : say('handBack.nothing')),
      ...(record.condition ? [row(say('handBack.condition'), comparedText(record.condition, words))] : []),
      ...(record.fetchedBy ? [row(say('handBack.fetchedBy'), record.fetchedBy)] : []),
    ]),
    heading(say('handBack.threeLocks'), 16, 4),
    rowsTable(
      LOCKS.map((lock) =>
        row(say(`document.lock.${lock}`), lockStatementText(record[lock], facts.shownBy[lock], words)),
      ),
    ),
    ...(record.whoSignsIn ? [line(say('handBack.signsIn', { who: record.whoSignsIn }))] : []),
    ...(release ? [line(release)] : []),
    heading(say('bill.title'), 16, 4),
    billTable(job, record, words),
    heading(say('handBack.whatWasDone'), 16, 4),
    ...whatWasDone(facts, words).map((text): Content => ({ stack: [inFonts(text)], margin: [0, 0, 0, 4] })),
    ...(record.note ? [line(record.note)] : []),
    ...(warranty ? [heading(say('handBack.warranty'), 16, 4), { stack: [inFonts(warranty)] }] : []),
    heading(say('handBack.forNextTime'), 16, 4),
    {
      ul: [
        inFonts(say('handBack.advice.address')),
        inFonts(say('handBack.advice.remote')),
        inFonts(say('handBack.advice.beforeSelling')),
        inFonts(say('handBack.advice.backup')),
      ],
    },
  ]
}
