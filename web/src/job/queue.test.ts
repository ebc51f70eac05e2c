import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { Queue, type Waiting } from './queue.ts'

/** A browser's storage, shared by its tabs. */
function shelf(first?: string) {
  const kept = new Map<string, string>(first === undefined ? [] : [['benevox.queue', first]])
  return {
    getItem: (name: string) => kept.get(name) ?? null,
    setItem: (name: string, text: string) => void kept.set(name, text),
  }
}
const step = (key: string, jobId = 1): Waiting => ({
  kind: 'step',
  key,
  jobId,
  at: '2026-01-01T10:00:00.000Z',
  change: { kind: 'in-recovery' },
})
const answer = (key: string, battery: 'below-20' | 'unknown'): Waiting => ({
  kind: 'answer',
  key,
  jobId: 1,
  set: { battery },
  customer: {},
  was: {},
  customerWas: {},
  noSecret: [],
})
/** The same as it stood there before methods were called so. */
function asOnceTold(one: unknown): unknown {
  if (typeof one !== 'object' || one === null) return one === 'chose-method' ? 'chose-procedure' : one
  if (Array.isArray(one)) return one.map(asOnceTold)
  return Object.fromEntries(
    Object.entries(one).map(([name, value]) => [
      name === 'methodId' ? 'procedureId' : name,
      name === 'methodId' ? value : asOnceTold(value),
    ]),
  )
}
const keysOf = (queue: Queue) => queue.all.map(({ key }) => key)

describe('what waits for the server', () => {
  it('stands in the order it was told, facts and steps and jobs together, over a reload', () => {
    const place = shelf()
    const queue = new Queue(place)
    queue.add(step('a'))
    queue.add(answer('b', 'below-20'))
    queue.add(step('c', 2))
    queue.remove('a')
    expect(keysOf(new Queue(place))).toEqual(['b', 'c'])
  })
  it('is not lost when two tabs tell at a time', () => {
    const place = shelf()
    const [here, there] = [new Queue(place), new Queue(place)]
    here.add(step('a'))
    there.add(step('b'))
    here.add(step('c'))
    expect(keysOf(there)).toEqual(['a', 'b', 'c'])
    there.remove('a')
    expect(keysOf(here)).toEqual(['b', 'c'])
    here.remove('a')
    expect(keysOf(here)).toEqual(['b', 'c'])
  })
  it('an answer that is given anew stands in its own place; one that has gone meanwhile comes last', () => {
    const queue = new Queue(shelf())
    for (const one of [answer('a', 'below-20'), step('b')]) queue.add(one)
    queue.replace(answer('a', 'unknown'))
    expect(queue.all[0]).toMatchObject({ key: 'a', set: { battery: 'unknown' } })
    queue.remove('a')
    queue.replace(answer('a', 'unknown'))
    expect(keysOf(queue)).toEqual(['b', 'a'])
  })
  it.each(['', '{', '{"a":1}', 'null', '7', '[{"kind":"step"}]', '[{"kind":"else","key":"a","jobId":1}]'])(
    'what somebody has spoilt is left out: %j',
    (text) => {
      const queue = new Queue(shelf(text))
      expect(queue.all).toEqual([])
      queue.add(step('a'))
      expect(keysOf(queue)).toEqual(['a'])
    },
  )
  it('what was told before methods were called so is told all the same, and nobody’s words are changed', () => {
    const at = fc.constant('2026-11-29T03:00:00.000Z')
    const words = fc.oneof(
      fc.string(),
      fc.constantFrom('a procedureId', '"procedureId":', 'chose-procedure?'),
    )
    const ofJob = { key: fc.uuid(), jobId: fc.integer({ min: 1, max: 9 }) }
    const methodId = fc.string({ maxLength: 48 })
    const [link, change] = [fc.constant('none' as const), fc.constant('chose-method' as const)]
    const told = fc.oneof(
      fc.record({
        kind: fc.constant('step' as const),
        ...ofJob,
        at,
        change: fc.record({ kind: change, methodId }),
      }),
      fc.record({
        kind: fc.constant('attempt' as const),
        ...ofJob,
        body: fc.record({ id: fc.uuid({ version: 4 }), methodId, link, startedAt: at }),
      }),
      words.map((name): Waiting => ({ ...answer('a', 'unknown'), customer: { name } }) as Waiting),
    )
    fc.assert(
      fc.property(fc.array(told, { maxLength: 8 }), (all) => {
        expect(new Queue(shelf(JSON.stringify(all.map(asOnceTold)))).all).toEqual(all)
      }),
      { numRuns: 300 },
    )
  })
  it('one spoilt thing does not take the others with it', () => {
    const good = step('a')
    const queue = new Queue(shelf(JSON.stringify([{ kind: 'step', key: 7 }, good])))
    expect(queue.all).toEqual([good])
  })
})
