import pdfmake from 'pdfmake'
import type { Content } from 'pdfmake/interfaces'
import { fontsInUse, runsOf } from './letters.ts'
import { LETTERS, type Sheet } from './pdf.ts'

pdfmake.setLocalAccessPolicy((path) =>
  Object.values(fontsInUse).some(({ normal, bold }) => path === normal || path === bold),
)
pdfmake.setUrlAccessPolicy(() => false)

/** What is written without a word about its font: numbers of lists. */
const PLAIN = runsOf('1')[0]?.font ?? ''
/** One millimetre in the points of a PDF. */
const MM = 72 / 25.4

/** A sheet as the bytes of a PDF: only the letters that are on it go into it. */
export async function printed({ title, content, label }: Sheet): Promise<Uint8Array> {
  const inLetters = content.map((part) => withFonts(part) as Content)
  pdfmake.setFonts(fontsInUse)
  return pdfmake
    .createPdf({
      info: { title },
      pageSize: label ? { width: label.width * MM, height: label.height * MM } : 'A4',
      pageMargins: label ? [6, 5, 6, 4] : [56, 56, 56, 56],
      defaultStyle: { font: PLAIN, fontSize: label ? 8 : 11, lineHeight: label ? 1.05 : 1.25 },
      content: inLetters,
    })
    .getBuffer()
}

/** Every line that asks for it in the fonts that have its letters. */
function withFonts(part: unknown): unknown {
  if (Array.isArray(part)) return part.map(withFonts)
  if (typeof part !== 'object' || part === null) return part
  const { font, text, ...rest } = part as { font?: unknown; text?: unknown }
  if (font === LETTERS && typeof text === 'string') return { ...rest, text: [...runsOf(text)] }
  return Object.fromEntries(Object.entries(part).map(([name, value]) => [name, withFonts(value)]))
}
