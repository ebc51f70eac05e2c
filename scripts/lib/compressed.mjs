// Beside each file of the interface that is worth it, the same compressed: made once, at the build.
import { readdir, readFile, writeFile } from 'node:fs/promises'
import { extname, join } from 'node:path'
import { promisify } from 'node:util'
import { brotliCompress, constants, gzip } from 'node:zlib'

const KINDS = ['.js', '.css', '.html', '.svg', '.wasm', '.json']
/** Smaller ones fit into a packet or two as they are. */
const SMALLEST_BYTES = 1024
/** The highest takes ten times as long for some percent less: for what a page waits for, not for the largest files. */
const QUALITY = { best: 11, quick: 9, bestUntilBytes: 300_000 }

const brotli = (bytes) =>
  promisify(brotliCompress)(bytes, {
    params: {
      [constants.BROTLI_PARAM_QUALITY]: bytes.length > QUALITY.bestUntilBytes ? QUALITY.quick : QUALITY.best,
      [constants.BROTLI_PARAM_SIZE_HINT]: bytes.length,
    },
  })

/** Writes `name.br` and `name.gz` beside each file of a folder that is text or code. */
export async function compressIn(folder) {
  const entries = await readdir(folder, { recursive: true, withFileTypes: true })
  const files = entries
    .filter((entry) => entry.isFile() && KINDS.includes(extname(entry.name)))
    .map((entry) => join(entry.parentPath ?? entry.path, entry.name))
  await Promise.all(
    files.map(async (file) => {
      const bytes = await readFile(file)
      if (bytes.length < SMALLEST_BYTES) return
      await Promise.all([
        writeFile(`${file}.br`, await brotli(bytes)),
        writeFile(`${file}.gz`, await promisify(gzip)(bytes)),
      ])
    }),
  )
}
