import type { z } from 'zod'
import { isKnownMust, type Must } from './must.ts'

/** What is wrong with something that was written, with the facts of its sentence. */
export type Flaw = ShapeFlaw | NameFlaw | SizeFlaw | ListFlaw | FileFlaw

/** What a value should have been. */
export type Expected = 'string' | 'number' | 'int' | 'boolean' | 'array' | 'object' | 'other'
/** Texts of a known form. */
export type Format = 'uuid' | 'datetime' | 'date' | 'email' | 'url' | 'other'

export type ShapeFlaw =
  | { readonly code: 'missing' | 'no-form' | 'broken-letter' }
  | { readonly code: 'expected'; readonly expected: Expected }
  | { readonly code: 'format'; readonly format: Format }
  | {
      readonly code: 'at-least' | 'at-most' | 'more-than' | 'less-than' | 'multiple-of' | CountedCode
      readonly value: number
    }
  | { readonly code: 'one-of'; readonly values: readonly string[]; readonly hasMore: boolean }
  | { readonly code: 'unknown-parts'; readonly names: readonly string[] }
  /** What the schema itself asks for. */
  | { readonly code: 'must'; readonly must: Must }
  | { readonly code: 'within'; readonly at: string; readonly flaw: ShapeFlaw }
  | { readonly code: 'unusable-name'; readonly flaw?: ShapeFlaw | undefined }
type CountedCode = 'letters-at-least' | 'letters-at-most' | 'entries-at-least' | 'entries-at-most'

const OF_FORM: readonly Flaw['code'][] = [
  'missing',
  'no-form',
  'broken-letter',
  'expected',
  'format',
  'at-least',
  'at-most',
  'more-than',
  'less-than',
  'multiple-of',
  'letters-at-least',
  'letters-at-most',
  'entries-at-least',
  'entries-at-most',
  'one-of',
  'unknown-parts',
  'must',
  'within',
  'unusable-name',
] satisfies readonly ShapeFlaw['code'][]
/** Whether a form is wrong: such a flaw says nothing without its place. */
export const isOfForm = (flaw: Flaw): flaw is ShapeFlaw => OF_FORM.includes(flaw.code)

/** A name that is not there, or is there twice. */
export type NameFlaw =
  | { readonly code: 'lacks'; readonly what: LackedWhat; readonly name: string }
  | {
      readonly code: 'twice'
      readonly what: 'fragment' | 'common-method' | 'family' | 'model' | 'key' | 'link' | 'part' | 'method'
      readonly name: string
    }
  | { readonly code: 'line-twice'; readonly name: string; readonly menu: string }
  | { readonly code: 'update-twice'; readonly system: number }
  | { readonly code: 'tac-twice'; readonly tac: string }
  | { readonly code: 'no-time-of-family'; readonly family: string; readonly name: string }
  | { readonly code: 'is-duration' | 'own-key-unnamed' | 'shows-no-word' | 'no-name'; readonly name: string }
  | { readonly code: 'choice-unclear'; readonly menu: string; readonly times: number }
  | { readonly code: 'needs' | 'has-no'; readonly part: string; readonly name: string }
export type LackedWhat =
  | 'state-or-menu'
  | 'state'
  | 'item'
  | 'duration'
  | 'key'
  | 'posture'
  | 'link'
  | 'fragment'
  | 'common-method'
  | 'family'
  | 'part'
  | 'start'

export type SizeFlaw =
  | { readonly code: 'too-deep' | 'too-many-entries'; readonly most: number }
  | { readonly code: 'too-many-values' | 'written-out-too-large'; readonly millions: number }
  | { readonly code: 'newer-format'; readonly version: number; readonly known: number }

