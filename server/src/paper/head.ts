import { groupImei } from '@benevox/core/imei'
import { hasName, type Customer, type JobState, type ModelKnown } from '@benevox/core/job'
import type { Facts } from '@benevox/core/route'
import type { ShopSettings } from '@benevox/core/shop'
import type { Words } from '@benevox/words'
import type { Content } from 'pdfmake/interfaces'
import { inFonts } from './pdf.ts'

/** As it stands above every paper. */
export const headOfShop = ({ name, address }: Pick<ShopSettings, 'name' | 'address'>): string =>
  [name, address].filter((part) => part !== '').join('\n')

/** Whose document it is, and in which language and by whose calendar it is written. */
export interface PaperOf {
  readonly shop: string
  /** IANA time zone of the shop. */
  readonly zone: string
  readonly words: Words
}

export const row = (name: string, value: string): Content[] => [
  { ...(inFonts(name) as object), color: '#555555' } as Content,
  inFonts(value),
]

/** What every document of a job says of it alike: whose it is, which device, by which number. */
export function headRows(
  { say }: Words,
  customer: Customer,
  { imei, imeiSecond, serialNumber }: Facts,
  model: ModelKnown | undefined,
  gone: JobState['gone'] = [],
): Content[][] {
  const imeis = [imei, imeiSecond].flatMap((one) => (one ? [groupImei(one)] : []))
  const unknown = say('document.notRecorded')
  // What was forgotten was once known: nobody is told that there was none.
  const orGone = (kind: 'contact' | 'imei', text: string) =>
    gone.includes(kind) ? say('document.forgotten') : text
  return [
    row(say('document.customer'), hasName(customer) ? customer.name : orGone('contact', unknown)),
    row(say('document.device'), model ? `${model.name} (${model.modelCode})` : unknown),
    ...(imeis.length > 0 || !serialNumber
      ? [row(say('document.imei'), imeis.join(', ') || orGone('imei', say('document.noImei')))]
      : []),
    ...(serialNumber ? [row(say('document.serialNumber'), serialNumber)] : []),
  ]
}

/** Whose document it is and what it is, large. */
export const paperTop = (shop: string, title: string): Content[] => [
  { stack: [inFonts(shop)], fontSize: 12 },
  { stack: [inFonts(title)], fontSize: 24, bold: true, margin: [0, 4, 0, 14] },
]

/** Rows of a name and what it is, as every document has them at its top. */
export const rowsTable = (body: Content[][]): Content => ({
  layout: 'lightHorizontalLines',
  table: { widths: [130, '*'], body },
})

/** A heading inside a document. */
export const heading = (text: string, above: number, below: number): Content => ({
  stack: [inFonts(text)],
  bold: true,
  fontSize: 14,
  margin: [0, above, 0, below],
})
