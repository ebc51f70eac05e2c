import { createRequire } from 'node:module'
import pdfmake from 'pdfmake'
import type { Content } from 'pdfmake/interfaces'

const require = createRequire(import.meta.url)
const font = (subset: string, weight: number) =>
  require.resolve(
    `@fontsource/atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-${subset}-${weight}-normal.woff`,
  )
const FONTS = {
  Latin: { normal: font('latin', 400), bold: font('latin', 700) },
  LatinExtended: { normal: font('latin-ext', 400), bold: font('latin-ext', 700) },
}
pdfmake.setFonts(FONTS)
pdfmake.setLocalAccessPolicy((path) =>
  Object.values(FONTS).some(({ normal, bold }) => path === normal || path === bold),
)
pdfmake.setUrlAccessPolicy(() => false)

/** The font comes in two parts: letters like Ł or ś are in the second, and a name may need both. */
export function inFonts(text: string): Content {
  const runs = text.match(/[\u0100-\u02AF\u1E00-\u1EFF]+|[^\u0100-\u02AF\u1E00-\u1EFF]+/g) ?? ['']
  return {
    text: runs.map((run) => ({
      text: run,
      font: /[\u0100-\u02AF\u1E00-\u1EFF]/.test(run) ? 'LatinExtended' : 'Latin',
    })),
  }
}

/** A paper of the shop: A4, in the house's letters. */
export async function pdfOf(title: string, content: Content[]): Promise<Buffer> {
  return pdfmake
    .createPdf({
      info: { title },
      pageSize: 'A4',
      pageMargins: [56, 56, 56, 56],
      defaultStyle: { font: 'Latin', fontSize: 11, lineHeight: 1.25 },
      content,
    })
    .getBuffer()
}
