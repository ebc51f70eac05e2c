import { expect, it } from 'vitest'
import { voiceFor } from './voice.ts'

const voice = (lang: string, isDefault = false) => ({ lang, default: isDefault })
const VOICES = [voice(''), voice('en_US'), voice('en-GB', true), voice('de-AT'), voice('FR')]

it.each([
  ['en', VOICES[2]],
  ['pseudo', VOICES[2]],
  ['de', VOICES[3]],
  ['fr', VOICES[4]],
  ['es', undefined],
] as const)('what is said in %s is read by a voice of that language, or by none', (language, expected) => {
  expect(voiceFor(language, VOICES)).toBe(expected)
})
it('is none where the machine has no voices', () => {
  expect(voiceFor('en', [])).toBeUndefined()
})
