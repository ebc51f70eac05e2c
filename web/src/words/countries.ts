const NAMES = new Intl.DisplayNames('en', { type: 'region', fallback: 'none' })
const LETTERS = [...'ABCDEFGHIJKLMNOPQRSTUVWXYZ']
/** Regions that are no country: unions, test locales, unknown. */
const NO_COUNTRY = ['EU', 'EZ', 'QO', 'UN', 'XA', 'XB', 'ZZ']
/** What a country’s letters are today: some have changed theirs, others are written otherwise by everybody. */
const today = (code: string) => new Intl.Locale(`und-${code}`).region ?? code
const COUNTRIES: ReadonlyMap<string, string> = new Map(
  LETTERS.flatMap((first) => LETTERS.map((second) => first + second))
    .filter((code) => !NO_COUNTRY.includes(code) && today(code) === code)
    .flatMap((code) => {
      const name = NAMES.of(code)
      return name ? [[code, name] as const] : []
    }),
)

export const countryName = (code: string): string | undefined => COUNTRIES.get(code)

/** A country by its two letters or its English name, in any case; undefined where there is none. */
export function countryCode(typed: string): string | undefined {
  const said = typed.trim().toLowerCase()
  if (/^[a-z]{2}$/.test(said)) {
    const code = today(said.toUpperCase())
    return COUNTRIES.has(code) ? code : undefined
  }
  return [...COUNTRIES].find(([, name]) => name.toLowerCase() === said)?.[0]
}
