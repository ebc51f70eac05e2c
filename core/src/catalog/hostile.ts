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
        code: 'shape',
        sentence: `It is nested more than ${LIMITS.depth} levels deep.`,
      })
      continue
    }
    const isList = Array.isArray(value)
    if (isList && value.length > LIMITS.entries) {
      const sentence = `This list has more than ${LIMITS.entries.toLocaleString('en')} entries; none may.`
      faults.push({ path, code: 'shape', sentence })
      continue
    }
    for (const [key, inner] of Object.entries(value)) {
      if (key === '__proto__') {
        faults.push({ path: [...path, key], code: 'shape', sentence: 'This is no name.' })
        continue
      }
      if (inner !== null && typeof inner === 'object')
        open.push({ value: inner, path: [...path, isList ? Number(key) : key] })
    }
  }
  return faults
}
