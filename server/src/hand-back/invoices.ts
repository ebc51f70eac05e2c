import { billApart, billTogether, type JobState, type Taken } from '@benevox/core/job'
import type { Bill } from '@benevox/core/price'
import { EntitySchema, type EntityManager } from 'typeorm'
import { keysOf, sealedFor, unseal } from '../forgetting/keys.ts'

/** An invoice as it was made: what it says stays, whatever becomes of the job. */
interface InvoiceRow {
  number: number
  jobId: number
  at: Date
  staffId: number
  /** Without what its lines say: that is sealed by the job's key for bills. */
  record: Bill
  texts: Buffer | null
  /** The invoice that this one cancels, of the same amounts. */
  cancels: number | null
  /** What its lines come to, by what they are for; all of it follows from them. */
  currency: string
  workMinor: number
  feesMinor: number
  ownMinor: number
}
export const invoiceEntity = new EntitySchema<InvoiceRow>({
  name: 'invoices',
  columns: {
    number: { type: 'int', primary: true },
    jobId: { name: 'job_id', type: 'int' },
    at: { type: 'datetime', precision: 3 },
    staffId: { name: 'staff_id', type: 'int' },
    record: { type: 'json' },
    texts: { type: 'blob', nullable: true },
    cancels: { type: 'int', nullable: true },
    currency: { type: 'char', length: 3 },
    workMinor: { name: 'work_minor', type: 'int' },
    feesMinor: { name: 'fees_minor', type: 'int' },
    ownMinor: { name: 'own_minor', type: 'int' },
  },
})

/** Of a line of a bill, what it counts as. */
const KIND_OF: Readonly<Record<Bill['lines'][number]['kind'], 'workMinor' | 'feesMinor' | 'ownMinor'>> = {
  work: 'workMinor',
  'registry-report': 'feesMinor',
  order: 'feesMinor',
  refund: 'feesMinor',
  'makers-service': 'feesMinor',
  own: 'ownMinor',
  'within-agreed': 'ownMinor',
}
/** What the lines of a bill come to, by what they are for. */
export function sumsOf({
  currency,
  lines,
}: Pick<Bill, 'currency'> & {
  readonly lines: readonly Pick<Bill['lines'][number], 'kind' | 'minor'>[]
}): Pick<InvoiceRow, 'currency' | 'workMinor' | 'feesMinor' | 'ownMinor'> {
  const sums = { currency, workMinor: 0, feesMinor: 0, ownMinor: 0 }
  for (const { kind, minor } of lines) sums[KIND_OF[kind]] += minor
  return sums
}

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
  const keep = async (bill: Bill, cancels: number | null = null) =>
    manager.insert(invoiceEntity, {
      number: await nextNumber(manager),
      jobId: after.id,
      at,
      staffId,
      ...(await sealedBill(manager, after.id, bill)),
      cancels,
      ...sumsOf(bill),
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
  const rows = await billsOf(manager, jobId)
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
/** The rows of a job with what the lines of their bills say, as far as that is not forgotten. */
export async function billsOf(manager: EntityManager, jobId: number): Promise<readonly InvoiceRow[]> {
  const rows = await manager.find(invoiceEntity, { where: { jobId }, order: { number: 'ASC' } })
  const { bill: key } = rows.length > 0 ? await keysOf(manager, jobId) : {}
  return rows.map((row) => billOf(row, key))
}
/** A row with what the lines of its bill say, as far as their key is there. */
export function billOf(row: InvoiceRow, key: Buffer | null | undefined): InvoiceRow {
  const texts = row.texts && unseal(key, row.texts)
  return texts ? { ...row, record: billTogether(row.record, JSON.parse(texts.toString()) as Taken[]) } : row
}

async function sealedBill(
  manager: EntityManager,
  jobId: number,
  bill: Bill,
): Promise<Pick<InvoiceRow, 'record' | 'texts'>> {
  const { stays, texts } = billApart(bill)
  if (texts.length === 0) return { record: stays, texts: null }
  return { record: stays, texts: await sealedFor(manager, jobId, 'bill', Buffer.from(JSON.stringify(texts))) }
}

const standingInvoice = async (manager: EntityManager, jobId: number): Promise<InvoiceRow | undefined> => {
  const rows = await billsOf(manager, jobId)
  return rows.find(({ number, cancels }) => cancels === null && !rows.some((one) => one.cancels === number))
}

/** As a number is written on paper. */
const written = (number: number): string => String(number).padStart(DIGITS, '0')
const DIGITS = 6
