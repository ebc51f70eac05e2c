import { describe, expect, it } from 'vitest'
import type { Sending } from './kept.ts'
import { Outbox } from './outbox.ts'

/** A browser's storage, shared by its tabs. */
function shelf(first?: string) {
  const kept = new Map<string, string>(first === undefined ? [] : [['benevox.tries', first]])
  return {
    getItem: (name: string) => kept.get(name) ?? null,
    setItem: (name: string, text: string) => void kept.set(name, text),
  }
}
const step = (key: string): Sending => ({
  kind: 'step',
  jobId: 1,
  body: { told: { key, at: '2026-01-01T10:00:00.000Z' }, change: { kind: 'in-recovery' } },
})
const keysOf = (outbox: Outbox) =>
  outbox.all.map((one) => (one.kind === 'step' ? one.body.told.key : one.kind))

describe('what waits for the server', () => {
  it('stands in the order it was told, over a reload', () => {
    const place = shelf()
    const outbox = new Outbox(place)
    for (const key of ['a', 'b', 'c']) outbox.add(step(key))
    outbox.remove(step('a'))
    expect(keysOf(new Outbox(place))).toEqual(['b', 'c'])
  })
  it('is not lost when two tabs tell at a time', () => {
    const place = shelf()
    const [here, there] = [new Outbox(place), new Outbox(place)]
    here.add(step('a'))
    there.add(step('b'))
    here.add(step('c'))
    expect(keysOf(there)).toEqual(['a', 'b', 'c'])
    there.remove(step('a'))
    expect(keysOf(here)).toEqual(['b', 'c'])
  })
  it('is taken out once, also when another tab has sent it before', () => {
    const place = shelf()
    const outbox = new Outbox(place)
    outbox.add(step('a'))
    outbox.add(step('a'))
    outbox.remove(step('a'))
    expect(keysOf(outbox)).toEqual(['a'])
    outbox.remove(step('b'))
    expect(keysOf(outbox)).toEqual(['a'])
  })
  it.each(['', '{', '{"a":1}', 'null', '7'])('a shelf that is spoilt holds nothing: %j', (text) => {
    const outbox = new Outbox(shelf(text))
    expect(outbox.all).toEqual([])
    outbox.add(step('a'))
    expect(keysOf(outbox)).toEqual(['a'])
  })
})
