import type { JobState } from '@benevox/core/job'
import type { Bill } from '@benevox/core/price'
import { EntitySchema, type EntityManager } from 'typeorm'

/** An invoice as it was made: what it says stays, whatever becomes of the job. */
interface InvoiceRow {
  number: number
  jobId: number
  at: Date
  staffId: number
  record: Bill
}
export const invoiceEntity = new EntitySchema<InvoiceRow>({
  name: 'invoices',
  columns: {
    number: { type: 'int', primary: true },
    jobId: { name: 'job_id', type: 'int', unique: true },
    at: { type: 'datetime', precision: 3 },
    staffId: { name: 'staff_id', type: 'int' },
    record: { type: 'json' },
  },
})

/**
 * Gives the invoice of a job its number, where there is something to pay: the next after the last, without gaps. The
 * row of the series is held until the hand-back is committed, and comes back with it where it is not.
 * @param manager of the transaction in which the job is closed
 */
export async function keepInvoice(
  manager: EntityManager,
  { id, handBack }: JobState,
  staffId: number,
  at: Date,
): Promise<void> {
  const record = handBack?.bill
  if (!record || record.totalMinor === 0) return
  await manager.query('UPDATE invoice_series SET last_number = last_number + 1 WHERE id = 1')
  const [row] = await manager.query<{ last_number: number }[]>(
    'SELECT last_number FROM invoice_series WHERE id = 1',
  )
  if (!row) throw new Error('The series of invoices has no row')
  await manager.insert(invoiceEntity, { number: row.last_number, jobId: id, at, staffId, record })
}

/** The number of a job's invoice as it is written; undefined where it has none. */
export async function invoiceNumberOf(manager: EntityManager, jobId: number): Promise<string | undefined> {
  const invoice = await manager.findOne(invoiceEntity, { where: { jobId }, select: { number: true } })
  return invoice ? String(invoice.number).padStart(DIGITS, '0') : undefined
}
const DIGITS = 6
