import type { PackFault } from './compose.ts'
import { LIMITS } from './limits.ts'

/** More than these need not be listed: the file is refused anyway. */
const MOST_FAULTS = 20

/**
 * What no honest document has, looked for before anything else reads it: keys named `__proto__`, which a schema
 * would quietly drop, and nesting or lists so large that reading them would exhaust the machine.
 */
export function hostileParts(document: unknown): readonly PackFault[] {
  const faults: PackFault[] = []
  const open: { value: unknown; path: readonly (string | number)[] }[] = [{ value: document, path: [] }]
  for (let next = open.pop(); next && faults.length < MOST_FAULTS; next = open.pop()) {
    const { value, path } = next
    if (value === null || typeof value !== 'object') continue
    if (path.length > LIMITS.depth) {
      faults.push({
        path: path.slice(0, 4),
        flaw: { code: 'too-deep', most: LIMITS.depth },
      })
      continue
    }
    const isList = Array.isArray(value)
    if (isList && value.length > LIMITS.entries) {
      faults.push({ path, flaw: { code: 'too-many-entries', most: LIMITS.entries } })
      continue
    }
    for (const [key, inner] of Object.entries(value)) {
      if (key === '__proto__') {
        faults.push({ path: [...path, key], flaw: { code: 'no-name', name: key } })
        continue
      }
      if (inner !== null && typeof inner === 'object')
        open.push({ value: inner, path: [...path, isList ? Number(key) : key] })
    }
  }
  return faults
}
