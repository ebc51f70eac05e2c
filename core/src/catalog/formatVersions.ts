import { FORMAT_VERSION } from './pack.ts'

/** What each version of the format was brought to the next by, from the first on. */
const STEPS: readonly ((document: Plain) => Plain)[] = [
  // 2 only adds: counts with a rest, long presses of their own, words that change, conditions of menu lines, sums.
  (document) => ({ ...document, formatVersion: 2 }),
  // 3 says in the words of the trade what 2 called procedures, schools and tries.
  (document) => {
    const now = renamed({ schools: 'commonMethods' })({ ...document, formatVersion: 3 })
    return within(within(now, 'commonMethods', named), 'families', familyInMethods)
  },
]

const named = renamed({ school: 'name' })
const inMethods = (one: Plain): Plain => within(renamed({ procedures: 'methods' })(one), 'methods', named)
const familyInMethods = (family: Plain): Plain =>
  within(
    within(inMethods(family), 'updates', inMethods),
    'carrierLock',
    renamed({ triesAllowed: 'entriesAllowed' }),
  )

type Plain = Readonly<Record<string, unknown>>
const isPlain = (value: unknown): value is Plain =>
  value !== null && typeof value === 'object' && !Array.isArray(value)
/**
 * The same with a field changed where it is there: an object, or each object of a list. What is neither is left for
 * whoever checks it.
 */
function within(one: Plain, field: string, change: (inner: Plain) => Plain): Plain {
  if (!(field in one)) return one
  const changed = (value: unknown) => (isPlain(value) ? change(value) : value)
  const was = one[field]
  return { ...one, [field]: Array.isArray(was) ? was.map(changed) : changed(was) }
}
/** The same object with fields under other names, in their order. */
function renamed(names: Readonly<Record<string, string>>) {
  return (one: Plain): Plain =>
    Object.fromEntries(Object.entries(one).map(([name, value]) => [names[name] ?? name, value]))
}

/**
 * A pack of an older version of the format as the present one writes it; anything else is handed back as it is.
 * @param document the parsed JSON of a file
 */
export function inPresentForm(document: unknown): unknown {
  if (!isPlain(document)) return document
  let now = document
  for (;;) {
    const version = now['formatVersion']
    const step = typeof version === 'number' && version < FORMAT_VERSION ? STEPS[version - 1] : undefined
    if (!step) return now
    now = step(now)
  }
}
