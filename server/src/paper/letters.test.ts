import { describe, expect, it } from 'vitest'
import { pdfText } from '../../../e2e/pdfText.ts'
import { apart, inOrder, runsOf } from './letters.ts'
import { inFonts, pdfOf } from './pdf.ts'

/** Names as customers have them, invented; each with a mark that its script is easily got wrong by. */
const NAMES = {
  Latin: 'Søren Łukasiewicz-Őry',
  Vietnamese: 'Nguyễn Thị Ngọc Ước',
  Cyrillic: 'Ольга Щедрина-Їжак',
  Greek: 'Ξένια Ψαρρά-Ὁμήρου',
  Hebrew: 'דוד',
  Arabic: 'ليلى',
  Chinese: '王小明',
  Japanese: '佐々木さくら',
  Korean: '김하늘',
}

describe('the letters of a paper', () => {
  it.each(Object.entries(NAMES))('write a name in %s, read back by another library', async (_, name) => {
    const bytes = await pdfOf('Names', [inFonts(name), { stack: [inFonts(name)], bold: true }])
    // Joined letters are read back as the letters they stand for, a mark that is drawn by itself as nothing.
    const read = (await pdfText(new Uint8Array(bytes))).normalize('NFKC').replace(/[\s\p{Cc}]/gu, '')
    const turned = [...name].reverse().join('')
    const said = [name, turned].map((one) => one.normalize('NFKC').replaceAll(' ', ''))
    expect(said.some((one) => read === one + one)).toBe(true)
  })
  it('put only the glyphs that are needed into a paper', async () => {
    for (const name of Object.values(NAMES))
      expect((await pdfOf('Name', [inFonts(name)])).length).toBeLessThan(60_000)
  })
  it('take the signs of Chinese, Japanese and Korean from the letters of each', () => {
    const faceOf = (name: string) => runsOf(name).map(({ font }) => /noto-sans-(..)-/.exec(font)?.[1])
    expect(new Set(faceOf('王小明'))).toEqual(new Set(['sc']))
    expect(new Set(faceOf('佐々木さくら'))).toEqual(new Set(['jp']))
    expect(new Set(faceOf('金 하늘').filter(Boolean))).toEqual(new Set(['kr']))
  })
  it('keep an accent with its letter, however it was typed', () => {
    expect(runsOf('e\u0301').map(({ text }) => text)).toEqual(['é'])
  })
})

/** Read off the Unicode Bidirectional Algorithm (UAX 9), by hand, for lines that begin at the left. */
describe('a line with words from right to left', () => {
  it.each([
    ['Ann Brandal', ['Ann Brandal']],
    ['דוד כהן', ['כהן', ' ', 'דוד']],
    ['B1010 דוד כהן', ['B1010', ' ', 'כהן', ' ', 'דוד']],
    // A number after such a word belongs to it (rule N1), but for a name that is set apart.
    ['דוד כהן · 12 May', ['12', ' ', '·', ' ', 'כהן', ' ', 'דוד', ' ', 'May']],
    [`${apart('דוד כהן')} · 12 May`, ['כהן', ' ', 'דוד', ' ', '·', ' ', '12', ' ', 'May']],
    ['דוד 12 כהן', ['כהן', ' ', '12', ' ', 'דוד']],
  ])('%s', (text, ordered) => {
    expect(inOrder(text).join('').trim()).toBe(ordered.join(''))
  })
  it('turns brackets round a name', () => {
    expect(inOrder('(דוד)').join('')).toBe('(דוד)')
    expect(inOrder('דוד (כהן) דוד').join('')).toBe('דוד (כהן) דוד')
  })
})
