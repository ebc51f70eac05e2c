import type { JobSummary } from '@benevox/contract'
import Papa from 'papaparse'

const HEADINGS = [
  'ticket',
  'opened_at',
  'station',
  'device',
  'model_id',
  'imei',
  'customer',
  'screen_lock',
  'account_lock',
  'carrier_lock',
  'waits_for',
  'waits_until',
] as const

/** Jobs as lines of a table (RFC 4180), headings first; what a spreadsheet would take for a formula is plain text in it. */
export async function* jobLines(jobs: AsyncIterable<JobSummary>): AsyncGenerator<string> {
  const line = (cells: readonly (string | null)[]) =>
    `${Papa.unparse([cells as string[]], { escapeFormulae: true })}\r\n`
  yield line(HEADINGS)
  for await (const { ticket, openedAt, station, device, modelId, imei, customer, locks, waits } of jobs)
    yield line([
      ticket,
      openedAt,
      station,
      device,
      modelId,
      imei,
      customer.name,
      locks.screen,
      locks.account,
      locks.carrier,
      waits?.for ?? null,
      waits?.until ?? null,
    ])
}
