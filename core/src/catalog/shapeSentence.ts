import type { z } from 'zod'

/** What a value should have been, with its article. */
const EXPECTED: Readonly<Record<string, string>> = {
  string: 'a text',
  number: 'a number',
  int: 'a whole number',
  boolean: 'true or false',
  array: 'a list',
  object: 'an object with named parts',
  record: 'an object with named parts',
}
/** What a limit counts, for one and for several. */
const COUNTED: Readonly<Record<string, readonly [one: string, several: string]>> = {
  string: ['character', 'characters'],
  array: ['entry', 'entries'],
  set: ['entry', 'entries'],
}
/** Texts of a known form. */
const FORMATS: Readonly<Record<string, string>> = {
  uuid: 'an identifier of 36 characters (a UUID)',
  datetime: 'a date with its time, such as 2026-03-02T08:00:00Z',
  date: 'a date, such as 2026-03-02',
  email: 'a mail address',
  url: 'a web address',
}
/** Longer lists of what is allowed are not read. */
const MOST_NAMED = 24

/** What is wrong with a value, for whoever wrote it: the facts of a validator's issue in a plain sentence. */
export function shapeSentence(issue: z.core.$ZodIssue): string {
  switch (issue.code) {
    case 'invalid_type':
      if (/received undefined$/.test(issue.message)) return 'This part is missing.'
      return `This must be ${EXPECTED[issue.expected] ?? 'something else'}.`
    case 'too_small':
      return limit(issue.origin, 'at least', issue.minimum, issue.inclusive)
    case 'too_big':
      return limit(issue.origin, 'at most', issue.maximum, issue.inclusive)
    case 'invalid_value':
      return oneOf(issue.values)
    case 'unrecognized_keys':
      return `Nothing here is called ${issue.keys.map((key) => `“${key}”`).join(' or ')}: check the spelling or take it out.`
    case 'invalid_union':
      return unionSentence(issue)
    case 'not_multiple_of':
      return `This must be a multiple of ${issue.divisor}.`
    case 'invalid_format':
      return /^Invalid /.test(issue.message)
        ? `This must be ${FORMATS[issue.format] ?? 'written differently'}.`
        : asSentence(issue.message)
    case 'custom':
      return asSentence(issue.message)
    case 'invalid_key':
    case 'invalid_element': {
      const [first] = issue.issues
      return first ? `This name cannot be used. ${shapeSentence(first)}` : 'This name cannot be used.'
    }
  }
}

function limit(origin: string, bound: string, value: number | bigint, isInclusive = true): string {
  const counted = COUNTED[origin]
  if (counted) return `This must have ${bound} ${value} ${counted[value === 1 ? 0 : 1]}.`
  return isInclusive
    ? `This must be ${bound} ${value}.`
    : `This must be ${bound === 'at least' ? 'more' : 'less'} than ${value}.`
}

function oneOf(values: readonly unknown[]): string {
  const named = values.slice(0, MOST_NAMED).map((value) => `“${String(value)}”`)
  if (named.length === 1) return `This must be ${named[0]}.`
  return `This must be one of ${named.join(', ')}${values.length > MOST_NAMED ? ' and some others' : ''}.`
}

/** Of several forms the fault of the one that fits furthest: the fault lies deepest there. */
function unionSentence(issue: Extract<z.core.$ZodIssue, { code: 'invalid_union' }>): string {
  if ('options' in issue && issue.options) return oneOf(issue.options)
  const closest = [...issue.errors].sort((a, b) => depth(b) - depth(a) || a.length - b.length)[0]?.[0]
  if (!closest) return 'This fits none of the forms it may have.'
  const below = closest.path.map(String).join(', ')
  return below ? `At “${below}”: ${shapeSentence(closest)}` : shapeSentence(closest)
}
const depth = (issues: readonly z.core.$ZodIssue[]) => Math.max(0, ...issues.map(({ path }) => path.length))

/** What the schema itself says, begun and ended as a sentence. */
function asSentence(words: string): string {
  const said = words.trim()
  const begun = /^[a-z]/.test(said) ? `This must be ${said}` : said
  return /[.!?]$/.test(begun) ? begun : `${begun}.`
}
