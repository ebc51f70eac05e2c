import { describe, expect, it } from 'vitest'
import { LARGEST_BYTES, noJson, readText, refusedBySize } from './readText.ts'

const utf16 = (text: string, bigEndian = false) => {
  const bytes = Buffer.from(`\ufeff${text}`, 'utf16le')
  return new Uint8Array(bigEndian ? bytes.swap16() : bytes)
}

describe('a file as text', () => {
  it.each([
    ['UTF-8', new TextEncoder().encode('Drïft, Model')],
    ['UTF-8 with its mark', new TextEncoder().encode('\ufeffDrïft, Model')],
    ['UTF-16, as the platform’s list comes', utf16('Drïft, Model')],
    ['UTF-16 the other way round', utf16('Drïft, Model', true)],
  ])('%s', (_, bytes) => {
    expect(readText(bytes)).toEqual({ kind: 'text', text: 'Drïft, Model' })
  })
  it.each([
    ['Latin-1', Buffer.from('Drïft', 'latin1')],
    ['UTF-16 without its mark', Buffer.from('Drift', 'utf16le')],
    ['UTF-16 that ends in half a letter', utf16('Drift').slice(0, -1)],
    ['a picture', Buffer.from([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0, 0])],
  ])('%s is refused, not guessed at', (_, bytes) => {
    expect(readText(new Uint8Array(bytes)).kind).toBe('refused')
  })
  it('is refused by its size before it is read', () => {
    expect(refusedBySize(0)).toEqual({ code: 'empty-file' })
    expect(refusedBySize(LARGEST_BYTES)).toBeUndefined()
    expect(refusedBySize(200 * 1024 * 1024)).toEqual({ code: 'large-file', megabytes: 200, most: 64 })
  })
})

describe('a text that is no JSON', () => {
  it.each([
    ['{"a": 1,\n "b": x}', { code: 'not-json' }],
    ['{"a": 1,\n "b" 2}', { code: 'json-from', line: 2, letter: 6 }],
    ['{"format":"benevox-pack",', { code: 'json-unfinished', line: 1 }],
    ['[1,\n[2,\n', { code: 'json-unfinished', line: 2 }],
    ['"half', { code: 'json-unfinished', line: 1 }],
    ['{"a": "b"}}', { code: 'json-from', line: 1, letter: 11 }],
  ])('%j says where', (text, flaw) => {
    const parse = () => {
      try {
        return JSON.parse(text) as unknown
      } catch (error) {
        return noJson(text, error)
      }
    }
    expect(parse()).toEqual(flaw)
  })
})
