import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { createRequire } from 'node:module'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import pdfmake from 'pdfmake'
import { toSfnt } from 'woff2sfnt-sfnt2woff'
import type { Content } from 'pdfmake/interfaces'

const require = createRequire(import.meta.url)
/** The letters unpacked, for as long as this process lives: unpacking them anew would take most of the time of each paper. */
const unpacked = mkdtempSync(join(tmpdir(), 'benevox-letters-'))
process.once('exit', () => rmSync(unpacked, { recursive: true, force: true }))
function font(subset: string, weight: number): string {
  const name = `atkinson-hyperlegible-next-${subset}-${weight}-normal`
  const packed = readFileSync(require.resolve(`@fontsource/atkinson-hyperlegible-next/files/${name}.woff`))
  const file = join(unpacked, `${name}.ttf`)
  writeFileSync(file, toSfnt(packed))
  return file
}
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
  // The letters have no narrow no-break space; a wide one reads the same.
  const runs = text
    .replaceAll('\u202F', '\u00A0')
    .match(/[\u0100-\u02AF\u1E00-\u1EFF]+|[^\u0100-\u02AF\u1E00-\u1EFF]+/g) ?? ['']
  return {
    text: runs.map((run) => ({
      text: run,
      font: /[\u0100-\u02AF\u1E00-\u1EFF]/.test(run) ? 'LatinExtended' : 'Latin',
    })),
  }
}

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
  return pdfmake
    .createPdf({
      info: { title },
      pageSize: label ? { width: label.width * MM, height: label.height * MM } : 'A4',
      pageMargins: label ? [6, 5, 6, 4] : [56, 56, 56, 56],
      defaultStyle: { font: 'Latin', fontSize: label ? 8 : 11, lineHeight: label ? 1.05 : 1.25 },
      content,
    })
    .getBuffer()
}
