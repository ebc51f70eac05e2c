import fc from 'fast-check'
import { expect, it } from 'vitest'
import { inParts } from './parts.ts'

it('a long text comes in few parts, whole, and no letter of it is cut in two', () => {
  fc.assert(
    fc.property(
      fc.string({ unit: 'binary', minLength: 1, maxLength: 40 }),
      fc.integer({ min: 1, max: 900_000 }),
      (some, length) => {
        const text = some.repeat(Math.ceil(length / some.length))
        const parts = [...inParts(Buffer.from(text))]
        const letters = new TextDecoder('utf-8', { fatal: true, ignoreBOM: true })
        expect(parts.map((part) => letters.decode(part)).join('') === text).toBe(true)
        expect(parts.length).toBeLessThanOrEqual(12)
      },
    ),
    { numRuns: 60 },
  )
})
it('nothing has no parts', () => {
  expect([...inParts(new Uint8Array())]).toEqual([])
})
