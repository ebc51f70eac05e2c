import type { Plugin } from 'vite'

/**
 * The first circle found among files that import each other, its first file named again at its end.
 *
 * @param imports what each file imports before it runs
 */
export function circleOf(imports: ReadonlyMap<string, readonly string[]>): string[] | undefined {
  const done = new Set<string>()
  const from = (file: string, path: readonly string[]): string[] | undefined => {
    if (path.includes(file)) return [...path.slice(path.indexOf(file)), file]
    if (done.has(file)) return undefined
    for (const next of imports.get(file) ?? []) {
      const circle = from(next, [...path, file])
      if (circle) return circle
    }
    done.add(file)
    return undefined
  }
  for (const file of imports.keys()) {
    const circle = from(file, [])
    if (circle) return circle
  }
  return undefined
}

/** Refuses a build whose chunks import each other in a circle: which of them runs first is luck, and one finds nothing. */
export function noCircles(): Plugin {
  return {
    name: 'no-circles',
    generateBundle(_, bundle) {
      const chunks = Object.values(bundle).filter((file) => file.type === 'chunk')
      const circle = circleOf(new Map(chunks.map(({ fileName, imports }) => [fileName, imports])))
      if (circle) this.error(`chunks import each other in a circle: ${circle.join(' > ')}`)
    },
  }
}
