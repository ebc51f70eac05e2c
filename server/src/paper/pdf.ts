import type { Content } from 'pdfmake/interfaces'
import Tinypool from 'tinypool'
import { ProblemError } from '../http/problem.ts'
import { isFull } from '../reading/readApart.ts'

/** In whichever fonts have the letters of a line; which ones is looked up where it is printed. */
export const LETTERS = 'letters'
/** The house's own letters, for a drawing. */
export const HOUSE = 'atkinson-hyperlegible-next-latin'

/** A document to be printed: all of it plain data, so that it can go to another thread. */
export interface Sheet {
  readonly title: string
  readonly content: readonly Content[]
  /** A small label instead of A4: its width and height in millimetres. */
  readonly label?: { readonly width: number; readonly height: number } | undefined
}

/** A line in the fonts that have its letters. */
export const inFonts = (text: string): Content => ({ text, font: LETTERS })

/** How many documents may wait to be printed. */
const MOST_WAITING = 200
/** Kept so long after the last one: fonts unpacked are fonts found. */
const IDLE_MS = 600_000
let pool: Tinypool | undefined
const printer = (): Tinypool =>
  (pool ??= new Tinypool({
    filename: new URL('./printer.mjs', import.meta.url).href,
    runtime: 'worker_threads',
    minThreads: 0,
    maxThreads: 1,
    idleTimeout: IDLE_MS,
    useAtomics: false,
    maxQueue: MOST_WAITING,
  }))

/** A document of the shop in the house's letters, printed on a thread of its own: nobody else waits for it. */
export async function pdfOf(title: string, content: Content[], label?: Sheet['label']): Promise<Buffer> {
  const sheet: Sheet = { title, content, label }
  const bytes = (await printer()
    .run(sheet, { name: 'printed' })
    .catch((error: unknown) => {
      throw isFull(error) ? new ProblemError('not-possible-now', { code: 'busy-now' }) : error
    })) as Uint8Array
  return Buffer.from(bytes.buffer, bytes.byteOffset, bytes.byteLength)
}
