import type { Flaw } from '@benevox/core/catalog'
import type { Words } from './words.ts'

/** What is wrong with something that was written, and what it has to be. */
export function flawText(flaw: Flaw, words: Words): string {
  const { say } = words
  switch (flaw.code) {
    case 'expected':
      return say(`flaw.expected.${flaw.expected}`)
    case 'format':
      return say(`flaw.format.${flaw.format}`)
    case 'must':
      return say(`flaw.must.${flaw.must}`)
    case 'lacks':
      return say(`flaw.lacks.${flaw.what}`, { name: flaw.name })
    case 'twice':
      return say(`flaw.twice.${flaw.what}`, { name: flaw.name })
    case 'one-of': {
      const values = flaw.values.map((value) => say('flaw.quoted', { value }))
      if (flaw.hasMore) return say('flaw.one-of-many', { values: values.join(', ') })
      return say('flaw.one-of', { values: words.either(values) })
    }
    case 'unknown-parts':
      return say('flaw.unknown-parts', {
        names: words.either(flaw.names.map((value) => say('flaw.quoted', { value }))),
      })
    case 'within':
      return say('flaw.within', { at: flaw.at, flaw: flawText(flaw.flaw, words) })
    case 'unusable-name':
      return say('flaw.unusable-name', { flaw: flaw.flaw ? flawText(flaw.flaw, words) : '' }).trim()
    default:
      // The facts come with their code: each is a place of its message.
      return (say as (key: string, facts: object) => string)(`flaw.${flaw.code}`, flaw)
  }
}

/** Where in a document a flaw is: the names on the way to it, and numbers from 1. Empty for the whole of it. */
export const pathText = (path: readonly (string | number)[]): string =>
  path.map((part) => (typeof part === 'number' ? String(part + 1) : part)).join(' › ')

/** What is read beside a field, for whoever filled it in; the name of the part where nothing is. */
export function fieldText(path: readonly (string | number)[], { find }: Words): string {
  const named = path.findLast((part) => typeof part === 'string') ?? ''
  return FIELDS.map((kind) => find(`${kind}.${named}`)).find(Boolean) ?? String(named)
}
const FIELDS = ['fact', 'work', 'fee', 'value', 'dataValue', 'supply', 'settings', 'connections'] as const
