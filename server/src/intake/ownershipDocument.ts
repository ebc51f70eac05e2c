import type { OwnershipFile } from '@benevox/core/job'
import { fileTypeFromBuffer } from 'file-type'
import sharp from 'sharp'
import { ProblemError } from '../http/problem.ts'

/** The largest file that is kept, in bytes. */
export const LARGEST_DOCUMENT = 8 * 1024 * 1024
const MOST_PIXELS = 60_000_000
/** Enough to read a receipt, on the longer side. */
const KEPT_PIXELS = 2400

/**
 * What is kept of a file that was shown of whose it is: its type is told by its content, whatever its name says, and a
 * picture is made anew, so that place, camera and whatever else was hidden in it are gone.
 * @throws ProblemError `wrong-file` or `too-large` with a sentence
 */
export async function cleanDocument(
  bytes: Buffer,
): Promise<{ readonly type: OwnershipFile['type']; readonly content: Buffer }> {
  if (bytes.length === 0) throw new ProblemError('wrong-file', { code: 'file-empty' })
  if (bytes.length > LARGEST_DOCUMENT) throw new ProblemError('too-large', { code: 'file-too-large' })
  const type = (await fileTypeFromBuffer(bytes))?.mime
  switch (type) {
    case 'image/jpeg':
    case 'image/png':
    case 'image/webp':
      return { type: 'image/jpeg', content: await pictureAnew(bytes) }
    case 'application/pdf':
      return { type, content: bytes }
    default:
      throw new ProblemError('wrong-file', { code: 'file-kind' })
  }
}

async function pictureAnew(bytes: Buffer): Promise<Buffer> {
  try {
    // Turned as its camera meant it; sharp writes no metadata unless it is told to.
    return await sharp(bytes, { limitInputPixels: MOST_PIXELS })
      .rotate()
      .resize({ width: KEPT_PIXELS, height: KEPT_PIXELS, fit: 'inside', withoutEnlargement: true })
      .flatten({ background: '#ffffff' })
      .jpeg({ quality: 82 })
      .toBuffer()
  } catch {
    throw new ProblemError('wrong-file', { code: 'picture-unreadable' })
  }
}
