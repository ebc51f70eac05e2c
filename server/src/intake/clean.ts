import sharp from 'sharp'
import { pdfAnew } from './pdfAnew.ts'

const MOST_PIXELS = 60_000_000
/** Enough to read a receipt, on the longer side. */
const KEPT_PIXELS = 2400

/** What is made of a document on a thread of its own: only what it shows. Undefined where that cannot be made of it. */
export async function clean({
  as,
  bytes,
}: {
  readonly as: 'picture' | 'pdf'
  readonly bytes: Uint8Array
}): Promise<Uint8Array | undefined> {
  const made = as === 'pdf' ? pdfAnew(bytes) : pictureAnew(bytes)
  return made.catch(() => undefined)
}

/** Turned as its camera meant it; sharp writes no metadata unless it is told to. */
const pictureAnew = (bytes: Uint8Array): Promise<Uint8Array> =>
  sharp(bytes, { limitInputPixels: MOST_PIXELS })
    .rotate()
    .resize({ width: KEPT_PIXELS, height: KEPT_PIXELS, fit: 'inside', withoutEnlargement: true })
    .flatten({ background: '#ffffff' })
    .jpeg({ quality: 82 })
    .toBuffer()
