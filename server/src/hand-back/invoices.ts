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
  /** The invoice that this one cancels, of the same amounts. */
  cancels: number | null
}
export const invoiceEntity = new EntitySchema<InvoiceRow>({
  name: 'invoices',
  columns: {
    number: { type: 'int', primary: true },
    jobId: { name: 'job_id', type: 'int' },
    at: { type: 'datetime', precision: 3 },
    staffId: { name: 'staff_id', type: 'int' },
    record: { type: 'json' },
    cancels: { type: 'int', nullable: true },
  },
})

/**
 * Gives what a job was billed for its number, where there is something to pay: the next after the last, without gaps.
 * Whatever is put right cancels the invoice that stands by another, and a new one may come after it. The row of the
 * series is held until all of it is committed, and comes back where it is not.
 * @param manager of the transaction in which the job is closed, or its bill is put right
 */
export async function keepInvoices(
  manager: EntityManager,
  before: JobState,
  after: JobState,
  { staffId, at }: { staffId: number; at: Date },
): Promise<void> {
  const keep = async (record: Bill, cancels: number | null = null) =>
    manager.insert(invoiceEntity, {
      number: await nextNumber(manager),
      jobId: after.id,
      at,
      staffId,
      record,
      cancels,
    })
  const closed = before.handBack ? undefined : after.handBack
  for (const { bill } of closed ? [closed] : []) if (bill && bill.totalMinor > 0) await keep(bill)
  for (const { bill } of after.corrections?.slice(before.corrections?.length ?? 0) ?? []) {
    const stands = await standingInvoice(manager, after.id)
    if (stands) await keep(stands.record, stands.number)
    if (bill && bill.totalMinor > 0) await keep(bill)
  }
}

async function nextNumber(manager: EntityManager): Promise<number> {
  await manager.query('UPDATE invoice_series SET last_number = last_number + 1 WHERE id = 1')
  const [row] = await manager.query<{ last_number: number }[]>(
    'SELECT last_number FROM invoice_series WHERE id = 1',
  )
  if (!row) throw new Error('The series of invoices has no row')
  return row.last_number
}

/** All that a job was billed for, in the order of its numbers, each with what cancels it. */
export interface Invoice {
  readonly number: string
  readonly at: Date
  readonly record: Bill
  readonly cancels: string | undefined
  readonly cancelledBy: string | undefined
}
export async function invoicesOf(manager: EntityManager, jobId: number): Promise<readonly Invoice[]> {
  const rows = await manager.find(invoiceEntity, { where: { jobId }, order: { number: 'ASC' } })
  const by = new Map(rows.map(({ cancels, number }) => [cancels, number]))
  return rows.map(({ number, at, record, cancels }) => {
    const cancelledBy = by.get(number)
    return {
      number: written(number),
      at,
      record,
      cancels: cancels === null ? undefined : written(cancels),
      cancelledBy: cancelledBy === undefined ? undefined : written(cancelledBy),
    }
  })
}
const standingInvoice = async (manager: EntityManager, jobId: number): Promise<InvoiceRow | undefined> => {
  const rows = await manager.find(invoiceEntity, { where: { jobId }, order: { number: 'ASC' } })
  return rows.find(({ number, cancels }) => cancels === null && !rows.some((one) => one.cancels === number))
}

/** As a number is written on paper. */
const written = (number: number): string => String(number).padStart(DIGITS, '0')
const DIGITS = 6
