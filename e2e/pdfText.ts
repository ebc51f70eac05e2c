/** The text of a PDF, read by a library that did not write it. */
export async function pdfText(bytes: Uint8Array): Promise<string> {
  const { getDocument } = await import('pdfjs-dist/legacy/build/pdf.mjs')
  const document = await getDocument({ data: bytes, useSystemFonts: false, verbosity: 0 }).promise
  const pages = await Promise.all(
    Array.from({ length: document.numPages }, async (_, n) => {
      const { items } = await (await document.getPage(n + 1)).getTextContent()
      return items.map((item) => ('str' in item ? item.str : '')).join(' ')
    }),
  )
  return pages.join('\n').replace(/\s+/g, ' ')
}

/** A paper without the secret address that ends it: what stands in one is chance, and of no language. */
export const withoutAddress = (text: string): string => text.replace(/https?:\/\/.*$/s, '')
