import { IntlMessageFormat, type Formatters } from 'intl-messageformat'
import { FETCHED, OWN_NAMES, type Messages } from './catalogues.ts'
import { formatsOf, numbersOf, type Formats } from './formats.ts'
import { isPseudo, pseudo, type Pseudo } from './pseudo.ts'

/** A language in which everything is said: one file of messages each. */
export type Language = keyof typeof OWN_NAMES
export const LANGUAGES = Object.keys(OWN_NAMES) as readonly Language[] as readonly [Language, ...Language[]]
export const isLanguage = (tag: string): tag is Language => Object.hasOwn(OWN_NAMES, tag)
/** The one of ours that serves whoever reads this language; English where there is none. */
export const languageFor = (tag: string): Language => (isLanguage(tag) ? tag : 'en')
/** What a language calls itself. */
export const nameOf = (language: Language): string => OWN_NAMES[language]

type Catalogue = Readonly<Record<string, string>>
const LEARNT = new Map<Language, Catalogue>()
/** Made once each: making a format takes a hundred times as long as writing with it. */
const MADE = new Map<string, Words>()
/** From now on these languages can be spoken. */
export function learn(catalogues: Readonly<Partial<Record<Language, Catalogue>>>): void {
  for (const [language, catalogue] of Object.entries(catalogues)) LEARNT.set(language as Language, catalogue)
  MADE.clear()
}
/** A language as a page fetches it: whole, or what the first page says and how the rest is fetched. */
interface Fetched {
  readonly default: Catalogue
  readonly rest?: () => Promise<Fetched>
}
/** Of languages that are not here whole. */
const RESTS = new Map<Language, () => Promise<Fetched>>()
export const isLearnt = (language: Language): boolean => LEARNT.has(language) && !RESTS.has(language)
/**
 * Fetches what is said in this language, where that is not here yet.
 * @param isFirst only what the first page says, where that is kept apart
 * @throws TypeError where it cannot be had
 */
export async function fetchLanguage(language: Language, isFirst = false): Promise<void> {
  if (!LEARNT.has(language)) {
    const { default: catalogue, rest }: Fetched = await FETCHED[language]()
    if (!LEARNT.has(language) && rest) RESTS.set(language, rest)
    if (!LEARNT.has(language)) learn({ [language]: catalogue })
  }
  const rest = isFirst ? undefined : RESTS.get(language)
  if (!rest) return
  const { default: more } = await rest()
  if (RESTS.delete(language)) learn({ [language]: { ...LEARNT.get(language), ...more } })
}
/** The language in which a pseudo-language is written. */
export const spokenBy = (language: Language | Pseudo): Language => (isPseudo(language) ? 'en' : language)

export type Key = keyof Messages
/** What a message has places for; nothing where it has none. */
export type PlacesOf<K extends Key> = keyof Messages[K] extends never ? [] : [places: Messages[K]]

/** Where the shop is: its clock and its calendar. */
export interface At {
  /** IANA time zone. */
  readonly zone: string
  /** Its country as ISO 3166 has it: dates and numbers are written as they are there, in whichever language. */
  readonly country: string
}

/** Everything that is said and written in one language, by the shop's clock. */
export interface Words extends Formats {
  readonly language: Language | Pseudo
  say<K extends Key>(key: K, ...places: PlacesOf<K>): string
  has(key: string): boolean
  /** A message without places whose key is known only at the time; undefined where there is none. */
  find(key: string): string | undefined
}

/** @throws RangeError where the time zone is none, or the language is not learnt yet */
export function wordsIn(language: Language | Pseudo, { zone, country }: At): Words {
  const name = `${language} ${zone} ${country}`
  const words = MADE.get(name) ?? made(language, zone, country)
  MADE.set(name, words)
  return words
}
function made(language: Language | Pseudo, timeZone: string, region: string): Words {
  const locale = new Intl.Locale(spokenBy(language), { region })
  const messages = LEARNT.get(spokenBy(language))
  if (!messages) throw new RangeError(`Nothing is known yet of ${language}`)
  const formats = new Map<Key, IntlMessageFormat>()
  const numbers = numbersOf(locale)
  // A number in a sentence is written as one beside it.
  const formatters: Formatters = {
    getNumberFormat: (_locales, options) => numbers(options),
    getDateTimeFormat: (...given) => new Intl.DateTimeFormat(...given),
    getPluralRules: (...given) => new Intl.PluralRules(...given),
  }
  const formatted = (key: Key, places?: object) => {
    const format = formats.get(key) ?? read(messages[key] ?? '')
    formats.set(key, format)
    return String(format.format(places as Record<string, string | number> | undefined))
  }
  const read = (message: string) => {
    const options = { ignoreTag: true, formatters }
    const format = new IntlMessageFormat(message, locale.toString(), undefined, options)
    return isPseudo(language)
      ? new IntlMessageFormat(pseudo(format.getAst()), locale.toString(), undefined, options)
      : format
  }
  return {
    ...formatsOf(locale, timeZone),
    language,
    say: (key, ...[places]) => formatted(key, places),
    has: (key) => Object.hasOwn(messages, key),
    find: (key) => (Object.hasOwn(messages, key) ? formatted(key as Key) : undefined),
  }
}
