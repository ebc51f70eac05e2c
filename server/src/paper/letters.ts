import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { createRequire } from 'node:module'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import bidiFactory from 'bidi-js'
import { create, type Font } from 'fontkit'
import { toSfnt } from 'woff2sfnt-sfnt2woff'

/** A piece of a line in letters of one font, where it stands on the line from left to right. */
export interface Run {
  readonly text: string
  readonly font: string
}
export interface FontFiles {
  readonly normal: string
  readonly bold: string
}

const require = createRequire(import.meta.url)
let folder: string | undefined
/** Where letters stand unpacked for as long as this process lives: unpacking them anew would take most of the time of each paper. */
function unpacked(): string {
  if (folder) return folder
  const made = mkdtempSync(join(tmpdir(), 'benevox-letters-'))
  process.once('exit', () => rmSync(made, { recursive: true, force: true }))
  return (folder = made)
}

/** Each face comes in parts; a part says which code points it is for, though not all of them are in it. */
class Part {
  readonly name: string
  readonly #face: string
  readonly #ranges: readonly (readonly [from: number, to: number])[]
  #files: FontFiles | undefined
  #letters: Font | undefined

  constructor(face: string, subset: string, ranges: string) {
    this.name = `${face}-${subset.replace(/[^a-z0-9-]/g, '')}`
    this.#face = face
    this.#ranges = ranges.split(',').map((range) => {
      const [from = '', to = from] = range.trim().replace('U+', '').split('-')
      return [parseInt(from, 16), parseInt(to, 16)]
    })
  }
  get files(): FontFiles {
    return (this.#files ??= { normal: this.#unpack(400), bold: this.#unpack(700) })
  }
  hasAll(text: string): boolean {
    return [...text].every((letter) => this.#has(letter.codePointAt(0) ?? 0))
  }
  #has(codePoint: number): boolean {
    if (!this.#ranges.some(([from, to]) => codePoint >= from && codePoint <= to)) return false
    this.#letters ??= create(readFileSync(this.files.normal)) as Font
    return this.#letters.hasGlyphForCodePoint(codePoint)
  }
  #unpack(weight: number): string {
    const packed = readFileSync(
      require.resolve(`@fontsource/${this.#face}/files/${this.name}-${weight}-normal.woff`),
    )
    const file = join(unpacked(), `${this.name}-${weight}.ttf`)
    writeFileSync(file, toSfnt(packed))
    return file
  }
}
interface Face {
  readonly parts: readonly Part[]
}
function face(name: string): Face {
  const ranges = require(`@fontsource/${name}/unicode.json`) as Readonly<Record<string, string>>
  return { parts: Object.entries(ranges).map(([subset, of]) => new Part(name, subset, of)) }
}
/** The house's letters, and for what they have not those of Noto, by script. */
const HOUSES = face('atkinson-hyperlegible-next')
const HOUSE = HOUSES.parts.find((part) => part.hasAll('1')) as Part
const FACES = [HOUSES, ...['noto-sans', 'noto-sans-hebrew', 'noto-sans-arabic'].map(face)]
/** The same signs are written a little otherwise in each of them: beside kana it is Japanese, beside hangul Korean. */
const SIGNS = [
  { ...face('noto-sans-jp'), beside: /[\u3040-\u30FF]/ },
  { ...face('noto-sans-kr'), beside: /[\u1100-\u11FF\u3130-\u318F\uAC00-\uD7AF]/ },
  { ...face('noto-sans-sc'), beside: /^/ },
]

/** The fonts that were needed so far, by name. */
export const fontsInUse: Record<string, FontFiles> = {}

/**
 * A line in the fonts that have its letters, as they stand from left to right: a word in one face where one has all of
 * it. Letters that no font has are left to the house's, which shows a box.
 */
export function runsOf(line: string): readonly Run[] {
  const text = line.normalize('NFC').replaceAll('\u202F', '\u00A0')
  const faces = [
    ...FACES,
    ...SIGNS.toSorted((a, b) => Number(b.beside.test(text)) - Number(a.beside.test(text))),
  ]
  const runs: { text: string; part: Part }[] = []
  for (const word of inOrder(text).flatMap((piece) => piece.split(/(?<=\s)(?=\S)/))) {
    const parts = partsFor(word, faces)
    for (const { segment } of GRAPHEMES.segment(word)) {
      const last = runs.at(-1)
      const part = parts.find((one) => one.hasAll(segment)) ?? HOUSE
      // Blanks are left to whichever font is at work.
      if (last && (last.part === part || (/\s/.test(segment) && last.part.hasAll(segment))))
        last.text += segment
      else runs.push({ text: segment, part })
    }
  }
  for (const { part } of runs) fontsInUse[part.name] ??= part.files
  return runs.map(({ text: of, part }) => ({ text: of, font: part.name }))
}
/** The parts of the first face that has all of a word; of all faces in turn where none has. */
function partsFor(word: string, faces: readonly Face[]): readonly Part[] {
  const letters = [...new Set([...word.trimEnd()])]
  const one = faces.find(({ parts }) => letters.every((letter) => parts.some((part) => part.hasAll(letter))))
  return one?.parts ?? faces.flatMap(({ parts }) => parts)
}
const GRAPHEMES = new Intl.Segmenter('en', { granularity: 'grapheme' })

/** A name within a line, set apart: whatever is beside it keeps its own order. */
export const apart = (name: string): string => `\u2068${name}\u2069`
const ISOLATES = /[\u2066-\u2069\u200E\u200F]/g

/** Joined by a font in one go: words of such a script; whatever stands between them is put in its place here. */
const kindOf = (letter: string): number => (RIGHT_TO_LEFT.test(letter) ? 1 : /\s/.test(letter) ? 2 : 3)

/** Scripts that are written from right to left. */
const RIGHT_TO_LEFT = /[\u0590-\u08FF\uFB1D-\uFDFF\uFE70-\uFEFC]/
const bidi = bidiFactory()

/**
 * The words of a line as they stand from left to right, by the Unicode bidirectional algorithm (UAX 9, rule L2 by words:
 * the letters inside a word are turned by the font that joins them).
 */
export function inOrder(text: string): readonly string[] {
  if (!RIGHT_TO_LEFT.test(text)) return [text.replaceAll(ISOLATES, '')]
  const embedding = bidi.getEmbeddingLevels(text, 'ltr')
  const mirrored = bidi.getMirroredCharactersMap(text, embedding.levels)
  const words: { text: string; level: number }[] = []
  let at = 0
  for (const letter of text) {
    const level = embedding.levels[at] ?? 0
    const last = words.at(-1)
    const said = mirrored.get(at) ?? letter
    at += letter.length
    if (said.replaceAll(ISOLATES, '') === '') continue
    if (last?.level === level && kindOf(last.text.slice(-1)) === kindOf(letter)) last.text += said
    else words.push({ text: said, level })
  }
  const highest = Math.max(...words.map(({ level }) => level))
  for (let level = highest; level > 0; level--)
    for (let from = 0; from < words.length; from++) {
      let to = from
      while (to < words.length && (words[to]?.level ?? 0) >= level) to++
      if (to > from) words.splice(from, to - from, ...words.slice(from, to).reverse())
      from = to
    }
  return words.map((word) => word.text)
}
