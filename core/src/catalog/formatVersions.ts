import { FORMAT_VERSION } from './pack.ts'

/** What each version of the format was brought to the next by, from the first on. */
const STEPS: readonly ((document: Record<string, unknown>) => Record<string, unknown>)[] = [
  // 2 only adds: counts with a rest, long presses of their own, words that change, conditions of menu lines, sums.
  (document) => ({ ...document, formatVersion: 2 }),
]

/**
 * A pack of an older version of the format as the present one writes it; anything else is handed back as it is.
 * @param document the parsed JSON of a file
 */
export function inPresentForm(document: unknown): unknown {
  if (document === null || typeof document !== 'object' || Array.isArray(document)) return document
  let now = document as Record<string, unknown>
  for (;;) {
    const version = now['formatVersion']
    const step = typeof version === 'number' && version < FORMAT_VERSION ? STEPS[version - 1] : undefined
    if (!step) return now
    now = step(now)
  }
}
