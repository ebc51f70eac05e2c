import { handBackFacts, jobOf, type JobEvent } from '@benevox/core/job'
import { wordsIn } from '@benevox/words'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { handBack, histories, live, OPENED } from '../../../core/test/histories.ts'
import { CORRECTIONS } from '../../../core/test/moneyTries.ts'
import { isShownOff, somethingWasDeleted } from '../../../core/test/oracle.ts'
import { handBackContent } from './paper.ts'

const PLACE = { zone: 'Europe/Berlin', country: 'DE' }
const WORDS = wordsIn('en', PLACE)
const LIVES = 1000
const LOCKS = ['screen', 'account', 'carrier'] as const

/** All that somebody reads on it, in order. */
function textsOf(content: unknown): readonly string[] {
  if (Array.isArray(content)) return content.flatMap(textsOf)
  if (typeof content !== 'object' || content === null) return []
  const { text } = content as { text?: unknown }
  if (typeof text === 'string') return [text]
  return Object.values(content).flatMap(textsOf)
}
/** What stands beside a heading of a row. */
const beside = (texts: readonly string[], name: string) => texts[texts.indexOf(name) + 1] ?? ''
const amountIn = (text: string) => Math.round(Number(text.replace(/[^\d.-]/g, '')) * 100)

/** What the bill came to when it was last made, by the bare list. */
function lastTotal(events: readonly JobEvent[]): number {
  let total = 0
  for (const event of events) {
    if (event.kind === 'handed-back') total = event.record.bill?.totalMinor ?? event.record.priceMinor
    if (event.kind === 'bill-corrected') total = event.record.bill?.totalMinor ?? 0
  }
  return total
}

const CLOSED = fc
  .sample(fc.tuple(histories(40), fc.array(CORRECTIONS, { maxLength: 2 })), {
    seed: 1826,
    numRuns: LIVES * 2,
  })
  .map(([history, corrections]) => [OPENED, ...live([...history, handBack, ...corrections]).events])
  .filter((events) => events.some(({ kind }) => kind === 'handed-back'))
  .slice(0, LIVES)

describe('the document of a thousand random jobs, against the bare list of their events', () => {
  const read = CLOSED.map((events) => {
    const job = jobOf(events)
    const facts = handBackFacts(job)
    if (!facts) throw new Error('It was handed back')
    const paper = { shop: 'The shop', zone: PLACE.zone, words: WORDS }
    return { events, texts: textsOf(handBackContent(paper, job, facts, undefined, [])) }
  })
  const has = (texts: readonly string[], part: string) => texts.some((text) => text.includes(part))

  it('is of that many, some deleted and some not, some of them put right afterwards', () => {
    expect(read).toHaveLength(LIVES)
    for (const is of [
      somethingWasDeleted,
      (events: readonly JobEvent[]) => !somethingWasDeleted(events),
      (events: readonly JobEvent[]) => events.some(({ kind }) => kind === 'bill-corrected'),
    ])
      expect(CLOSED.filter(is).length).toBeGreaterThan(LIVES / 20)
  })

  it('says that all is gone where something was deleted, that nothing was where not, and never both', () => {
    const { say } = WORDS
    for (const { events, texts } of read) {
      const saysGone = has(texts, say('handBack.notReadAgain')) || has(texts, say('handBack.did.by-service'))
      expect(saysGone).toBe(somethingWasDeleted(events))
      expect(has(texts, say('handBack.did.nothing-deleted'))).toBe(!somethingWasDeleted(events))
    }
  })

  it('says *confirmed off* of a lock only where an event shows it', () => {
    const counted = { off: 0, other: 0 }
    for (const { events, texts } of read) {
      // What is told of it afterwards changes nothing of what the customer took home.
      const until = events.slice(
        0,
        events.findIndex(({ kind }) => kind === 'handed-back'),
      )
      for (const lock of LOCKS) {
        const saysOff = beside(texts, WORDS.say(`document.lock.${lock}`)).startsWith(
          WORDS.say('handBack.lock.confirmed-off'),
        )
        if (saysOff) expect([lock, isShownOff(lock, until)]).toEqual([lock, true])
        counted[saysOff ? 'off' : 'other']++
      }
    }
    expect(Math.min(counted.off, counted.other)).toBeGreaterThan(LIVES / 10)
  })

  it('has the total that the last bill came to', () => {
    for (const { events, texts } of read) {
      const shown = texts.includes(WORDS.say('bill.total'))
        ? amountIn(beside(texts, WORDS.say('bill.total')))
        : 0
      expect(shown).toBe(lastTotal(events))
    }
  })
})
