import {
  PDFArray,
  PDFDict,
  PDFDocument,
  PDFName,
  PDFRawStream,
  PDFRef,
  PDFStream,
  type PDFContext,
  type PDFObject,
} from 'pdf-lib'

/** A receipt has few pages. */
const MOST_PAGES = 40
/** What tells of whoever made it, or does something when it is opened or touched: of any object of a page (ISO 32000-1, from memory). */
const NOT_KEPT = [
  'Metadata',
  'PieceInfo',
  'LastModified',
  'Thumb',
  'A',
  'AA',
  'OpenAction',
  'JS',
  'EF',
  'AF',
  'FS',
]
/** What stands on a page beside its content and shows something by its own picture. */
const SHOWN_ANNOTATIONS = [
  'Widget',
  'FreeText',
  'Stamp',
  'Ink',
  'Highlight',
  'Underline',
  'Line',
  'Square',
  'Circle',
]
/** Who wrote it, when, and what is not on the page. */
const OF_ANNOTATIONS = [
  'T',
  'TU',
  'M',
  'CreationDate',
  'NM',
  'Contents',
  'RC',
  'Subj',
  'Popup',
  'IRT',
  'V',
  'DV',
  'Parent',
]

/**
 * The pages of a PDF, made anew: only what they show is in it. What tells of who made it, where and when, what is attached, and
 * what does something by itself is gone, in its pictures, too.
 * @throws Error where it is none, is locked, has too many pages, or has a picture that cannot be cleaned
 */
export async function pdfAnew(bytes: Uint8Array): Promise<Uint8Array> {
  const given = await PDFDocument.load(bytes, { updateMetadata: false, throwOnInvalidObject: true })
  const pages = given.getPageIndices()
  if (pages.length === 0 || pages.length > MOST_PAGES) throw new Error(`${pages.length} pages`)
  const made = await PDFDocument.create({ updateMetadata: false })
  for (const page of await made.copyPages(given, pages)) {
    const annotations = page.node.lookupMaybe(PDFName.of('Annots'), PDFArray)
    if (annotations) page.node.set(PDFName.of('Annots'), shownOf(annotations, made.context))
    made.addPage(page)
  }
  for (const [ref, object] of made.context.enumerateIndirectObjects()) {
    clean(object)
    if (object instanceof PDFStream && isPicture(object.dict)) made.context.assign(ref, pictureOf(object))
  }
  // What nothing leads to any more is in it still: only what the pages lead to goes over a second time.
  const kept = await PDFDocument.create({ updateMetadata: false })
  for (const page of await kept.copyPages(made, made.getPageIndices())) kept.addPage(page)
  delete kept.context.trailerInfo.Info
  return kept.save({ addDefaultPage: false })
}

function shownOf(annotations: PDFArray, context: PDFContext): PDFArray {
  const shown = PDFArray.withContext(context)
  for (const one of annotations.asArray()) {
    const found = one instanceof PDFRef ? context.lookup(one) : one
    if (!(found instanceof PDFDict)) continue
    const kind = found.lookupMaybe(PDFName.of('Subtype'), PDFName)?.decodeText() ?? ''
    if (!SHOWN_ANNOTATIONS.includes(kind)) continue
    for (const name of OF_ANNOTATIONS) found.delete(PDFName.of(name))
    shown.push(one)
  }
  return shown
}

function clean(object: PDFObject): void {
  if (object instanceof PDFStream) clean(object.dict)
  else if (object instanceof PDFArray) object.asArray().forEach(clean)
  else if (object instanceof PDFDict) {
    for (const name of NOT_KEPT) object.delete(PDFName.of(name))
    object.values().forEach(clean)
  }
}

const isPicture = (dict: PDFDict) =>
  dict.lookupMaybe(PDFName.of('Subtype'), PDFName)?.decodeText() === 'Image'

/** @throws Error where it is packed in a way that may hide more than it shows */
function pictureOf(picture: PDFStream): PDFStream {
  const filters = filtersOf(picture.dict)
  if (filters.includes('JPXDecode')) throw new Error('a picture that cannot be cleaned')
  if (!filters.includes('DCTDecode')) return picture
  if (filters.length > 1 || !(picture instanceof PDFRawStream)) throw new Error('a picture in a picture')
  return PDFRawStream.of(picture.dict, withoutNotes(picture.contents))
}

function filtersOf(dict: PDFDict): readonly string[] {
  const filter = dict.lookup(PDFName.of('Filter'))
  const names = filter instanceof PDFArray ? filter.asArray().map((_, nth) => filter.lookup(nth)) : [filter]
  return names.flatMap((name) => (name instanceof PDFName ? [name.decodeText()] : []))
}

const [START, SCAN, APP0, APP15, COMMENT] = [0xd8, 0xda, 0xe0, 0xef, 0xfe]
/** How a reader has to take the picture: its density, its colours, its kind of them. */
const NEEDED = [APP0, 0xe2, 0xee]

/** A JPEG without what cameras and programs note in it: no segment APPn or COM but those a reader needs (ITU-T T.81, annex B). */
export function withoutNotes(jpeg: Uint8Array): Uint8Array {
  if (jpeg[0] !== 0xff || jpeg[1] !== START) throw new Error('no JPEG')
  const kept: Uint8Array[] = [jpeg.subarray(0, 2)]
  for (let at = 2; ;) {
    const marker = jpeg[at + 1] ?? 0
    if (jpeg[at] !== 0xff || at + 4 > jpeg.length) throw new Error('a JPEG that ends before its picture')
    if (marker === SCAN) return Buffer.concat([...kept, jpeg.subarray(at)])
    const next = at + 2 + ((jpeg[at + 2] ?? 0) << 8) + (jpeg[at + 3] ?? 0)
    const isNote = (marker >= APP0 && marker <= APP15 && !NEEDED.includes(marker)) || marker === COMMENT
    if (!isNote) kept.push(jpeg.subarray(at, next))
    at = next
  }
}
