import type { FileFlaw } from '@benevox/core/catalog'

/** A text file, or why it is none. */
export type TextReading =
  { readonly kind: 'text'; readonly text: string } | { readonly kind: 'refused'; readonly flaw: FileFlaw }

/** No honest catalogue or list is larger. */
const MEGABYTE = 1024 * 1024
export const LARGEST_BYTES = 64 * MEGABYTE

/** Said before anything of the file is read. @returns undefined where the file may be read */
export function refusedBySize(bytes: number): FileFlaw | undefined {
  if (bytes === 0) return { code: 'empty-file' }
  if (bytes > LARGEST_BYTES)
    return { code: 'large-file', megabytes: Math.round(bytes / MEGABYTE), most: LARGEST_BYTES / MEGABYTE }
  return undefined
}

/**
 * Reads a file’s bytes as text: UTF-16 where its first two bytes say so, else UTF-8. Nothing is guessed: bytes
 * that fit neither are refused.
 */
export function readText(bytes: Uint8Array): TextReading {
  const [first, second] = bytes
  const encoding =
    first === 0xff && second === 0xfe ? 'utf-16le' : first === 0xfe && second === 0xff ? 'utf-16be' : 'utf-8'
  try {
    const text = new TextDecoder(encoding, { fatal: true }).decode(bytes)
    if (text.includes('\u0000')) return { kind: 'refused', flaw: { code: 'no-text' } }
    return { kind: 'text', text }
  } catch {
    return { kind: 'refused', flaw: { code: 'no-encoding' } }
  }
}

/** Where a text stops being JSON. @param error what the engine's parser said of it */
export function noJson(text: string, error: unknown): FileFlaw {
  const said = error instanceof Error ? error.message : ''
  const told = /position (\d+)/.exec(said)
  const end = text.trimEnd().length
  // An engine that says neither where it stopped nor that the text was over leaves nothing to be told.
  if (!told && !/end of/i.test(said)) return { code: 'not-json' }
  const at = told ? Number(told[1]) : end
  const before = text.slice(0, at).split('\n')
  return at >= end
    ? { code: 'json-unfinished', line: text.trimEnd().split('\n').length }
    : { code: 'json-from', line: before.length, letter: (before.at(-1)?.length ?? 0) + 1 }
}
