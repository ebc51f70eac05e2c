import pdfmake from 'pdfmake'
import type { Content } from 'pdfmake/interfaces'
import { fontsInUse, runsOf } from './letters.ts'

pdfmake.setLocalAccessPolicy((path) =>
  Object.values(fontsInUse).some(({ normal, bold }) => path === normal || path === bold),
)
pdfmake.setUrlAccessPolicy(() => false)

/** A line in the fonts that have its letters. */
export const inFonts = (text: string): Content => ({ text: [...runsOf(text)] })

/** What is written without a word about its font: numbers of lists. */
export const HOUSE = runsOf('1')[0]?.font ?? ''
/** One millimetre in the points of a PDF. */
const MM = 72 / 25.4

/**
 * A paper of the shop in the house's letters: A4.
 * @param label a small label instead: its width and height in millimetres
 */
export async function pdfOf(
  title: string,
  content: Content[],
  label?: { readonly width: number; readonly height: number },
): Promise<Buffer> {
  pdfmake.setFonts(fontsInUse)
  return pdfmake
    .createPdf({
      info: { title },
      pageSize: label ? { width: label.width * MM, height: label.height * MM } : 'A4',
      pageMargins: label ? [6, 5, 6, 4] : [56, 56, 56, 56],
      defaultStyle: { font: HOUSE, fontSize: label ? 8 : 11, lineHeight: label ? 1.05 : 1.25 },
      content,
    })
    .getBuffer()
}
