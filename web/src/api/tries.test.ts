import { createPinia, setActivePinia } from 'pinia'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import type { Sending } from './kept.ts'
import { useTries } from './tries.ts'

/** What the server answers, one after the other; a function is asked when its turn comes. */
let answers: (() => Promise<Response>)[]
let asked: string[]
const says = (status: number, body: object) => () => Promise.resolve(Response.json(body, { status }))
const refuses = (status: number, code: string) =>
  says(status, { type: 'urn:x', title: 'x', status, code, detail: `${code}, it said` })
const isAway = () => Promise.reject(new TypeError('fetch failed'))
const takes = says(200, { id: 1, tries: [] })

const step = (key: string): Sending => ({
  kind: 'step',
  jobId: 1,
  body: { told: { key, at: '2026-01-01T10:00:00.000Z' }, change: { kind: 'in-recovery' } },
})
const waitingKeys = () => useTries().queue.map((one) => (one.kind === 'step' ? one.body.told.key : one.kind))

beforeEach(() => {
  answers = []
  asked = []
  const kept = new Map<string, string>()
  vi.stubGlobal('localStorage', {
    getItem: (name: string) => kept.get(name) ?? null,
    setItem: (name: string, text: string) => void kept.set(name, text),
  })
  vi.stubGlobal('fetch', (_: string, { body }: { body?: string }) => {
    const told = JSON.parse(body ?? '{}') as { told?: { key: string } }
    asked.push(told.told?.key ?? '?')
    return (answers.shift() ?? takes)()
  })
  setActivePinia(createPinia())
})
afterEach(() => vi.unstubAllGlobals())

describe('what happened at the device, on its way to the server', () => {
  it('goes one after the other, in order, and is gone once it was taken', async () => {
    const tries = useTries()
    for (const key of ['a', 'b', 'c']) await tries.add(step(key))
    expect(asked).toEqual(['a', 'b', 'c'])
    expect([tries.waiting, tries.away, tries.refusal]).toEqual([0, false, ''])
  })
  it('whoever sends while something is on its way waits for it, and sends nothing twice', async () => {
    const tries = useTries()
    let arrive: (answer: Response) => void = () => undefined
    answers = [() => new Promise((resolve) => (arrive = resolve))]
    const first = tries.add(step('a'))
    let isThere = false
    const second = tries.send().then(() => (isThere = true))
    await new Promise((resolve) => setTimeout(resolve, 5))
    expect(isThere).toBe(false)
    arrive(Response.json({ id: 1, tries: [] }))
    await Promise.all([first, second])
    expect([asked, tries.waiting]).toEqual([['a'], 0])
  })
  it('waits while the server is away, and goes in order when it is back', async () => {
    const tries = useTries()
    answers = [isAway, isAway]
    await tries.add(step('a'))
    await tries.add(step('b'))
    expect([tries.away, waitingKeys()]).toEqual([true, ['a', 'b']])
    await tries.send()
    expect([tries.away, tries.waiting, asked]).toEqual([false, 0, ['a', 'a', 'a', 'b']])
  })
  it.each([
    [500, 'fault'],
    [401, 'not-signed-in'],
    [429, 'too-many-tries'],
    [503, 'database-away'],
  ])('an answer %i %s is not about the step: it waits', async (status, code) => {
    const tries = useTries()
    answers = [refuses(status, code)]
    await tries.add(step('a'))
    expect([waitingKeys(), tries.refusal]).toEqual([['a'], ''])
    await tries.send()
    expect(tries.waiting).toBe(0)
  })
  it('what the server refuses is said and let go, and the next goes on', async () => {
    const tries = useTries()
    answers = [isAway]
    await tries.add(step('a'))
    answers = [refuses(409, 'not-possible-now')]
    await tries.add(step('b'))
    expect([tries.refusal, tries.waiting, asked]).toEqual(['not-possible-now, it said', 0, ['a', 'a', 'b']])
  })
  it('a fault that does not pass holds the rest up only so long', async () => {
    const tries = useTries()
    answers = Array.from({ length: 10 }, () => refuses(500, 'fault'))
    await tries.add(step('a'))
    for (let n = 0; n < 8; n++) await tries.send()
    expect(tries.waiting).toBe(1)
    await tries.send()
    expect([tries.waiting, tries.refusal]).toEqual([0, 'fault, it said'])
  })
  it('stands there again when the page is opened anew', async () => {
    answers = [isAway]
    await useTries().add(step('a'))
    setActivePinia(createPinia())
    expect(waitingKeys()).toEqual(['a'])
  })
})
