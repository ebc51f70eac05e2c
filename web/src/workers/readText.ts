/** A text file, or why it is none. */
export type TextReading =
  { readonly kind: 'text'; readonly text: string } | { readonly kind: 'refused'; readonly sentence: string }

/** No honest catalogue or list is larger. */
export const LARGEST_BYTES = 64 * 1024 * 1024

/** Said before anything of the file is read. @returns undefined where the file may be read */
export function refusedBySize(bytes: number): string | undefined {
  if (bytes === 0) return 'The file is empty.'
  if (bytes > LARGEST_BYTES)
    return `The file has ${Math.round(bytes / 1024 / 1024)} MB; no catalogue, list or evidence has more than 64. It was not read.`
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
    if (text.includes('\u0000'))
      return { kind: 'refused', sentence: 'The file is no text: it has signs that no text has.' }
    return { kind: 'text', text }
  } catch {
    return { kind: 'refused', sentence: 'The file is neither UTF-8 nor UTF-16 text. Save it as one of them.' }
  }
}

/** Where a text stops being JSON, for people. @param error what the engine's parser said of it */
export function noJsonSentence(text: string, error: unknown): string {
  const said = error instanceof Error ? error.message : ''
  const told = /position (\d+)/.exec(said)
  const end = text.trimEnd().length
  // An engine that says neither where it stopped nor that the text was over leaves nothing to be told.
  if (!told && !/end of/i.test(said)) return 'The file is no JSON.'
  const at = told ? Number(told[1]) : end
  const before = text.slice(0, at).split('\n')
  if (at >= end)
    return `The file is no JSON: it stops in line ${text.trimEnd().split('\n').length}, unfinished.`
  return `The file is no JSON from line ${before.length}, letter ${(before.at(-1)?.length ?? 0) + 1} on.`
}
