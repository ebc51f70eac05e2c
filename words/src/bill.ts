import type { ComparedCondition, LockStatement, Settled, ShownBy } from '@benevox/core/job'
import { taxedOf, type Bill, type BillLine } from '@benevox/core/price'
import type { Words } from './words.ts'

/** A line of a bill, as on the document. */
export function billLineText(line: BillLine, { say }: Words): string {
  switch (line.kind) {
    case 'work':
      return say(`work.${line.work}`)
    case 'registry-report':
      return say('bill.report', { reference: line.reference })
    case 'order':
      return say('bill.order', { supplier: line.supplier })
    case 'refund':
      return say('bill.refund', { supplier: line.supplier })
    case 'makers-service':
      return say('bill.makersService')
    case 'own':
      return line.text
    case 'within-agreed':
      return say('bill.withinAgreed')
  }
}

/** Which tax is within the total: of fees passed on there is none, and then it is said of how much it is. */
export function taxText(
  bill: Pick<Bill, 'currency' | 'lines' | 'taxRate' | 'totalMinor'>,
  words: Words,
): string {
  const rate = words.rate(bill.taxRate)
  const taxed = taxedOf(bill.lines)
  return taxed === bill.totalMinor
    ? words.say('bill.tax', { rate })
    : words.say('bill.taxOfPart', { rate, part: words.money(taxed, bill.currency) })
}

/** How what was left to pay was paid, or paid back. Empty where nothing was left. */
export function settledText({ how, minor }: Settled, { say }: Words): string {
  switch (how) {
    case 'nothing-due':
      return ''
    case 'later':
      return say('bill.later')
    case 'cash':
      return say(minor < 0 ? 'bill.backCash' : 'bill.cash')
    case 'card':
      return say(minor < 0 ? 'bill.backCard' : 'bill.card')
    case 'transfer':
      return say(minor < 0 ? 'bill.backTransfer' : 'bill.transfer')
  }
}

/** What the document says of a lock: the statement, and where it is confirmed off, what showed it. */
export const lockStatementText = (
  statement: LockStatement,
  shown: ShownBy | undefined,
  { say }: Words,
): string =>
  statement === 'confirmed-off' && shown
    ? say('handBack.confirmedHow', { how: say(`handBack.confirmedBy.${shown}`) })
    : say(`handBack.lock.${statement}`)

/** What the device looks like beside the drawing made at check-in. */
export const comparedText = ({ isSame, note }: ComparedCondition, { say }: Words): string =>
  isSame ? say('handBack.conditionSame') : say('handBack.conditionOther', { note })
