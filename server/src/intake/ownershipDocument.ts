import type { OwnershipFile } from '@benevox/core/job'
import { fileTypeFromBuffer } from 'file-type'
import { ProblemError } from '../http/problem.ts'
import { cleanedApart } from '../reading/readApart.ts'

/** The largest file that is kept, in bytes. */
export const LARGEST_DOCUMENT = 8 * 1024 * 1024

/**
 * What is kept of a file that was shown of whose it is: its type is told by its content, whatever its name says, and a
 * picture or a PDF is made anew, so that place, camera and whatever else was hidden in it are gone.
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
      return { type: 'image/jpeg', content: await anew('picture', bytes, 'picture-unreadable') }
    case 'application/pdf':
      return { type, content: await anew('pdf', bytes, 'pdf-unreadable') }
    default:
      throw new ProblemError('wrong-file', { code: 'file-kind' })
  }
}

async function anew(
  as: 'picture' | 'pdf',
  bytes: Buffer,
  code: 'picture-unreadable' | 'pdf-unreadable',
): Promise<Buffer> {
  const made = await cleanedApart(as, bytes)
  if (!made) throw new ProblemError('wrong-file', { code })
  if (made.length > LARGEST_DOCUMENT) throw new ProblemError('too-large', { code: 'file-too-large' })
  return Buffer.from(made.buffer, made.byteOffset, made.byteLength)
}
