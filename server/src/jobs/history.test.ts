import { randomBytes } from 'node:crypto'
import fc from 'fast-check'
import { expect, it } from 'vitest'
import { eventDetailText, eventText, LANGUAGES, wordsIn, type CatalogueNames } from '@benevox/words'
import { histories, live } from '../../../core/test/histories.ts'
import type { JobEvent } from '../../../core/src/job/index.ts'
import { apart } from '../../../core/src/job/personal.ts'
import { SEALED_KINDS, sealedParts } from '../forgetting/keys.ts'
import { historyLine, isShown } from './history.ts'

const EVERY_LANGUAGE = LANGUAGES.map((one) => wordsIn(one, { zone: 'Europe/Berlin', country: 'DE' }))
const NAMES: CatalogueNames = { own: {}, model: (id) => `Model ${id}`, method: () => 'Slide at black' }

const KEYS = Object.fromEntries(SEALED_KINDS.map((kind) => [kind, randomBytes(32)]))

/** A line as it comes over the wire. */
function lineOf(event: JobEvent, nth: number) {
  const { stays, personal } = apart(event)
  return historyLine(
    {
      id: nth,
      jobId: 1,
      nth,
      at: new Date(0),
      staffId: 1,
      kind: event.kind,
      detail: stays,
      personal: sealedParts(personal, KEYS),
    },
    KEYS,
    'Runa',
  )
}

it('tells whatever happened in random lives in words of each language, and no code of ours', () => {
  const told = new Set<string>()
  fc.assert(
    fc.property(histories(30), (history) => {
      for (const [nth, event] of live(history).events.filter(isShown).entries()) {
        const { kind, detail } = lineOf(event, nth)
        told.add(kind)
        for (const words of EVERY_LANGUAGE) {
          const line = `${eventText({ kind, how: detail['how'] }, words)}: ${eventDetailText(kind, detail, NAMES, words)}`
          // In English a word of ours may look like its code.
          if (words.language !== 'en')
            for (const code of codesIn([kind, detail])) expect(line).not.toContain(code)
          expect(words.has(`event.${kind}`) || words.has(`lifted.${String(detail['how'])}`), kind).toBe(true)
          expect(line).not.toContain('undefined')
        }
      }
    }),
    { numRuns: 300 },
  )
  expect(told.size).toBeGreaterThan(18)
})

/** Whatever of it is written as our codes are: small letters with hyphens. */
const codesIn = (detail: unknown): readonly string[] =>
  typeof detail === 'string'
    ? /^[a-z]+(-[a-z]+)+$/.test(detail)
      ? [detail]
      : []
    : detail && typeof detail === 'object'
      ? Object.values(detail).flatMap(codesIn)
      : []
