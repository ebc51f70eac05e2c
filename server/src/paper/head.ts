import { groupImei } from '@benevox/core/imei'
import { hasName, type Customer, type ModelKnown } from '@benevox/core/job'
import type { Facts } from '@benevox/core/route'
import type { Content } from 'pdfmake/interfaces'
import { inFonts } from './pdf.ts'

/** Whose paper it is, and by whose calendar it is dated. */
export interface PaperOf {
  readonly shop: string
  /** IANA time zone of the shop. */
  readonly zone: string
}

/** The day of an instant as the shop's calendar has it, like 2026-03-05. */
export const dayIn = (zone: string, at: string): string =>
  new Intl.DateTimeFormat('sv-SE', { timeZone: zone, dateStyle: 'short' }).format(new Date(at))
/** The same with the clock of the shop, like 2026-03-05 09:07. */
export const minuteIn = (zone: string, at: string): string =>
  new Intl.DateTimeFormat('sv-SE', { timeZone: zone, dateStyle: 'short', timeStyle: 'short' }).format(
    new Date(at),
  )

export const row = (name: string, value: string): Content[] => [
  { text: name, color: '#555555' },
  inFonts(value),
]

/** What every paper of a job says of it alike: whose it is, which device, by which number. */
export function headRows(
  customer: Customer,
  { imei, imeiSecond, serialNumber }: Facts,
  model: ModelKnown | undefined,
): Content[][] {
  const imeis = [imei, imeiSecond].flatMap((one) => (one ? [groupImei(one)] : []))
  return [
    row('Customer', hasName(customer) ? customer.name : 'not recorded'),
    row('Device', model ? `${model.name} (${model.modelCode})` : 'not recorded'),
    ...(imeis.length > 0 || !serialNumber ? [row('IMEI', imeis.join(', ') || 'none')] : []),
    ...(serialNumber ? [row('Serial number', serialNumber)] : []),
  ]
}
