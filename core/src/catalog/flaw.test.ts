import { expect, it } from 'vitest'
import { z } from 'zod'
import { flawOf, MUST, pack, type Flaw } from './index.ts'
import { ENGLISH } from '../../../words/src/english.ts'
import { CATALOGUES } from '../../../words/src/everyLanguage.ts'
import { flawText, LANGUAGES, wordsIn } from '../../../words/src/index.ts'

const said = (schema: z.ZodType, value: unknown): readonly string[] =>
  schema.safeParse(value).error?.issues.map((issue) => flawText(flawOf(issue), ENGLISH)) ?? []

it.each<[z.ZodType, unknown, string]>([
  [z.object({ a: z.string() }), {}, 'This part is missing.'],
  [z.string(), 7, 'This must be a text.'],
  [z.int(), 'a', 'This must be a number.'],
  [z.int(), 1.5, 'This must be a whole number.'],
  [z.array(z.string()), {}, 'This must be a list.'],
  [z.int().min(1), 0, 'This must be at least 1.'],
  [z.number().gt(1), 1, 'This must be more than 1.'],
  [z.number().lt(1), 1, 'This must be less than 1.'],
  [z.string().min(1), '', 'This must have at least 1 character.'],
  [z.string().max(3), 'abcd', 'This must have at most 3 characters.'],
  [z.array(z.string()).min(2), [], 'This must have at least 2 entries.'],
  [z.enum(['a', 'b']), 'c', 'This must be “a” or “b”.'],
  [z.literal('a'), 'b', 'This must be “a”.'],
  [z.strictObject({}), { colour: 1 }, 'Nothing here is called “colour”: check the spelling or remove it.'],
  [z.string().regex(/^\d$/, 'eight-digits'), 'x', 'This must be eight digits.'],
  [z.string().regex(/^\d$/, 'of a later program'), 'x', 'This must be written differently.'],
  [z.uuid(), 'x', 'This must be an identifier of 36 characters (a UUID).'],
  [z.number().multipleOf(5), 7, 'This must be a multiple of 5.'],
  [
    z.discriminatedUnion('kind', [z.object({ kind: z.literal('a') }), z.object({ kind: z.literal('b') })]),
    { kind: 'c' },
    'This must be “a” or “b”.',
  ],
  [
    z.union([z.int(), z.strictObject({ cue: z.enum(['logo']) })]),
    { cue: 'x' },
    'At “cue”: This must be “logo”.',
  ],
])('%#: a validator’s issue is said as a colleague would', (schema, value, sentence) => {
  expect(said(schema, value)).toEqual([sentence])
})

it('of a pack with a fault in every kind of place nothing sounds like a validator', () => {
  const faulty = {
    format: 'other',
    formatVersion: 3,
    title: '',
    version: 0,
    fragments: [{ id: 'A B', says: 7, parameters: ['1x'], states: [] }],
    families: [
      {
        id: '',
        keys: [{ id: 'side', edge: 'inside', at: 2 }],
        durations: { boot: { minMs: 9, medianMs: 2, maxMs: 3 } },
        states: { a: { screen: 'blue', transitions: [{ on: { kind: 'wink' }, to: '!' }] } },
        methods: [{ steps: [{ do: 'dance' }, { do: 'wait', until: { cue: 'nothing' } }] }],
      },
    ],
    models: [{ tacs: ['12'], year: 1900 }],
  }
  const sentences = said(pack, faulty)
  expect(sentences.length).toBeGreaterThan(20)
  for (const sentence of sentences) {
    expect(sentence).toMatch(/^[A-Z“].*[.!?]$/)
    expect(sentence).not.toMatch(/expected|received|invalid|>=|<=|regex|undefined|pattern/i)
  }
})

it('every flaw has a whole sentence in each language, with all its facts', () => {
  const facts = {
    value: 3,
    name: 'n',
    menu: 'm',
    system: 13,
    tac: '00100101',
    family: 'f',
    times: 2,
    part: 'p',
    most: 9,
  }
  const more = {
    millions: 8,
    version: 9,
    known: 2,
    text: 't',
    cells: 5,
    columns: 4,
    model: 'M',
    megabytes: 200,
    line: 7,
    letter: 5,
  }
  const codes = Object.keys(CATALOGUES.en).flatMap((key) => /^flaw\.([a-z-]+)$/.exec(key)?.[1] ?? [])
  expect(codes.length).toBeGreaterThan(50)
  for (const language of LANGUAGES) {
    const words = wordsIn(language, { zone: 'UTC', country: 'DE' })
    for (const code of codes) {
      const known = { at: 'a', flaw: { code: 'missing' }, values: ['a', 'b'], names: ['a'], hasMore: false }
      const text = flawText({ code, ...facts, ...more, ...known } as unknown as Flaw, words)
      expect(text, `${language} ${code}`).not.toMatch(/undefined|\{|\}/)
      if (code !== 'quoted') expect(text, `${language} ${code}`).toMatch(/[.!?]$/)
    }
    for (const must of MUST) expect(flawText({ code: 'must', must }, words)).toMatch(/\.$/)
  }
})