export type ListFlaw =
  | { readonly code: 'headings-devices' | 'headings-tacs' | 'wrong-letters' | 'unreadable-line' }
  | { readonly code: 'too-many-lines' | 'long-cell'; readonly most: number }
  | {
      readonly code: 'no-year' | 'no-tac' | 'formula' | 'several-models' | 'unknown-model'
      readonly text: string
    }
  | { readonly code: 'too-many-cells'; readonly cells: number; readonly columns: number }
  | { readonly code: 'tac-taken'; readonly tac: string; readonly model: string }

export type FileFlaw =
  | { readonly code: 'empty-file' | 'no-text' | 'no-encoding' | 'not-json' }
  | { readonly code: 'large-file'; readonly megabytes: number; readonly most: number }
  | { readonly code: 'json-unfinished'; readonly line: number }
  | { readonly code: 'json-from'; readonly line: number; readonly letter: number }

const EXPECTED: Readonly<Record<string, Expected>> = {
  string: 'string',
  number: 'number',
  int: 'int',
  boolean: 'boolean',
  array: 'array',
  object: 'object',
  record: 'object',
}
/** What a limit counts. */
const COUNTED: Readonly<Record<string, 'letters' | 'entries'>> = {
  string: 'letters',
  array: 'entries',
  set: 'entries',
}
const FORMATS: readonly Format[] = ['uuid', 'datetime', 'date', 'email', 'url']
/** Longer lists of what is allowed are not read. */
const MOST_NAMED = 24

/** What is wrong with a value: the facts of a validator's issue. */
export function flawOf(issue: z.core.$ZodIssue): ShapeFlaw {
  switch (issue.code) {
    case 'invalid_type':
      return /received undefined$/.test(issue.message)
        ? { code: 'missing' }
        : { code: 'expected', expected: EXPECTED[issue.expected] ?? 'other' }
    case 'too_small':
      return limit(issue.origin, 'least', issue.minimum, issue.inclusive)
    case 'too_big':
      return limit(issue.origin, 'most', issue.maximum, issue.inclusive)
    case 'invalid_value':
      return oneOf(issue.values)
    case 'unrecognized_keys':
      return { code: 'unknown-parts', names: issue.keys }
    case 'invalid_union':
      return unionFlaw(issue)
    case 'not_multiple_of':
      return { code: 'multiple-of', value: Number(issue.divisor) }
    case 'invalid_format':
    case 'custom':
      if (isKnownMust(issue.message)) return { code: 'must', must: issue.message }
      return {
        code: 'format',
        format: FORMATS.find((one) => 'format' in issue && one === issue.format) ?? 'other',
      }
    case 'invalid_key':
    case 'invalid_element': {
      const [first] = issue.issues
      return { code: 'unusable-name', flaw: first && flawOf(first) }
    }
  }
}

function limit(
  origin: string,
  bound: 'least' | 'most',
  given: number | bigint,
  isInclusive = true,
): ShapeFlaw {
  const value = Number(given)
  const counted = COUNTED[origin]
  if (counted) return { code: `${counted}-at-${bound}`, value }
  if (isInclusive) return { code: `at-${bound}`, value }
  return { code: bound === 'least' ? 'more-than' : 'less-than', value }
}

const oneOf = (values: readonly unknown[]): ShapeFlaw => ({
  code: 'one-of',
  values: values.slice(0, MOST_NAMED).map(String),
  hasMore: values.length > MOST_NAMED,
})

/** Of several forms the fault of the one that fits furthest: the fault lies deepest there. */
function unionFlaw(issue: Extract<z.core.$ZodIssue, { code: 'invalid_union' }>): ShapeFlaw {
  if ('options' in issue && issue.options) return oneOf(issue.options)
  const closest = [...issue.errors].sort((a, b) => depth(b) - depth(a) || a.length - b.length)[0]?.[0]
  if (!closest) return { code: 'no-form' }
  const at = closest.path.map(String).join(', ')
  return at ? { code: 'within', at, flaw: flawOf(closest) } : flawOf(closest)
}
const depth = (issues: readonly z.core.$ZodIssue[]) => Math.max(0, ...issues.map(({ path }) => path.length))
