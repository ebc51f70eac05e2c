import { expect, it } from 'vitest'
import { silence } from '../../core/src/job/index.ts'
import { problemText } from './problems.ts'
import { registryTexts } from './registry.ts'
import { LANGUAGES, wordsIn } from './words.ts'

const WHYS = silence.shape.why.options

it.each(LANGUAGES)('in %s each reason why nothing was answered has a sentence of its own', (language) => {
  const words = wordsIn(language, { zone: 'Europe/Berlin', country: 'DE' })
  const ofRegistry = WHYS.map((why) => registryTexts({ silence: { why, status: 503 } }, words).join())
  expect(new Set(ofRegistry).size).toBe(WHYS.length)
  expect(ofRegistry.filter((text) => text.includes('503'))).toHaveLength(1)
  // The maker's service is not asked about one device and answers about another.
  const ofMaker = WHYS.filter((why) => why !== 'mistaken').map((why) =>
    problemText({ code: 'maker-silent', why, status: 503 } as { readonly code: string }, words),
  )
  expect(new Set(ofMaker).size).toBe(WHYS.length - 1)
  expect(ofMaker.every((text) => /[.]$/.test(text))).toBe(true)
})
