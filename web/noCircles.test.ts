import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { circleOf } from './noCircles.ts'

const graph = fc
  .array(fc.tuple(fc.nat(7), fc.nat(7)), { maxLength: 14 })
  .map(
    (edges) =>
      new Map(
        Array.from({ length: 8 }, (_, from) => [
          `${from}`,
          edges.flatMap(([a, b]) => (a === from ? [`${b}`] : [])),
        ]),
      ),
  )

/** Whether a file reaches itself, by following imports as long as anything new turns up. */
function reachesItself(imports: ReadonlyMap<string, readonly string[]>, start: string): boolean {
  const reached = new Set<string>()
  for (let before = -1; before < reached.size;) {
    before = reached.size
    for (const file of [start, ...reached]) for (const next of imports.get(file) ?? []) reached.add(next)
  }
  return reached.has(start)
}

describe('chunks that import each other in a circle', () => {
  it('are found whenever a file reaches itself, and the circle named is one', () => {
    fc.assert(
      fc.property(graph, (imports) => {
        const circle = circleOf(imports)
        expect(circle !== undefined).toBe([...imports.keys()].some((file) => reachesItself(imports, file)))
        const circleFound = circle ?? []
        for (const [place, file] of circleFound.slice(0, -1).entries())
          expect(imports.get(file)).toContain(circleFound[place + 1])
        expect(circleFound.at(-1)).toBe(circleFound[0])
      }),
    )
  })
})
