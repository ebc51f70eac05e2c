import { spawnSync } from 'node:child_process'
import { cpSync, mkdtempSync, readFileSync, rmSync, writeFileSync, mkdirSync } from 'node:fs'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import type * as Room from '../words/src/node.ts'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'

const root = fileURLToPath(new URL('..', import.meta.url))
/** A private-use tag of ISO 639-2: nobody speaks it. */
const MADE_UP = 'qaa'
/** A copy of the room of the words with one more file in it. */
let room: string
const file = (language: string) => join(room, 'languages', `${language}.json`)
const messagesOf = (language: string) =>
  JSON.parse(readFileSync(file(language), 'utf8')) as Record<string, string>
const write = (...args: string[]) =>
  spawnSync(process.execPath, [join(root, 'scripts/words.mjs'), '--in', room, ...args], { encoding: 'utf8' })

beforeAll(() => {
  mkdirSync(join(root, '.benevox'), { recursive: true })
  room = mkdtempSync(join(root, '.benevox/words-'))
  cpSync(join(root, 'words'), room, { recursive: true, filter: (path) => !path.includes('.test.') })
})
afterAll(() => rmSync(room, { recursive: true, force: true }))

describe('a fifth language', () => {
  it('is one file more: then everything is said in it, counts included', async () => {
    const made = Object.fromEntries(
      Object.entries(messagesOf('en')).map(([key, message]) => [key, `¤${message}`]),
    )
    writeFileSync(file(MADE_UP), JSON.stringify({ ...made, 'language.self': 'Qaa' }))
    expect(write()).toMatchObject({ status: 0, stderr: '' })
    expect(write('--check').status).toBe(0)
    const room5 = (await import(join(room, 'src/node.ts'))) as typeof Room
    expect(room5.LANGUAGES).toContain(MADE_UP)
    const words = room5.wordsIn(MADE_UP as 'en', { zone: 'Europe/Berlin', country: 'DE' })
    expect(room5.nameOf(MADE_UP as 'en')).toBe('Qaa')
    for (const key of Object.keys(made).filter((one) => !made[one]?.includes('{')))
      expect(words.find(key), key).toBe(key === 'language.self' ? 'Qaa' : made[key])
    expect([0, 1, 2].map((waiting) => words.say('app.away', { waiting }))).toEqual(
      [0, 1, 2].map(
        (waiting) => `¤${room5.wordsIn('en', { zone: 'UTC', country: 'DE' }).say('app.away', { waiting })}`,
      ),
    )
    // Dates and money of a language the platform does not know are written as in its own.
    expect(words.day('2026-03-02T09:00:00Z')).toMatch(/2026/)
  })
  it.each<[string, (messages: Record<string, string>) => void, RegExp]>([
    ['lacks a message', (messages) => delete messages['app.opening'], /qaa\.json lacks app\.opening/],
    ['has one of its own', (messages) => (messages['app.mine'] = 'x'), /qaa\.json has app\.mine/],
    [
      'fills no place',
      (messages) => (messages['history.line'] = '{what}'),
      /history\.line: no place for more/,
    ],
    ['cannot be read', (messages) => (messages['app.opening'] = '{'), /app\.opening: /],
  ])('that %s is found out', (_, spoil, says) => {
    const messages = messagesOf(MADE_UP)
    const whole = { ...messages }
    spoil(messages)
    writeFileSync(file(MADE_UP), JSON.stringify(messages))
    const { status, stderr } = write('--check')
    expect([status, stderr]).toEqual([1, expect.stringMatching(says)])
    writeFileSync(file(MADE_UP), JSON.stringify(whole))
  })
})
