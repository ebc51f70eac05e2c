import fc from 'fast-check'
import { PDFDocument, PDFName, PDFString } from 'pdf-lib'
import { getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs'
import sharp from 'sharp'
import { describe, expect, it } from 'vitest'
import { pdfText } from '../../../e2e/pdfText.ts'
import { pdfAnew, withoutNotes } from './pdfAnew.ts'

const MARK = 'zz-hidden'
const camera = await sharp({ create: { width: 60, height: 40, channels: 3, background: '#aa8855' } })
  .jpeg()
  .withExif({ IFD0: { Make: MARK }, IFD3: { GPSLatitude: '54/1 30/1 0/1', GPSLatitudeRef: 'N' } })
  .toBuffer()

type Hides = (made: PDFDocument) => unknown
const note =
  (kind: string, more: Record<string, unknown>): Hides =>
  (made) => {
    const [page] = made.getPages()
    const one = made.context.obj({ Type: 'Annot', Subtype: kind, Rect: [10, 10, 60, 60], ...more } as never)
    page?.node.addAnnot(made.context.register(one))
  }
/** What a PDF can hold beside what it shows. */
const HIDDEN: Readonly<Record<string, Hides>> = {
  title: (made) => made.setTitle(MARK),
  author: (made) => (made.setAuthor(MARK), made.setProducer(MARK)),
  attachment: (made) => made.attach(Buffer.from(MARK), 'notes.txt', { mimeType: 'text/plain' }),
  script: (made) => made.addJavaScript('main', `app.alert("${MARK}")`),
  'metadata of its own': (made) => {
    const xmp = made.context.stream(`<x:xmpmeta><dc:creator>${MARK}</dc:creator></x:xmpmeta>`, {
      Type: 'Metadata',
      Subtype: 'XML',
    })
    const ref = made.context.register(xmp)
    made.catalog.set(PDFName.of('Metadata'), ref)
    made.getPages()[0]?.node.set(PDFName.of('Metadata'), ref)
  },
  'a camera’s notes': async (made) => {
    made.getPages()[0]?.drawImage(await made.embedJpg(camera), { x: 20, y: 20 })
  },
  comment: note('Text', { T: PDFString.of(MARK), Contents: PDFString.of(MARK) }),
  link: note('Link', { A: { S: 'URI', URI: PDFString.of(`https://${MARK}.example`) } }),
  'who marked it': note('Highlight', { T: PDFString.of(MARK), QuadPoints: [10, 60, 60, 60, 10, 10, 60, 10] }),
  'what runs when it is opened': (made) =>
    made.catalog.set(
      PDFName.of('OpenAction'),
      made.context.obj({ S: 'JavaScript', JS: PDFString.of(MARK) } as never),
    ),
  'a program’s own data': (made) =>
    made
      .getPages()[0]
      ?.node.set(
        PDFName.of('PieceInfo'),
        made.context.obj({ Mine: { Private: PDFString.of(MARK) } } as never),
      ),
}

async function made(hides: readonly string[], pages = 1): Promise<Uint8Array> {
  const document = await PDFDocument.create({ updateMetadata: false })
  for (let nth = 1; nth <= pages; nth++) document.addPage().drawText(`Receipt page ${nth}`, { x: 50, y: 500 })
  for (const name of hides) await HIDDEN[name]?.(document)
  return document.save({ useObjectStreams: false })
}

/** All that another program finds in it beside what it shows; and the bytes themselves. */
async function foundIn(bytes: Uint8Array): Promise<string> {
  const task = getDocument({ data: new Uint8Array(bytes), verbosity: 0 })
  const document = await task.promise
  try {
    const { info, metadata } = await document.getMetadata()
    const page = await document.getPage(1)
    return JSON.stringify([
      info,
      metadata?.getRaw(),
      Object.values((await document.getAttachments()) ?? {}).map((one) =>
        Buffer.from((one as { content: Uint8Array }).content).toString('latin1'),
      ),
      await document.getJSActions(),
      await document.getOpenAction(),
      await page.getAnnotations(),
      await page.getJSActions(),
      Buffer.from(bytes).toString('latin1'),
    ])
  } finally {
    await task.destroy()
  }
}

describe('a PDF made anew', () => {
  it('shows what it showed, and hides nothing, whatever was hidden in it', async () => {
    const everything = Object.keys(HIDDEN)
    const met = new Set<string>()
    for (const name of everything) if ((await foundIn(await made([name]))).includes(MARK)) met.add(name)
    // Found before it was made anew: else its absence would say nothing.
    expect([...met].sort()).toEqual([...everything].sort())
    const some = fc.sample(fc.subarray(everything, { minLength: 1 }), { numRuns: 25, seed: 20261201 })
    for (const hides of [...some, everything]) {
      const anew = await pdfAnew(await made(hides, 3))
      expect([hides, (await foundIn(anew)).includes(MARK)]).toEqual([hides, false])
      expect(await pdfText(anew)).toMatch(/Receipt page 1.*Receipt page 2.*Receipt page 3/s)
    }
  })
  it('is refused where it is none, is cut off, or has more pages than a receipt', async () => {
    const whole = await made([])
    for (const bytes of [Buffer.from('%PDF-1.4\n'), whole.subarray(0, 200), await made([], 41)])
      await expect(pdfAnew(bytes)).rejects.toThrow()
    expect((await pdfAnew(await made([], 40))).length).toBeGreaterThan(0)
  })
})

describe('a JPEG without what is noted in it', () => {
  it('has every pixel that it had', async () => {
    const clean = withoutNotes(camera)
    const [was, is] = await Promise.all([camera, clean].map((bytes) => sharp(bytes).raw().toBuffer()))
    expect(is).toEqual(was)
    expect([camera.includes(MARK), Buffer.from(clean).includes(MARK)]).toEqual([true, false])
    expect((await sharp(clean).metadata()).exif).toBeUndefined()
  })
  it('cut off anywhere before its picture is refused', () => {
    const scan = camera.indexOf(Buffer.from([0xff, 0xda]))
    for (let end = 0; end < scan; end++) expect(() => withoutNotes(camera.subarray(0, end))).toThrow()
  })
})
