import { folded } from '@benevox/core/supply'
import type { Words } from '@benevox/words'

const IN_ENGLISH = new Intl.DisplayNames('en', { type: 'region', fallback: 'none' })
const LETTERS = [...'ABCDEFGHIJKLMNOPQRSTUVWXYZ']
/** Regions that are no country: unions, test locales, unknown. */
const NO_COUNTRY = ['EU', 'EZ', 'QO', 'UN', 'XA', 'XB', 'ZZ']
/** What a country’s letters are today: some have changed theirs, others are written otherwise by everybody. */
const today = (code: string) => new Intl.Locale(`und-${code}`).region ?? code
const CODES: ReadonlySet<string> = new Set(
  LETTERS.flatMap((first) => LETTERS.map((second) => first + second)).filter(
    (code) => !NO_COUNTRY.includes(code) && today(code) === code && IN_ENGLISH.of(code) !== undefined,
  ),
)

/** What a country is called. */
export const countryName = (code: string, { country }: Words): string | undefined =>
  CODES.has(code) ? country(code) : undefined

/** A country by its two letters or its name, in this language or in English, capitals and accents aside; undefined where there is none. */
export function countryCode(typed: string, { country }: Words): string | undefined {
  const said = folded(typed)
  if (/^[a-z]{2}$/.test(said)) {
    const code = today(said.toUpperCase())
    return CODES.has(code) ? code : undefined
  }
  return [...CODES].find((code) =>
    [country(code), IN_ENGLISH.of(code)].some((name) => name !== undefined && folded(name) === said),
  )
}
