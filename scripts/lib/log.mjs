// What the server writes, in a file that is turned over: never more than so many, and none grows for ever.
import { mkdirSync } from 'node:fs'
import { createStream } from 'rotating-file-stream'

const LARGEST = '10M'
const KEPT = 10

/** @returns a stream that ends with the program */
export function rotatedLog(folder, name) {
  mkdirSync(folder, { recursive: true, mode: 0o700 })
  return createStream(name, { path: folder, size: LARGEST, maxFiles: KEPT, compress: 'gzip', mode: 0o600 })
}
